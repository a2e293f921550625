"""What is answered before any view, and what a log may hold."""

import logging
import shutil
import unittest
from typing import Any
from unittest import mock

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse
from django.test import Client, RequestFactory, TestCase

from config import door


class Answers(TestCase):
    def test_an_address_is_believed_from_the_door_alone(self) -> None:
        seen: list[str] = []

        def answer(request: HttpRequest) -> HttpResponse:
            seen.append(request.META["REMOTE_ADDR"])
            return HttpResponse()

        view = door.RealAddress(answer)
        for comes_from in (door.LOOPBACK, "203.0.113.9"):
            view(RequestFactory().get("/", REMOTE_ADDR=comes_from, headers={"X-Real-IP": "198.51.100.4"}))
        self.assertEqual(seen, ["198.51.100.4", "203.0.113.9"])

    def test_under_the_api_everything_is_json_whatever_goes_wrong(self) -> None:
        odd = RequestFactory().get("/api/gardens")
        views: tuple[tuple[Any, int], ...] = (
            (door.bad_request, 400), (door.forbidden, 403), (door.not_found, 404), (door.broken, 500),
        )  # fmt: skip
        for view, code in views:
            answer = view(odd)
            self.assertEqual((answer.status_code, answer["Content-Type"]), (code, "application/json"))
            plain = view(RequestFactory().get("/x"))
            self.assertEqual((plain.status_code, plain["Content-Type"]), (code, "text/plain; charset=utf-8"))
        self.assertEqual(door.no_token(odd).status_code, 403)
        client = Client(raise_request_exception=False)
        told = client.get("/api/session", headers={"host": "elsewhere.example"})
        self.assertEqual((told.status_code, told.json()["code"]), (400, "bad_request"))
        with mock.patch("api.people.views.session_of", side_effect=RuntimeError("broken on purpose")):
            told = client.get("/api/session")
        self.assertEqual((told.status_code, told.json()["code"]), (500, "broken"))
        self.assertEqual(client.get("/api/nowhere").json()["code"], "not_found")

    def test_its_health_says_what_is_wrong(self) -> None:
        self.assertEqual(self.client.get("/health").json(), {"well": True, "wrong": []})
        with mock.patch.object(door, "connection") as broken:
            broken.cursor.side_effect = DatabaseError()
            answer = self.client.get("/health")
        self.assertEqual((answer.status_code, answer.json()["wrong"]), (503, ["database"]))
        full = mock.Mock(free=3 * 2**20)
        with mock.patch.object(shutil, "disk_usage", return_value=full):
            self.assertEqual(self.client.get("/health").json()["wrong"], ["disk"])
        self.assertEqual(self.client.post("/health").status_code, 405)


class Logs(unittest.TestCase):
    def test_what_lets_somebody_in_is_masked(self) -> None:
        for line, secret in (
            ("Not Found: /calendar/kQ3-x_9.ics", "kQ3"),
            ("GET /reset?token=abc-1 refused", "abc-1"),
            ("cookie sessionid=abc123; csrftoken=zz9", "abc123"),
        ):
            record = logging.LogRecord("x", logging.WARNING, "", 0, "%s", (line,), None)
            self.assertTrue(door.NoSecrets().filter(record))
            self.assertNotIn(secret, record.getMessage())
            self.assertIn("...", record.getMessage())
        plain = logging.LogRecord("x", logging.WARNING, "", 0, "bed %s of %d%%", ("a", 5), None)
        door.NoSecrets().filter(plain)
        self.assertEqual(plain.getMessage(), "bed a of 5%")

"""A person at a browser of sorts: a session, marks sent until they are answered, and connections that break."""

from __future__ import annotations

import http.client
import json
import socket
import time
import uuid
from typing import Any

PATIENCE_S = 90.0


class Person:
    """One session against a served application on loopback."""

    def __init__(self, port: int, name: str) -> None:
        self.port, self.name, self.cookies = port, name, dict[str, str]()
        self.call("GET", "/api/session")
        self.call("POST", "/api/session/sign-up", {"username": name, "password": "quay-lantern-marram"})

    def headers(self, body: bytes) -> dict[str, str]:
        return {
            "Content-Type": "application/json",
            "Content-Length": str(len(body)),
            "Cookie": "; ".join(f"{k}={v}" for k, v in self.cookies.items()),
            "X-CSRFToken": self.cookies.get("csrftoken", ""),
            "Host": f"127.0.0.1:{self.port}",
        }

    def once(self, method: str, path: str, told: Any = None) -> tuple[int, Any]:
        """One request and its answer. Raises OSError, HTTPException where none comes."""
        body = b"" if told is None else json.dumps(told).encode()
        line = http.client.HTTPConnection("127.0.0.1", self.port, timeout=20)
        try:
            line.request(method, path, body, self.headers(body))
            answer = line.getresponse()
            text = answer.read()
            for name, value in answer.getheaders():
                if name.lower() == "set-cookie":
                    key, _, rest = value.partition("=")
                    self.cookies[key] = rest.partition(";")[0]
            return answer.status, json.loads(text) if text else None
        finally:
            line.close()

    def call(self, method: str, path: str, told: Any = None) -> tuple[int, Any]:
        """Until it is answered with a yes or no: what is lost, or met nobody, is sent again, just as it was."""
        deadline = time.monotonic() + PATIENCE_S
        while True:
            try:
                status, answer = self.once(method, path, told)
                if status < 500:
                    return status, answer
            except (OSError, http.client.HTTPException):
                pass
            if time.monotonic() > deadline:
                raise TimeoutError(f"{method} {path} was not answered in {PATIENCE_S:.0f} s")
            time.sleep(0.1)

    def cut(self, method: str, path: str, told: Any, share: float) -> None:
        """Send so much of a request, and be gone before any answer."""
        body = json.dumps(told).encode()
        head = "".join(f"{k}: {v}\r\n" for k, v in self.headers(body).items())
        text = f"{method} {path} HTTP/1.1\r\n{head}\r\n".encode() + body
        try:
            with socket.create_connection(("127.0.0.1", self.port), timeout=5) as line:
                line.sendall(text[: round(len(text) * share)])
        except OSError:
            pass


def pour(bed: int, litres: float) -> dict[str, Any]:
    """A watering as the page tells it, under an id of its own."""
    return {"id": str(uuid.uuid4()), "bed": bed, "litres": litres, "passes": 1, "part": "morning", "into": "soil"}

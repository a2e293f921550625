"""Wrackline Yard on its opening day and the days after; a provider in trouble."""

import datetime as dt
import logging
import time
from typing import Any
from unittest import mock

import httpx
from django.test import SimpleTestCase, TestCase

from apps.exchange.samples import WRACKLINE_YARD, load_sample
from apps.planning import issue
from apps.planning.situation import situation
from apps.record import actions as wa
from apps.weather import provider
from apps.weather.models import ForecastSnapshot
from standins.weather.__main__ import Handler
from tests.apps import world as w

OPENS_ON = WRACKLINE_YARD.opens_on


class Demo(w.WithProvider, TestCase):
    def setUp(self) -> None:
        self.owner = w.person("ostrander")
        self.garden, self.fresh = load_sample(WRACKLINE_YARD, self.owner)

    def words(self):
        now = situation(self.garden)
        return {b.bed.name: b for b in now.plan.beds}

    def test_each_judgement_has_something_to_do_on_the_opening_day(self) -> None:
        self.assertTrue(self.fresh)
        beds = self.words()
        self.assertGreaterEqual(len(beds), 9)
        words = {b.word for b in beds.values()}
        self.assertEqual(words, {"soak", "wait", "too_wet", "leave", "fill", "check"})
        methods = {b.bed.method for b in beds.values()}
        self.assertEqual(methods, {"hose", "can", "drip", "reservoir"})
        heat = situation(self.garden).plan.heat
        self.assertEqual((heat.dates[0] - OPENS_ON).days, 2)
        self.assertEqual(len(heat.dates), 5)

    def test_marking_a_soak_done_and_stepping_a_day_changes_the_answer(self) -> None:
        bench = self.garden.beds.get(name="Long Bench")
        before = self.words()["Long Bench"]
        self.assertEqual(before.word, "soak")
        wa.RecordWatering(
            w.by(self.owner), self.garden.pk, bench.pk, litres=before.dose.litres / before.dose.share
        ).execute()
        issue.StepDay(w.by(self.owner), self.garden.pk).execute()
        self.garden.refresh_from_db()
        self.assertEqual(self.garden.today, OPENS_ON + dt.timedelta(days=1))
        self.assertEqual(self.words()["Long Bench"].word, "leave")
        self.assertTrue(self.garden.weather_days.filter(date=OPENS_ON, source="provider").exists())
        self.assertTrue(ForecastSnapshot.objects.filter(garden=self.garden, issued=self.garden.today).exists())

    def test_a_fortnight_can_be_stepped_through(self) -> None:
        for _ in range(14):
            issue.StepDay(w.by(self.owner), self.garden.pk).execute()
        self.garden.refresh_from_db()
        self.assertEqual(set(situation(self.garden).plan.run.weather.outlook), {"observed", "forecast"})

    def test_with_the_provider_down_the_round_still_works_and_says_how_old_it_is(self) -> None:
        logging.disable(logging.WARNING)
        self.addCleanup(logging.disable, logging.NOTSET)
        for fault, days in (("down", 1), ("garbage", 2)):
            Handler.fault = fault
            issue.StepDay(w.by(self.owner), self.garden.pk).execute()
            self.garden.refresh_from_db()
            answer = w.send(w.client_of(self.owner), "get", f"/gardens/{self.garden.pk}/round").json()
            self.assertEqual(answer["weather"]["age_days"], days)
            self.assertEqual(len(answer["stops"]), 14)
        Handler.fault = "none"
        self.assertTrue(issue.Visit(w.by(self.owner), self.garden.pk).execute())
        self.assertEqual(situation(self.garden).weather.snapshot.issued, self.garden.today)


class Adapter(w.WithProvider, SimpleTestCase):
    def fetch(self):
        return provider.fetch(44.6, -15.2, 31.0, OPENS_ON, 5)

    def test_an_answer_is_read_and_checked(self) -> None:
        answer = self.fetch()
        self.assertEqual((len(answer.observed), len(answer.ahead)), (5, 51 * 16))

    def test_down_garbage_and_slow_are_told_apart_from_weather(self) -> None:
        for fault in ("down", "garbage"):
            Handler.fault = fault
            with self.subTest(fault), self.assertRaises(provider.ProviderError):
                self.fetch()

    def test_a_slow_provider_is_given_up_and_tried_again(self) -> None:
        Handler.fault = "slow"
        quick = httpx.Timeout(0.2)
        with (
            mock.patch.object(provider, "TIMEOUT", quick),
            mock.patch.object(httpx, "get", wraps=httpx.get) as get,
            self.assertRaises(provider.ProviderError),
        ):
            started = time.monotonic()
            self.fetch()
        self.assertEqual(get.call_count, provider.ATTEMPTS)
        self.assertLess(time.monotonic() - started, 5)

    def test_answers_that_lie_are_refused(self) -> None:
        good = provider._get(
            {"latitude": 44.6, "longitude": -15.2, "elevation": 31, "issued": "2025-07-11", "past_days": 2}
        ).json()
        changes: tuple[dict[str, Any], ...] = (
            {"protocol": "other"},
            {"issued": "2025-07-10"},
            {"members": []},
            {"dates": good["dates"][1:] + good["dates"][:1]},
            {"observed": [{**good["observed"][0], "date": "2025-07-11"}]},
            {"observed": [{**good["observed"][0], "tmin": 90.0}]},
            {"members": [{**good["members"][0], "rain": [-5.0] * 16}]},
            {"members": [{**good["members"][0], "rain": [*good["members"][0]["rain"], 1.0]}]},
            {"members": [{**good["members"][0], "tmin": good["members"][0]["tmin"][1:]}]},
            {"observed": [good["observed"][0], good["observed"][0]]},
        )
        for change in changes:
            with self.subTest(list(change)), self.assertRaises((ValueError, KeyError)):
                provider._read({**good, **change}, OPENS_ON)

"""Several writers at one moment: each gets an answer, and what is one stays one. Bounded: four threads, two rounds."""

import collections
import datetime as dt
import threading

from django.db import connections
from django.test import TransactionTestCase

from apps.weather.models import Source, WeatherDay
from tests.apps import world as w

WRITERS, ROUNDS = 4, 2
YEAR = "date,tmin,tmax,rain\n" + "".join(f"{dt.date(2019, 1, 1) + dt.timedelta(days=i)},10,20,1\n" for i in range(370))


class AtOnce(TransactionTestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)

    def answers(self, path, body_of) -> set[int]:
        """The answers to what WRITERS send at once, ROUNDS times; body_of(round, writer)."""
        counted: collections.Counter[int] = collections.Counter()
        for turn in range(ROUNDS):
            together = threading.Barrier(WRITERS)

            def write(i, turn=turn, together=together):
                client = w.client_of(self.ada)
                client.raise_request_exception = False
                together.wait(20)
                counted[w.send(client, "post", f"/gardens/{self.garden.pk}{path}", body_of(turn, i)).status_code] += 1
                connections.close_all()

            threads = [threading.Thread(target=write, args=(i,)) for i in range(WRITERS)]
            for thread in threads:
                thread.start()
            for thread in threads:
                thread.join(60)
        self.assertEqual(sum(counted.values()), WRITERS * ROUNDS)
        return set(counted)

    def test_the_same_id_from_all_sides_is_one_event(self) -> None:
        ids = [w.new_id() for _ in range(ROUNDS)]
        body = lambda turn, i: {"waterings": [{"id": ids[turn], "bed": self.bed.pk, "litres": 5.0}]}  # noqa: E731
        self.assertEqual(self.answers("/waterings", body), {201})
        self.assertEqual(w.events("watering").count(), ROUNDS)
        others = [w.new_id() for _ in range(ROUNDS)]
        gauge = lambda turn, i: {"id": others[turn], "date": "2025-07-09", "rain": 2.0}  # noqa: E731
        self.assertEqual(self.answers("/gauge", gauge), {201})
        self.assertEqual(w.events("gauge").count(), ROUNDS)

    def test_two_ids_that_cross(self) -> None:
        """Each half of the writers holds what the other waits for: a deadlock, tried once more, or told as busy."""
        ids = [[w.new_id(), w.new_id()] for _ in range(ROUNDS)]

        def body(turn, i):
            order = ids[turn] if i % 2 else ids[turn][::-1]
            return {"waterings": [{"id": x, "bed": self.bed.pk, "litres": 5.0} for x in order]}

        self.assertLessEqual(self.answers("/waterings", body), {201, 503})
        self.assertEqual(w.events("watering").count(), 2 * ROUNDS)

    def test_two_climates_at_once_leave_one(self) -> None:
        self.assertLessEqual(self.answers("/climate", lambda turn, i: {"text": YEAR}), {200, 503})
        self.assertEqual(WeatherDay.objects.filter(garden=self.garden, source=Source.CLIMATE).count(), 370)

    def test_the_same_name_is_given_once(self) -> None:
        self.assertEqual(self.answers("/rigs", lambda turn, i: {"name": "Tap"}), {201, 400})
        self.assertEqual(self.garden.rigs.filter(name="Tap").count(), 1)

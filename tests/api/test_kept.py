"""Answers that are kept: never stale, whatever changes and by whom, however many write and read at once."""

import datetime as dt
import gzip
import itertools
import threading
import time
from typing import Any
from unittest import mock

import cachetools
from django.conf import settings
from django.core.cache import caches
from django.db import connection
from django.test import TransactionTestCase, override_settings

from api import kept
from api.round import present
from apps.garden.models import Garden, Membership, Revision
from apps.garden.revision import raise_revision, revision_of
from apps.planning import situation
from apps.planning.facts import AT_A_BED
from apps.planning.happened import _read, happened
from apps.planning.issue import StepDay
from apps.record.actions import MoveSoak, RecordWatering
from apps.weather import actions as weather
from apps.weather.convert import weather_facts
from tests.apps import world as w
from tests.apps.test_undo import InAGarden


@override_settings(KEEP_ANSWERS=True)
class Kept(w.WithProvider, InAGarden):
    def setUp(self) -> None:
        super().setUp()
        kept.forget()
        self.client_ = w.client_of(self.ada)

    def views(self) -> list[str]:
        base = f"/api/gardens/{self.garden.pk}"
        return [
            f"{base}/{x}"
            for x in ("round", "ahead", "ground", "sky", "feeding", "signs", "pots", f"beds/{self.box.pk}")
        ]

    def read(self, keep: bool = True) -> list[Any]:
        with override_settings(KEEP_ANSWERS=keep):
            answers = [self.client_.get(x) for x in self.views()]
        return [(x.status_code, x.json()) for x in answers]

    def test_every_kind_of_change_and_its_undo_are_seen_in_every_view(self) -> None:
        self.read()
        for kind, makes in self.acts().items():
            for i, make in enumerate(makes):
                with self.subTest(kind, n=i):
                    before = revision_of(self.garden.pk).number
                    done = make(w.mark(w.new_id()))
                    done.execute()
                    # Once, however many rows it writes.
                    self.assertEqual(revision_of(self.garden.pk).number, before + 1)
                    self.assertEqual(self.read(), self.read(keep=False))
                    self.undo(done.stamp.id)
                    self.assertEqual(self.read(), self.read(keep=False))

    def test_an_unchanged_page_costs_a_session_a_permission_and_one_row(self) -> None:
        path = self.views()[0]
        first = self.client_.get(path)
        with self.assertNumQueries(4), mock.patch("api.round.present.round_out") as worked:  # session, person
            again = self.client_.get(path)
        self.assertEqual((worked.call_count, again.content), (0, first.content))
        self.assertEqual(again["Cache-Control"], "private, no-cache")
        with self.assertNumQueries(4):
            same = self.client_.get(path, headers={"If-None-Match": again["ETag"]})
        self.assertEqual((same.status_code, same.content, same["ETag"]), (304, b"", again["ETag"]))
        packed = self.client_.get(path, headers={"Accept-Encoding": "br, gzip"})
        self.assertEqual((packed["Content-Encoding"], gzip.decompress(packed.content)), ("gzip", first.content))
        self.assertIn("Accept-Encoding", packed["Vary"])

    def test_each_day_role_and_person_has_its_own(self) -> None:
        ben = w.person("ben")
        w.join(self.garden, ben, "helper")
        path = self.views()[0]
        roles = [w.client_of(x).get(path).json()["garden"]["role"] for x in (self.ada, ben, self.ada)]
        self.assertEqual(roles, ["owner", "helper", "owner"])
        StepDay(self.by, self.garden.pk).execute()
        self.assertEqual(self.client_.get(path).json()["garden"]["today"], f"{w.TODAY + dt.timedelta(days=1)}")
        night = self.garden.today + dt.timedelta(days=2)  # midnight passes, and nothing is changed by anybody
        with mock.patch.object(Garden, "today", night):
            found = self.client_.get(path).json()
            self.assertEqual(found["garden"]["today"], f"{night}")
            with override_settings(KEEP_ANSWERS=False):
                self.assertEqual(self.client_.get(path).json(), found)
        Membership.objects.filter(user=ben).delete()
        self.assertEqual(w.client_of(ben).get(path).status_code, 404)
        self.assertEqual(w.client_of(w.person("eve")).get(path).status_code, 404)
        self.assertEqual(self.client.get(path).status_code, 403)

    def test_what_the_house_does_by_itself_is_seen_too(self) -> None:
        def changes(deed: Any) -> None:
            before = revision_of(self.garden.pk).number
            deed()
            self.assertGreater(revision_of(self.garden.pk).number, before)
            self.assertEqual(self.read(), self.read(keep=False))

        self.read()
        self.garden.demonstration = True
        self.garden.save(update_fields=["demonstration"])
        raise_revision(self.garden.pk)
        self.read()
        changes(lambda: weather.refresh_weather(self.garden))

    def test_what_is_kept_is_bounded_by_bytes_and_a_fault_is_not_kept(self) -> None:
        small: cachetools.LRUCache[Any, Any] = cachetools.LRUCache(60_000, getsizeof=lambda x: len(x.plain))
        with mock.patch.object(kept, "_answers", small):
            self.read()
            self.assertLessEqual(small.currsize, 60_000)
        least: cachetools.LRUCache[Any, Any] = cachetools.LRUCache(1000, getsizeof=lambda x: len(x.plain))
        with mock.patch.object(kept, "_answers", least):
            self.assertEqual(self.client_.get(self.views()[0]).status_code, 200)
            self.assertEqual(least.currsize, 0)
        with mock.patch("api.round.present.round_out", side_effect=RuntimeError), self.assertRaises(RuntimeError):
            self.client_.get(self.views()[0])
        self.assertEqual(self.client_.get(self.views()[0]).status_code, 200)
        missing = f"/api/gardens/{self.garden.pk}/beds/999999"
        self.assertEqual([self.client_.get(missing).status_code for _ in range(2)], [404, 404])


@override_settings(KEEP_ANSWERS=True)
class Happened(InAGarden):
    """What happened at beds is read once, and then what is new alone."""

    def read(self) -> Any:
        revision = revision_of(self.garden.pk).number
        return happened(self.garden, AT_A_BED, w.TODAY - dt.timedelta(days=400), revision)

    def test_what_is_new_is_all_that_is_read_and_who_holds_what_was_keeps_it(self) -> None:
        for litres in (5.0, 6.0, 7.0):
            RecordWatering(self.by, self.garden.pk, self.bed.pk, litres=litres).execute()
        before = self.read()
        held = dict(before)
        RecordWatering(self.by, self.garden.pk, self.box.pk, litres=8.0).execute()
        read = list[Any]()

        def reading(*told: Any) -> list[Any]:
            read.extend(_read(*told))
            return read

        with mock.patch("apps.planning.happened._read", side_effect=reading):
            after = self.read()
        self.assertEqual(len(read), 1)
        self.assertEqual(dict(before), held)
        self.assertEqual([x.litres for x in after[self.box.pk, "watering"]], [8.0])
        self.assertIs(after[self.bed.pk, "watering"], before[self.bed.pk, "watering"])

    def test_a_soak_that_was_moved_twice_is_followed_in_the_order_of_the_moves(self) -> None:
        days = [w.TODAY + dt.timedelta(days=d) for d in (4, 2, 6)]
        for since, to in itertools.pairwise(days):
            MoveSoak(self.by, self.garden.pk, self.bed.pk, since, to).execute()
        moved = self.read()[self.bed.pk, "moved_soak"]
        self.assertEqual([(x.from_date, x.to_date) for x in moved], list(itertools.pairwise(days)))


OUTSIDE = {
    **settings.CACHES,
    "answers": {"BACKEND": "django.core.cache.backends.locmem.LocMemCache", "LOCATION": "answers"},
}


@override_settings(KEEP_ANSWERS=True, CODE="as it is", CACHES=OUTSIDE)
class Outside(w.WithProvider, InAGarden):
    """What is kept outside of the worker: for the next one, and after a restart."""

    def setUp(self) -> None:
        super().setUp()
        caches["answers"].clear()
        kept.forget()
        self.client_ = w.client_of(self.ada)
        self.path = f"/api/gardens/{self.garden.pk}/round"
        raise_revision(self.garden.pk)

    def worked(self) -> tuple[int, bytes]:
        """How often the page was worked out for an answer in a worker that has just begun, and the answer."""
        kept.forget()
        situation.forget()
        with mock.patch("api.round.present.round_out", wraps=present.round_out) as working:
            answer = self.client_.get(self.path)
        self.assertEqual(answer.status_code, 200)
        return working.call_count, answer.content

    def test_a_restart_finds_what_was_there_and_other_code_does_not(self) -> None:
        (first, content), (again, same) = self.worked(), self.worked()
        self.assertEqual((first, again, same), (1, 0, content))
        with override_settings(CODE="another"):
            self.assertEqual(self.worked()[0], 1)
        with override_settings(CODE=""):
            self.assertEqual(self.worked()[0], 1)

    def test_facts_put_back_to_an_earlier_moment_are_read_anew(self) -> None:
        """A restored database counts the same numbers again, with other facts behind them."""
        self.worked()
        earlier = Revision.objects.values().get(pk=self.garden.pk)
        box = self.garden.beds.get(pk=self.box.pk)
        raise_revision(self.garden.pk)
        self.worked()
        Revision.objects.filter(pk=self.garden.pk).update(**earlier)
        box.name = "Put back"
        box.save(update_fields=["name"])
        raise_revision(self.garden.pk)
        worked, content = self.worked()
        self.assertEqual((worked, b"Put back" in content), (1, True))

    def test_a_cache_that_breaks_leaves_the_page_its_answer(self) -> None:
        with (
            mock.patch.object(caches["answers"], "get", side_effect=OSError),
            mock.patch.object(caches["answers"], "set", side_effect=OSError),
            self.assertLogs("api.kept", "ERROR"),
        ):
            self.assertEqual(self.worked()[0], 1)


@override_settings(KEEP_ANSWERS=True)
class AtOnce(TransactionTestCase):
    """Writers and readers together: whoever has noted something finds it in the next page they read."""

    def test_who_asks_at_the_same_time_waits_for_the_one_who_works_it_out(self) -> None:
        kept.forget()
        ada = w.person()
        garden = w.garden_of(ada)
        path, asked, together = f"/api/gardens/{garden.pk}/round", [], threading.Barrier(3, timeout=20)

        real = present.round_out

        def slow(*arguments: Any) -> Any:
            time.sleep(0.5)
            return real(*arguments)

        def ask() -> None:
            client = w.client_of(ada)
            together.wait()
            asked.append(client.get(path).content)
            connection.close()

        threads = [threading.Thread(target=ask) for _ in range(3)]
        with mock.patch("api.round.views.present.round_out", side_effect=slow) as working:
            for thread in threads:
                thread.start()
            for thread in threads:
                thread.join()
        self.assertEqual((working.call_count, len(set(asked))), (1, 1))

    def test_what_is_written_while_facts_are_read_belongs_to_the_next_reading(self) -> None:
        """Beds are read before the weather: a day that comes in between must not stand beside the beds of before."""
        situation.forget()
        ada = w.person()
        garden = w.garden_of(ada)
        bed = w.bed_of(ada, garden)
        w.type_days(ada, garden)

        def come_between(*told: Any) -> Any:
            def write() -> None:
                w.type_days(ada, garden, rain={-1: 31.0})
                RecordWatering(w.by(ada), garden.pk, bed.pk, litres=7.0).execute()
                connection.close()

            if not written:
                written.append(True)
                thread = threading.Thread(target=write)
                thread.start()
                thread.join()
            return weather_facts(*told)

        written = list[bool]()
        yesterday = w.TODAY - dt.timedelta(days=1)
        with mock.patch("apps.planning.situation.weather_facts", side_effect=come_between):
            before = situation.situation(garden)
        self.assertEqual(before.weather.sources["typed"][yesterday]["rain"], 0.0)
        self.assertEqual(before.beds[0].poured, ())
        after = situation.situation(garden)
        self.assertEqual(after.weather.sources["typed"][yesterday]["rain"], 31.0)
        self.assertEqual([x.litres for x in after.beds[0].poured], [7.0])

    def test_nobody_reads_what_is_older_than_their_own_mark(self) -> None:
        kept.forget()
        ada = w.person()
        garden = w.garden_of(ada)
        beds = [w.bed_of(ada, garden, name=f"Bed {k}") for k in range(3)]
        w.type_days(ada, garden)
        path, faults = f"/api/gardens/{garden.pk}/round", []
        done = threading.Event()

        def write(bed: Any) -> None:
            client = w.client_of(ada)
            try:
                for _ in range(8):
                    told = {"id": w.new_id(), "bed": bed.pk, "litres": 1.0, "date": f"{w.TODAY}"}
                    answer = w.send(client, "post", f"/gardens/{garden.pk}/waterings", {"waterings": [told]})
                    stop = next(x for x in client.get(path).json()["stops"] if x["id"] == bed.pk)
                    if answer.status_code != 201 or told["id"] not in {x["id"] for x in stop["waterings_today"]}:
                        faults.append((answer.status_code, told["id"]))
            except Exception as error:
                faults.append(error)
            finally:
                connection.close()

        def read() -> None:
            client = w.client_of(ada)
            while not done.is_set():
                client.get(path)
            connection.close()

        readers = [threading.Thread(target=read) for _ in range(2)]
        writers = [threading.Thread(target=write, args=(bed,)) for bed in beds]
        for thread in (*readers, *writers):
            thread.start()
        for thread in writers:
            thread.join()
        done.set()
        for thread in readers:
            thread.join()
        self.assertEqual(faults, [])
        with override_settings(KEEP_ANSWERS=False):
            fresh = w.client_of(ada).get(path).json()
        self.assertEqual(w.client_of(ada).get(path).json(), fresh)

"""Every change of a garden is one event: once however often it is sent, taken back and counted again by its id."""

from __future__ import annotations

import dataclasses
import datetime as dt
from collections.abc import Callable
from typing import Any

from django.test import TestCase

from agronomy.describe.errors import InputError
from agronomy.formats.write_garden import garden_as_json
from apps.base.errors import NotAllowed, NotFound
from apps.exchange.beds_and_map import ImportBeds, ImportMap
from apps.exchange.files import ImportDays, described_garden
from apps.garden.action import GardenAction, Stamp
from apps.garden.actions import beds, bench, gardens, map, plants, seasons
from apps.garden.events import BY_HELPERS, CHANGE_KINDS, EVENT_KINDS, FACT_KINDS, NOTED_KINDS
from apps.garden.models import Bed, Event, OwnCrop, Planting, Rig, Thing
from apps.garden.undo import UndoEvent
from apps.planning import alter
from apps.record import actions as record
from apps.record import signs
from apps.record.away import PlanAbsence
from apps.weather import actions as weather
from tests.apps import world as w

MAP = """{"type": "FeatureCollection", "features": [{"type": "Feature", "properties": {"what": "wall", "name": "Lane"},
"geometry": {"type": "Polygon", "coordinates": [[[0, 0], [3, 0], [3, 0.2], [0, 0.2], [0, 0]]]}}]}"""
BUCKET = {"alone": [{"litres": 10, "seconds": 50}]}
JAR = {"jars": [{"sand_mm": 60, "silt_mm": 30, "clay_mm": 10}]}


def of(base: type[GardenAction[Any]]) -> set[type[GardenAction[Any]]]:
    """All actions that stand on one."""
    mine = set(base.__subclasses__())
    return mine.union(*(of(action) for action in mine))


class InAGarden(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.by = w.by(self.ada)
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        self.box = w.bed_of(self.ada, self.garden, name="Box")
        w.type_days(self.ada, self.garden)
        self.rig = self.garden.rigs.get()
        self.thing = Thing.objects.create(garden=self.garden, kind="wall", x_m=0, y_m=0, length_m=2)
        self.crop = OwnCrop.objects.create(garden=self.garden, name="Red", like="tomato")
        self.planting = Planting.objects.get(bed=self.bed)
        self.case = w.note("signs_seen", self.bed, signs=["curl"], since_days=0, looks=[]).pk

    def told(self) -> Any:
        """All that the garden's file tells of it."""
        self.garden.refresh_from_db()
        return garden_as_json(described_garden(self.garden))

    def undo(self, event_id: Any, back: bool = False, by: Any = None) -> Any:
        return UndoEvent(by or self.by, self.garden.pk, event_id, back).execute()

    def acts(self) -> dict[str, list[Callable[[Stamp], GardenAction[Any]]]]:
        """For each kind of event that can be taken back, what makes one."""
        by, pk = self.by, self.garden.pk
        day = w.TODAY - dt.timedelta(days=1)
        measure = lambda kind, given, **about: bench.Measure(by, pk, kind, given, **about)  # noqa: E731
        bed = {**w.BED, "length_m": 3.0, "method": "can"}
        more = [{**w.TOMATOES, "id": self.planting.pk, "left": 4, "spread_m": 0.9}, {**w.TOMATOES, "crop": "pepper"}]
        straw = {"kind": "straw", "depth_m": 0.05, "cover": 1.0}
        clay = {"material": "clay", "date": day}
        return {
            "watering": [lambda s: record.RecordWatering(by, pk, self.bed.pk, litres=20.0, stamp=s)],
            "observation": [lambda s: record.RecordObservation(by, pk, self.bed.pk, reading="wet", stamp=s)],
            "put_off": [lambda s: record.PutOffStop(by, pk, self.bed.pk, stamp=s)],
            "moved_soak": [
                lambda s: record.MoveSoak(by, pk, self.bed.pk, w.TODAY, w.TODAY + dt.timedelta(days=2), stamp=s)
            ],
            "station_read": [lambda s: weather.ReadStation(by, pk, f"date,rain\n{day},4\n", stamp=s)],
            "signs_seen": [lambda s: signs.SeeSigns(by, pk, self.bed.pk, signs=("curl",), stamp=s)],
            "signs_followed": [lambda s: signs.FollowSigns(by, pk, self.case, outcome="same", stamp=s)],
            "sky_seen": [lambda s: weather.SeeInSky(by, pk, "hail", day, stamp=s)],
            "gauge": [lambda s: weather.ReadGauge(by, pk, 9.0, day, stamp=s)],
            "measurement": [
                lambda s: bench.KeepMeasurement(by, pk, measure("bucket", BUCKET, rig_id=self.rig.pk), stamp=s),
                lambda s: bench.KeepMeasurement(by, pk, measure("jar", JAR, bed_id=self.bed.pk), stamp=s),
            ],
            "season": [lambda s: seasons.EndSeason(by, pk, "2025", [], stamp=s)],
            "bed_described": [
                lambda s: beds.SaveBed(by, pk, bed, more, straw, clay, {"cover": "eaves"}, self.bed.pk, stamp=s),
                lambda s: beds.SaveBed(by, pk, bed, [], bed_id=self.bed.pk, stamp=s),
                lambda s: beds.SaveBed(by, pk, {**bed, "name": "New"}, [dict(w.TOMATOES)], straw, clay, stamp=s),
            ],
            "bed_removed": [lambda s: beds.RemoveBed(by, pk, self.bed.pk, stamp=s)],
            "bed_altered": [
                lambda s: alter.AlterBed(by, pk, self.bed.pk, "mulch_on", stamp=s),
                lambda s: alter.AlterBed(by, pk, self.bed.pk, "shade_on", stamp=s),
            ],
            "bed_copied": [lambda s: beds.CopyBed(by, pk, self.bed.pk, stamp=s)],
            "planted_out": [
                lambda s: seasons.PlantOut(by, pk, self.planting.pk, self.box.pk, w.TODAY, 6, stamp=s),
                lambda s: seasons.PlantOut(by, pk, self.planting.pk, self.box.pk, w.TODAY, 2, stamp=s),
            ],
            "sizes_seen": [
                lambda s: plants.ConfirmSizes(
                    by, pk, [{"planting": self.planting.pk, "height": "waist", "spread_m": 0.4}], stamp=s
                )
            ],
            "away": [
                lambda s: PlanAbsence(by, pk, w.TODAY, w.TODAY + dt.timedelta(days=4), 0.8, [], stamp=s),
            ],
            "own_crop_described": [
                lambda s: plants.SaveOwnCrop(by, pk, {"name": "Blue", "like": "pea", "days": 60}, stamp=s),
                lambda s: plants.SaveOwnCrop(by, pk, {"height_m": 1.1, "days": 70}, self.crop.pk, stamp=s),
            ],
            "own_crop_removed": [lambda s: plants.RemoveOwnCrop(by, pk, self.crop.pk, stamp=s)],
            "map_arranged": [
                lambda s: map.ArrangeMap(
                    by,
                    pk,
                    [{"id": self.bed.pk, "x_m": 2.0, "y_m": 1.0, "turn_deg": 30.0}],
                    [{"id": self.rig.pk, "x_m": 0.0, "y_m": 4.0}],
                    45.0,
                    stamp=s,
                )
            ],
            "thing_described": [
                lambda s: map.SaveThing(by, pk, {"kind": "tree", "x_m": 1, "y_m": 1, "length_m": 2}, stamp=s),
                lambda s: map.SaveThing(by, pk, {"height_m": 2.5, "name": "Lane"}, self.thing.pk, stamp=s),
            ],
            "thing_removed": [lambda s: map.RemoveThing(by, pk, self.thing.pk, stamp=s)],
            "garden_described": [
                lambda s: gardens.ChangeGarden(by, pk, {"name": "Other", "style": "ample", "people": []}, stamp=s)
            ],
            "rig_described": [
                lambda s: gardens.SaveRig(by, pk, {"name": "Tap", "flow_l_per_min": 9.0}, stamp=s),
                lambda s: gardens.SaveRig(by, pk, {"flow_l_per_min": 17.5, "measured": day}, self.rig.pk, stamp=s),
            ],
            "days_typed": [
                lambda s: weather.TypeDays(by, pk, [{"date": day, "tmin": 1.0, "tmax": 9.0}], stamp=s),
                lambda s: weather.TypeDays(by, pk, [{"date": day}], stamp=s),
                lambda s: ImportDays(by, pk, f"date,tmin,tmax,rain\n{day},1,9,3\n2025-05-01,2,8,1\n", stamp=s),
            ],
            "beds_imported": [
                lambda s: ImportBeds(by, pk, "bed,kind,length_m,width_m\nX,raised,1,1\nY,raised,1,1\n", stamp=s)
            ],
            "map_imported": [lambda s: ImportMap(by, pk, MAP, stamp=s)],
        }


class Undo(InAGarden):
    def test_every_kind_is_one_event_is_taken_back_and_counts_again(self) -> None:
        acts = self.acts()
        self.assertEqual(acts.keys(), {*FACT_KINDS, *CHANGE_KINDS})
        self.assertEqual(set(EVENT_KINDS) - acts.keys(), set(NOTED_KINDS))
        for kind, makes in acts.items():
            for i, make in enumerate(makes):
                with self.subTest(kind, n=i):
                    before, stamp = self.told(), Stamp()
                    first = make(stamp).execute()
                    after = self.told()
                    if kind not in ("put_off",):  # of which the garden's file tells nothing
                        self.assertNotEqual(after, before)
                    self.assertEqual(make(stamp).execute(), first, "the same mark, arriving again, is answered alike")
                    self.assertEqual(self.told(), after)
                    event = Event.objects.get(pk=stamp.id)
                    self.assertEqual((event.kind, event.by, event.struck_at), (kind, self.ada, None))
                    for _ in range(2):
                        self.assertEqual(self.undo(stamp.id).left, 0)
                        self.assertEqual(self.told(), before)
                    for _ in range(2):
                        self.undo(stamp.id, back=True)
                        self.assertEqual(self.told(), after)
                    self.undo(stamp.id)
                    self.assertEqual(self.told(), before)

    def test_every_word_for_what_happens_has_its_action(self) -> None:
        """A garden is made, taken up and joined from outside of it, by actions that write the line themselves."""
        kinds = {action.kind for action in of(GardenAction) if action.kind is not None}
        self.assertEqual(kinds | {"garden_made", "garden_taken_up", "helper_joined"}, set(EVENT_KINDS))

    def test_what_was_changed_since_stays_and_is_counted(self) -> None:
        stamp = Stamp()
        beds.SaveBed(
            self.by, self.garden.pk, {"length_m": 3.0, "width_m": 1.0}, bed_id=self.bed.pk, stamp=stamp
        ).execute()
        beds.SaveBed(self.by, self.garden.pk, {"length_m": 4.0}, bed_id=self.bed.pk).execute()
        self.assertEqual(self.undo(stamp.id).left, 1)
        self.bed.refresh_from_db()
        self.assertEqual((self.bed.length_m, self.bed.width_m), (4.0, 1.2))

    def test_of_a_soil_each_figure_is_taken_back_for_itself(self) -> None:
        jar, drain = Stamp(), Stamp()
        hole = {
            "holes": [{"across_cm": 12, "readings": [{"minutes": 0, "water_cm": 25}, {"minutes": 60, "water_cm": 20}]}]
        }
        for stamp, kind, given in ((jar, "jar", JAR), (drain, "drain", hole)):
            test = bench.Measure(self.by, self.garden.pk, kind, given, bed_id=self.bed.pk)
            bench.KeepMeasurement(self.by, self.garden.pk, test, stamp=stamp).execute()
        self.assertEqual(self.undo(jar.id).left, 0)
        value = self.bed.records.get().value
        self.assertEqual((value.get("jar"), "intake_mm_per_h" in value, value["material"]), (None, True, "loam"))

    def test_a_hose_that_is_used_since_stays(self) -> None:
        stamp = Stamp()
        tap = gardens.SaveRig(self.by, self.garden.pk, {"name": "Tap"}, stamp=stamp).execute()
        beds.SaveBed(self.by, self.garden.pk, {"rig": tap.pk}, bed_id=self.bed.pk).execute()
        self.assertEqual(self.undo(stamp.id).left, 1)
        self.assertTrue(Rig.objects.filter(pk=tap.pk).exists())

    def test_a_day_typed_anew_since_stays_as_it_was_typed_last(self) -> None:
        day, first = w.TODAY - dt.timedelta(days=2), Stamp()
        for tmax, stamp in ((20.0, first), (21.0, Stamp())):
            weather.TypeDays(
                self.by, self.garden.pk, [{"date": day, "tmin": 10.0, "tmax": tmax}], stamp=stamp
            ).execute()
        self.assertEqual(self.undo(first.id).left, 1)
        self.assertEqual(self.garden.weather_days.get(date=day, source="typed").tmax, 21.0)

    def test_a_helper_takes_back_what_a_helper_may_note_and_no_more(self) -> None:
        ben = w.person("ben")
        w.join(self.garden, ben, "helper")
        for kind, makes in self.acts().items():
            stamp = Stamp()
            makes[0](stamp).execute()
            with self.subTest(kind):
                if kind in BY_HELPERS:
                    self.undo(stamp.id, by=w.by(ben))
                    self.assertEqual(Event.objects.get(pk=stamp.id).struck_by, ben)
                else:
                    with self.assertRaises(NotAllowed):
                        self.undo(stamp.id, by=w.by(ben))
                    self.undo(stamp.id)

    def test_what_has_a_deed_of_its_own_and_what_is_elsewhere_is_not_taken_back_here(self) -> None:
        made = Event.objects.get(kind="garden_made", garden=self.garden)
        with self.assertRaises(InputError) as caught:
            self.undo(made.pk)
        self.assertEqual(caught.exception.field, "event")
        eve = w.person("eve")
        theirs = w.note("watering", w.bed_of(eve, w.garden_of(eve)), litres=1.0)
        with self.assertRaises(NotFound):
            self.undo(theirs.pk)

    def test_an_id_of_something_else_is_as_good_as_none(self) -> None:
        stamp = Stamp()
        record.RecordWatering(self.by, self.garden.pk, self.bed.pk, litres=5.0, stamp=stamp).execute()
        for act in (
            record.PutOffStop(self.by, self.garden.pk, self.bed.pk, stamp=stamp),
            record.RecordWatering(self.by, self.garden.pk, self.box.pk, litres=5.0, stamp=stamp),
            gardens.SaveRig(self.by, self.garden.pk, {"name": "Tap"}, stamp=stamp),
        ):
            with self.assertRaises(NotFound):
                act.execute()
        self.assertEqual(Rig.objects.filter(garden=self.garden).count(), 1)

    def test_a_change_that_is_refused_half_way_leaves_no_event_and_no_row(self) -> None:
        before, events = self.told(), Event.objects.count()
        faulty = [{**w.TOMATOES, "crop": "pepper"}, {**w.TOMATOES, "id": 999_999}]
        with self.assertRaises(InputError):
            beds.SaveBed(self.by, self.garden.pk, {"length_m": 3.0}, faulty, bed_id=self.bed.pk).execute()
        self.assertEqual((self.told(), Event.objects.count()), (before, events))

    def test_a_bed_taken_out_takes_its_events_along_and_brings_them_back(self) -> None:
        w.note("watering", self.bed, litres=5.0)
        stamp = Stamp()
        beds.RemoveBed(self.by, self.garden.pk, self.bed.pk, stamp=stamp).execute()
        self.assertEqual([b["name"] for b in self.told()["beds"]], ["Box"])
        self.undo(stamp.id)
        bench_bed = next(b for b in self.told()["beds"] if b["name"] == "Bench")
        self.assertEqual([x["litres"] for x in bench_bed["waterings"]], [5.0])
        self.assertTrue(Bed.objects.get(pk=self.bed.pk).removed_at is None)


class Actors(InAGarden):
    """Whoever it is: a visitor or device may in its own garden what a helper may, the house everything."""

    def pour(self, by: Any) -> Event:
        return record.RecordWatering(by, self.garden.pk, self.bed.pk, litres=3.0).execute()

    def test_who_it_was_is_kept(self) -> None:
        for kind, name in (("visitor", "the neighbour"), ("device", "tap timer")):
            actor = w.actor.Actor(kind, name=name, garden_id=self.garden.pk)
            event = self.pour(actor)
            self.assertEqual((event.actor, event.actor_name, event.by), (kind, name, None))
            self.undo(event.pk, by=actor)
            with self.assertRaises(NotAllowed):
                beds.RemoveBed(actor, self.garden.pk, self.bed.pk).execute()
            elsewhere = dataclasses.replace(actor, garden_id=w.garden_of(self.ada).pk)
            with self.assertRaises(NotFound):
                self.pour(elsewhere)
            with self.assertRaises(NotAllowed):
                gardens.CreateGarden(actor, {"name": "G", "latitude": 40.0}).execute()
        self.assertEqual(self.pour(self.by).by, self.ada)

    def test_the_house_itself_may_all_but_only_where_a_garden_is(self) -> None:
        beds.RemoveBed(w.actor.SYSTEM, self.garden.pk, self.box.pk).execute()
        self.assertEqual(w.events("bed_removed").get().actor, "system")
        with self.assertRaises(NotFound):
            record.RecordWatering(w.actor.SYSTEM, 999_999, self.bed.pk, litres=3.0).execute()


class WhenItHappened(InAGarden):
    """The client says when; the garden's date follows from it in the garden's zone, unless its clock is its own."""

    def setUp(self) -> None:
        super().setUp()
        self.now = dt.datetime.now(dt.UTC)

    def poured(self, occurred_at: dt.datetime, zone: str = "UTC", own_clock: bool = False, **more: Any) -> Event:
        self.garden.time_zone = zone
        self.garden.clock_date = w.TODAY if own_clock else None
        self.garden.save()
        stamp = Stamp(occurred_at=occurred_at)
        return record.RecordWatering(self.by, self.garden.pk, self.bed.pk, litres=3.0, stamp=stamp, **more).execute()

    def test_the_date_is_the_gardens_when_it_happened_not_when_it_arrived(self) -> None:
        noon = (self.now - dt.timedelta(days=3)).replace(hour=12, minute=30)
        for zone, days in (("UTC", 0), ("Etc/GMT-14", 1), ("Etc/GMT+12", 0)):  # the last is half past midnight
            with self.subTest(zone):
                event = self.poured(noon, zone)
                self.assertEqual(event.date, noon.date() + dt.timedelta(days=days))
                self.assertEqual(event.occurred_at, noon)
                self.assertGreater(event.recorded_at, self.now)

    def test_a_clock_that_runs_ahead_says_now_and_a_day_that_was_chosen_stands(self) -> None:
        event = self.poured(self.now + dt.timedelta(days=2))
        self.assertEqual(event.date, dt.datetime.now(dt.UTC).date())
        self.assertLess(event.occurred_at, self.now + dt.timedelta(hours=1))
        chosen = self.now.date() - dt.timedelta(days=5)
        self.assertEqual(self.poured(self.now, on=chosen).date, chosen)

    def test_a_garden_with_a_clock_of_its_own_goes_by_it(self) -> None:
        self.assertEqual(self.poured(self.now - dt.timedelta(days=3), own_clock=True).date, w.TODAY)

    def test_of_two_alike_in_a_day_the_later_done_is_the_later_whichever_came_first(self) -> None:
        early, late = self.now - dt.timedelta(hours=2), self.now - dt.timedelta(hours=1)
        for at, reading in ((late, "wet"), (early, "dry")):
            record.RecordObservation(
                self.by, self.garden.pk, self.bed.pk, reading=reading, stamp=Stamp(occurred_at=at)
            ).execute()
        self.assertEqual([x["reading"] for x in self.told()["beds"][0]["observations"]], ["dry", "wet"])

    def test_the_header_is_read_or_named(self) -> None:
        client = w.client_of(self.ada)
        path = f"/gardens/{self.garden.pk}/waterings"
        pour = lambda **marks: w.send(  # noqa: E731
            client, "post", path, {"waterings": [{"id": w.new_id(), "bed": self.bed.pk, "litres": 1}]}, **marks
        )
        self.assertEqual(pour(occurred=self.now.isoformat()).status_code, 201)
        for occurred in ("yesterday", "2025-07-11T06:00:00", "2025-13-01T06:00:00Z", "1999-01-01T00:00:00Z"):
            refused = pour(occurred=occurred)
            self.assertEqual(
                (refused.status_code, refused.json()["fields"][0]["field"]), (400, "Occurred-At"), occurred
            )
        wrong = w.send(client, "post", f"/gardens/{self.garden.pk}/rigs", {"name": "Tap"}, key="7")
        self.assertEqual((wrong.status_code, wrong.json()["fields"][0]["field"]), (400, "Idempotency-Key"))

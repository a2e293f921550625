"""One tube through several beds: solved as one, opened as one, and told as one."""

import dataclasses
import datetime as dt
import unittest

from agronomy.decide.drip_lines import by_hour, drip_lines, taps
from agronomy.decide.fortnight import Fortnight, fortnight
from agronomy.decide.plan import Plan, plan, replan
from agronomy.decide.round import Stop, round_of
from agronomy.decide.timer_setting import timers
from agronomy.decide.walk import walk_of
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.describe.garden import check_garden
from agronomy.describe.water import check_rig
from agronomy.methods.line import outlets_of, rig_at, solved, takes_l_h, tap_of
from agronomy.methods.tubes import by_hand, by_outlet, in_order, rig_of, sharing, tube_of
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)
TAP = g.Rig("Tap", 12.0, head_m=15.0)
LINE = g.Drip(20, 2.0, length_m=6.0)
LONG = dataclasses.replace(LINE, emitters=60, length_m=20.0)


def bed(name: str, dry: int, after: str | None = None, drip: g.Drip = LINE, **changes: object) -> g.Bed:
    """A bed that was watered so many days ago."""
    return t.dried(
        dry, name=name, method="drip", drip=drip, line_after=after, length_m=6.0, width_m=1.0, rig=None, **changes
    )


def garden(*beds: g.Bed, rig: g.Rig = TAP, **changes: object) -> g.Garden:
    return dataclasses.replace(t.garden(*beds), rigs=(rig,), **changes)


def planned(*beds: g.Bed, **changes: object) -> Plan:
    return plan(garden(*beds, **changes), t.sky(), t.TODAY)


def today(p: Plan, moves: tuple[g.Move, ...] = ()) -> dict[str, Stop]:
    return {x.bed.bed.name: x for x in round_of(p, fortnight(p, 14, moves))}


def soaks(ahead: Fortnight) -> dict[str, list[dt.date]]:
    return {x.bed: [d.date for d in x.days if d.soak] for x in ahead.beds}


TWO = (bed("Thirsty", 9), bed("Moist", 2, "Thirsty"))


class Solving(unittest.TestCase):
    def test_the_order_of_a_tube(self) -> None:
        after = {"c": "b", "a": None, "b": "a", "d": "gone"}
        self.assertEqual(in_order(after, "b"), ("a", "b", "c"))
        self.assertEqual(in_order(after, "d"), ("d",))

    def test_each_line_takes_what_those_before_it_leave(self) -> None:
        tube = (LONG, LONG, LONG)
        takes = takes_l_h(TAP, tube)
        self.assertTrue(takes[0] > takes[1] > takes[2])
        self.assertLess(takes[0], takes_l_h(TAP, (LONG,))[0])
        self.assertEqual([o.through for o in outlets_of(tube)], [False, True, True])
        rows = dataclasses.replace(LONG, rows=2)
        self.assertEqual([o.through for o in outlets_of((rows, LONG))], [False, False, False])
        # a feed that goes on past its rows leaves the next more than one whose water comes through the row
        beside = dataclasses.replace(LONG, rows=2, length_m=10.0)
        self.assertGreater(takes_l_h(TAP, (beside, LONG))[1], takes[1])

    def test_one_filter_serves_the_tube(self) -> None:
        bare = dataclasses.replace(LONG, filtered=False)
        self.assertEqual(takes_l_h(TAP, (LONG, bare)), takes_l_h(TAP, (LONG, LONG)))
        self.assertNotEqual(takes_l_h(TAP, (bare, LONG)), takes_l_h(TAP, (LONG, LONG)))

    def test_where_one_length_is_open_the_printed_flows_stand(self) -> None:
        unknown = g.Drip(14, 2.0)
        self.assertEqual(solved(TAP, (LINE, unknown)), ())
        self.assertEqual(takes_l_h(TAP, (LINE, unknown)), (40.0, 28.0))

    def test_its_tap_outlet_and_reducer_are_those_of_its_head(self) -> None:
        other = g.Rig("Other", 10.0)
        head = dataclasses.replace(LINE, outlet=3, reducer_m=5.0)
        beds = (bed("A", 3, drip=head), bed("B", 3, "A"))
        both = dataclasses.replace(
            garden(*beds), rigs=(other, TAP), beds=(dataclasses.replace(beds[0], rig="Tap"), beds[1])
        )
        self.assertEqual(rig_of(both, beds[1]), TAP)
        opened = by_outlet(both, beds[1])
        assert opened is not None
        self.assertEqual((opened.place, len(opened.tubes)), (1, 1))
        self.assertAlmostEqual(solved(TAP, (head, LINE))[1].inlet_m, 5.0, places=5)
        self.assertEqual({x.outlet for x in drip_lines(plan(both, t.sky(), t.TODAY))}, {3})

    def test_what_may_not_be(self) -> None:
        for beds, field in (
            ((bed("A", 3, "A"),), r"beds\[0\]"),
            ((bed("A", 3, "B"), bed("B", 3, "A")), r"beds\[0\]"),
            ((bed("A", 3), bed("B", 3, "A"), bed("C", 3, "A")), r"beds\[1\].line_after.*goes on to C"),
            ((bed("A", 3, "Nowhere"),), r"beds\[0\].line_after"),
        ):
            with self.assertRaisesRegex(InputError, field):
                check_garden(garden(*beds))
        check_garden(garden(*TWO))

    def test_a_bed_that_has_no_line_any_more_ends_the_tube(self) -> None:
        hosed = dataclasses.replace(bed("B", 3, "A"), method="hose")
        beds = (bed("A", 3), hosed, bed("C", 3, "B"))
        self.assertEqual([x.name for x in tube_of(garden(*beds), beds[2])], ["C"])

    def test_taps_are_told_by_tubes_and_a_far_line_gets_a_feed_of_its_own(self) -> None:
        weak = g.Rig("Tap", 4.0, head_m=10.0)
        far = planned(bed("A", 3, drip=LONG), bed("B", 3, "A", LONG), bed("C", 3), rig=weak)
        (tap,) = taps(far)
        self.assertEqual(tap.tubes, (("A", "B"), ("C",)))
        thin = dataclasses.replace(LONG, bore_mm=8.0)
        strong = planned(bed("A", 3, drip=thin), bed("B", 3, "A", thin))
        b = next(x for x in drip_lines(strong) if x.bed == "B")
        self.assertEqual(b.tube, ("A", "B"))
        apart = next(x for x in b.changes if x.what == "apart")
        self.assertGreater(apart.mean_l_h, 1.1 * b.mean_l_h)
        self.assertNotIn("apart", [x.what for line in drip_lines(planned(*TWO)) for x in line.changes])


class Opening(unittest.TestCase):
    def test_all_get_water_for_as_long_as_the_thirstiest_asks(self) -> None:
        p = planned(*TWO)
        alone = today(planned(TWO[0], dataclasses.replace(TWO[1], line_after=None)))
        self.assertEqual((alone["Thirsty"].word, alone["Moist"].word), ("soak", "leave"))
        stops = today(p)
        self.assertEqual([x.word for x in stops.values()], ["soak", "soak"])
        self.assertEqual(stops["Moist"].cause, "along")
        self.assertEqual(stops["Thirsty"].tube, ("Thirsty", "Moist"))
        doses = [x.dose for x in stops.values() if x.dose]
        minutes = [x.in_hand.run_minutes or 0.0 for x in doses]
        self.assertAlmostEqual(minutes[0], minutes[1])
        takes = takes_l_h(TAP, (LINE, LINE))
        for dose, flow in zip(doses, takes, strict=True):
            self.assertAlmostEqual(dose.litres, flow * minutes[0] / 60)
            self.assertAlmostEqual(sum(x.mm for x in dose.parts), dose.soaks, places=9)
        self.assertEqual([x.what for x in doses[1].parts][-1], "along")

    def test_turned_round_the_other_opens_it(self) -> None:
        stops = today(planned(bed("Thirsty", 2), bed("Moist", 9, "Thirsty")))
        self.assertEqual([x.cause for x in stops.values()], ["along", "trigger"])

    def test_nobody_asks_and_it_stays_shut(self) -> None:
        stops = today(planned(bed("A", 1), bed("B", 1, "A")))
        self.assertEqual([(x.word, x.tube) for x in stops.values()], [("leave", ("A",)), ("leave", ("B",))])

    def test_the_days_ahead_open_it_for_both_and_count_what_nobody_asked_for(self) -> None:
        p = planned(*TWO)
        both = soaks(fortnight(p))
        self.assertEqual(both["Thirsty"], both["Moist"])
        self.assertGreater(len(both["Moist"]), 1)
        moist = fortnight(p).beds[1]
        over = sum(d.soak.over for d in moist.days if d.soak)
        self.assertGreater(over, 0.0)
        self.assertGreaterEqual(moist.lost_litres, over * p.beds[1].today.arrives - 1e-6)

    def test_a_run_too_short_for_who_comes_along_leaves_it_a_part(self) -> None:
        slow = dataclasses.replace(LINE, flow_l_per_h=0.2, holding=True)
        p = planned(bed("Thirsty", 9), bed("Moist", 2, "Thirsty", slow))
        ahead = fortnight(p)
        soak, full = ahead.beds[1].days[0].soak, p.beds[1].if_watered()
        self.assertLess(soak.litres.mid, 0.7 * full.litres)
        alone = fortnight(planned(bed("Moist", 2, drip=slow)), moves=(g.Move("Moist", t.TODAY + 3 * DAY, t.TODAY),))
        self.assertGreater(ahead.beds[1].days[0].net.mid, alone.beds[0].days[0].net.mid + 1)

    def test_it_runs_as_often_as_one_bed_needs(self) -> None:
        strong = dataclasses.replace(LINE, emitters=8, flow_l_per_h=8.0)
        shallow = (t.planting("lettuce", 12, "ankle", 0.3),)
        stops = today(planned(bed("Shallow", 9, drip=strong, plantings=shallow), bed("Deep", 2, "Shallow")))
        doses = [x.dose for x in stops.values() if x.dose]
        self.assertGreater(doses[0].passes, 1)
        self.assertEqual([x.passes for x in doses], [doses[0].passes] * 2)

    def test_drills_on_it_are_watered_by_hand_for_themselves(self) -> None:
        sown = g.Planting("carrot", 100, t.TODAY - 5 * DAY, start="sown", sown_m2=2.0)
        stops = today(planned(bed("Grown", 9), bed("Drills", 3, "Grown", plantings=(sown,))))
        drills = stops["Drills"]
        self.assertEqual((stops["Grown"].tube, drills.tube), (("Grown",), ("Drills",)))
        self.assertIsNone(drills.dose.in_hand.run_minutes if drills.dose else None)

    def test_what_tomorrow_has_no_room_for_is_opened_for_all_today(self) -> None:
        one = (t.planting("tomato", 1, "knee", 0.4),)
        two = (bed("Thirsty", 1), bed("Moist", 1, "Thirsty", plantings=one))
        free = soaks(fortnight(planned(*two)))["Thirsty"][0]
        self.assertGreater(free, t.TODAY)
        shut = g.Allowed(from_h=6.0, to_h=6.05, weekdays=(free.weekday(),))
        open_else = g.Allowed(from_h=4.0, to_h=20.0, weekdays=tuple(x for x in range(7) if x != free.weekday()))
        made = soaks(fortnight(planned(*two, allowed=(shut, open_else))))
        self.assertEqual((made["Thirsty"][0], made["Moist"][0]), (free - DAY, free - DAY))

    def test_it_is_walked_and_counted_once(self) -> None:
        p = planned(*TWO)
        stops = round_of(p, fortnight(p))
        self.assertEqual([x.bed for x in walk_of(stops).goes if x.turn == 1], ["Thirsty"])
        day = fortnight(p).days[0]
        self.assertEqual(day.minutes, fortnight(p).beds[0].days[0].soak.minutes)

    def test_a_day_without_room_refuses_all_of_it_and_one_move_moves_all(self) -> None:
        full = g.Allowed(from_h=6.0, to_h=6.2)
        p = planned(*TWO, allowed=(full,))
        ahead = fortnight(p)
        self.assertEqual([x.days[0].soak for x in ahead.beds], [None, None])
        self.assertEqual([x.days[0].gave for x in ahead.beds], ["taps", None])
        moved = soaks(fortnight(planned(*TWO), moves=(g.Move("Moist", t.TODAY, t.TODAY + DAY),)))
        self.assertEqual(moved["Thirsty"][0], t.TODAY + DAY)
        self.assertEqual(moved["Moist"][0], t.TODAY + DAY)
        left = fortnight(planned(*TWO), left=("Moist",))
        self.assertEqual([x.days[0].soak for x in left.beds], [None, None])

    def test_one_timer_runs_the_whole_tube(self) -> None:
        timed = dataclasses.replace(TAP, programmes=(g.Programme(t.TODAY - 9 * DAY, 2, 30.0),))
        (timer,) = timers(planned(*TWO, rig=timed))
        self.assertEqual(timer.beds, ("Thirsty", "Moist"))
        a_run = sum(takes_l_h(timed, (LINE, LINE))) / 2
        self.assertAlmostEqual(timer.now.litres_a_week, 7 * a_run / 2, delta=0.01 * a_run)

    def test_a_mark_on_one_bed_works_the_others_on_its_tube_anew(self) -> None:
        third = bed("Apart", 4)
        before = planned(*TWO, third)
        fortnight(before)
        noted = dataclasses.replace(TWO[0], waterings=(*TWO[0].waterings, g.Watering(t.TODAY, 60.0)))
        changed = garden(noted, TWO[1], third)
        known, anew = replan(before, changed), plan(changed, t.sky(), t.TODAY)
        assert known is not None
        self.assertEqual(soaks(fortnight(known)), soaks(fortnight(anew)))
        self.assertIs(known.beds[2], before.beds[2])
        minutes = [x.today.method.pouring_minutes(10.0) for x in known.beds]
        self.assertEqual(minutes, [x.today.method.pouring_minutes(10.0) for x in anew.beds])
        # what is kept of a bed's days rests on the others of its tube as they stand
        drier = planned(TWO[0], bed("Moist", 14, "Thirsty"), third)
        mixed = dataclasses.replace(drier, beds=(before.beds[0], drier.beds[1], before.beds[2]))
        first, other, again = (fortnight(x).beds[0] for x in (before, mixed, dataclasses.replace(before)))
        self.assertNotEqual(first, other)
        self.assertEqual(first, again)
        self.assertEqual(sharing(changed, [0]), {0, 1})
        # beds that one outlet of a timer opens are worked anew together, too
        timed = dataclasses.replace(TAP, programmes=(g.Programme(t.TODAY - 9 * DAY, 2, 30.0),))
        self.assertEqual(sharing(garden(*TWO, third, rig=timed), [2]), {0, 1, 2})
        alone = by_hand(changed, third)
        self.assertEqual(alone.tubes if alone else None, ((LINE,),))


class ByTheHour(unittest.TestCase):
    """A tap whose head falls from 20 m at night to 5 m at breakfast."""

    TAP = dataclasses.replace(TAP, head_m=20.0, pressures=(g.Pressure(7.0, 5.0), g.Pressure(23.0, 20.0)))

    def test_between_readings_and_round_midnight(self) -> None:
        self.assertEqual([rig_at(self.TAP, h).head_m for h in (7.0, 23.0, 15.0, 3.0)], [5.0, 20.0, 12.5, 12.5])
        self.assertAlmostEqual(rig_at(self.TAP, 7.0).flow_l_per_min, 6.0)  # a quarter of the head, half of the flow
        self.assertEqual(rig_at(TAP, 7.0), TAP)
        two = tap_of(rig_at(dataclasses.replace(self.TAP, throttled_l_per_min=6.0, throttled_head_m=15.0), 7.0), LINE)
        self.assertAlmostEqual(two.head_m(360.0), 0.0, places=6)

    def test_hands_open_it_in_the_morning_and_a_timer_at_its_starts(self) -> None:
        slow, fast = (today(planned(bed("A", 9), rig=x))["A"].dose for x in (self.TAP, TAP))
        assert slow is not None
        assert fast is not None
        self.assertAlmostEqual(slow.litres, fast.litres)
        self.assertGreater(slow.in_hand.run_minutes or 0.0, 1.3 * (fast.in_hand.run_minutes or 99.0))

        def a_week(hour: float) -> float:
            run = g.Programme(t.TODAY - 9 * DAY, 2, 30.0, starts=(hour,))
            (timer,) = timers(planned(bed("A", 3), rig=dataclasses.replace(self.TAP, programmes=(run,))))
            assert timer.now is not None
            return timer.now.litres_a_week

        self.assertAlmostEqual(a_week(23.0) / a_week(7.0), 2.0, delta=0.05)  # q goes by the root of the head

        def behind(hour: float) -> float:
            run = g.Programme(t.TODAY - 9 * DAY, 2, 30.0, starts=(hour,))
            return planned(bed("A", 9), rig=dataclasses.replace(self.TAP, programmes=(run,))).beds[0].net_mm.mid

        self.assertLess(behind(2.0), behind(7.0))

    def test_it_is_told_hour_by_hour(self) -> None:
        long = dataclasses.replace(LONG, emitters=200, length_m=60.0, holding=True)
        morning, night = by_hour(planned(bed("A", 3, drip=long), rig=self.TAP))
        self.assertEqual((morning.hour, night.hour), (7.0, 23.0))
        self.assertGreater(night.even, morning.even)
        self.assertGreater(night.takes_l_h, morning.takes_l_h)
        self.assertEqual(by_hour(planned(bed("A", 3))), ())

    def test_each_hour_once(self) -> None:
        with self.assertRaisesRegex(InputError, "pressures"):
            check_rig(dataclasses.replace(TAP, pressures=(g.Pressure(7.0, 5.0), g.Pressure(7.0, 6.0))))


if __name__ == "__main__":
    unittest.main()

"""Today's round: each bed's word as the days ahead leave it, so that no two views say two things of one day."""

from __future__ import annotations

import dataclasses
import datetime as dt
from dataclasses import dataclass

from agronomy.decide.again import Again
from agronomy.decide.bands import Band
from agronomy.decide.dose import PASS_PAUSE_MINUTES, Dose
from agronomy.decide.fortnight import Fortnight
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.reasons import LEAST_SHOWN_MM, Part
from agronomy.decide.room import Soak
from agronomy.decide.sequence import ASKED_WORDS, BedAhead
from agronomy.decide.together import tubes_in

LAID = ("early", "moved")  # how a soak comes to a day on which its bed does not ask for it


@dataclass(frozen=True, eq=False)
class Stop:
    """One bed of today's round.

    word, cause: the plan's, but "soak" by "early", "moved" or "along" (another bed on its tube asks) where the days
    ahead lay a soak on today that the bed does not ask for; "leave" by "moved_away" where its soak was moved to another
    day; and "leave" by "evening" where the day itself takes it past its mark, so that it holds until the evening and no
    longer. gives: today has not room for it.
    tonight: depletion this evening if the round is done; left_alone: if nothing more is poured [mm over the rooted
    share]. next_soak: the day on which the days ahead water it next, after today, and when 10 and 90 % of the series
    would ask for it, each by itself; next_litres: what it gets then. tube: the beds that its line waters at once today,
    from the tap on; only itself where it is watered alone.
    """

    bed: BedPlan
    word: str
    cause: str
    dose: Dose | None
    again: Again | None
    gives: bool
    tonight: Band
    left_alone: Band
    next_soak: tuple[dt.date, dt.date, dt.date] | None
    next_litres: float | None
    tube: tuple[str, ...]


def round_of(plan: Plan, ahead: Fortnight) -> tuple[Stop, ...]:
    """The stops of a plan under its days ahead, in the walk's order; beds on one tube that is opened follow the first
    of them."""
    stops = [_stop(b, line) for b, line in zip(plan.beds, ahead.beds, strict=True)]
    tubes = tubes_in(plan)
    for tube in set(tubes.values()):
        soaks = {i: soak for i in tube if (soak := ahead.beds[i].days[0].soak)}
        if any(stops[i].word == "soak" and soak.how != "along" for i, soak in soaks.items()):
            for i, told in _opened([stops[i] for i in soaks], list(soaks.values())).items():
                stops[list(soaks)[i]] = told
    firsts = {name: k for k, x in reversed(list(enumerate(stops))) for name in x.tube}
    return tuple(sorted(stops, key=lambda x: firsts[x.bed.bed.name]))


def _opened(stops: list[Stop], soaks: list[Soak]) -> dict[int, Stop]:
    """The stops of a tube that is opened today: one run waters all of them."""
    names, told = tuple(x.bed.bed.name for x in stops), {}
    for i, (x, soak) in enumerate(zip(stops, soaks, strict=True)):
        first, b = x.dose or x.bed.if_watered(), x.bed
        litres = soak.litres.mid - (soak.again if soak.again < soak.litres.mid else 0.0)
        more_mm = (litres - first.litres) * first.arrives / b.ground_m2
        parts, soaks_mm = first.parts, first.soaks + more_mm / b.watered_share
        if parts and abs(soaks_mm - first.soaks) > LEAST_SHOWN_MM:
            parts = (*parts, Part("along", soaks_mm - first.soaks))
        dose = dataclasses.replace(
            first,
            mm=first.mm + more_mm,
            litres=litres,
            litres_band=soak.litres.scaled_to(litres),
            minutes=soak.minutes,
            in_hand=dataclasses.replace(first.in_hand, run_minutes=b.today.method.pouring_minutes(litres)),
            passes=soak.goes,
            pause_minutes=max(first.pause_minutes, PASS_PAUSE_MINUTES if soak.goes > 1 else 0.0),
            parts=parts,
            soaks=soaks_mm,
        )
        word = x if x.word == "soak" else dataclasses.replace(x, word="soak", cause="along", gives=False)
        told[i] = dataclasses.replace(word, dose=dose, tube=names)
    return told


def _stop(b: BedPlan, line: BedAhead) -> Stop:
    today = line.days[0]
    word, cause, dose, again = b.word, b.cause, b.dose, b.again
    gives = today.gave in ("minutes", "taps")
    if today.soak and today.soak.how in LAID and b.word not in (*ASKED_WORDS, "done"):
        word, cause, dose = "fill" if b.fills else "soak", today.soak.how, b.if_watered()
    elif today.gave == "moved" and b.word in ASKED_WORDS:
        word, cause, dose, again = "leave", "moved_away", None, None
    elif (word, cause) == ("leave", "not_yet") and not b.fills and line.left_alone.mid >= b.trigger_mm:
        cause = "evening"
    return Stop(b, word, cause, dose, again, gives, today.net, line.left_alone, *_next(b, line), (b.bed.name,))


def _next(b: BedPlan, line: BedAhead) -> tuple[tuple[dt.date, dt.date, dt.date] | None, float | None]:
    coming = next(((x.date, x.soak) for x in line.days[1:] if x.soak), None)
    if coming is None:
        return None, None
    date, soak = coming
    early, _, late = b.next_soak or (date,) * 3
    return (min(early, date), date, max(late, date)), soak.litres.mid

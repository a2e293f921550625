"""When a bed asks for water, and what is poured then: the gardener, by what is known on a morning.

Numbers only; compiled into the runs over days (kernel.py).
"""

from __future__ import annotations

from agronomy.balance.terms import AGAIN_ONLY, BY_TRIGGER, NEVER, BedDay, BedFigures, Opening, Want


def want_of(x: Opening) -> Want:
    """What the word of a morning goes by [mm], of one series. Arithmetic."""
    return Want(
        net=x.net,
        trigger=x.trigger,
        de=x.de,
        top_use=x.top_use,
        r=x.r,
        day_use=x.day_use,
        mix=x.mix,
        fill_mark=x.fill_mark,
    )


def top_asks(net: float, de: float, top_use: float, damp_top: float) -> bool:
    """Whether the damp-top rule asks for water: today would take the top of what is young past its mark [mm].

    Common practice.
    """
    return damp_top > 0.0 and net > 0.0 and min(de, net) + top_use >= damp_top


def fills_only(want: Want, bed_day: BedDay, bed: BedFigures) -> bool:
    """Whether water goes into its reservoir on a day and none comes from above: of a box whose roots have found the
    wick always; beside what is buried, while the ground between is not past its mark. Common practice."""
    if bed.capacity <= 0.0 or bed_day.wicks == 0.0:
        return False
    return bed.buried == 0.0 or not (
        want.net >= want.trigger or top_asks(want.net, want.de, want.top_use, bed_day.damp_top)
    )


def asked(policy: float, want: Want, bed_day: BedDay, bed: BedFigures) -> float:
    """What a policy pours besides what was recorded of the day [mm over the ground].

    A share of a refill whatever the depletion; or, by trigger, a whole one when the depletion passes the trigger or the
    top of what is young would pass its own. Common practice (decide/styles.py).
    """
    if fills_only(want, bed_day, bed):
        return 0.0  # it is filled below, and not watered from above
    asks = want.net >= want.trigger or top_asks(want.net, want.de, want.top_use, bed_day.damp_top)
    if policy in (NEVER, AGAIN_ONLY) or (policy == BY_TRIGGER and not asks):
        return 0.0
    need = max(0.0, want.net)
    if bed_day.damp_top > 0.0 and want.net < want.trigger:
        need = min(want.de, need)  # shallow and often: the top layer alone
    need = max(need, bed_day.ball)
    given = 1.0 if policy == BY_TRIGGER else policy
    return max(
        0.0, given * need * bed_day.share * bed_day.reach - bed_day.morning - bed_day.afternoon - bed_day.evening
    )


def fill_asks(want: Want, fill_below: float) -> bool:
    """Whether both stores ask: the reservoir does not last the day, and the mix above is past its mark or would be.

    fill_below: where it counts as empty [mm over the ground]. Common practice, no source.
    """
    return want.r < fill_below + want.day_use and want.mix >= want.fill_mark


def filled(policy: float, want: Want, bed_day: BedDay, bed: BedFigures) -> float:
    """The share [0..1] of what its reservoir lacks that a policy fills: whoever fills it sees when it is full.

    Arithmetic.
    """
    if not fills_only(want, bed_day, bed):
        return 0.0  # roots do not reach it yet, or all of the ground is watered
    if policy == BY_TRIGGER:
        return 1.0 if fill_asks(want, bed.fill_below) else 0.0
    return max(policy, 0.0)

"""What moves water in a bed, each process a small function of numbers that returns what it changed.

Depletions are in mm below field capacity over the share of the ground they belong to; `net` may be negative, which is
water held above field capacity. A process that takes time is given its length `dt` [d], or its part of the day's
demand, so that a day can be cut into any number of parts. All are compiled into the day's step (kernel.py).
"""

from __future__ import annotations

import math

EDGE = 0.5  # of the top layer's evaporable water, that of an edge of cloth: about 5 cm of mix dry from it; practice
ENOUGH_WETTED = (
    1.0 / 3.0
)  # of rooted ground whose water can serve the whole plant: Keller and Bliesner 1990, from memory
ONE_PASS_TAKEN = 0.4  # share that a mix that repels takes of water poured in one go; common practice, no source


def spread_roots(
    share: float, share_before: float, de: float, do: float, net: float, beside: float, reach: float
) -> tuple[float, float, float, float, float, float]:
    """Roots that reach more ground take its depletion along, that of its top layer too; ground given up lets go of what
    stands above its capacity.

    net, beside: of what a line wets of the rooted ground, which is `reach` of it [0..1], and of what lies beside that.
    Returns de, do, net and beside afterwards, the depletion brought along and the water that drained [mm over the whole
    ground].

    Arithmetic.
    """
    if share > share_before:
        reached = (share - share_before) * do
        top = (share_before * de + reached) / share
        wetted, dry = (share_before * net + reached) / share, (share_before * beside + reached) / share
        return top, do, wetted, dry, reached, 0.0
    if share < share_before:
        less = share_before - share
        given_up = less * (reach * max(net, 0.0) + (1.0 - reach) * max(beside, 0.0))
        let_go = less * (reach * max(-net, 0.0) + (1.0 - reach) * max(-beside, 0.0))
        return de, ((1.0 - share_before) * do + given_up) / (1.0 - share), net, beside, -given_up, let_go
    return de, do, net, beside, 0.0, 0.0


def wetted_anew(net: float, beside: float, reach: float, reach_before: float) -> tuple[float, float]:
    """A line that wets another share of the rooted ground than yesterday: the ground that changes sides takes its
    depletion along. Both in mm over their part; arithmetic."""
    if reach > reach_before:
        return (reach_before * net + (reach - reach_before) * beside) / reach, beside
    if reach < reach_before:
        return net, ((1.0 - reach_before) * beside + (reach_before - reach) * net) / (1.0 - reach)
    return net, beside


def taken_in(net: float, taw: float, repels_beyond: float, one_pass: float) -> float:
    """Share of what is poured that the ground lets in [0..1]: a dry mix that repels takes little of one go.

    Common practice.
    """
    if repels_beyond > 0.0 and net > repels_beyond * taw:
        return 1.0 - one_pass * (1.0 - ONE_PASS_TAKEN)
    return 1.0


def pour(
    net: float, de: float, do: float, poured: float, share: float, reach: float, room: float, let_in: float
) -> tuple[float, float, float, float]:
    """Water that a method brings onto the rooted share. What its reach wets holds no more than its room.

    net: of what it reaches. poured [mm over the ground]; reach: share of the rooted store that it can refill, and of
    the surface that it wets.
    Returns net, de, and do of a container's sides afterwards, and what ran past [mm over the ground].

    FAO-56 eq. 77: the top layer gains I / fw.
    """
    taken = min(let_in * poured / share, reach * (max(0.0, net) + room))
    net -= taken / reach
    over = poured - taken * share
    if net < -room:
        over += (-room - net) * share * reach
        net = -room
    return net, max(0.0, de - taken / reach), max(0.0, do - taken) if share >= 1.0 else do, over


def pour_on(
    net: float,
    de: float,
    do: float,
    beside: float,
    poured: float,
    by_hand: float,
    share: float,
    reach: float,
    room: float,
    let_in: float,
) -> tuple[float, float, float, float, float]:
    """Water onto the rooted share: what a line gives wets its reach, what comes by hand all of it.

    poured [mm over the ground], by_hand: share of it [0..1]. Returns net, de, do and the depletion beside afterwards,
    and what ran past [mm over the ground]. Arithmetic over pour.
    """
    if reach < 1.0 and by_hand > 0.0:
        hand = by_hand * poured
        beside -= let_in * hand / share
        net, de, do, over = pour(net, de, do, reach * hand, share * reach, 1.0, room, let_in)
        over += (1.0 - reach) * (1.0 - let_in) * hand
        net, de, do, past = pour(net, de, do, poured - hand, share, reach, room, let_in)
        return net, de, do, beside, over + past
    net, de, do, over = pour(net, de, do, poured, share, reach, room, let_in)
    return net, de, do, beside, over


def store(r: float, water: float, capacity: float) -> tuple[float, float]:
    """What the reservoir holds with this water in it, and what flows over [mm over the ground]. Arithmetic."""
    r += water
    return (capacity, r - capacity) if r > capacity else (r, 0.0)


def stress(net: float, raw: float, taw: float) -> float:
    """Ks by FAO-56 eq. 84. All in mm over the rooted share; Ks is a share [0..1]."""
    depletion = max(net, 0.0)
    return 1.0 if depletion <= raw else max(0.0, (taw - depletion) / (taw - raw))


def drawn_from(ks: float, ks_beside: float, reach: float) -> tuple[float, float]:
    """Ks of plants whose roots stand in two parts of the ground [0..1], and what they draw with ease from the one that
    a line wets, over what they would from both alike [-].

    Roots draw from each by its share and its own Ks; what the dry part does not give, the wet one does, while it is
    ENOUGH_WETTED of the whole. A rule of the kind of Jarvis (1989), from memory; FAO-56 eq. 84 where both are alike.
    """
    if reach >= 1.0:
        return ks, 1.0
    able = reach * ks + (1.0 - reach) * ks_beside
    if able <= 0.0:
        return 0.0, 1.0
    of_both = min(max(ks, ks_beside), able / ENOUGH_WETTED)
    return of_both, of_both / able


def drawn(net: float, raw: float, taw: float, potential: float) -> float:
    """What plants draw in a part of a day in which Ks follows the depletion that they leave behind them.

    All in mm over the rooted share; FAO-56 eq. 84 solved over the part: beyond RAW what is left falls exponentially. So
    the answer hardly depends on how many parts a day has.
    """
    easily = max(0.0, raw - net)
    if potential <= easily:
        return potential
    left = max(0.0, taw - max(net, raw))
    return easily + left * (1.0 - math.exp(-(potential - easily) / (taw - raw)))


def drink_again(net: float, raw: float, taw: float, until_dark: float, droops_at: float, margin: float) -> float:
    """A second drink of a day: a refill, where without it Ks would fall below `droops_at` before dark.

    until_dark: what plants would use until then; margin: for the doubt of demand over what is held. All in mm over the
    rooted share, Ks a share [0..1]. Common practice.
    """
    droops = margin * (net + until_dark) > raw + (1.0 - droops_at) * (taw - raw)
    return max(0.0, net) if droops else 0.0


def rain_kept(fall: float, held: float, rain_in: float) -> float:
    """Rain that leaves and mulch hold back and covers keep off [mm]. Common practice for the figures it is given."""
    kept = min(fall, held)
    return kept + (fall - kept) * (1.0 - rain_in)


def runoff(through: float, curve_number: float, frame_takes: float) -> float:
    """Runoff of a day's rain [mm] by the curve number; NEH 630 chapter 10.

    In a frame (no curve number) only what neither soaks in while it rains nor stands within the frame runs over.
    """
    if curve_number <= 0.0:
        return max(0.0, through - frame_takes) if frame_takes > 0.0 else 0.0
    s = 25400.0 / curve_number - 254.0
    return (through - 0.2 * s) ** 2 / (through + 0.8 * s) if through > 0.2 * s else 0.0


def top_left(depletion: float, tew: float, rew: float) -> float:
    """Kr by FAO-56 eq. 74. All in mm; Kr is a share [0..1]."""
    return 1.0 if depletion <= rew else max(0.0, (tew - depletion) / (tew - rew))


def use(
    net: float,
    beside: float,
    de: float,
    ks: float,
    pull: float,
    reach: float,
    demand: float,
    kcb: float,
    kc_max: float,
    over: float,
    few: float,
    wetted: float,
    evap_left: float,
    tew: float,
    rew: float,
    deepest: float,
    raw: float,
    taw: float,
    in_parts: bool,
) -> tuple[float, float, float, float, float, float, float]:
    """Evaporation and transpiration of the rooted share; FAO-56 eq. 71, 77 and 80, drawn from the whole canopy.

    demand [mm]: ET0 of this part of the day; over: area that demands over the rooted share. Kr (eq. 74) is taken after
    whatever wetted the top layer today. in_parts: Ks follows the depletion through the part; else it is the morning's,
    as FAO-56 takes it. pull: what roots draw with ease from what a line wets, which is `reach` of the rooted share,
    over what they would from both parts alike; wetted: below 1 the exposed wet surface lies within it. Returns net, the
    depletion beside and de afterwards, Ke, and evaporation, transpiration and transpiration without stress [mm over the
    rooted share].
    """
    ke = min(top_left(de, tew, rew) * (kc_max - min(kcb * over, kc_max)), few * kc_max) * evap_left
    evaporation = min(max(0.0, ke * demand), (tew - de) * few)
    potential = kcb * demand * over
    if reach >= 1.0:
        evaporation = min(evaporation, max(0.0, deepest - net))
        wanted = drawn(net + evaporation / 2.0, raw, taw, potential) if in_parts else ks * potential
        transpiration = min(wanted, max(0.0, taw - net - evaporation))
        net += evaporation + transpiration
    else:
        here = 1.0 / reach if wetted < 1.0 else 1.0  # of evaporation, over what the line wets
        there = 0.0 if wetted < 1.0 else 1.0
        evaporation = min(evaporation, max(0.0, deepest - net) / here)
        if there > 0.0:
            evaporation = min(evaporation, max(0.0, deepest - beside))
        net += here * evaporation
        beside += there * evaporation
        # A part of the ground is small to what all the plant draws: Ks follows what is left in it.
        from_wet, from_dry = drawn(net, raw, taw, pull * potential), drawn(beside, raw, taw, pull * potential)
        transpiration = reach * from_wet + (1.0 - reach) * from_dry
        # Rain after the morning's Ks leaves more to draw from than is wanted by it.
        most = potential if in_parts else ks * potential
        wanted = min(1.0, most / transpiration) if transpiration > 0.0 else 1.0
        net += wanted * from_wet
        beside += wanted * from_dry
        transpiration *= wanted
    return net, beside, min(tew, de + evaporation / few), ke, evaporation, transpiration, potential


def dry_bare(do: float, most: float, tew: float, rew: float) -> float:
    """Evaporation of the bare rest [mm over it]; most: what it would lose wet.

    FAO-56 eq. 74 with the stage's own Kr.
    """
    return min(top_left(do, tew, rew) * most, max(0.0, tew - do))


def dry_sides(do: float, most: float, side: float, tew: float, rew: float) -> tuple[float, float]:
    """Evaporation through sides of cloth: do of their edge [mm over the sides], and the water [mm over the ground].

    most [mm over the ground]: what sun and air could take from wet ones; side: their area over the ground [-]. They dry
    like exposed ground, FAO-56 eq. 74, over an edge of less depth.
    """
    tew, rew = EDGE * tew, EDGE * rew
    gone = min(top_left(do, tew, rew) * most, max(0.0, tew - do) * side)
    return do + gone / side, gone


def shed(net: float, room: float) -> tuple[float, float]:
    """What the ground cannot hold even above field capacity leaves at once: net, and the water [mm over the share].

    Arithmetic.
    """
    return (-room, -room - net) if net < -room else (net, 0.0)


def drain(net: float, saucer: float, a_day: float, dt: float) -> tuple[float, float]:
    """Water above field capacity drains by a share of it a day, but for what a saucer keeps: net, and the water [mm
    over the share].

    An exponential fall, common practice.
    """
    if net >= -saucer:
        return net, 0.0
    gone = (-net - saucer) * (a_day if dt == 1.0 else 1.0 - (1.0 - a_day) ** dt)
    return net + gone, gone


def pass_aside(net: float, do: float, share: float, a_day: float, dt: float) -> tuple[float, float, float]:
    """Water above field capacity passes into the ground beside, by a share a day of what would make both stand alike.

    Returns net and do afterwards, and the water [mm over the whole ground]. Where do comes out below zero, the ground
    beside is full and the rest is its to drain.

    An exponential approach, common practice.
    """
    if net >= 0.0 or share >= 1.0:
        return net, do, 0.0
    until_alike = min(-net, (1.0 - share) * (do - net))
    passed = until_alike * (a_day if dt == 1.0 else 1.0 - (1.0 - a_day) ** dt)
    return net + passed, do - passed * share / (1.0 - share), passed * share


def wick_rests_at(r: float, capacity: float, full: float, falls: float) -> float:
    """Where the mix over a reservoir comes to rest, a depletion as a share of TAW: the lower the water stands, the
    further it has to climb, and the drier the mix above it.

    full: over a full one; falls: what an empty one adds. Common practice, no source.
    """
    return full + falls * (1.0 - min(1.0, r / capacity)) if capacity > 0.0 else full


def wick(r: float, net: float, share: float, most_a_day: float, rest: float, reach: float, dt: float) -> float:
    """Water lifted from the reservoir into the mix above until it rests [mm over the ground]; rest: a depletion.

    reach: of what is missing, the share that a day can put back [0..1]: less than 1 where the wick stands under a part
    of the mix, or what is buried beside a part of the roots. Common practice.
    """
    in_reach = 1.0 if reach >= 1.0 else 1.0 - (1.0 - reach) ** dt
    return min(r, most_a_day * dt, max(0.0, net - rest) * share * in_reach)

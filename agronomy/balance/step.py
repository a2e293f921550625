"""One day of one bed, written once. FAO-56 chapters 7 and 8, with water above field capacity and a second store.

Plain Python is the oracle of the tests; kernel.py compiles it.

Stores. The bed's ground is split by what roots and waterings reach: the *rooted* share `f` holds a depletion below
field capacity (dr), the depletion of its exposed top layer (de) and water above field capacity (w), each in mm over
that share. The *bare* rest holds the depletion of its evaporating layer (do), in mm over the rest. Under a drip line
the rooted share has two parts: what the line wets, to which dr, de and w then belong, and the ground *beside* (db),
which rain and a hand reach and the line does not; roots draw from both. A reservoir under the bed holds r, in mm over
the whole ground. A container has no bare rest: where its sides are of cloth, do is the depletion of their edge, in mm
over the sides, which is water of the rooted store, as de is. When roots spread, the ground they reach brings its own
depletion along, so growing roots create no water.

Order of the day: spread of roots; a changed soil; rain that fell before the morning; what was observed; then, in each
part of the day, morning or afternoon watering; Ks from the depletion at that point; rain; use; what exceeds field
capacity is held above it, passes into the ground beside and drains; the wick lifts from the reservoir; evening
watering, which counts for the night and the next day. A day of a bed is one part; a container's runs from dawn to dawn
in several, in today's and tomorrow's by the hour.
"""

from __future__ import annotations

from agronomy.balance.asking import top_asks
from agronomy.balance.layout import HOUR_KS, HOUR_NET, part_of
from agronomy.balance.processes import (
    drain,
    drawn_from,
    drink_again,
    dry_bare,
    dry_sides,
    pass_aside,
    pour_on,
    rain_kept,
    runoff,
    shed,
    spread_roots,
    store,
    stress,
    taken_in,
    use,
    wetted_anew,
    wick,
    wick_rests_at,
)
from agronomy.balance.terms import (
    NEVER,
    THIRSTY_KS,
    Air,
    Array,
    BedDay,
    BedFigures,
    Draw,
    Opening,
    State,
    Terms,
)

NEARLY_FULL = 0.2  # of RAW: a container less dry than that is not watered in the morning; common practice, no source
STANDING_FREE_MOST = 1.4  # of ET0 over the canopy of a small stand: FAO-56 chapters 9 and 10 discuss 1.2 to 1.4


def open_day(state: State, bed_day: BedDay, share_before: float, bed: BedFigures, draw: Draw, air: Air) -> Opening:
    """The morning of one series: what its stores hold before anything is poured, and the day's coefficients.

    All water in mm, shares [0..1]. FAO-56 chapters 7 and 8.
    """
    f = bed_day.share
    before, reach = state.reach, bed_day.reach
    de, do, net, beside, reached, drained = spread_roots(
        f, share_before, state.de, state.do, state.dr - state.w, state.db, before
    )
    net, beside = wetted_anew(net, beside, reach, before)
    r = state.r

    # A soil that was changed holds more or less; the water in it stays the same.
    net += bed_day.rebased
    beside += bed_day.rebased
    de = min(bed_day.tew, max(0.0, de + bed_day.rebased_top))
    do += bed_day.rebased_top

    # Coefficients of the day, and p for its demand.
    et0 = max(0.0, air.et0 * (1.0 + draw.z_air * air.et0_cv)) * bed_day.air_factor
    climate = air.climate * bed_day.h_factor
    # Kc min, for which Allen and Pereira (2009) eq. 11 allow 0 to 0.15, is 0: the ground between plants has its own
    # evaporation in this balance, and a seedling must not transpire for the whole bed.
    kcb = max(0.0, bed_day.kd * (bed_day.kcb_full + climate)) * draw.q_demand
    if bed_day.leaf_heat > 0.0:
        kcb = max(kcb, min(kcb + bed_day.leaf_heat, bed_day.kd * STANDING_FREE_MOST))
    kc_max = max(1.2 + climate, kcb + 0.05)  # FAO-56 eq. 72
    few = 1.0 - bed_day.cover  # FAO-56 eq. 75, of a drip line by the remark below it
    if bed_day.wetted < 1.0:
        few = min(few, bed_day.wetted * (1.0 - 2.0 / 3.0 * bed_day.cover))
    few = max(few, 0.01)
    p = min(0.8, max(0.1, bed_day.p_table + bed.p_slope * (5.0 - kcb * et0 * bed_day.spread_area / f)))
    taw = max(bed_day.taw * draw.q_capacity, 0.1)
    raw = p * taw

    # The day's rain on its way to the soil; what fell before the morning is there already.
    fall = max(0.0, air.rain * (1.0 + draw.z_rain * air.rain_cv))
    held = rain_kept(fall, bed_day.rain_held * air.showers, bed_day.rain_in)
    ran = runoff(fall - held, bed.curve_number, bed.frame_takes)
    soaking = fall - held - ran
    early = bare_drained = 0.0
    if air.fallen > 0.0:
        early = soaking * min(1.0, air.fallen / air.rain)
        net -= early
        beside -= early
        de = max(0.0, de - early)
        do -= early
        bare_drained = max(0.0, -do) * (1.0 - f)
        do = max(0.0, do)

    # What was observed moves the state towards it.
    correction = correction_store = 0.0
    if bed_day.seen_at >= 0.0:
        scale = taw if bed_day.seen_of > 0.0 else raw
        to = net + bed_day.seen_weight * (bed_day.seen_at * scale - net)
        moved = min(max(to, bed_day.seen_least * scale), bed_day.seen_most * scale) - net
        net += moved
        correction = -f * reach * moved
        de = min(bed_day.tew, max(0.0, de + moved))
    if bed_day.ran_out > 0.0 and taken_in(net, taw, bed.repels_beyond, bed_day.one_pass) == 1.0:
        # What ran out below had found no room: no more was missing than what was poured.
        over = net - (bed_day.morning + bed_day.afternoon + bed_day.evening) * draw.q_water / (f * reach)
        if over > 0.0:
            net -= over
            correction += f * reach * over
            de = max(0.0, de - over)
    de = min(max(de, bed_day.top_least), bed_day.top_most)
    if bed_day.seen_store >= 0.0 and bed.capacity > 0.0:
        correction_store = bed.store_weight * (min(bed_day.seen_store, bed.capacity) - r)
        r += correction_store

    pull = 1.0
    if reach < 1.0:
        _, pull = drawn_from(stress(net, raw, taw), stress(beside, raw, taw), reach)
    trigger = bed.trigger_raw * raw + bed.trigger_beyond * (taw - raw)
    day_use = kcb * et0 * bed_day.spread_area
    if bed.until_next > 0.0:  # it asks later, where what stays drawn with ease carries until the next round
        trigger = max(trigger, raw - pull * day_use / f)
    if bed.again_margin > 0.0:  # what would droop before dark is watered this morning
        holds = raw + (1.0 - THIRSTY_KS) * (taw - raw) - pull * day_use / f
        trigger = min(trigger, max(holds, NEARLY_FULL * raw))
    mix, fill_mark = net, trigger
    if bed.fill_raw > 0.0:  # with what the wick can still lift today
        rest = wick_rests_at(r, bed.capacity, bed.wick_rest, bed.wick_falls) * taw
        mix, fill_mark = net + pull * day_use / f, bed.fill_raw * raw
        mix -= wick(r, mix, f * reach, bed.wick * bed_day.wicks, rest, bed.wick_reach, 1.0) / (f * reach)
    return Opening(
        de=de,
        net=net,
        do=do,
        r=r,
        beside=beside,
        pull=pull,
        reached=reached,
        drained=drained,
        bare_drained=bare_drained,
        correction=correction,
        correction_store=correction_store,
        early=early,
        fall=fall,
        held=held,
        ran=ran,
        soaking=soaking,
        et0=et0,
        climate=climate,
        kcb=kcb,
        kc_max=kc_max,
        few=few,
        taw=taw,
        raw=raw,
        trigger=trigger,
        top_use=kc_max * et0 * bed_day.evap_left * few,
        day_use=day_use,
        mix=mix,
        fill_mark=fill_mark,
    )


def day_step(  # noqa: PLR0912 - the order of the day on one page
    state: State,
    bed_day: BedDay,
    share_before: float,
    bed: BedFigures,
    draw: Draw,
    air: Air,
    added: float,
    fills: float,
    again: float,
    parts: Array,
    trace: Array,
) -> tuple[State, Terms]:
    """One series over one day: its state at the end, and the day's terms.

    added [mm over the ground], fills [share of what the reservoir lacks]: poured besides what was recorded.
    again [mm over the ground]: poured a second time, in the afternoon; BY_TRIGGER: as it is asked for by then.
    parts (part, N_PART): what the day is cut into; one whole part is the daily step.
    trace (part, N_HOUR): what each part did, where it has room for them.

    All water in mm, shares [0..1].
    """
    f, over = bed_day.share, bed_day.spread_area / bed_day.share
    tew, rew, room, capacity = bed_day.tew, bed_day.rew, bed_day.room, bed.capacity
    reach, fr = bed_day.reach, bed_day.share * bed_day.reach
    open_bare = (1.0 - share_before) * state.do
    open_rooted = share_before * (state.reach * (state.dr - state.w) + (1.0 - state.reach) * state.db)
    x = open_day(state, bed_day, share_before, bed, draw, air)
    net, de, do, r, drained, bare_drained = x.net, x.de, x.do, x.r, x.drained, x.bare_drained
    beside = x.beside
    et0, kcb, kc_max, few, taw, raw = x.et0, x.kcb, x.kc_max, x.few, x.taw, x.raw

    # What is poured today: as recorded, and what was added.
    morning, evening = (bed_day.morning + added) * draw.q_water, bed_day.evening * draw.q_water
    afternoon, second = bed_day.afternoon * draw.q_water, 0.0
    fill = bed_day.fill * draw.q_water
    by_hand = bed_day.by_hand * bed_day.morning / (bed_day.morning + added) if added > 0.0 else bed_day.by_hand
    if capacity > 0.0:
        fill += max(fills, bed_day.to_full) * max(0.0, capacity - r - fill)

    caught = overflow = wicked = aside = evaporated = transpired = potential = bare_used = 0.0
    ks = ke = wet = sides = thirsty = 0.0
    in_parts = part_of(parts, 0).length < 1.0
    for i in range(parts.shape[0]):
        part = part_of(parts, i)
        if part.of_morning > 0.0 and (morning > 0.0 or fill > 0.0 or net < -room or r > capacity):
            let_in = taken_in(net, taw, bed.repels_beyond, bed_day.one_pass)
            net, de, do, beside, past = pour_on(
                net, de, do, beside, morning * part.of_morning, by_hand, f, reach, room, let_in
            )
            drained += past
            r, spilt = store(r, fill * part.of_morning, capacity)
            overflow += spilt
        if part.of_afternoon > 0.0 and (afternoon > 0.0 or again != NEVER):
            recorded = afternoon * part.of_afternoon
            given = again * draw.q_water * part.of_afternoon
            if again < 0.0:
                # What was left this morning was to hold the day; what was watered may be given the rest for safety.
                margin, rest = bed.again_margin if morning > 0.0 else 1.0, kcb * et0 * over * part.until_dark
                given = drink_again(net - recorded / fr, raw, taw, x.pull * rest, THIRSTY_KS, margin) * fr
            let_in = taken_in(net, taw, bed.repels_beyond, bed_day.one_pass)
            net, de, do, beside, past = pour_on(net, de, do, beside, recorded + given, 0.0, f, reach, room, let_in)
            drained += past
            second += given
        ks_now, pull = stress(net, raw, taw), 1.0
        if reach < 1.0:
            ks_now, pull = drawn_from(ks_now, stress(beside, raw, taw), reach)

        rain = (x.soaking - x.early) * part.of_rain
        net -= rain
        beside -= rain
        de = max(0.0, de - rain)
        do -= rain
        bare_drained += max(0.0, -do) * (1.0 - f)
        do = max(0.0, do)

        demand, through = et0 * part.of_et0, 0.0
        if f >= 1.0 and bed_day.side > 0.0:  # half of it before plants draw, half after: they draw at the same time
            do, through = dry_sides(do, bed_day.side_et * demand, bed_day.side, tew, rew)
            through = min(through, max(0.0, bed_day.deepest - net))
            net, beside = net + through / 2.0, beside + through / 2.0
            evaporated += through
            sides += through
        net, beside, de, ke_now, evaporation, transpiration, unstressed = use(
            net, beside, de, ks_now, pull, reach, demand, kcb, kc_max, over, few, bed_day.wetted, bed_day.evap_left,
            tew, rew, bed_day.deepest, raw, taw, in_parts,
        )  # fmt: skip
        if in_parts:
            ks_now = transpiration / unstressed if unstressed > 0.0 else ks_now
            if ks_now < THIRSTY_KS and part.until_dark > 0.0:
                thirsty += 24.0 * part.length
        ks += ks_now * part.of_et0
        ke += ke_now * part.of_et0
        evaporated += evaporation * f
        transpired += transpiration * f
        potential += unstressed * f
        if f < 1.0:
            gone = dry_bare(do, (1.2 + x.climate) * demand * bed_day.evap_left, tew, rew)
            do += gone
            bare_used += gone * (1.0 - f)
        net, beside = net + through / 2.0, beside + through / 2.0

        net, lost = shed(net, room)
        lost *= reach
        if reach < 1.0:  # what stands above capacity passes into the rooted ground beside, which lies between
            net, beside, _ = pass_aside(net, beside, reach, bed_day.aside, part.length)
            beside, past = shed(beside, room)
            beside, seeped = drain(beside, 0.0, bed_day.drain, part.length)
            lost += (1.0 - reach) * (past + seeped)
        else:
            net, do, passed = pass_aside(net, do, f, bed_day.aside, part.length)
            aside += passed
        bare_drained += max(0.0, -do) * (1.0 - f)
        do = max(0.0, do)
        if -net > bed_day.air_mark:
            wet += part.length
        net, seeped = drain(net, bed_day.saucer, bed_day.drain, part.length)
        drained += (lost + seeped * reach) * f

        if capacity > 0.0:
            if bed.buried == 0.0:
                r, spilt = store(r, drained - caught, capacity)
                caught, overflow = drained, overflow + spilt
            rest = wick_rests_at(r, capacity, bed.wick_rest, bed.wick_falls) * taw
            lifted = wick(r, net, fr, bed.wick * bed_day.wicks, rest, bed.wick_reach, part.length)
            r -= lifted
            net -= lifted / fr
            wicked += lifted

        if evening * part.of_evening > 0.0:
            let_in = taken_in(net, taw, bed.repels_beyond, bed_day.one_pass)
            net, de, do, beside, past = pour_on(
                net, de, do, beside, evening * part.of_evening, bed_day.by_hand, f, reach, room, let_in
            )
            drained += past
            if capacity > 0.0 and bed.buried == 0.0:
                r, spilt = store(r, past, capacity)
                caught, overflow = drained, overflow + spilt
        if trace.shape[0] > 0:
            trace[i, HOUR_NET], trace[i, HOUR_KS] = net, ks_now

    asks = top_asks(x.net, x.de, x.top_use, bed_day.damp_top)
    poured = morning + afternoon + second + evening
    parched = 1.0 if asks and poured + fill <= 0.0 else 0.0
    return State(de, max(net, 0.0), do, max(-net, 0.0), r, beside, reach), Terms(
        open_rooted=open_rooted,
        reached=x.reached,
        correction=x.correction,
        irrigation=poured,
        rain_fall=x.fall,
        interception=x.held,
        runoff=x.ran,
        rain_rooted=x.soaking * f,
        evap_rooted=evaporated,
        transpiration=transpired,
        drained_rooted=drained,
        wicked=wicked,
        close_rooted=(reach * net + (1.0 - reach) * beside) * f,
        open_bare=open_bare,
        rain_bare=x.soaking * (1.0 - f),
        evap_bare=bare_used,
        drained_bare=bare_drained,
        close_bare=do * (1.0 - f),
        open_reservoir=state.r,
        filled=fill,
        caught=caught,
        overflow=overflow,
        close_reservoir=r,
        potential=potential,
        ks=min(ks, 1.0),
        raw_now=raw,
        taw_now=taw,
        kcb_now=kcb,
        ke_now=ke,
        et0_now=et0,
        de_now=de,
        dr_start=x.net,
        dr_end=net,
        pull=x.pull,
        beside_start=x.beside,
        wet=wet,
        holds_more=bed_day.rebased * f,
        holds_more_bare=bed_day.rebased_top * (1.0 - f),
        correction_store=x.correction_store,
        rain_early=x.early * f,
        aside=aside,
        parched=parched,
        evap_sides=sides,
        again=second,
        thirsty=thirsty,
    )

"""The named figures of the balance: what a bed is, what its stores hold, and what a day did."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
import numpy.typing as npt

Array = npt.NDArray[np.float64]
Policies = npt.NDArray[np.float64]  # one for each (day, bed): what is poured besides what was recorded
# Shares of RAW and of what lies beyond it; whether the next round counts; and the share of RAW that the mix over a
# reservoir may lack by tonight before it is filled, 0: by the trigger.
Triggers = tuple[float, float, bool, float]
# A policy is the share of a refill that is given, whatever the depletion; or the bed is asked; or nothing is given but
# a container's second drink, where it asks for one.
NEVER, ON_DAY, BY_TRIGGER, AGAIN_ONLY = 0.0, 1.0, -1.0, -2.0


class BedDay(NamedTuple):
    """What a bed is on a day, and what is done to it, in the order of the array's last axis."""

    share: float  # f, share of the ground that roots and waterings reach [0..1]
    kd: float  # density coefficient [-]
    kcb_full: float  # Kcb at full cover before the climate term [-]
    h_factor: float  # what crop height does to the climate term [-]
    spread_area: float  # area that demands, as a multiple of the bed's ground [-]; above 1: leaves reach beyond it
    cover: float  # share of the rooted ground under leaves [0..1]
    taw: float  # total available water within reach of roots [mm over the rooted share]
    p_table: float  # depletion fraction at ETc 5 mm/d [-]
    evap_left: float  # share of evaporation left under mulch [0..1]
    rain_held: float  # rain that leaves and mulch hold back [mm]
    rain_in: float  # share of the remaining rain that falls on the soil [0..1]
    morning: float  # water onto the soil in the morning [mm over the ground]
    evening: float  # the same in the evening
    fill: float  # water into the reservoir [mm over the ground]
    seen_at: float  # depletion that an observation saw, as a share of seen_of; below zero: none
    seen_of: float  # 0: a share of RAW; 1: of TAW
    seen_weight: float  # how far the state moves to it [0..1]
    seen_least: float  # what it cannot be below, and above, as shares of seen_of: a finger's word stands
    seen_most: float
    seen_store: float  # what a float showed in the reservoir [mm over the ground]; below zero: nothing
    ran_out: float  # 1: what was poured that day ran out below; else 0
    top_least: float  # the depletion of the top layer lies between these, by how it looked [mm]
    top_most: float
    one_pass: float  # share of the day's water poured in one go, without a pause [0..1]
    damp_top: float  # depletion of the top layer at which the damp-top rule asks for water [mm]; 0: no such rule
    ball: float  # the least that is given while roots sit in the ball they were set in with [mm over the rooted share]
    tew: float  # total evaporable water of the top layer [mm]
    rew: float  # readily evaporable water [mm]
    saucer: float  # water above field capacity that a saucer keeps from draining away [mm]
    drain: float  # share of the water above field capacity that drains in a day [0..1]
    aside: float  # share of it that passes in a day into drier ground beside [0..1]
    room: float  # room between field capacity and saturation [mm]
    deepest: float  # depletion at which nothing more can be drawn [mm]
    air_mark: float  # water above field capacity beyond which roots lack air [mm]
    air_factor: float  # ET0 at the bed over ET0 of the garden [-]
    rebased: float  # what the depletion of the whole depth gains as the soil holds more than yesterday [mm]; signed
    rebased_top: float  # the same of the top layer
    afternoon: float  # water onto the soil in the afternoon, where a pot drinks twice [mm over the ground]
    wetted: float  # share of the rooted surface that the last wetting wetted, of a drip line [0..1]; 1: all of it
    leaf_heat: float  # what a sunny wall adds to Kcb by the air it warms round the leaves [-]
    side_et: float  # what sun and air could take from sides of cloth, over ET0 at the bed [mm over the ground / mm]
    side: float  # area of such sides over the ground [-]; 0: the walls let nothing through
    wicks: float  # 1: roots have come down to what the wick wets; 0: not yet
    to_full: float  # share of what the reservoir lacks that a line's timer fills, unseen [0..1]
    reach: float  # share of the rooted store that its method refills: what a drip line wets of it, else 1
    by_hand: float  # share of the day's water that came by another way than its own line and falls on all of it [0..1]


class BedFigures(NamedTuple):
    """What a bed is on every day of a run."""

    curve_number: float  # 0 where a frame holds the rain
    frame_takes: float  # the most rain of a day that soaks in and stands within a frame [mm]; 0: no frame
    p_slope: float  # 0.04 by FAO-56; 0 holds p fixed
    capacity: float  # of the reservoir [mm over the ground]; 0: none
    wick: float  # the most the wick lifts in a day [mm over the ground]
    wick_rest: float  # depletion at which the wick comes to rest over a full reservoir, as a share of TAW
    wick_falls: float  # what an empty one adds to it
    trigger_raw: float  # refill when dr passes trigger_raw x RAW + trigger_beyond x (TAW - RAW)
    trigger_beyond: float
    until_next: float  # 1: it asks later, where what is drawn with ease carries until the next round
    fill_below: float  # the reservoir counts as empty when it holds less [mm over the ground]
    fill_raw: (
        float  # it is filled when the mix above would lack more by tonight, as a share of RAW; 0: than its trigger
    )
    repels_beyond: float  # depletion, as a share of TAW, beyond which water poured in one go runs past; 0: never
    store_weight: float  # how far a float moves the reservoir's state [0..1]
    again_margin: float  # demand over what is held, at the chance at which a second drink is given [-]; 0: never given
    buried: float  # 1: the reservoir stands in the ground beside the roots, and the bed is watered from above as well
    wick_reach: float  # share of the rooted store that what it gives reaches [0..1]: of a box all of it


class State(NamedTuple):
    """What a bed's stores hold; mm over the part of the ground that each belongs to."""

    de: float  # depletion of the exposed top layer of the rooted share
    dr: float  # depletion of the rooted share below field capacity
    do: float  # depletion of the bare rest's evaporating layer
    w: float  # water above field capacity in the rooted share
    r: float  # reservoir, over the whole ground
    db: float  # depletion of the rooted ground beside what a drip line wets; dr and w are of what it wets
    reach: float  # share of the rooted ground that the line wetted by then [0..1]


class Draw(NamedTuple):
    """How one series differs from a bed that is as its figures say: factors q about 1, normal scores z about 0."""

    q_demand: float
    q_capacity: float
    z_rain: float
    q_water: float
    z_air: float


class Part(NamedTuple):
    """A part of a day; the shares of a day's parts sum to 1 each, dimensionless [-]."""

    length: float  # [d]; 0: there are no more
    of_et0: float  # of the day's demand
    of_rain: float
    of_morning: float  # of the morning's water, poured as it begins
    of_afternoon: float  # of the afternoon's, likewise
    of_evening: float  # of the evening's, poured as it ends
    until_dark: float  # of the day's demand, what comes from its beginning until dark


THIRSTY_KS = 0.7  # below it a container's plants droop, and lose by the hour; common practice, no source
USUAL = Draw(1.0, 1.0, 0.0, 1.0, 0.0)  # of a bed that is as its figures say


class Opening(NamedTuple):
    """One series in the morning, after roots, soil, early rain and what was observed, before anything is poured."""

    de: float  # depletions as of State [mm]
    net: float  # of the rooted share, of a drip line's of what it wets, below field capacity; negative above
    do: float
    r: float
    beside: float  # of the rooted ground beside what a drip line wets; negative above field capacity
    pull: float  # what roots draw with ease from what it wets, over what they would from all of it alike [-]
    reached: float  # as of Terms, as far as the morning goes
    drained: float
    bare_drained: float
    correction: float
    correction_store: float
    early: float  # rain that fell before the morning [mm]
    fall: float  # the day's rain: on the bed, held back, run off, and what soaks in
    held: float
    ran: float
    soaking: float
    et0: float  # at the bed [mm]
    climate: float  # coefficients [-]
    kcb: float
    kc_max: float
    few: float
    taw: float  # [mm over the rooted share]
    raw: float
    trigger: float  # depletion at which the bed asks for water [mm]
    top_use: float  # the most that the top layer may lose in the day [mm over its exposed part]
    day_use: float  # what plants want in the day [mm over the ground]
    mix: float  # what the mix over a reservoir lacks: by tonight where it is kept supplied, else this morning [mm]
    fill_mark: float  # where it passes that, a reservoir that does not last the day is filled [mm]


class Want(NamedTuple):
    """What the word of a morning goes by [mm over the rooted share]."""

    net: float
    trigger: float
    de: float
    top_use: float
    r: float  # in the reservoir [mm over the ground]
    day_use: float
    mix: float
    fill_mark: float


class Wants(NamedTuple):
    """The same of many series or beds: arrays."""

    net: Array
    trigger: Array
    de: Array
    top_use: Array
    r: Array
    day_use: Array
    mix: Array
    fill_mark: Array


class Air(NamedTuple):
    """A day's weather of one member."""

    et0: float  # [mm]
    rain: float  # [mm]
    climate: float  # the climate term of Kcb [-]
    et0_cv: float  # coefficients of variation
    rain_cv: float
    showers: float  # share of the days of its kind on which its rain falls [0..1]; 1: it is a day that was, or may be
    fallen: float  # rain of the day that fell before the morning [mm]; a part of `rain`


class Terms(NamedTuple):
    """What a day did, in mm over the bed's ground unless said otherwise; of a bed: as it is reckoned."""

    open_rooted: float  # net depletion of the rooted share at the start (below field capacity positive)
    reached: float  # depletion that newly reached ground brought along (negative where the rooted share shrank)
    correction: float  # water that an observation added (signed)
    irrigation: float
    rain_fall: float  # rain on the bed before anything holds it
    interception: float
    runoff: float
    rain_rooted: float
    evap_rooted: float
    transpiration: float
    drained_rooted: float
    wicked: float
    close_rooted: float
    open_bare: float
    rain_bare: float
    evap_bare: float
    drained_bare: float
    close_bare: float
    open_reservoir: float
    filled: float
    caught: float  # water that drained from the soil into the reservoir
    overflow: float
    close_reservoir: float
    potential: float  # transpiration without stress
    ks: float  # [-]
    raw_now: float  # [mm over the rooted share]
    taw_now: float  # [mm over the rooted share]
    kcb_now: float  # [-]
    ke_now: float  # [-] over the rooted share
    et0_now: float  # [mm]
    de_now: float  # [mm over the exposed part of the rooted share], at the end
    dr_start: float  # [mm over what is watered of the rooted share], as observed and before any watering; signed
    dr_end: float  # the same in the evening
    pull: float  # what roots draw with ease from what is watered, over what they would from all alike [-]
    beside_start: float  # depletion of the rooted ground beside what a drip line wets, as dr_start; signed
    wet: float  # share of the day whose water stands above the air mark
    holds_more: float  # depletion that the rooted share gained because its soil holds more than yesterday (signed)
    holds_more_bare: float  # the same of the bare rest's top layer
    correction_store: float  # water that a float's reading added to the reservoir (signed)
    rain_early: float  # of rain_rooted, what fell before the morning
    aside: float  # water above field capacity that passed from the rooted share into the ground beside
    parched: float  # 1 where the top of what is young asked for water on this day and got none, else 0
    evap_sides: float  # what went through sides of cloth; a part of evap_rooted
    again: float  # of irrigation, what a second drink of the day gave
    thirsty: float  # hours of the day with Ks below THIRSTY_KS

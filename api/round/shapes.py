"""Shapes of the day's round, stop by stop."""

from __future__ import annotations

from typing import Any, get_args

from rest_framework import serializers as s

from agronomy.decide.after_rain import Look
from agronomy.decide.cold import Cold
from agronomy.decide.wet_spell import Duty, State
from agronomy.describe.words import (
    ALTERATIONS,
    CAUSES,
    COVERS,
    GIVERS,
    INTO,
    KINDS_OF_ISLE,
    MATERIALS,
    METHODS,
    MULCHES,
    PATTERNS,
    STYLES,
    SUPPLY_WHYS,
    WATERS,
    WETNESS,
    WISHES,
    WORDS,
)
from api.feeding.shapes import FeedingOut
from api.record.shapes import ObservationOut, WateringOut
from api.shapes import Band, CropStanding, DayLimits, GardenOut, Heat, WeatherState
from api.signs.shapes import DueCase


class Windows(s.ListField):
    """Clock hours in which to water, from and to."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(child=s.ListField(child=s.FloatField(), min_length=2, max_length=2), **kwargs)


class Hours(s.Serializer):
    sunrise = s.FloatField()
    sunset = s.FloatField()
    windows = Windows()
    hot = s.ListField(child=s.FloatField(), min_length=2, max_length=2, allow_null=True)
    tmin = s.FloatField()
    tmax = s.FloatField()
    heat_class = s.CharField(allow_blank=True)


class IsleLayer(s.Serializer):
    depth_m = s.FloatField()
    material = s.ChoiceField(choices=[*MATERIALS, "wood"], help_text="a soil or mix, or the wood that fills a bed")
    available_mm_per_m = s.FloatField()
    field_capacity = s.FloatField()
    source = s.CharField()


class Isle(s.Serializer):
    """What the picture of a bed needs. mm are over the rooted share, below field capacity positive."""

    kind = s.ChoiceField(choices=KINDS_OF_ISLE)
    net_mm = Band()
    raw_mm = s.FloatField()
    taw_mm = s.FloatField()
    trigger_mm = s.FloatField()
    air_mark_mm = s.FloatField()
    room_mm = s.FloatField()
    depth_m = s.FloatField()
    root_depth_m = s.FloatField()
    mulch = s.ChoiceField(choices=MULCHES)
    mulch_depth_m = s.FloatField()
    plants = s.IntegerField()
    height_m = s.FloatField()
    rooted_share = s.FloatField()
    reservoir_share = s.FloatField(allow_null=True, help_text="how full, 0 to 1")
    giver = s.ChoiceField(choices=GIVERS, allow_null=True, help_text="what its reservoir is")
    cover = s.ChoiceField(choices=COVERS)
    layers = IsleLayer(many=True, help_text="from the top down")


class Hose(s.Serializer):
    bases = s.IntegerField()
    base_s = s.FloatField()
    patches = s.IntegerField()
    patch_s = s.FloatField()
    total_s = s.FloatField()


class Part(s.Serializer):
    """A line of an arithmetic, which it lengthens (+) or shortens (-)."""

    what = s.CharField()
    mm = s.FloatField()


class Dose(s.Serializer):
    parts = Part(many=True, help_text="from what is missing to soaks_mm, over the rooted share; they sum to it")
    soaks_mm = s.FloatField(help_text="to the roots, over the rooted share")
    litres = s.FloatField()
    litres_band = Band()
    arrives = s.FloatField()
    minutes = s.FloatField()
    hose = Hose(allow_null=True)
    flow_l_per_min = s.FloatField(allow_null=True)
    flow_measured = s.DateField(allow_null=True)
    cans = s.FloatField(allow_null=True)
    run_minutes = s.FloatField(allow_null=True, help_text="that a line or sprinkler runs")
    overhead = s.BooleanField(help_text="by sprinkler")
    leaf_wet_h = s.FloatField(help_text="hours for which leaves are wet by it")
    into = s.ChoiceField(choices=INTO)
    passes = s.IntegerField()
    pause_minutes = s.FloatField()
    share = s.FloatField(help_text="of a refill: a part, where rain may do the rest")
    top_only = s.BooleanField()


class Again(s.Serializer):
    """A second drink of today, from a clock hour on."""

    at_h = s.FloatField()
    chance = s.FloatField(help_text="that plants droop before dark without it")
    dose = Dose()


class Mix(s.Serializer):
    """How warm a container's mix gets today."""

    hottest_c = s.FloatField()
    cool_from_h = s.FloatField(allow_null=True, help_text="clock hour; null: it does not get hot")


class HotWater(s.Serializer):
    """The first hot water of a hose, and the bed it may run into."""

    rig = s.CharField()
    litres = s.FloatField()
    minutes = s.FloatField()
    from_h = s.FloatField()
    to_h = s.FloatField()
    into = s.CharField(allow_null=True)


class DayUse(s.Serializer):
    litres = s.FloatField()
    hourly_l = s.ListField(child=s.FloatField())
    passes_raw_h = s.FloatField(allow_null=True)
    again_h = s.FloatField(allow_null=True)


class Coefficient(s.Serializer):
    symbol = s.CharField(allow_blank=True)
    what = s.CharField()
    value = s.FloatField()
    unit = s.CharField(allow_blank=True)
    source = s.CharField()


class TooMuch(s.Serializer):
    """Today's watering, where it was far more than the bed takes."""

    poured_l = s.FloatField()
    fills_l = s.FloatField()
    below_l = s.FloatField(help_text="expected to be lost below")
    short_of_air_days = s.IntegerField()


class Option(s.Serializer):
    share = s.FloatField()
    until = s.IntegerField()
    cost = s.FloatField()


class Waiting(s.Serializer):
    days = s.IntegerField()
    chance = s.FloatField(help_text="share of the members whose rain makes the soak needless by then")
    if_wrong_mm = s.FloatField(
        allow_null=True, help_text="missing at the end of the wait if the rain stays away (90 %), over the rooted share"
    )
    options = Option(many=True)
    rain_mm = Band(help_text="rain of the next three days")


class Why(s.Serializer):
    """mm are over watered_m2, like those of the isle; the lines sum to depletion_mm."""

    since = s.DateField()
    begins_with = s.ChoiceField(choices=["soak", "opening", "window"])
    lines = Part(many=True)
    fell_mm = s.FloatField(help_text="rain on the bed in these days, before anything held it back")
    depletion_mm = s.FloatField()
    today_use_mm = s.FloatField()
    watered_m2 = s.FloatField(help_text="the ground that roots hold and waterings reach")
    waiting = Waiting()
    chance_asks = s.FloatField()
    week_need_mm = s.FloatField(help_text="of plants and ground, over what roots hold")
    pattern = s.ChoiceField(choices=PATTERNS)
    style = s.ChoiceField(choices=STYLES)


class Marks(s.Serializer):
    """Ids for what is noted next at a stop: the same on every page that shows it, until it is noted or taken back."""

    watering = s.UUIDField()
    observation = s.UUIDField()
    put_off = s.UUIDField()


class IfFelt(s.Serializer):
    reading = s.ChoiceField(choices=WETNESS)
    word = s.ChoiceField(choices=WORDS)
    cause = s.ChoiceField(choices=CAUSES)
    dose = Dose(allow_null=True)


class Measures(s.Serializer):
    """Litres of each measure of a hand."""

    hose_l_per_min = s.FloatField()
    can_l = s.FloatField()
    line_l_per_min = s.FloatField(allow_null=True)


class Draw(s.Serializer):
    """What a reservoir was seen to draw, by its floats."""

    factor = s.FloatField(help_text="of what plants over it usually draw")
    intervals = s.IntegerField(help_text="between readings, that it was learnt from")


class Supply(s.Serializer):
    """How a reservoir is kept."""

    kept = s.BooleanField(help_text="filled before it runs out; else let run down")
    why = s.ChoiceField(choices=SUPPLY_WHYS)


class LineWith(s.Serializer):
    """Another bed on the same tube, with no valve between."""

    id = s.IntegerField()
    name = s.CharField()
    per_litre = s.FloatField(help_text="litres that the line gives it for each that it gives this one")
    mark = s.UUIDField(help_text="under which its next watering of today is noted")


class Stop(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    kind = s.ChoiceField(choices=KINDS_OF_ISLE)
    method = s.ChoiceField(choices=METHODS)
    word = s.ChoiceField(choices=WORDS)
    cause = s.ChoiceField(choices=CAUSES)
    crops = CropStanding(many=True)
    dose = Dose(allow_null=True)
    again = Again(allow_null=True)
    mix = Mix(allow_null=True)
    collapsing = s.BooleanField(help_text="so dry that its plants may be lost: shade and cool water now")
    if_felt = IfFelt(many=True, help_text="of a bed to check: what each reading of a finger would lead to")
    isle = Isle()
    wet_days = s.IntegerField()
    too_much = TooMuch(allow_null=True)
    windows = Windows()
    hollows = s.IntegerField(help_text="of plants that are set in today")
    spade = s.BooleanField(help_text="whether it is asked to be dug once, a day after its soak")
    wishes = s.ListField(child=s.ChoiceField(choices=WISHES), help_text="that differ, the one that rules first")
    saucer = s.BooleanField()
    open_to = s.ListField(child=s.ChoiceField(choices=ALTERATIONS), help_text="what may change at it in a tap")
    container = s.BooleanField(help_text="a pot, box or bag: no ground below")
    alike = s.IntegerField(help_text="so many containers alike; doses are of all together")
    sealed = s.BooleanField(help_text="known to have no holes")
    next_soak = s.ListField(
        child=s.DateField(), allow_null=True, help_text="after today: 10 %, the day that Ahead waters it, 90 %"
    )
    next_litres = s.FloatField(allow_null=True, help_text="what it is watered with then")
    tonight_mm = Band(help_text="missing this evening if the round is done, over the rooted share")
    left_alone_mm = Band(help_text="missing this evening if nothing more is poured, over the rooted share")
    reservoir_l = Band(allow_null=True)
    reservoir_capacity_l = s.FloatField(allow_null=True)
    filled_l = s.FloatField(help_text="what came into its reservoir today, by hand or by a timer")
    empty_on = s.ListField(
        child=s.DateField(allow_null=True), allow_null=True, help_text="when its reservoir runs out: 10, 50, 90 %"
    )
    in_need_on = s.ListField(
        child=s.DateField(allow_null=True),
        allow_null=True,
        help_text="when plants in a container are in need, if nothing is poured: 10, 50, 90 %",
    )
    draw = Draw(allow_null=True)
    supply = Supply(allow_null=True)
    wicks = s.BooleanField(help_text="roots have come down to what the reservoir's wick wets: it is filled below")
    giver = s.ChoiceField(choices=GIVERS, allow_null=True, help_text="what its reservoir is")
    givers = s.IntegerField(help_text="how many are buried; 1 of a reservoir below")
    rig = s.CharField(help_text="the hose, tap or butt that it is watered from; empty: none is named")
    tube = s.ListField(child=s.IntegerField(), help_text="beds that one run of its line waters today; empty: only it")
    line_with = LineWith(many=True)
    water = s.ChoiceField(choices=WATERS, help_text="what comes out of its hose or butt")
    finger_depth_m = s.FloatField()
    measures = Measures()
    use = DayUse()
    feeding = FeedingOut(allow_null=True, help_text="none while no product is told")
    gives = s.BooleanField(help_text="today has not room for it, and it loses least by waiting")
    marks = Marks()
    waterings_today = WateringOut(many=True)
    observation_today = ObservationOut(allow_null=True)
    put_off = s.UUIDField(allow_null=True)
    why = Why()


class LookAfterRain(s.Serializer):
    """A container to look at after rain."""

    id = s.IntegerField()
    why = s.ChoiceField(choices=get_args(Look), help_text="it hangs, little came in, or water may stand in it")


class AtRisk(s.Serializer):
    bed = s.CharField()
    id = s.IntegerField()
    chance = s.FloatField()
    lowest_c = s.FloatField(help_text="in one run of ten, under what covers it")
    what = s.ChoiceField(choices=get_args(Cold), help_text="chill hurts tender leaves, frost most")
    container = s.BooleanField()


class HailOut(s.Serializer):
    """The last hail, and the beds of which nobody has said how big their plants are since."""

    date = s.DateField()
    beds = s.ListField(child=s.CharField())


class AiringOut(s.Serializer):
    """When a tunnel or cloche is opened and shut on a day."""

    bed = s.CharField()
    date = s.DateField()
    from_h = s.FloatField(allow_null=True, help_text="clock hour; empty: all day shut")
    to_h = s.FloatField(allow_null=True)
    shut_c = s.FloatField(help_text="the hottest inside if it stayed shut")
    night = s.BooleanField(help_text="it may stay open overnight")
    lee = s.BooleanField(help_text="on the side away from the wind")


class ColdNight(s.Serializer):
    date = s.DateField(help_text="of its morning")
    tmin = Band()
    beds = AtRisk(many=True)


class Sheet(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()


class ColdNow(s.Serializer):
    tonight = ColdNight(allow_null=True)
    frozen = s.ListField(child=s.CharField(), help_text="beds whose leaves may have frozen last night")
    sheets = Sheet(many=True, help_text="beds that a sheet is still over")


class SpellTask(s.Serializer):
    bed = s.CharField()
    id = s.IntegerField()
    what = s.ChoiceField(choices=get_args(Duty), help_text="all but `pick` are alterations: their tick is a dated fact")
    kg = s.FloatField(allow_null=True, help_text="of one pot, wet")
    by_two = s.BooleanField()
    over_mm = s.FloatField(help_text="how far water stands above what roots bear")


class WetSpell(s.Serializer):
    state = s.ChoiceField(choices=get_args(State))
    since = s.DateField()
    until = s.DateField()
    rain_mm = s.FloatField()
    tasks = SpellTask(many=True)


class Butt(s.Serializer):
    rig = s.CharField()
    holds_l = s.FloatField()
    level_l = s.FloatField(help_text="this morning, less what was poured today")
    looked = s.DateField(allow_null=True)
    empty_on = s.ListField(child=s.DateField(allow_null=True), help_text="as the days ahead draw on it: 10, 50, 90 %")
    feeds = s.ListField(child=s.CharField())


class DaysAway(s.Serializer):
    leaves = s.DateField()
    returns = s.DateField()
    wanted = s.FloatField()
    visits = s.ListField(child=s.DateField())


class Worse(s.Serializer):
    """An isle that comes through days away in fewer runs than was foretold."""

    bed = s.CharField()
    foretold = s.FloatField()
    chance = s.FloatField()
    needs_from = s.DateField(allow_null=True)


class Go(s.Serializer):
    """One go at one stop: some take their water in several, the next of them later in the walk."""

    bed = s.IntegerField()
    turn = s.IntegerField(help_text="1: the first time round")
    from_min = s.FloatField()
    litres = s.FloatField()
    waits_min = s.FloatField(help_text="until the go before has sunk in")


class Walk(s.Serializer):
    minutes = s.FloatField(help_text="with the hands")
    hands_min = s.FloatField(help_text="from the first go until the hands are done, waits included")
    span_min = s.FloatField(help_text="the same until lines that run by themselves are done, too")
    goes = Go(many=True)


class Round(s.Serializer):
    garden = GardenOut()
    weather = WeatherState()
    lacks = s.ChoiceField(choices=["", "beds", "weather"])
    butts = Butt(many=True)
    away = DaysAway(allow_null=True, help_text="that are kept, while they last or are to come")
    worse = Worse(many=True, help_text="while they last: what has turned worse since they were kept")
    hours = Hours(allow_null=True)
    heat = Heat(allow_null=True)
    hot_water = HotWater(many=True)
    stops = Stop(many=True)
    cold = ColdNow()
    wet_spell = WetSpell(allow_null=True)
    looks = LookAfterRain(many=True)
    hail = HailOut(allow_null=True)
    airing = AiringOut(many=True)
    cases_due = DueCase(many=True, help_text="signs to look at again today")
    walk = Walk()
    limits = DayLimits(help_text="what the household can do today")
    sizes_due = s.IntegerField(help_text="plantings whose size was not seen for a while")

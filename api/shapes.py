"""The shapes of answers, for the schema and the typed client. Numbers are SI and FAO-56's units."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import (
    CAUSES,
    COVERS,
    CROP_NAMES,
    HEIGHTS,
    INTO,
    KINDS_OF_ISLE,
    MATERIALS,
    METHODS,
    MULCHES,
    OUTLOOKS,
    WORDS,
)
from api.described import Out

# What of a garden is neither asked nor told with its name and place: it has pages of its own, or follows from others.
OF_OTHER_PAGES = (
    "utc_offset_h",
    "wind_height_m",
    "beds",
    "gauge",
    "own_crops",
    "moves",
    "things",
    "north_deg",
    "days",
    "climate_days",
    "can_l",
    "can_minutes",
    "finger",
    "measurements",
    "seasons",
)


class ErrorField(s.Serializer):
    field = s.CharField()
    text = s.CharField()


class Error(s.Serializer):
    code = s.CharField()
    text = s.CharField()
    fields = ErrorField(many=True)  # type: ignore[assignment]


class Band(s.Serializer):
    low = s.FloatField(help_text="10 % of the series")
    mid = s.FloatField()
    high = s.FloatField(help_text="90 %")


class Person(s.Serializer):
    username = s.CharField()
    units = s.ChoiceField(choices=["metric", "us"])
    theme = s.ChoiceField(choices=["auto", "light", "dark", "contrast"])


class Session(s.Serializer):
    person = Person(allow_null=True)
    sign_up_open = s.BooleanField()


class RigOut(Out):
    describes = g.Rig

    id = s.IntegerField()


class PersonOut(Out):
    describes = g.Person


class AllowedOut(Out):
    describes = g.Allowed

    weekdays = s.ListField(child=s.IntegerField(), required=False)


class GardenOut(Out):
    describes = g.Garden
    leave_out = OF_OTHER_PAGES

    id = s.IntegerField()
    climate_said = s.CharField(help_text="the climate in words, empty without one")
    today = s.DateField()
    own_clock = s.BooleanField()
    demonstration = s.BooleanField()
    role = s.ChoiceField(choices=["owner", "helper"])


class Member(s.Serializer):
    """id: of the membership, or of the invitation of somebody who was invited."""

    id = s.IntegerField()
    username = s.CharField()
    role = s.ChoiceField(choices=["owner", "helper", "invited"])


class InvitationOut(s.Serializer):
    id = s.IntegerField()
    garden = s.CharField()
    by = s.CharField(allow_blank=True)


class WeatherState(s.Serializer):
    source = s.ChoiceField(choices=["forecast", "climate", "typed", "resampled", "none"])
    issued = s.DateField(allow_null=True)
    age_days = s.IntegerField(allow_null=True, help_text="days since the forecast was issued")
    typed_days = s.IntegerField(help_text="days ahead that were typed by hand")
    last_observed = s.DateField(allow_null=True)
    simulated = s.BooleanField()


class Hours(s.Serializer):
    sunrise = s.FloatField()
    sunset = s.FloatField()
    morning = s.ListField(child=s.FloatField(), min_length=2, max_length=2)
    evening = s.ListField(child=s.FloatField(), min_length=2, max_length=2)
    hot = s.ListField(child=s.FloatField(), min_length=2, max_length=2, allow_null=True)
    tmin = s.FloatField()
    tmax = s.FloatField()
    heat_class = s.CharField(allow_blank=True)


class HeatRule(s.Serializer):
    """So many days in a row at least as warm, and so many of them at least as hot [degrees C]."""

    unusual = s.BooleanField(help_text="taken from what is usual at the place")
    days = s.IntegerField()
    warm = s.FloatField()
    hot_days = s.IntegerField()
    hot = s.FloatField()


class Heat(s.Serializer):
    dates = s.ListField(child=s.DateField())
    chance = s.FloatField()
    rule = HeatRule()


class CropStanding(s.Serializer):
    crop = s.ChoiceField(choices=CROP_NAMES)
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    height = s.ChoiceField(choices=HEIGHTS, help_text="the nearest body height")
    stage = s.CharField()


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
    cover = s.ChoiceField(choices=COVERS)
    layers = IsleLayer(many=True, help_text="from the top down")


class Hose(s.Serializer):
    bases = s.IntegerField()
    base_s = s.FloatField()
    patches = s.IntegerField()
    patch_s = s.FloatField()
    total_s = s.FloatField()


class Dose(s.Serializer):
    mm = s.FloatField()
    litres = s.FloatField()
    litres_band = Band()
    arrives = s.FloatField()
    minutes = s.FloatField()
    hose = Hose(allow_null=True)
    flow_l_per_min = s.FloatField(allow_null=True)
    flow_measured = s.DateField(allow_null=True)
    cans = s.FloatField(allow_null=True)
    drip_minutes = s.FloatField(allow_null=True)
    into = s.ChoiceField(choices=INTO)
    passes = s.IntegerField()
    pause_minutes = s.FloatField()
    top_only = s.BooleanField()


class DayUse(s.Serializer):
    litres = s.FloatField()
    hourly_l = s.ListField(child=s.FloatField())
    passes_raw_h = s.FloatField(allow_null=True)
    again_h = s.FloatField(allow_null=True)


class Line(s.Serializer):
    what = s.CharField()
    mm = s.FloatField()


class Coefficient(s.Serializer):
    symbol = s.CharField(allow_blank=True)
    what = s.CharField()
    value = s.FloatField()
    unit = s.CharField(allow_blank=True)
    source = s.CharField()


class Waiting(s.Serializer):
    days = s.IntegerField()
    chance = s.FloatField(help_text="share of the members whose rain makes the soak needless by then")
    costs = s.ListField(child=s.FloatField())
    rain_mm = Band(help_text="rain of the next three days")


class Why(s.Serializer):
    """mm are over the bed's ground; the lines sum to depletion_mm."""

    since = s.DateField()
    begins_with = s.ChoiceField(choices=["soak", "opening", "window"])
    lines = Line(many=True)
    depletion_mm = s.FloatField()
    raw_mm = s.FloatField()
    trigger_mm = s.FloatField()
    today_use_mm = s.FloatField()
    ground_m2 = s.FloatField()
    waiting = Waiting()
    chance_asks = s.FloatField()


class WateringOut(Out):
    describes = g.Watering

    id = s.UUIDField()
    struck = s.BooleanField()


class ObservationOut(Out):
    describes = g.Observation

    id = s.UUIDField()
    struck = s.BooleanField()


class Marks(s.Serializer):
    """Ids for what is noted next at a stop: the same on every page that shows it, until it is noted or taken back."""

    watering = s.UUIDField()
    observation = s.UUIDField()
    put_off = s.UUIDField()


class Stop(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    kind = s.ChoiceField(choices=KINDS_OF_ISLE)
    method = s.ChoiceField(choices=METHODS)
    word = s.ChoiceField(choices=WORDS)
    cause = s.ChoiceField(choices=CAUSES)
    crops = CropStanding(many=True)
    dose = Dose(allow_null=True)
    isle = Isle()
    wet_days = s.IntegerField()
    next_soak = s.ListField(child=s.DateField(), allow_null=True)
    reservoir_l = Band(allow_null=True)
    reservoir_capacity_l = s.FloatField(allow_null=True)
    empty_on = s.ListField(child=s.DateField(allow_null=True), allow_null=True)
    finger_depth_m = s.FloatField()
    use = DayUse()
    gives = s.BooleanField(help_text="today has not room for it, and it loses least by waiting")
    marks = Marks()
    waterings_today = WateringOut(many=True)
    observation_today = ObservationOut(allow_null=True)
    put_off = s.UUIDField(allow_null=True)
    why = Why()


class DayLimits(s.Serializer):
    minutes = s.FloatField(allow_null=True)
    tap_minutes = s.FloatField(allow_null=True)
    windows = s.ListField(child=s.ListField(child=s.FloatField()))


class Round(s.Serializer):
    garden = GardenOut()
    weather = WeatherState()
    lacks = s.ChoiceField(choices=["", "beds", "weather"])
    hours = Hours(allow_null=True)
    heat = Heat(allow_null=True)
    stops = Stop(many=True)
    limits = DayLimits(help_text="what the household can do today")
    sizes_due = s.IntegerField(help_text="plantings whose size was not seen for a while")


class WeatherValues(s.Serializer):
    tmin = s.FloatField(allow_null=True)
    tmax = s.FloatField(allow_null=True)
    rain = s.FloatField(allow_null=True)
    wind = s.FloatField(allow_null=True)
    rhmin = s.FloatField(allow_null=True)
    rhmax = s.FloatField(allow_null=True)
    sunshine_h = s.FloatField(allow_null=True)


class GaugeOut(Out):
    describes = g.Gauge

    id = s.UUIDField()


class SkyDay(s.Serializer):
    date = s.DateField()
    kind = s.ChoiceField(choices=OUTLOOKS)
    source = s.CharField(allow_blank=True)
    tier = s.CharField(allow_blank=True)
    tmin = Band(allow_null=True)
    tmax = Band(allow_null=True)
    rain = Band(allow_null=True)
    rain_chance = s.FloatField(allow_null=True)
    et0 = Band(allow_null=True)
    heat_wave = s.BooleanField()
    gauge = GaugeOut(allow_null=True)
    typed = WeatherValues(allow_null=True)


class SkyOut(s.Serializer):
    garden = GardenOut()
    weather = WeatherState()
    heat = Heat(allow_null=True)
    days = SkyDay(many=True)


class SampleOut(s.Serializer):
    key = s.CharField()
    name = s.CharField()
    about = s.CharField()


class PutAwayOut(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()


class ImportedBeds(s.Serializer):
    beds = s.IntegerField()


class ImportedMap(s.Serializer):
    features = s.IntegerField()


class Imported(s.Serializer):
    days = s.IntegerField()


class Visited(s.Serializer):
    weather_fresh = s.BooleanField()

"""The shapes of answers, for the schema and the typed client. Numbers are SI and FAO-56's units."""

from __future__ import annotations

from rest_framework import serializers as s


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


class RigOut(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    flow_l_per_min = s.FloatField()
    measured = s.DateField(allow_null=True)


class GardenOut(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    latitude = s.FloatField()
    longitude = s.FloatField()
    elevation_m = s.FloatField()
    time_zone = s.CharField()
    style = s.ChoiceField(choices=["ample", "steady", "sparing"])
    coastal = s.BooleanField()
    today = s.DateField()
    own_clock = s.BooleanField()
    demonstration = s.BooleanField()
    role = s.ChoiceField(choices=["owner", "helper"])
    rigs = RigOut(many=True)


class Member(s.Serializer):
    id = s.IntegerField()
    username = s.CharField()
    role = s.ChoiceField(choices=["owner", "helper"])


class WeatherState(s.Serializer):
    source = s.ChoiceField(choices=["forecast", "typed", "resampled", "none"])
    issued = s.DateField(allow_null=True)
    age_days = s.IntegerField(allow_null=True, help_text="days since the forecast was issued")
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


class Heat(s.Serializer):
    dates = s.ListField(child=s.DateField())
    chance = s.FloatField()


class CropStanding(s.Serializer):
    crop = s.CharField()
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    height = s.CharField(help_text="name of the nearest body height")
    stage = s.CharField()


class Isle(s.Serializer):
    """What the picture of a bed needs. mm are over the rooted share, below field capacity positive."""

    kind = s.CharField()
    net_mm = Band()
    raw_mm = s.FloatField()
    taw_mm = s.FloatField()
    trigger_mm = s.FloatField()
    air_mark_mm = s.FloatField()
    room_mm = s.FloatField()
    depth_m = s.FloatField()
    root_depth_m = s.FloatField()
    mulch = s.CharField()
    mulch_depth_m = s.FloatField()
    plants = s.IntegerField()
    height_m = s.FloatField()
    rooted_share = s.FloatField()
    reservoir_share = s.FloatField(allow_null=True, help_text="how full, 0 to 1")
    under_cover = s.BooleanField()


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
    into = s.ChoiceField(choices=["soil", "reservoir"])


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
    coefficients = Coefficient(many=True)


class WateringOut(s.Serializer):
    id = s.UUIDField()
    date = s.DateField()
    litres = s.FloatField()
    part = s.ChoiceField(choices=["morning", "evening"])
    into = s.ChoiceField(choices=["soil", "reservoir"])
    struck = s.BooleanField()


class CheckOut(s.Serializer):
    id = s.UUIDField()
    date = s.DateField()
    reading = s.ChoiceField(choices=["dry", "just_damp", "moist", "wet"])
    struck = s.BooleanField()


class Stop(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    kind = s.CharField()
    method = s.ChoiceField(choices=["hose", "can", "drip", "reservoir"])
    word = s.ChoiceField(choices=["soak", "wait", "leave", "too_wet", "check", "done", "fill", "empty"])
    cause = s.CharField()
    crops = CropStanding(many=True)
    dose = Dose(allow_null=True)
    isle = Isle()
    wet_days = s.IntegerField()
    next_soak = s.ListField(child=s.DateField(), allow_null=True)
    reservoir_l = Band(allow_null=True)
    reservoir_capacity_l = s.FloatField(allow_null=True)
    empty_on = s.ListField(child=s.DateField(allow_null=True), allow_null=True)
    finger_depth_m = s.FloatField()
    waterings_today = WateringOut(many=True)
    check_today = CheckOut(allow_null=True)
    put_off = s.UUIDField(allow_null=True)
    why = Why()


class Round(s.Serializer):
    garden = GardenOut()
    weather = WeatherState()
    lacks = s.ChoiceField(choices=["", "beds", "weather"])
    hours = Hours(allow_null=True)
    heat = Heat(allow_null=True)
    stops = Stop(many=True)


class LedgerDay(s.Serializer):
    """One day behind. mm over the bed's ground, but net_mm over its rooted share."""

    date = s.DateField()
    net_mm = s.FloatField()
    raw_mm = s.FloatField()
    et0_mm = s.FloatField()
    rain_mm = s.FloatField()
    held_mm = s.FloatField()
    runoff_mm = s.FloatField()
    rain_in_mm = s.FloatField()
    watered_mm = s.FloatField()
    filled_mm = s.FloatField()
    plants_mm = s.FloatField()
    bare_soil_mm = s.FloatField()
    drained_mm = s.FloatField()
    wicked_mm = s.FloatField()
    correction_mm = s.FloatField()
    ks = s.FloatField()
    weather = s.CharField()


class AheadDay(s.Serializer):
    date = s.DateField()
    net_mm = Band()
    soak_chance = s.FloatField()
    litres = s.FloatField()
    reservoir_l = Band(allow_null=True)
    rain_mm = Band()
    tmax = Band()
    weather = s.CharField()


class SizeOut(s.Serializer):
    date = s.DateField()
    height = s.ChoiceField(choices=["ankle", "knee", "waist", "shoulder", "overhead"])
    spread_m = s.FloatField()


class PlantingOut(s.Serializer):
    id = s.IntegerField()
    crop = s.CharField()
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    planted = s.DateField()
    removed = s.DateField(allow_null=True)
    sizes = SizeOut(many=True)


class MulchOut(s.Serializer):
    kind = s.CharField()
    depth_m = s.FloatField()
    cover = s.FloatField()


class SoilOut(s.Serializer):
    material = s.CharField()
    organic_matter_pct = s.FloatField()


class DripOut(s.Serializer):
    emitters = s.IntegerField()
    flow_l_per_h = s.FloatField()


class ReservoirOut(s.Serializer):
    capacity_l = s.FloatField()
    wick_l_per_day = s.FloatField(allow_null=True)
    opening_l = s.FloatField(allow_null=True)


class BedOut(s.Serializer):
    """A bed in the garden file's words."""

    id = s.IntegerField()
    name = s.CharField()
    kind = s.CharField()
    length_m = s.FloatField()
    width_m = s.FloatField()
    round = s.BooleanField()
    soil_depth_m = s.FloatField(allow_null=True)
    soil = SoilOut()
    method = s.ChoiceField(choices=["hose", "can", "drip", "reservoir"])
    rig = s.IntegerField(allow_null=True)
    style = s.ChoiceField(choices=["ample", "steady", "sparing"], allow_null=True)
    pattern = s.ChoiceField(choices=["deep_and_seldom", "little_and_often"], allow_null=True)
    under_cover = s.BooleanField()
    opened = s.DateField()
    opening_wetness = s.ChoiceField(choices=["dry", "just_damp", "moist", "wet"], allow_null=True)
    drip = DripOut(allow_null=True)
    reservoir = ReservoirOut(allow_null=True)
    plantings = PlantingOut(many=True)
    mulch = MulchOut(allow_null=True)


class Way(s.Serializer):
    """A style and pattern over the fortnight, means over the series."""

    style = s.ChoiceField(choices=["ample", "steady", "sparing"])
    pattern = s.ChoiceField(choices=["deep_and_seldom", "little_and_often"])
    soaks = s.FloatField()
    litres = s.FloatField()
    minutes = s.FloatField()
    missed = s.FloatField(help_text="share of the growth's water that plants could not draw")
    lost_litres = s.FloatField()
    chosen = s.BooleanField()


class BedPage(s.Serializer):
    garden = GardenOut()
    heat = Heat(allow_null=True)
    bed = BedOut()
    lacks = s.ChoiceField(choices=["", "beds", "weather"])
    stop = Stop(allow_null=True)
    behind = LedgerDay(many=True)
    ahead = AheadDay(many=True)
    ways = Way(many=True)
    waterings = WateringOut(many=True)
    checks = CheckOut(many=True)


class WeatherValues(s.Serializer):
    tmin = s.FloatField(allow_null=True)
    tmax = s.FloatField(allow_null=True)
    rain = s.FloatField(allow_null=True)
    wind = s.FloatField(allow_null=True)
    rhmin = s.FloatField(allow_null=True)
    rhmax = s.FloatField(allow_null=True)
    sunshine_h = s.FloatField(allow_null=True)


class GaugeOut(s.Serializer):
    id = s.UUIDField()
    date = s.DateField()
    rain = s.FloatField()


class SkyDay(s.Serializer):
    date = s.DateField()
    kind = s.ChoiceField(choices=["observed", "gap", "forecast", "typed", "resampled"])
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


class CropOut(s.Serializer):
    key = s.CharField()
    name = s.CharField()
    spread_m = s.FloatField()
    height_m = s.FloatField()
    season_days = s.IntegerField()
    source = s.CharField()


class KindOut(s.Serializer):
    key = s.CharField()
    name = s.CharField()
    container = s.BooleanField()
    soil_depth_m = s.FloatField()


class Catalogue(s.Serializer):
    crops = CropOut(many=True)
    kinds = KindOut(many=True)
    soils = s.ListField(child=s.CharField())
    mulches = s.ListField(child=s.CharField())
    heights = s.DictField(child=s.FloatField())
    time_zones = s.ListField(child=s.CharField())


class Visited(s.Serializer):
    weather_fresh = s.BooleanField()

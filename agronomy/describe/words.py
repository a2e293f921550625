"""Every code that a garden is told in: one source for the core, the open files, the server and the page."""

from __future__ import annotations

from typing import Final, Literal, get_args

# What a bed is, and how it is watered.
Kind = Literal[
    "raised",
    "open",
    "keyhole",
    "row",
    "mound",
    "tunnel",
    "pot",
    "half_barrel",
    "trough",
    "fabric_bag",
    "hanging_basket",
    "self_watering_box",
    "tray",
]
MethodName = Literal["hose", "can", "drip", "sprinkler", "reservoir"]
PouredBy = Literal["hose", "can", "drip", "sprinkler"]
LineKind = Literal["drippers", "tape", "soaker"]
DeviceKind = Literal["timer", "probe"]
DeviceFault = Literal["battery_low", "stuck_open", "no_flow", "low_flow", "high_flow", "missed_run"]
Laid = Literal["rows", "ring"]
Style = Literal["ample", "steady", "sparing"]
Pattern = Literal["deep_and_seldom", "little_and_often", "damp_top", "run_down"]
Wall = Literal["light", "dark", "fabric"]
Into = Literal["soil", "reservoir"]
Giver = Literal["below", "bottle", "pipe", "clay_pot"]  # where a reservoir stands: below the mix, or in the ground
DayPart = Literal["morning", "afternoon", "evening"]

# What it is made of.
Texture = Literal[
    "sand",
    "loamy_sand",
    "sandy_loam",
    "loam",
    "silt_loam",
    "silt",
    "sandy_clay_loam",
    "clay_loam",
    "silty_clay_loam",
    "silty_clay",
    "sandy_clay",
    "clay",
]
Material = Literal[
    "sand",
    "loamy_sand",
    "sandy_loam",
    "loam",
    "silt_loam",
    "silt",
    "sandy_clay_loam",
    "clay_loam",
    "silty_clay_loam",
    "silty_clay",
    "sandy_clay",
    "clay",
    "falls_apart",
    "holds_and_crumbles",
    "makes_a_ribbon",
    "unknown",
    "potting_mix",
    "home_mix",
    "compost_rich",
    "own_mix",
]
Ingredient = Literal[
    "garden_soil",
    "peat",
    "coir",
    "compost",
    "worm_compost",
    "manure",
    "leaf_mould",
    "bark",
    "perlite",
    "vermiculite",
    "sand",
    "grit",
    "cake",
    "meal",
    "something_else",
]
Drainage = Literal["free", "slow", "standing"]

# How sky and wind reach it, and what lies on it.
Shelter = Literal["exposed", "open", "sheltered"]
Cover = Literal["none", "eaves", "roof", "sheet", "fleece", "cloche", "tunnel", "indoors"]
MulchKind = Literal["none", "straw", "leaf_mould", "compost", "bark", "film", "fabric"]

# What grows.
CropName = Literal[
    "tomato",
    "bush_tomato",
    "cherry_tomato",
    "large_tomato",
    "pepper",
    "chilli",
    "aubergine",
    "cucumber",
    "courgette",
    "winter_squash",
    "melon",
    "watermelon",
    "okra",
    "sweetcorn",
    "runner_bean",
    "french_bean",
    "drying_bean",
    "broad_bean",
    "pea",
    "lettuce",
    "endive",
    "rocket",
    "spinach",
    "chard",
    "pak_choi",
    "cabbage",
    "kale",
    "broccoli",
    "cauliflower",
    "brussels_sprouts",
    "kohlrabi",
    "carrot",
    "parsnip",
    "beetroot",
    "turnip",
    "radish",
    "potato",
    "sweet_potato",
    "celery",
    "celeriac",
    "fennel",
    "artichoke",
    "asparagus",
    "rhubarb",
    "onion",
    "spring_onion",
    "garlic",
    "leek",
    "basil",
    "parsley",
    "coriander",
    "dill",
    "chives",
    "mint",
    "thyme",
    "rosemary",
    "lavender",
    "oregano",
    "sage",
    "strawberry",
    "raspberry",
    "currant",
    "gooseberry",
    "blueberry",
    "fruit_tree",
    "stone_fruit",
    "citrus",
    "fig",
    "grape",
    "flowers",
    "sunflower",
    "bush",
    "other",
    "hedge",
    "tree_roots",
    "weeds",
]
Wish = Literal["dry_between", "even", "never_dry"]
Start = Literal["sown", "tray", "pricked_out", "potted_up", "hardening_off", "cutting", "transplant", "established"]
BodyHeight = Literal["ankle", "knee", "waist", "shoulder", "overhead", "tall"]

# What was observed.
ObservationKind = Literal[
    "finger",
    "still_wet",
    "lifted",
    "probe",
    "dug",
    "float",
    "ran_out",
    "saucer",
    "top",
    "sour",
    "looks_wrong",
    "weighed",
]
Wetness = Literal["dry", "just_damp", "moist", "wet"]
LiftedWeight = Literal["light", "middling", "heavy"]

# What changes at a bed in a tap.
Alteration = Literal[
    "mulch_on",
    "mulch_off",
    "shade_on",
    "shade_off",
    "roof_on",
    "roof_off",
    "fleece_on",
    "fleece_off",
    "sheet_on",
    "sheet_off",
    "saucer_on",
    "saucer_off",
    "into_sun",
    "into_morning_sun",
    "into_shade",
    "leaves_off",
    "thinned",
]

# The garden.
Growth = Literal["calendar", "warmth"]
TimeOfDay = Literal["any", "dawn", "dusk"]
HeatRule = Literal["absolute", "unusual", "own"]
ClimateName = Literal[
    "cool_maritime",
    "temperate",
    "cold_winter",
    "dry_summer",
    "cool_dry_summer",
    "hot_dry",
    "humid_summer",
    "wet_tropical",
    "monsoon",
    "cool_highland",
    "file",
]
ThingKind = Literal["wall", "fence", "hedge", "tree", "shed", "house", "path", "water"]
TestKind = Literal[
    "bucket", "can", "squeeze", "jar", "drain", "finger", "pot", "meter", "seep", "weigh", "cups", "dug", "sprinkler"
]

# What is advised, and why.
Word = Literal["soak", "wait", "leave", "too_wet", "check", "done", "fill", "empty"]
Cause = Literal[
    "trigger",
    "part",
    "heat",
    "damp_top",
    "rain",
    "not_yet",
    "air_short",
    "doubt",
    "watered",
    "reservoir",
    "run_down",
    "mix_holds",
    "stale",
    "bare",
    "unwatered",
    "before_planting",
    "planting_in",
    "early",
    "moved",
    "moved_away",
    "along",
    "evening",
]
SupplyWhy = Literal["chosen", "sour", "dry_between", "young", "grown", "buried"]
# What may be done at a bed before going away.
Measure = Literal["fill", "soak", "mulch_on", "shade_on", "into_shade", "line"]
Water = Literal["tap", "rain", "pond"]
# What is seen at a plant that does not look right, what may be behind it, and what one look more may find.
Sign = Literal[
    "yellow_below", "pale", "purple", "white_patches", "brown_edges", "spots", "climbing", "curl", "droop_day",
    "droop_dawn", "stunted", "blossom_fall", "cracked_fruit", "dark_fruit_end", "bitter", "soft_stem", "foul_soil",
    "white_crust", "failing",
]  # fmt: skip
Trouble = Literal[
    "thirst", "drowned", "uneven", "heat", "cold", "scorch", "nitrogen", "phosphorus", "potassium", "calcium", "salts",
    "leaf_disease", "wilt", "pot_bound", "shock", "nothing",
]  # fmt: skip
Look = Literal["finger", "dawn", "roots", "underside", "stem_cut", "spread"]
Found = Literal[
    "dry", "moist", "wet", "stands", "droops", "white", "brown_soft", "circling", "clean", "felt", "ring", "spreads",
    "stays",
]  # fmt: skip
Outcome = Literal["better", "same", "worse", "gone"]
# How a feed is given, and how often.
FeedKind = Literal["liquid", "soluble", "dry", "brew", "lime"]
FeedSchool = Literal["none", "weekly", "fortnight", "twice", "compost"]
FeedMoment = Literal["growth", "first_bloom"]
FeedPartName = Literal[
    "worm_casts", "compost", "manure", "poultry_pellets", "seed_cake", "bone_meal", "blood_meal", "fish_meal",
    "seaweed_meal", "wood_ash", "rock_dust", "lime",
]  # fmt: skip
# What a source of weather says something of, and the sources, the most trusted first.
WeatherGroup = Literal["temperature", "humidity", "wind", "sun", "rain"]
# On which dates of a month taps may run, and what local rules spare.
RuleDates = Literal["all", "odd", "even"]
Exempt = Literal["can", "hose", "drip", "edible"]
# When in the day rain fell, from midnight on by six hours each, and what of the weather was seen.
DayQuarter = Literal["night", "morning", "afternoon", "evening"]
SeenInSky = Literal["hail", "frost"]
WeatherSource = Literal["typed", "station", "provider", "climate"]
# What a column of a station's file may hold, in which unit, and how its dates are written.
WeatherVariable = Literal[
    "tmin", "tmax", "tmean", "rhmin", "rhmax", "rhmean", "tdew", "ea", "wind", "sunshine_h", "rs", "rain"
]  # fmt: skip
WeatherUnit = Literal[
    "c", "f", "tenths_c", "pct", "kpa", "hpa", "m_s", "km_h", "mph", "kn", "tenths_m_s", "h", "min", "mj_m2", "w_m2",
    "kwh_m2", "cal_cm2", "mm", "in", "cm", "tenths_mm",
]  # fmt: skip
DateOrder = Literal["ymd", "dmy", "mdy"]
How = Literal["due", "part", "late", "early", "moved", "planting", "along"]
Gave = Literal["minutes", "taps", "moved", "left", "rain"]
Outlook = Literal["observed", "gap", "climate", "forecast", "typed", "resampled"]

SIGNS: Final[tuple[Sign, ...]] = get_args(Sign)
TROUBLES: Final[tuple[Trouble, ...]] = get_args(Trouble)
LOOKS: Final[tuple[Look, ...]] = get_args(Look)
FOUNDS: Final[tuple[Found, ...]] = get_args(Found)
FEED_KINDS: Final[tuple[FeedKind, ...]] = get_args(FeedKind)
FEED_SCHOOLS: Final[tuple[FeedSchool, ...]] = get_args(FeedSchool)
FEED_MOMENTS: Final[tuple[FeedMoment, ...]] = get_args(FeedMoment)
FEED_PARTS: Final[tuple[FeedPartName, ...]] = get_args(FeedPartName)
OUTCOMES: Final[tuple[Outcome, ...]] = get_args(Outcome)
KINDS_OF_ISLE: Final[tuple[Kind, ...]] = get_args(Kind)
METHODS: Final[tuple[MethodName, ...]] = get_args(MethodName)
STYLES: Final[tuple[Style, ...]] = get_args(Style)
PATTERNS: Final[tuple[Pattern, ...]] = get_args(Pattern)
WALLS: Final[tuple[Wall, ...]] = get_args(Wall)
INTO: Final[tuple[Into, ...]] = get_args(Into)
GIVERS: Final[tuple[Giver, ...]] = get_args(Giver)
DAY_PARTS: Final[tuple[DayPart, ...]] = get_args(DayPart)
TEXTURES: Final[tuple[Texture, ...]] = get_args(Texture)
MATERIALS: Final[tuple[Material, ...]] = get_args(Material)
INGREDIENTS: Final[tuple[Ingredient, ...]] = get_args(Ingredient)
DRAINAGES: Final[tuple[Drainage, ...]] = get_args(Drainage)
SHELTERS: Final[tuple[Shelter, ...]] = get_args(Shelter)
COVERS: Final[tuple[Cover, ...]] = get_args(Cover)
MULCHES: Final[tuple[MulchKind, ...]] = get_args(MulchKind)
DEVICE_KINDS: Final[tuple[DeviceKind, ...]] = get_args(DeviceKind)
DEVICE_FAULTS: Final[tuple[DeviceFault, ...]] = get_args(DeviceFault)
LINE_KINDS: Final[tuple[LineKind, ...]] = get_args(LineKind)
POURED_BY: Final[tuple[PouredBy, ...]] = get_args(PouredBy)
CROP_NAMES: Final[tuple[CropName, ...]] = get_args(CropName)
WISHES: Final[tuple[Wish, ...]] = get_args(Wish)  # from what stands dryness best to what stands it least
STARTS: Final[tuple[Start, ...]] = get_args(Start)
HEIGHTS: Final[tuple[BodyHeight, ...]] = get_args(BodyHeight)
OBSERVATION_KINDS: Final[tuple[ObservationKind, ...]] = get_args(ObservationKind)
WETNESS: Final[tuple[Wetness, ...]] = get_args(Wetness)
WEIGHTS: Final[tuple[LiftedWeight, ...]] = get_args(LiftedWeight)
READINGS: Final[tuple[Wetness | LiftedWeight, ...]] = (*WETNESS, *WEIGHTS)
ALTERATIONS: Final[tuple[Alteration, ...]] = get_args(Alteration)
GROWTHS: Final[tuple[Growth, ...]] = get_args(Growth)
TIMES_OF_DAY: Final[tuple[TimeOfDay, ...]] = get_args(TimeOfDay)
HEAT_RULES: Final[tuple[HeatRule, ...]] = get_args(HeatRule)
CLIMATES: Final[tuple[ClimateName, ...]] = get_args(ClimateName)
THING_KINDS: Final[tuple[ThingKind, ...]] = get_args(ThingKind)
MEASUREMENTS: Final[tuple[TestKind, ...]] = get_args(TestKind)
WORDS: Final[tuple[Word, ...]] = get_args(Word)
CAUSES: Final[tuple[Cause, ...]] = get_args(Cause)
WATERS: Final[tuple[Water, ...]] = get_args(Water)
MEASURES: Final[tuple[Measure, ...]] = get_args(Measure)
SUPPLY_WHYS: Final[tuple[SupplyWhy, ...]] = get_args(SupplyWhy)
HOWS: Final[tuple[How, ...]] = get_args(How)
GAVES: Final[tuple[Gave, ...]] = get_args(Gave)
OUTLOOKS: Final[tuple[Outlook, ...]] = get_args(Outlook)
WEATHER_GROUPS: Final[tuple[WeatherGroup, ...]] = get_args(WeatherGroup)
WEATHER_SOURCES: Final[tuple[WeatherSource, ...]] = get_args(WeatherSource)
WEATHER_VARIABLES: Final[tuple[WeatherVariable, ...]] = get_args(WeatherVariable)
WEATHER_UNITS: Final[tuple[WeatherUnit, ...]] = get_args(WeatherUnit)
DATE_ORDERS: Final[tuple[DateOrder, ...]] = get_args(DateOrder)
RULE_DATES: Final[tuple[RuleDates, ...]] = get_args(RuleDates)
EXEMPTS: Final[tuple[Exempt, ...]] = get_args(Exempt)
DAY_QUARTERS: Final[tuple[DayQuarter, ...]] = get_args(DayQuarter)
SEEN_IN_SKY: Final[tuple[SeenInSky, ...]] = get_args(SeenInSky)

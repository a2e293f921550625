"""Isleshower's core: from weather, soil, plants and waterings to a bed's demand and its next soak.

Pure functions over NumPy arrays. No Django, no clock, no network: the date is an argument.

In here:

    describe  the frozen descriptions (Garden, Bed, Planting, Day...), and the errors
    air       humidity, radiation, reference evapotranspiration, sun, shade, heat
    ground    texture, water holding, potting mixes, profiles, mulch, soil warmth
    hydraulics  what a pipe loses, what emitters give, lines and networks solved, how even they are
    plants    the crop table, how plants begin, size as seen, basal coefficient, room
    methods   hose, can, drip and reservoir: what arrives, what it reaches, litres to what the hand does
    beds      a bed as it is on a day, built once and carried
    sky       the weather a plan rests on, assembled by variable and trust; climates
    balance   the day's step (written once, compiled), the arrays it runs over, the ledger's rows
    decide    style, dose, wait or water, good hours, the day's round, the fortnight and the reasons
    signs     reading the plant: what a sign may come from, by the bed's own weeks
    fit       whether plant and place fit
    bench     small tests that end in a number the plan uses
    formats   the open formats, both ways
    compiling   plain functions compiled together
    __main__  the headless command
"""

__all__ = [
    "air",
    "balance",
    "beds",
    "bench",
    "decide",
    "describe",
    "fit",
    "formats",
    "ground",
    "hydraulics",
    "methods",
    "plants",
    "signs",
    "sky",
]

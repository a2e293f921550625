"""What the core is told: frozen descriptions in the open garden file's words, each field annotated once; the errors.

In here:

    words      every code, from kinds of isle to causes of advice
    fields     how a field is annotated: unit, bounds, meaning
    garden     a garden and all that belongs to the whole of it
    bed        a bed or pot
    soil       what it is made of
    planting   what grows
    water      how water comes, what was poured and observed
    signs      what did not look right, and what followed
    feeding    what plants are fed with, by its label
    readings   what is read in each small test of the bench
    weather    a table of days, and its reader
    cells      cells of a CSV as spreadsheets write them
    kinds      the kinds of isle and of things, and their usual sizes
    footprint  where a corner of something on the map lies
    errors     every error, and how a value is refused
"""

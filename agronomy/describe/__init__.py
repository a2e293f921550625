"""What the core is told: frozen descriptions in the open garden file's words, and the error tree.

In here:

    garden     Garden, Bed, Planting and all that belongs to them
    kinds      the kinds of isle and their usual sizes
    weather    a table of days, and its reader
    footprint  where a corner of something on the map lies
    errors     every error, and how a value is refused
"""

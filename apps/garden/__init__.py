"""Gardens, members, beds and what grows in them.

In here:

    models          the facts
    access          who may reach what; the lock of a garden
    actions         gardens, hoses, beds
    helper_actions  invited, in, gone
    map_actions    where things lie
    rows            between rows and descriptions
    plant_actions   own crops and sizes
    season_actions  the year's turn, planting out
    bench_actions   small tests kept
    events          an id is one event
    convert         a form's bed against the file's words
    apps            Django's own
"""

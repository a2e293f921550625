"""HTTP: what comes in is checked and handed to an action; what goes out is a plan in plain words' codes and SI.

In here:

    urls            paths
    inputs          shapes of what comes in
    shapes          shapes of answers
    shapes_beds     of beds, plants and their pages
    described       shapes taken from descriptions
    shapes_ground   of the map
    shapes_ahead    of the days ahead
    shapes_bench    of bench, fit, raising and seasons
    present         a plan as plain values
    present_ahead   the days ahead, and a calendar
    present_sky     the sky, day by day
    views           gardens, round, events, sky
    views_people    helpers
    views_plants    own crops and sizes
    views_ground    the map
    views_ahead     the days ahead, the calendar
    views_bench     small tests, the mix calculator
    views_fit       whether things fit
    views_raising   raising and planting out
    views_seasons   the year's turn
    views_exchange  files
    accounts        signing up, in and out
    person          who asks
    errors          every error as an answer, once
    retry           once more where the database was busy
    rendering       JSON
    apps            Django's own
"""

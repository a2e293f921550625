"""HTTP: what comes in is checked and handed to an action; what goes out is a plan in plain words' codes and SI.

Each noun has a package: its views, its shapes, and what it tells as plain values.

In here:

    urls       paths
    people     signing in, preferences, helpers
    gardens    gardens, hoses, samples, a visit, the words
    beds       described, copied, taken out; the page of each
    round      what to do now
    record     what was done and found; the undo
    ahead      the days ahead, the calendar
    pots       pots, boxes and what is buried
    lines      drip lines
    devices    timers that report, and probes
    away       going away, and the page of somebody who looks in
    map        what lies where
    sky        the weather, day by day
    signs      what does not look right: what it may come from, what followed
    feeding    how beds stand with their food
    plants     own crops, sizes, raising and planting out
    bench      small tests, the mix calculator
    fit        whether things fit
    seasons    the year's turn
    files      gardens and pieces of them, out and in
    schema     what is said of every operation alike
    kept       answers that are kept until something changes
    night      every garden planned before anybody looks
    tasks      jobs that wait for it in a queue
    queue      where they wait
    asked      who asks, what they mark, the shape of a body
    described  shapes taken from descriptions
    shapes     shapes that several answers share
    present    what several answers tell, as plain values
    errors     every error as an answer, once
    retry      once more where the database was busy
    rendering  JSON
    apps       Django's own
"""

"""Plans over all facts: reads everything below it, and stands on top.

In here:

    happened  what happened at beds, read once and then only what is new
    facts      read in a fixed number of queries, as the core's descriptions
    feeding    how beds stand with their food
    situation  a garden's facts and the plan over them
    issue      a visit, a step of the day, advice as it was given
    alter      what changes at a bed in a tap
    scored     how what was said turned out
    signs      what they may come from
    fit        what fits are judged by
    marks      ids for what is noted next at a stop
"""

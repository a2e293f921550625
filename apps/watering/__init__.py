"""Waterings, checks, advice as it was issued, and the plan over all facts.

In here:

    models   the facts
    facts    read in a fixed number of queries, as the core's descriptions
    queries  the plan over them
    actions  poured, found, put off, struck; the day issued and stepped
    marks    ids for what is noted next
    fit      what fits are judged by
    apps     Django's own
"""

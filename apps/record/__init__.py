"""What was poured, found, put off and moved, as events; advice as it was issued.

In here:

    models   the facts
    actions  poured, found, put off, moved, struck; the calendar's address
    apps     Django's own
"""

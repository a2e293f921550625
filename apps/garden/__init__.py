"""Gardens, members, beds and what grows in them; the record of what happened.

In here:

    models   the facts
    revision how often its facts have changed
    access   who may reach what; the lock of a garden
    action   the base of every change: once, all or nothing, with a line in the record
    actions  the changes of a garden's description
    events   the words for what happens
    changes  the rows that an event changed, and their way back
    undo     the one undo
    rows     between rows and descriptions
    lines    lines of rows, as the tubes that they are
    convert  a form's bed against the file's words
    apps     Django's own
"""

"""What stands below the figures."""

NOTES = """
## What they mean

The plain loop is the very same step uncompiled, over arrays and over lists of Python's own numbers. The step of
before is a frozen copy of the balance as it was before drip lines' two stores, containers by the hour, sides of cloth
and second drinks came in: today's does all of that, and is measured on beds that have none of it. What is left of its
time is spread over some forty branches that a bed of one kind takes always alike, eight divisions and the writing of
seven figures a series and day; members in lanes would gain more, and the step would no longer read like its page.

The same bytes after one query: an address behind the same middleware, session, permission and one query, that sends a
page's bytes from memory. A bare answer comes from the same server before any of that; eight times between them are
Django, the session and the two queries, of every page alike.

After a mark one bed is worked anew; the Round then asks for the fortnight within the household's minutes, which the
benchmark's garden has far too few of, so that every day is a conflict to settle. By a profile of 40 beds: the
fortnight takes 75 ms of 130 (28 days of 40 beds, each some numpy calls over small arrays; the compiled step is 16 ms
of it), the bed that changed 20, the page's words 30. The 30 ms wanted would take a fortnight that is not played
again, or a sequence that is compiled as the step is. Ahead takes it from there.

The first Round of a cold process is the reading of all facts, every bed's days laid out (half), and the fortnight.
What is known outside the worker spares it all of that.

Memory: 221 MB are the interpreter with numba and its compiled code. Of what a garden of 200 beds and three years
adds, 80 MB are the ledger's terms of every day behind, 55 the 71,000 events, 40 what grows on each day, 30 the series
of the days ahead, 16 what is kept to lay days out again; the rest is what a first reading leaves between.

A night of many gardens is in serving.md.
"""

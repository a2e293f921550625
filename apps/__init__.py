"""The facts and what may be done with them, one Django app for each subject; each knows only those below it.

In here:

    exchange  whole gardens and pieces in and out, samples
    planning  plans over all facts: reads all below, stands on top
    devices   timers that report, probes, and who listens to them
    record    what was poured, found, put off and moved
    weather   days, gauge, forecasts, the provider
    garden    gardens, people in them, beds and plants
    accounts  persons
    base      what stands against a change
"""

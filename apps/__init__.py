"""The facts and what may be done with them, one Django app for each subject; each knows only those below it.

In here:

    exchange  whole gardens and pieces in and out, samples
    watering  what was poured and found, the plan over all facts
    weather   days, gauge, forecasts, the provider
    garden    gardens, people in them, beds and plants
    accounts  persons
    base      what stands against a change
"""

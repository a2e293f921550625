"""A bed as it is on a day: built once, carried to whoever asks.

In here:

    alterations  what changes at it in a tap: each a dated fact
    today        a bed on a date: its ground, profile, exposure, method, reach, mulch and what grows
    ground       its area and depth, and what it is made of from day to day
    light        how much of the sun reaches it, and ET0 there
    wall         what a container's wall adds: warmth, and what cloth lets through
    stand        what grows on each day, added up
"""

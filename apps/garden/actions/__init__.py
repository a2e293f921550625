"""What is done to a garden's description: one class for each change, on the base of apps/garden/action.py.

In here:

    gardens   a garden as a whole, its hoses
    beds      beds described, copied, taken out
    plants    own crops, sizes
    seasons   the year's turn, planting out
    map       where things lie
    bench     small tests, and what they set
    helpers   invited, in, gone
"""

"""Small tests that end in a number the plan uses, each with its spread.

In here:

    flow     bucket under a hose, watering can, water meter
    feel     squeeze and ribbon
    drain    a filled hole and a clock
    finger   what your own finger feels
    pot      what a pot holds
    cups     cups under a line
    dug      a hole beside a dripper after a run
    seep     how fast what is buried gives its water
    trials   the mean of trials, and how far it may be out
    measure  one door to all of them
"""

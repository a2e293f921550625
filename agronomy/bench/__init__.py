"""Small tests that end in a number the plan uses, each with its spread.

flow.py: bucket under a hose, watering can, water meter. feel.py: squeeze and ribbon. jar.py: settled layers.
drain.py: a filled hole and a clock. finger.py: what your own finger feels. pot.py: what a pot holds.
measure.py: one door to all of them, from what was read to what was found.
"""

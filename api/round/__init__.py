"""The round.

In here:

    present  it as plain values
    shapes   the schema of it
    views    what is asked for and done
"""

"""Whether things fit.

In here:

    shapes  the schema of it
    views   what is asked for and done
"""

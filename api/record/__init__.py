"""What was done and found.

In here:

    shapes  the schema of it
    views   what is asked for and done
"""

"""People: who signs in, and what they prefer.

In here:

    models  the person
    apps    Django's own
"""

"""People: who signs in, and what they prefer.

In here:

    actor   who does something
    models  the person
    apps    Django's own
"""

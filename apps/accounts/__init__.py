"""People: who signs in, and what they prefer.

In here:

    actor   who does something
    models  the person
    people  one's own password, sessions and letters
    apps    Django's own
"""

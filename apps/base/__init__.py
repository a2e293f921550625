"""What all applications stand on.

In here:

    action  the base of every change
    errors  NotFound and NotAllowed
"""

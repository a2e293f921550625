"""What all applications stand on.

In here:

    action  the base of every change
    errors  NotFound and NotAllowed
    expiry  what expires by itself
    tokens  what lets somebody in, kept as a hash
"""

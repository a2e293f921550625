"""What all applications stand on.

In here:

    errors  NotFound and NotAllowed
"""

"""What happens in a round: poured, found, put off, moved; advice as it was issued; calendar addresses.

The events themselves are the garden's (apps/garden/models.py).

In here:

    models   advice and addresses
    actions  poured, found, put off, moved; the calendar's address
    signs    what did not look right, and what followed
    away     days away, and links for those who look in
    before   the tables of before there was one record
    apps     Django's own
"""

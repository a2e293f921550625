"""The tables of before there was one record: only their migrations, the last of which brings them over.

In here:

    apps  Django's own
"""

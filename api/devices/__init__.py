"""Devices that speak for themselves.

In here:

    shapes   the schemas
    present  what is told, as plain values
    views    what is asked for
"""

"""Going away, and the private page of somebody who looks in.

In here:

    shapes   the schemas
    present  what is told, as plain values
    views    what is asked for and done by the garden's people
    door     what a visitor sees and marks by a link
"""

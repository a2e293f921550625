"""Whether things fit: plant and pot, plants and ground, crop and place, season and season; each with its reason.

In here:

    fits    all checks of a bed
"""

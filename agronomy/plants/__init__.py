"""Plants: the crop table, how they begin, size as seen and its growth, canopy and roots, the room they want.

In here:

    crops      the crop table, and what is watered for its own sake
    starts     how a planting begins
    emergence  when what is sown comes up
    size       size as seen and growth between
    demand     from canopy and climate to coefficients
    nutrition  how hungry crops are
    feed_parts what own blends are made of
    salt       what salt a crop bears
    fruit_set  heat in which flowers set no fruit
    room       mix, spacing, sun and family
"""

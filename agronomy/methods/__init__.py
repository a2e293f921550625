"""Methods: how water comes to a bed. One protocol; a new way of watering is one more class behind it.

In here:

    base       what every method answers
    hand       hose and can
    drip       a drip line
    reservoir  filled, and lifted by a wick
    hose_water  the first hot water of a hose
    choose     the rig and the method of a bed
"""

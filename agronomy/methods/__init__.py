"""Methods: how water comes to a bed. One protocol; a new way of watering is one more class behind it.

In here:

    base       what every method answers
    hand       hose and can
    drip       a drip line
    sprinkler  a sprinkler
    line       lines behind their tap, solved
    tubes      which lines are one tube, and which run at once
    timer      what a line does by itself
    reservoir  filled, and lifted by a wick
    buried     bottles, pipes and unglazed pots beside the roots
    hose_water  the first hot water of a hose
    choose     the method of a bed
"""

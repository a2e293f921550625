"""Methods: litres to what the hand, the line or the reservoir does.

In here:

    hand  hose and can; which rig a bed is watered from
    drip  minutes of a line, and how wide an emitter wets
"""

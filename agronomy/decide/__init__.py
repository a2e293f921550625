"""Decisions: style and trigger, water or wait, good hours, the day's stops, and the arithmetic behind each.

In here:

    plan          today's plan of a garden
    morning       what is known of a bed this morning
    word          its word and cause
    dose          how much, in the hand's unit
    again         the second drink of a day
    pot_heat      how hot a pot's mix gets
    hose_first    where a hose's hot water goes
    checks        what a finger in the soil would lead to
    too_much      what becomes of more water than a bed takes
    wait          water or wait, by the cost of each error
    styles        when a bed asks
    wishes        how what stands in it wants its water
    reservoirs    how a reservoir is kept
    lines         boxes that share a line and its timer
    timer_setting what a timer that only runs is best set to
    upkeep        what its lines want done
    drip_lines    a drip line as it runs, and what would better it
    feeding       when a bed is fed, with how much, and whether its soil is right for it
    salts         when a pot is to be washed out
    reasons       the arithmetic as lines that sum
    sources       each figure with its source
    behind        the last days by name
    outlook       when a bed asks next, when a reservoir runs dry
    fortnight     the days ahead within what can be done
    sequence      those days one after the other
    worked        what was worked of one bed by itself
    room          what is left of a day's minutes and taps
    together      beds on one tube, watered at once
    round         today's round as the days ahead leave it
    walk          that round stop by stop, and who is served twice
    household     minutes of people and hours of taps
    compare       what other styles would cost
    by_which      one soak by hose, can, line or sprinkler
    day_use       use by the hour
    hours         the good hours
    leaf_risk     how long leaves stay wet, and from when disease is to be minded
    wet_spell     what is done before, in and after one
    cold          what a cold night may hurt, and what to cover
    after_rain    what of the last rain came to the roots, and which pots are looked at
    after_hail    what hail may have torn
    tunnel        when a tunnel is opened and shut
    heat_sheet    that wave day by day, and what spares water in it
    heat          the wave that is got ready for
    planting_out  raising, hardening off, planting out
    butts         what stands in a butt, and how long it lasts
    away          going away: the chance to come through, and the least to be done before
    bands         10, 50 and 90 %
"""

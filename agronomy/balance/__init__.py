"""The daily balance: a day's step written once, the arrays it runs over, its terms, and the spread of what is doubtful.

In here:

    processes     what moves water: pour, rain, use, drain, wick
    asking        when a bed asks for water, and what is poured then
    step          the order of a day, in any number of parts
    terms         its named figures
    layout        where each figure stands in the arrays; nobody else's business
    kernel        the step over days and series, compiled
    forcing       from a bed's description to the step's arrays
    under_weather what the weather makes of a bed's days
    from_opening  each bed run from its opening to this morning
    run           a garden at this morning, and on
    day_parts     the hours that a container's day is cut into
    learnt        what a box draws, from its floats
    boxes         what a reservoir holds when nobody fills it
    timers        a bed under one or another setting of a timer
    nutrients     food that comes, is taken up and washed out
    salts         what water brings and leaves behind
    absence       a bed on days when nobody is there
    single_days   one day of it, for some beds
    checkpoints   mornings of beds kept in memory
    weather       the weather of every day of a run, gaps filled and named
    observations  what a finger, float or probe says of the balance
    spreads       how doubtful each thing is
    ledger        the terms under FAO-56's symbols
"""

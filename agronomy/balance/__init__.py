"""The daily balance: one step written once, the arrays it runs over, its rows, and the spread of what is doubtful.

In here:

    step     one day of one bed, and its compiled form
    run      from each bed's opening to this morning, and on
    forcing  from a bed's description to the step's arrays
    stand    what grows on each day, added up
    weather  the weather of every day of a run, gaps filled and named
    checks   what a finger, float or probe says of the balance
    spreads  how doubtful each thing is
    ledger   the rows under FAO-56's symbols
"""

"""Reading the plant: what a sign may come from, weighed by the bed's own last weeks.

In here:

    table     what speaks for what: one readable table of likelihoods
    evidence  what a bed's last three weeks say, from the ledger, the weather and what was noted
    judge     the table and the evidence together, by Bayes, and the one look that tells the likeliest apart
"""

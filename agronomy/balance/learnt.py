"""What a box over a reservoir draws, learnt from two readings of its float and what was filled between."""

from __future__ import annotations

import datetime as dt
import itertools
import math
from dataclasses import dataclass

import numpy as np

from agronomy.balance.terms import BedFigures, Terms
from agronomy.describe.garden import Bed

NEWEST = 4  # readings that count: older ones are of another plant; common practice, no source
LEAST_DRAWN = 0.15  # of the capacity between two readings: less says nothing; common practice, no source
BETWEEN = (0.5, 2.0)  # a draw further from the usual is a leak or a misread float; common practice, no source
PRIOR_READINGS = 1.0  # the usual draw weighs as much as one interval; common practice, no source


@dataclass(frozen=True)
class Draw:
    """factor: of what plants over it usually draw [-]. intervals: between readings, that it was learnt from."""

    factor: float = 1.0
    intervals: int = 0


USUAL_DRAW = Draw()


def draw_of_box(bed: Bed, figures: BedFigures, rows: Terms, first: dt.date) -> Draw:
    """The draw of a bed's reservoir over that of its model, from the floats that were read since `first`.

    rows: the terms (day,) of the days behind, from `first` on. What the model lifted between two readings, less what
    the second one put right, is what was drawn; an interval in which the reservoir ran out or over says nothing. The
    mean of the logarithms, drawn towards 1 by PRIOR_READINGS. Common practice, no source.
    """
    wicked, overflow, held, put_right = (
        np.asarray(x) for x in (rows.wicked, rows.overflow, rows.close_reservoir, rows.correction_store)
    )
    read = sorted({(o.date - first).days for o in bed.observations if o.kind == "float"})
    read = [d for d in read if 0 <= d < len(wicked)][-NEWEST:]
    found = []
    for since, until in itertools.pairwise(read):
        lifted = float(wicked[since:until].sum())
        ran_out = held[since:until].min() < figures.fill_below
        if lifted < LEAST_DRAWN * figures.capacity or overflow[since:until].sum() > 0 or ran_out:
            continue
        drawn = lifted - float(put_right[until]) / figures.store_weight
        found.append(math.log(min(max(drawn / lifted, BETWEEN[0]), BETWEEN[1])))
    if not found:
        return USUAL_DRAW
    return Draw(math.exp(sum(found) / (len(found) + PRIOR_READINGS)), len(found))

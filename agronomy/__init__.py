"""Isleshower's core: from weather, soil, plants and waterings to a bed's demand and its next soak.

Pure functions over NumPy arrays. No Django, no clock, no network: the date is an argument.

    describe   the frozen descriptions (Garden, Bed, Planting, Day...), their JSON Schema, the errors
    air        humidity, radiation, reference evapotranspiration, sun, heat
    ground     texture, water holding, potting mixes, mulch
    plants     the crop table, size as seen, basal coefficient and canopy
    balance    the day's step (written once, compiled), the arrays it runs over, the ledger's rows
    methods    hose, can, drip and reservoir: litres to what the hand does
    decide     style, dose, wait or water, good hours, the day's round and the reasons
"""

__all__ = ["air", "balance", "decide", "describe", "ground", "methods", "plants"]

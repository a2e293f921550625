"""Ground: texture and mixes to water holding, the evaporating layer, mulch, runoff, warmth.

In here:

    texture           USDA classes
    holding           how much water a soil or mix holds
    mixes             bought and home-made mixes by the height of the pot
    profile           a bed's ground from the top down
    mulch             what mulch does to evaporation and light rain
    soil_temperature  how warm the soil is
"""

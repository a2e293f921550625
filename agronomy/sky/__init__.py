"""The weather that a plan rests on: each variable of each day by trust, and what stands in where nothing is known.

In here:

    assemble  the one assembler: gauge, own thermometer, station, provider, climate
    scoring   how chances turned out
    spells    dry spells and wind, by their definitions
    climates  the days that a garden's climate usually brings
"""

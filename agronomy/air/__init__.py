"""Air: humidity, radiation, reference evapotranspiration (FAO-56 chapters 2 to 4), sun, shade, heat, climates.

In here:

    humidity      vapour pressure, air pressure, psychrometric constant
    radiation     solar geometry and radiation terms
    reference_et  ET0, with every missing-data procedure and its tier
    sun           sunrise and sunset by the clock, the temperature curve
    hourly        a day's demand over its hours
    shade         what walls and trees take of the beam
    microclimate  sun hours, shelter and covers at one bed
    leaf_wetness  hours in which leaves stay wet
    heat          heat waves and the heat index
"""

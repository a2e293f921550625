"""Air: humidity, radiation, reference evapotranspiration (FAO-56 chapters 2 to 4), sun times, heat."""

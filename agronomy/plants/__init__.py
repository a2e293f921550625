"""Plants: the crop table, size as seen and its growth, basal coefficient, canopy and roots."""

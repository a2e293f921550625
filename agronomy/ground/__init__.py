"""Ground: texture and mixes to water holding, the evaporating layer, mulch, runoff."""

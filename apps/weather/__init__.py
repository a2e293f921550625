"""Days of weather, the gauge, forecasts and the provider."""

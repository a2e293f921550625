"""Days of weather, the gauge, forecasts and the provider.

In here:

    models    the facts
    actions   days typed, gauge read, climates kept, forecasts fetched
    convert   rows to the core's Sky
    bulk      many rows at once
    provider  the adapter to a provider
    apps      Django's own
"""

"""Whole gardens and pieces in and out.

In here:

    files          garden file, beds and days out; garden file and days in
    write_garden   a described garden, written as facts
    beds_and_map  beds from a spreadsheet, places from GeoJSON
    guests         people who look around, each in a sample of their own
    samples        the sample gardens of sample_gardens/
    apps           Django's own
"""

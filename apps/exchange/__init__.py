"""Whole gardens and pieces in and out.

In here:

    files          garden file out; garden file and days in
    csv_files      beds, days and what was noted, for a spreadsheet
    accounts       a whole account out, and gone
    write_garden   a described garden, written as facts
    beds_and_map  beds from a spreadsheet, places from GeoJSON
    guests         people who look around, each in a sample of their own
    samples        the sample gardens of sample_gardens/
    apps           Django's own
"""

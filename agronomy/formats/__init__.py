"""Open formats in and out, derived from the descriptions.

In here:

    described     a description's JSON Schema, its reader with every fault by place, its writer
    read_garden   the one reader of garden files
    write_garden  the writer
    older         garden files of older versions, made new
    field_tables  its fields as tables of text
    station_file  a station's days by a mapping of its columns, and GHCN-Daily
    spreadsheet   rows of a CSV that no spreadsheet takes for formulas
    map_geojson   the garden's map as GeoJSON, both ways
"""

"""Open formats in and out, in the words of describe.

In here:

    schema        the garden file's JSON Schema: every bound on what may be entered
    read_garden   the one reader of garden files
    write_garden  the writer, and all faults of a file at once
    older         garden files of older versions, made new
    map_geojson   the garden's map as GeoJSON, both ways
"""

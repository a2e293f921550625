"""The words for what happens in a garden, and the events of its record by them."""

from __future__ import annotations

from typing import Any, Literal, get_args

# What is a fact of itself: struck, it counts no longer, and what was derived from it is derived anew.
FactKind = Literal[
    "watering",
    "observation",
    "put_off",
    "moved_soak",
    "gauge",
    "sky_seen",
    "measurement",
    "season",
    "away",
    "station_read",
    "signs_seen",
    "signs_followed",
]
# What changed the description of a garden: taken back, its rows stand as before.
ChangeKind = Literal[
    "bed_described",
    "bed_removed",
    "bed_copied",
    "bed_altered",
    "planted_out",
    "sizes_seen",
    "own_crop_described",
    "own_crop_removed",
    "map_arranged",
    "thing_described",
    "thing_removed",
    "garden_described",
    "rig_described",
    "days_typed",
    "beds_imported",
    "map_imported",
]
# What is noted and not taken back by its event: it has a deed of its own that answers it.
NotedKind = Literal[
    "garden_made",
    "garden_put_away",
    "garden_taken_up",
    "climate_read",
    "helper_invited",
    "invitation_withdrawn",
    "helper_joined",
    "helper_removed",
    "helper_left",
    "device_let_in",
    "device_put_out",
    "device_told",
    "device_fault",
]
EventKind = Literal[FactKind, ChangeKind, NotedKind]

# What happens at a bed and changes nothing else: no row but the event's own, and no weather.
AT_BEDS: frozenset[str] = frozenset(
    {"watering", "observation", "put_off", "moved_soak", "signs_seen", "signs_followed"}
)
FACT_KINDS: tuple[FactKind, ...] = get_args(FactKind)
CHANGE_KINDS: tuple[ChangeKind, ...] = get_args(ChangeKind)
NOTED_KINDS: tuple[NotedKind, ...] = get_args(NotedKind)
EVENT_KINDS: tuple[EventKind, ...] = (*FACT_KINDS, *CHANGE_KINDS, *NOTED_KINDS)

OF_A_BED: tuple[EventKind, ...] = ("watering", "observation", "put_off", "moved_soak", "signs_seen", "signs_followed")
# happened at one bed

# What whoever helps in a garden may note, and take back.
BY_HELPERS: frozenset[EventKind] = frozenset(
    {
        "watering",
        "observation",
        "put_off",
        "moved_soak",
        "gauge",
        "sky_seen",
        "signs_seen",
        "signs_followed",
        "sizes_seen",
        "bed_altered",
        "helper_left",
        "device_told",
    }
)

Told = dict[str, Any]  # what was told of an event, in the garden file's words of its kind

"""Whatever a garden holds, its own export comes in again and says the same."""

import dataclasses
import json
import zoneinfo

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase

from agronomy.describe import garden as g
from agronomy.describe.water import OBSERVATION_NEEDS
from agronomy.formats import write_garden
from apps.garden.models import Garden
from tests.agronomy import gardens as t
from tests.agronomy.test_properties import beds
from tests.apps import world as w

ZONES = sorted(zoneinfo.available_timezones())
NAMES = ("Möhre", "Mohre", "mohre", "\U0001f955", "\U0001f345", "=1+1", "a\u0301", "\u00e1", "Robert'); DROP", "x" * 60)


@st.composite
def gardens(draw) -> g.Garden:
    """Odd names, beds of the future, and every event of a bed there as often as twice."""
    names = draw(st.lists(st.sampled_from(NAMES), min_size=1, max_size=3, unique=True))
    made = []
    for name in names:
        bed = draw(beds())
        to_come = t.TODAY.replace(year=2027) if draw(st.booleans()) else bed.opened
        plantings = tuple(dataclasses.replace(p, thinned=()) for p in bed.plantings)
        made.append(
            dataclasses.replace(
                bed,
                name=name,
                opened=to_come,
                plantings=plantings,
                waterings=bed.waterings * 2,
                mulches=tuple({m.date: m for m in bed.mulches}.values()),
                soils=_once(bed.soils),
                exposures=_once(bed.exposures),
                observations=tuple(filter(_fits, bed.observations)) * 2,
            )
        )
    rigs = tuple(g.Rig(name, 9.0) for name in draw(st.lists(st.sampled_from(NAMES), max_size=4, unique=True)))
    seasons = tuple(g.Season(name, t.TODAY) for name in draw(st.lists(st.sampled_from(NAMES), max_size=3, unique=True)))
    zone = draw(st.sampled_from(ZONES))
    return dataclasses.replace(t.garden(*made), rigs=rigs, seasons=seasons, time_zone=zone)


def _fits(check: g.Observation) -> bool:
    bounds = OBSERVATION_NEEDS[check.kind][1]
    return bounds is None or bounds[0] <= check.value <= bounds[1]


def _once(records):
    """One record a day, the undated one among them at the opening."""
    return tuple({r.date: r for r in records if r.date is not None}.values())


class AnyGarden(TestCase):
    @settings(max_examples=20, deadline=None, suppress_health_check=list(HealthCheck))
    @given(gardens())
    def test_its_export_comes_round(self, garden):
        client = w.client_of(w.person())
        garden = dataclasses.replace(garden, beds=tuple(dataclasses.replace(b, rig=None) for b in garden.beds))
        first = self.bring(client, write_garden.garden_as_text(garden))
        again = self.bring(client, json.dumps(first))
        self.assertEqual(again, first)
        for described, kept in zip(garden.beds, first["beds"], strict=True):
            self.assertEqual(kept["name"], described.name)
            for events in ("waterings", "observations", "plantings", "mulches"):
                self.assertEqual(len(kept.get(events, [])), len(getattr(described, events)))

    def bring(self, client, text):
        answer = w.send(client, "post", "/import/garden", {"text": text})
        self.assertEqual(answer.status_code, 201, answer.content[:400])
        garden = Garden.objects.get(pk=answer.json()["id"])
        value = json.loads(client.get(f"/api/gardens/{garden.pk}/garden.json").content)
        garden.delete()
        return value

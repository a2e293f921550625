"""Any plain fact about a bed goes the whole way: form, row, core, page, garden file, and in again."""

import dataclasses

from django.test import TestCase

from agronomy.describe import garden as g
from agronomy.formats.described import schema_of
from agronomy.formats.write_garden import garden_as_text
from apps.exchange.files import ImportGarden, described_garden
from apps.garden.models import Bed
from apps.garden.rows import shared
from apps.planning.facts import core_bed, read_beds
from tests.apps import world as w

SAID = {"name": "Any", "kind": "pot", "length_m": 0.4, "width_m": 0.4, "opened": w.TODAY.isoformat()}


def another(said: dict, usual: object) -> object:
    """A value that a field may have and is not its usual one."""
    kinds = [x for x in said.get("anyOf", [said]) if x.get("type") != "null"]
    known = kinds[0]
    if "enum" in known:
        return next(x for x in reversed(known["enum"]) if x != usual and x not in ("drip", "reservoir"))
    if "minimum" in known:
        middle = (known["minimum"] + known["maximum"]) / 2
        return int(middle) if known["type"] == "integer" else middle
    return {"boolean": usual is not True, "string": "Other"}[known["type"]]


BESIDE = {"soaked_kg": {"limp_kg": 1.0}, "limp_kg": {"soaked_kg": 900.0}}  # what one fact cannot be told without


class AnyFact(TestCase):
    def test_every_plain_fact_of_a_bed_goes_the_whole_way(self) -> None:
        ada = w.person()
        garden = w.garden_of(ada)
        client = w.client_of(ada)
        seen = 0
        for name in shared(g.Bed, Bed):
            if name in ("x_m", "y_m", "turn_deg", "opened", "width_m", "length_m", "round"):
                continue  # of the map; of the clock; bound to each other
            value = another(schema_of(g.Bed)["properties"][name], getattr(g.Bed, name, None))
            with self.subTest(name, value=value):
                said = {**SAID, "name": f"Any {name}", **BESIDE.get(name, {}), name: value}
                made = w.send(client, "post", f"/gardens/{garden.pk}/beds", said)
                self.assertEqual(made.status_code, 201, made.content)
                self.assertEqual(made.json()[name], value)
                [facts] = [b for b in read_beds(garden) if b.row.pk == made.json()["id"]]
                self.assertEqual(getattr(core_bed(facts), name), value)
                [out] = [b for b in described_garden(garden).beds if b.name == said["name"]]
                self.assertEqual(getattr(out, name), value)
                seen += 1
        self.assertGreater(seen, 7)
        again = ImportGarden(w.by(ada), garden_as_text(described_garden(garden))).execute()
        keyless = lambda x: [dataclasses.replace(b, key="") for b in described_garden(x).beds]  # noqa: E731
        self.assertEqual(keyless(again), keyless(garden))

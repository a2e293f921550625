"""A season of each invented climate under every bed of its sample garden: closed to the last drop, and believable.

Open daily weather of a wet tropical and of a southern garden ships with no package at hand, so these two run on the
stand-in's invented climates; temperate and hot dry places run on real open weather in tests/agronomy/test_seasons.py.
"""

import dataclasses
import datetime as dt
import unittest
from typing import Any

import numpy as np

from agronomy.balance import layout as s
from agronomy.balance import terms
from agronomy.balance.from_opening import run_garden
from agronomy.balance.kernel import conservation_error
from agronomy.balance.weather import air_days
from agronomy.decide import styles
from agronomy.describe.weather import Sky, table_from_days
from apps.exchange.samples import SAMPLES, described
from standins.weather.__main__ import forecast

DAYS = 150


class FourPlaces(unittest.TestCase):
    seasons: Any

    @classmethod
    def setUpClass(cls) -> None:
        cls.seasons = {key: cls.season(key) for key in SAMPLES}

    @classmethod
    def season(cls, key: str):
        """The sample's beds from 120 days before its opening to 30 days after it, all of it observed."""
        garden, opens = described(SAMPLES[key]), SAMPLES[key].opens_on
        end = opens + dt.timedelta(days=30)
        told = forecast(garden.latitude, garden.longitude, garden.elevation_m, end, DAYS + 1)["observed"]
        days = [(dt.date.fromisoformat(d["date"]), {k: v for k, v in d.items() if k != "date"}) for d in told]
        start = days[1][0]
        table = table_from_days(days[1:], garden.latitude, garden.elevation_m)
        ahead = dataclasses.replace(table, columns={c: v[:, None] for c, v in table.columns.items()})
        sky = Sky(table_from_days(days[:1], garden.latitude, garden.elevation_m), ahead)
        beds = tuple(dataclasses.replace(b, opened=start, waterings=(), observations=()) for b in garden.beds)
        garden = dataclasses.replace(garden, beds=beds)
        weather = air_days(garden, sky, start, start, DAYS)
        triggers = [styles.trigger_of(garden, b, start) for b in beds]
        season = run_garden(garden, weather, start, triggers)
        rows = season.rows_ahead(np.full((DAYS, len(beds)), terms.BY_TRIGGER))
        return garden, weather, rows

    def test_every_row_is_closed(self) -> None:
        for key, (_, _, rows) in self.seasons.items():
            self.assertLess(conservation_error(rows).max(), 1e-9, key)
            self.assertTrue(np.isfinite(rows).all(), key)

    def test_watered_by_their_triggers_plants_miss_little(self) -> None:
        for key, (garden, _, rows) in self.seasons.items():
            for i, bed in enumerate(garden.beds):
                potential = rows[:, i, s.POTENTIAL].sum()
                missed = 1 - rows[:, i, s.TRANSPIRATION].sum() / max(potential, 1e-9)
                if potential > 20 and bed.pattern != "run_down":  # what is run down on purpose goes short on purpose
                    self.assertLess(missed, 0.20, (key, bed.name))

    def test_the_climates_tell(self) -> None:
        water = {
            k: rows[..., s.IRRIGATION].sum(axis=0).mean() + rows[..., s.FILLED].sum(axis=0).mean()
            for k, (_, _, rows) in self.seasons.items()
        }
        wet = {k: rows[..., s.WET].sum() for k, (_, _, rows) in self.seasons.items()}
        rain = {k: w.rain[:DAYS, 0].sum() for k, (_, w, _) in self.seasons.items()}
        self.assertGreater(water["copperpan_court"], 2 * water["gullrest_paddock"])
        self.assertEqual(max(rain, key=rain.get), "sixweir_landing")
        self.assertEqual(max(wet, key=wet.get), "sixweir_landing")
        self.assertLess(rain["copperpan_court"], 60)

    def test_the_rains_wash_through_the_open_ground_and_not_under_the_roof(self) -> None:
        garden, _, rows = self.seasons["sixweir_landing"]
        at = {b.name: i for i, b in enumerate(garden.beds)}
        drained = rows[..., s.DRAINED_ROOTED].sum(axis=0)
        self.assertGreater(drained[at["Lower Weir"]], 200)
        roofed = rows[-30:, at["Eave Pots"], s.RAIN_ROOTED].sum()
        self.assertLess(roofed, 1e-9)


if __name__ == "__main__":
    unittest.main()

"""A pot by the hour in code of its own, from FAO-56's hourly equations: what the balance's containers are held against.

It shares nothing with the balance but what a pot is: its available water, p, and what its leaves drink by. FAO-56
eq. 28 (radiation of an hour), 37 to 40 (net radiation), 45 and 46 (soil heat), 53 (hourly Penman-Monteith), 84 (Ks).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

SUBSTEPS = 12  # of an hour, so that Ks follows what is left


@dataclass(frozen=True)
class Day:
    """A day's weather: temperatures [degrees C], vapour pressure [kPa], wind [m/s], radiation [MJ m-2 d-1]."""

    tmin: float
    tmax: float
    ea: float
    u2: float
    rs: float
    day_of_year: int


def saturation(t: float) -> float:
    return 0.6108 * math.exp(17.27 * t / (t + 237.3))


def hourly_et0(day: Day, latitude_deg: float, elevation_m: float) -> list[float]:
    """ET0 [mm] of the 24 hours of solar time, from midnight on."""
    phi, j = math.radians(latitude_deg), day.day_of_year
    distance = 1 + 0.033 * math.cos(2 * math.pi * j / 365)
    delta = 0.409 * math.sin(2 * math.pi * j / 365 - 1.39)
    sunset = math.acos(-math.tan(phi) * math.tan(delta))
    light = []
    for h in range(24):
        w1, w2 = (math.pi / 12 * (x - 12) for x in (h, h + 1))
        w1, w2 = (min(max(w, -sunset), sunset) for w in (w1, w2))
        ra = (w2 - w1) * math.sin(phi) * math.sin(delta)
        ra += math.cos(phi) * math.cos(delta) * (math.sin(w2) - math.sin(w1))
        light.append(max(0.0, 12 * 60 / math.pi * 0.0820 * distance * ra))
    clear = (0.75 + 2e-5 * elevation_m) * sum(light)
    cloudiness = 1.35 * min(day.rs / clear, 1.0) - 0.35
    pressure = 101.3 * ((293 - 0.0065 * elevation_m) / 293) ** 5.26
    gamma, out = 0.665e-3 * pressure, []
    for h in range(24):
        t = _temperature(h + 0.5, day, 12 - sunset * 12 / math.pi)
        es = saturation(t)
        slope = 4098 * es / (t + 237.3) ** 2
        rs = day.rs * light[h] / sum(light)
        rnl = 4.903e-9 / 24 * (t + 273.16) ** 4 * (0.34 - 0.14 * math.sqrt(day.ea)) * cloudiness
        rn = 0.77 * rs - rnl
        ground = (0.1 if light[h] > 0 else 0.5) * rn
        top = 0.408 * slope * (rn - ground) + gamma * 37 / (t + 273) * day.u2 * (es - min(day.ea, es))
        out.append(max(0.0, top / (slope + gamma * (1 + 0.34 * day.u2))))
    return out


def _temperature(h: float, day: Day, sunrise: float) -> float:
    """A sine from sunrise to three hours after noon and back (common practice)."""
    h = h if h >= sunrise else h + 24
    if h <= 15:
        share = (1 - math.cos(math.pi * (h - sunrise) / (15 - sunrise))) / 2
    else:
        share = (1 + math.cos(math.pi * (h - 15) / (sunrise + 24 - 15))) / 2
    return day.tmin + (day.tmax - day.tmin) * share


@dataclass
class Pot:
    """taw [L] and p of a pot; thirst: litres that its leaves drink for a mm of ET0 without stress; loses: litres that
    its mouth and sides lose besides. gone: litres missing."""

    taw: float
    p: float
    thirst: float
    loses: float = 0.0
    gone: float = 0.0
    drunk: float = 0.0
    wanted: float = 0.0
    drained: float = 0.0

    def water(self, litres: float) -> None:
        self.gone -= litres
        self.drained += max(0.0, -self.gone)
        self.gone = max(0.0, self.gone)

    def hour(self, et0: float) -> float:
        """Live through an hour; returns Ks at its end."""
        ks = 1.0
        for _ in range(SUBSTEPS):
            raw = self.p * self.taw
            ks = min(1.0, max(0.0, (self.taw - self.gone) / (self.taw - raw)))
            wanted = self.thirst * et0 / SUBSTEPS
            self.wanted += wanted
            self.drunk += ks * wanted
            self.gone = min(self.taw, self.gone + ks * wanted + min(ks, 1.0) * self.loses * et0 / SUBSTEPS)
        return ks

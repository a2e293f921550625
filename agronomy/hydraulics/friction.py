"""Head lost in a pipe: Darcy and Weisbach over the whole range of Reynolds numbers, Hazen and Williams as an option."""

from __future__ import annotations

import math
from typing import Final

VISCOSITY_M2_S: Final = 1.022e-6  # of water at 20 degrees C, kinematic; as EPANET 2.2 takes it
ROUGHNESS_MM: Final = 0.0015  # of smooth plastic; the usual handbook value, from memory
G: Final = 9.80665  # m s-2
LAMINAR, TURBULENT = 2000.0, 4000.0  # Reynolds numbers between which flow is neither
C_PLASTIC: Final = 150.0  # Hazen and Williams, of smooth plastic; 130 to 140 is advised for small tube, from memory


def friction_factor(reynolds: float, roughness: float) -> float:
    """Darcy's f [-]. roughness: over the bore [-].

    64/Re below 2000; Swamee and Jain (1976) above 4000; between them Dunlop's cubic (1991), as EPANET 2.2 has it.
    """
    if reynolds <= 0.0:
        return 0.0
    if reynolds < LAMINAR:
        return 64.0 / reynolds
    if reynolds >= TURBULENT:
        y1: float = math.log10(roughness / 3.7 + 5.74 / reynolds**0.9)
        return 0.25 / (y1 * y1)
    y2 = roughness / 3.7 + 5.74 / TURBULENT**0.9
    y3 = -2.0 * math.log10(y2)
    fa = 1.0 / y3**2
    fb = (2.0 + 0.9 * 2.0 * -2.0 / math.log(10.0) * 5.74 / TURBULENT**0.9 / (y2 * y3)) * fa
    r = reynolds / LAMINAR
    x2, x3 = 0.128 - 17.0 * fa + 2.5 * fb, -0.128 + 13.0 * fa - 2.0 * fb
    return float((7.0 * fa - fb) + r * (x2 + r * (x3 + r * (0.032 - 3.0 * fa + 0.5 * fb))))


def head_loss(flow_l_h: float, length_m: float, bore_mm: float) -> float:
    """Head [m] lost by a flow [L/h] over a length [m] of smooth plastic of a bore [mm]. Darcy and Weisbach."""
    bore = bore_mm / 1000.0
    velocity = flow_l_h / 3.6e6 / (math.pi / 4.0 * bore**2)
    f = friction_factor(velocity * bore / VISCOSITY_M2_S, ROUGHNESS_MM / bore_mm)
    return f * length_m / bore * velocity**2 / (2.0 * G)


def head_loss_slope(flow_l_h: float, length_m: float, bore_mm: float) -> float:
    """Head lost [m] by a litre an hour more. A central difference of head_loss; arithmetic."""
    step = 1e-4 * flow_l_h + 1e-6
    more, less = head_loss(flow_l_h + step, length_m, bore_mm), head_loss(max(0.0, flow_l_h - step), length_m, bore_mm)
    return (more - less) / (step + min(step, flow_l_h))


def hazen_williams(flow_l_h: float, length_m: float, bore_mm: float, c: float = C_PLASTIC) -> float:
    """The same [m] by Hazen and Williams, in SI: 10.67 L Q^1.852 / (C^1.852 D^4.8704)."""
    return float(10.67 * length_m * (flow_l_h / 3.6e6 / c) ** 1.852 / (bore_mm / 1000.0) ** 4.8704)


def fitting_length_m(bore_mm: float) -> float:
    """Length of pipe [m] that a barbed fitting counts as. Some 15 bores; common practice, no source."""
    return 15.0 * bore_mm / 1000.0

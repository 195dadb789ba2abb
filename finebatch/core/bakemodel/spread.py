"""How fast the outline moves: a viscous gravity current with slip, a stretching limit, a yield stress, and a memory of the shape given
(doc section 7)."""

import math
from typing import Any

from .compiling import compiled
from .parameters import Parameters
from .shapes import Flow, Shape

GRAVITY = 9.81


def spread_values(shape: Shape, slip: float, p: Parameters) -> dict[str, float]:
    """The column's numbers for `rate`. Shear follows self-similar currents (Huppert 1982): R^8 round, x^5 planar; a rolled log or rope
    has a closed skin and moves less than the ideal planar current (`planar`)."""
    planar = p.planar if shape.flow is Flow.PLANAR else 1.0
    is_round = shape.flow is Flow.ROUND
    return {
        "shear": (1.58 if is_round else 1.12) * planar,
        "stretch": (1 / 12 if is_round else 1 / 8) * planar,
        "slip_m": p.slip * slip,
        "yields_pa": p.tauY,
        "lateral": {Flow.ROUND: 1 / 3, Flow.PLANAR: 0.5, Flow.FIXED: 0.0}[shape.flow] * p.fL,
        "ln_gives": p.lnEx,
        "moves": 0.0 if shape.flow is Flow.FIXED else 1.0,
    }


@compiled
def rate(c: Any, ln_viscosity: float, height: float, radius: float, volume: float) -> float:
    """Rate of ln radius, 1/s. `height` mean height and `radius` in m, `volume` m3. Tall mounds cannot move faster than they stretch; no
    flow where the stress is far below the yield stress; and the further it is drawn out from its raw radius, the stiffer it is."""
    viscosity = math.exp(min(ln_viscosity, 40.0))
    weight = c.mass_kg / volume * GRAVITY
    shear = c.shear * weight * height * height * (height + 3 * c.slip_m) / (3 * viscosity * radius)
    stretch = c.stretch * weight * height * radius / viscosity
    stress = weight * height * height / (height + radius)
    holds = c.yields_pa * math.exp(0.5 * min(ln_viscosity - c.ln_reference - 3, 20.0))
    speed = 1 / (1 / shear + 1 / stretch) * stress * stress / (stress * stress + holds * holds)
    drawn = math.exp(-c.stiffens * math.log(max(radius / c.radius_m, 1.0)))
    return float(speed / radius * drawn)

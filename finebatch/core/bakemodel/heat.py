"""Heat and water in the piece: a tray node and seven layers in each of two columns (doc sections 5 and 6).

The columns are the inner and outer half of the footprint; of a slab its middle and its edge. Arrays are (2, layers).
"""

import math
from typing import Any

from .bakeware import LINER_HEAT, PAN_UNDER_W_M2K, SHEET_UNDER_W_M2K, TRAY_HEAT, TRAY_UNDER_W_M2K
from .case import Case
from .compiling import compiled
from .mix import Mix
from .parameters import Parameters
from .phases import dry_of, sigmoid, sugar_of, water_of
from .shapes import Flow

LAYERS = 7
IMPLICIT = 0.55  # share of the new time level: just past the midpoint, for damping
LATENT_J_KG = 2.3e6
AMBIENT_PA = 900.0  # vapour pressure of the oven's own air
BOILS = 2e-6  # kg/m2 s Pa over the whole piece
TOP_SHARE = 0.15  # of the radius: how far the side's heat has to go in


def heat_values(case: Case, pressure_pa: float, p: Parameters) -> dict[str, float]:
    """The column's numbers for `evaporate` and `conduct`."""
    mix, shape = case.mix, case.shape
    tray, liner = TRAY_HEAT[case.tray], LINER_HEAT[case.liner]
    factor = math.exp(case.shift.ln_heat)
    under = tray.under_w_m2k
    edge = shape.edge
    if edge is not None:
        # What covers its tray is not fed by the bare tray around it.
        under *= (PAN_UNDER_W_M2K if edge.walls else SHEET_UNDER_W_M2K) / TRAY_UNDER_W_M2K
    rough = 1.15 if shape.mean_to_max < 0.7 else 1.0
    values = {
        "tray_j_m2k": tray.capacity_j_m2k,
        "tray_under_w_m2k": under * factor,
        "top_m2k_w": 1 / (p.hT * factor),
        "bottom_m2k_w": 1 / (p.hB * tray.contact * liner[0] * math.sqrt(factor)),
        "water": water_of(mix),
        "dry_j_k": _dry_heat(mix),
        # Ice takes its latent heat around -7 °C; only what came from the freezer holds any.
        "ice_j_k": water_of(mix) * 0.6 * 3.34e5 / 12 * sigmoid((-1 - case.dough_c) / 0.7),
        "conductivity": p.k,
        "vapour_gain": p.kv / pressure_pa,
        "permeance": p.Ke * 2.2 * rough / LAYERS,
        "crust_m": p.dl,
        "sorption": (p.bw * (sugar_of(mix) + 0.8 * mix.polyol + 0.45 * dry_of(mix))) ** 2,
        "side_area": shape.side * p.side,
        "across": {Flow.ROUND: 7.1, Flow.PLANAR: 4.0, Flow.FIXED: 7.1}[shape.flow],
        "slab": 0.0, "edge_share": 0.5, "edge_side": 0.0, "edge_across": 0.0, "middle_across": 0.0, "edge_vapour": 1.0, "edge_in_m": 0.0,
    }  # fmt: skip
    if edge is not None:
        height = shape.volume_m3 / shape.area_m2
        reach = edge.strip_m / 2 + height
        across = 1 / (edge.strip_m * reach)
        values |= {
            "slab": 1.0,
            "edge_share": edge.share,
            "edge_side": edge.perimeter_m / (edge.share * shape.area_m2),
            "edge_across": across,
            "middle_across": across * edge.share / (1 - edge.share),
            "edge_vapour": 0.0 if edge.walls else 1.0,
            "edge_in_m": 0.25 * edge.strip_m,
        }
    return values


def _dry_heat(mix: Mix) -> float:
    """J/K of a kg of dough but for its water."""
    sweet, dry = sugar_of(mix) + mix.polyol, dry_of(mix) + mix.other
    return 1300 * sweet + 2000 * mix.fat + 1500 * dry + 1750 * mix.inclusions


@compiled
def vapour_pressure(t: float, activity: float) -> float:
    """Pa over dough at `t` °C: Antoine's equation for water times the water activity."""
    return activity * math.exp(23.196 - 3816.4 / (t + 227.02))


@compiled
def water_activity(c: Any, moisture: float) -> float:
    """0 to 1, from moisture (kg/kg) against sugars and dry matter."""
    squared = moisture * moisture
    return float(squared / (squared + c.sorption))


@compiled
def evaporate(
    c: Any, temp: Any, moisture: Any, swollen: Any, column: Any, side: Any, layer_kg_m2: Any, dt: float, vapour: Any,
    flux: Any, slope: Any,
) -> None:  # fmt: skip
    """Loss of water through the layers above, and by boiling: `flux` kg/m2 s of each layer and `slope` its rise per kelvin.

    `swollen` is each column's volume over its dense volume, `column` its height (m), `side` its side area over its footprint,
    `layer_kg_m2` a layer's mass per area.
    """
    boils = BOILS / LAYERS
    for k in range(2):
        depth = column[k] / (c.crust_m * swollen[k] * swollen[k])
        for j in range(LAYERS):
            wet = moisture[k, j]
            activity = water_activity(c, wet)
            pascal = vapour_pressure(temp[k, j], activity)
            over = pascal - c.pressure_pa
            path = 1 / (1 + (LAYERS - 1 - j + 0.5) / LAYERS * depth)
            conductance = c.permeance * (path + side[k] * c.edge_vapour)
            dries = conductance * max(pascal - AMBIENT_PA, 0.0)
            # The activity falls within the step as the layer dries.
            eased = 1 / (1 + (1 - activity) * dt * dries / (layer_kg_m2[k] * max(wet, 1e-6)))
            per_kelvin = pascal * 3816.4 / (temp[k, j] + 227.02) ** 2
            vapour[k, j] = pascal
            flux[k, j] = eased * dries + (boils * over if over > 0 else 0.0)
            slope[k, j] = (IMPLICIT * eased * conductance + (boils if over > 0 else 0.0)) * per_kelvin


@compiled
def conductivities(c: Any, swollen: Any, vapour: Any, last: Any, ahead: Any, first: bool) -> None:
    """W/mK half a step ahead: gas insulates, vapour carries heat."""
    for k in range(2):
        base = c.conductivity / (0.65 + 0.35 * swollen[k])
        for j in range(LAYERS):
            now = base * (1 + c.vapour_gain * min(vapour[k, j], 3e5))
            ahead[k, j] = now if first else max(1.5 * now - 0.5 * last[k, j], 0.5 * now)
            last[k, j] = now


@compiled
def conduct(
    c: Any, k: int, tray: float, temp: Any, moisture: Any, conducts: Any, column: float, radius: float, side: float, across: float,
    flux: Any, slope: Any, oven: float, layer_kg_m2: float, dt: float, up: Any, diagonal: Any, force: Any, after: Any,
) -> tuple[float, float, float]:  # fmt: skip
    """One linearly implicit step of column `k`: its temperatures go to `after`; returned are the tray's, the bottom and the top surface's."""
    dz = column / LAYERS
    up[0] = 1 / (c.bottom_m2k_w + 0.5 * dz / conducts[k, 0])
    for j in range(1, LAYERS):
        up[j] = 0.5 * (conducts[k, j] + conducts[k, j - 1]) / dz
    top = 1 / (c.top_m2k_w + 0.5 * dz / conducts[k, LAYERS - 1])
    inward = c.edge_in_m if c.slab > 0 else TOP_SHARE * radius
    sides = side / LAYERS / (c.top_m2k_w + inward / conducts[k, LAYERS // 2])
    rises = up[0] * (tray - temp[k, 0])
    force[0] = c.tray_under_w_m2k * (oven - tray) - rises
    diagonal[0] = c.tray_j_m2k / dt + IMPLICIT * (c.tray_under_w_m2k + up[0])
    for j in range(LAYERS):
        t = temp[k, j]
        capacity = c.dry_j_k + 4180 * moisture[k, j]
        if c.ice_j_k > 1e-6:
            capacity += c.ice_j_k * math.exp(-(((t + 7) / 6) ** 2))
        below = tray if j == 0 else temp[k, j - 1]
        f = up[j] * (below - t) + sides * (oven - t) + across * (temp[1 - k, j] - t) - LATENT_J_KG * flux[k, j]
        d = layer_kg_m2 * capacity / dt + IMPLICIT * (up[j] + sides + across) + LATENT_J_KG * slope[k, j]
        if j < LAYERS - 1:
            f -= up[j + 1] * (t - temp[k, j + 1])
            d += IMPLICIT * up[j + 1]
        else:
            f += top * (oven - t)
            d += IMPLICIT * top
        force[j + 1] = f
        diagonal[j + 1] = d
    solve_tridiagonal(up, diagonal, force)
    for j in range(LAYERS):
        after[k, j] = temp[k, j] + force[j + 1]
    tray_after = tray + force[0]
    last = after[k, LAYERS - 1]
    top_c = last + (oven - last) * top * 0.5 * dz / conducts[k, LAYERS - 1]
    bottom_c = after[k, 0] + (tray_after - after[k, 0]) * up[0] * 0.5 * dz / conducts[k, 0]
    return tray_after, bottom_c, top_c


@compiled
def solve_tridiagonal(up: Any, diagonal: Any, force: Any) -> None:
    """Thomas's algorithm for a symmetric system with off-diagonal -IMPLICIT * up; `force` becomes the answer."""
    for j in range(LAYERS):
        coupling = IMPLICIT * up[j]
        factor = coupling / diagonal[j]
        diagonal[j + 1] -= factor * coupling
        force[j + 1] += factor * force[j]
    force[LAYERS] /= diagonal[LAYERS]
    for j in range(LAYERS - 1, -1, -1):
        force[j] = (force[j] + IMPLICIT * up[j] * force[j + 1]) / diagonal[j]

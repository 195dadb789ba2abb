"""Lift: leavening gas, air and steam, as long as the dough is stiff enough to hold and soft enough to give (doc section 7)."""

import math
from typing import Any

from .compiling import compiled
from .mix import Mix
from .parameters import Parameters

GAS_CONSTANT = 8.314
SODA_KG_PER_MOL = 0.084
POWDER_MOL_PER_KG = 2.95
CO2_L_PER_MOL = 24.0
# °C at which each source has given half: soda with acid, soda by heat alone, powder.
EARLY_C, LATE_C, POWDER_C = 45.0, 78.0, 58.0


def gas_values(mix: Mix, pressure_pa: float, ln_gas: float, p: Parameters) -> dict[str, float]:
    """The column's numbers for `wanted`: moles of CO2 per kg of dough, and what they fill."""
    start = mix.air_share / (1 - mix.air_share)
    soda = mix.soda / SODA_KG_PER_MOL
    return {
        "gas_start": start,
        "air_per_k": p.airGain * start / 294.15 * 101325 / pressure_pa,
        "gas_per_mol": p.ret * GAS_CONSTANT / (pressure_pa * mix.specific_m3),
        # With acid, soda works early and part of its gas is lost while mixing; alone it gives half, and late.
        "early_mol": soda * mix.acid_share * 0.28,
        "late_mol": soda * (1 - mix.acid_share) * 0.5,
        "powder_mol": mix.powder * POWDER_MOL_PER_KG,
        "co2_crowds": p.co2Crowds * CO2_L_PER_MOL,
        "gas_holds": p.eM * 1.5 * math.exp(ln_gas),
        "ln_holds": p.eC,
        "keeps_unset": p.kp,
    }


@compiled
def wanted(c: Any, t: float, vapour_pa: float, ln_viscosity: float, now: float) -> float:
    """Gas volume per dense dough volume that a layer tends to; never below `now`. Thin dough lets gas go; of much CO2 less is kept."""
    mol = 0.0
    if c.early_mol > 0:
        mol += c.early_mol / (1 + math.exp(-(t - EARLY_C) / 9))
    if c.late_mol > 0:
        mol += c.late_mol / (1 + math.exp(-(t - LATE_C) / 9))
    if c.powder_mol > 0:
        mol += c.powder_mol / (1 + math.exp(-(t - POWDER_C) / 9))
    mol /= 1 + c.co2_crowds * mol
    steam = min(vapour_pa / c.pressure_pa, 5.0)
    squared = steam * steam
    steam = 0.86 * steam / math.sqrt(math.sqrt(1 + squared * squared))
    potential = (c.air_per_k + c.gas_per_mol * mol) * (t + 273.15) / (1 - steam)
    holds = c.gas_holds / (1 + math.exp(min(0.3 * (c.ln_holds - ln_viscosity), 50.0)))
    return float(max(holds * (1 - math.exp(-potential / holds)), now))

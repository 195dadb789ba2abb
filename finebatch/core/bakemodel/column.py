"""Everything the time loop needs of one piece, worked out once: a `Column` of numbers, packed for the compiled loop by its own field
names, so that packing and reading cannot drift apart."""

from dataclasses import dataclass, fields
from operator import attrgetter

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Column:
    """One piece in one oven, SI units, masses per kg of dough. What each number means is told where it is worked out."""

    # The outline: area of the footprint = radius * (area_square * radius + area_linear).
    area_square: float
    area_linear: float
    radius_m: float
    mass_kg: float
    specific_m3: float
    profile_raw: float
    profile_baked: float
    moves: float
    span_s: float
    # Oven and tray.
    dough_c: float
    oven_c: float
    pressure_pa: float
    tray_j_m2k: float
    tray_under_w_m2k: float
    top_m2k_w: float
    bottom_m2k_w: float
    # Heat and water.
    water: float
    dry_j_k: float
    ice_j_k: float
    conductivity: float
    vapour_gain: float
    permeance: float
    crust_m: float
    sorption: float
    side_area: float
    across: float
    # A slab: edge and middle are its two columns.
    slab: float
    edge_share: float
    edge_side: float
    edge_across: float
    middle_across: float
    edge_vapour: float
    edge_in_m: float
    # Phases.
    binding: float
    sugars_bind: float
    sugar: float
    sugar_solubility: float
    polyol: float
    polyol_solubility: float
    polyol_slope_per_k: float
    polyol_dissolved_70: float
    butter_solid: float
    short_fat: float
    dry_m3: float
    fat_m3: float
    lubricates: float
    coarse: float
    choc_share: float
    brittle: float
    brittle_m3: float
    # Viscosity, setting and flow.
    ln_reference: float
    crowding_gain: float
    coarse_gain: float
    syrup_gain: float
    thins_per_k: float
    set_c: float
    set_width_k: float
    set_gain: float
    shear: float
    stretch: float
    slip_m: float
    yields_pa: float
    stiffens: float
    # Lift.
    gas_start: float
    air_per_k: float
    gas_per_mol: float
    early_mol: float
    late_mol: float
    powder_mol: float
    co2_crowds: float
    gas_holds: float
    ln_holds: float
    lateral: float
    ln_gives: float
    keeps_unset: float
    # Colour.
    browns: float


COLUMN = np.dtype([(field.name, np.float64) for field in fields(Column)])
_row = attrgetter(*COLUMN.names or ())  # a fifth of the time of `astuple`, which copies every number


def packed(columns: list[Column]) -> NDArray[np.void]:
    """The columns as one array of records, shape (B,), each with the fields as attributes."""
    return np.array([_row(column) for column in columns], dtype=COLUMN).view(np.recarray)

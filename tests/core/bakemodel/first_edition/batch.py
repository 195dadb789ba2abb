"""Many pieces side by side: the case to be baked, and the arrays of a batch of cases."""

from dataclasses import fields

import numpy as np
from numpy.typing import NDArray

from finebatch.core.bakemodel.bakeware import END_POINT, LINER_HEAT, TRAY_HEAT, EndStyle
from finebatch.core.bakemodel.case import Case, Shift
from finebatch.core.bakemodel.mix import Mix
from finebatch.core.bakemodel.shapes import Flow
from finebatch.core.kitchen import FAN_OFFSET_K

Array = NDArray[np.float64]


Flags = NDArray[np.bool_]


class Batch:
    """The cases as arrays of shape (B,), one attribute a quantity; masses per kg of dough, SI units."""

    def __init__(self, cases: list[Case], time_factor: float = 1.0) -> None:
        self.size = len(cases)
        self._mix = {f.name: _stack([getattr(case.mix, f.name) for case in cases]) for f in fields(Mix)}
        self.matrix_share = _stack([case.mix.matrix_share for case in cases])
        self.time_factor = time_factor
        shapes = [case.shape for case in cases]
        self.round = np.array([shape.flow is Flow.ROUND for shape in shapes])
        self.planar = np.array([shape.flow is Flow.PLANAR for shape in shapes])
        self.fixed = ~(self.round | self.planar)
        # Area of the footprint = radius * (area_square * radius + area_linear).
        self.area_square = np.where(self.round, np.pi, np.where(self.planar, 0.0, 4.0))
        self.area_linear = np.where(self.planar, 2 * _stack([shape.length_m for shape in shapes]), 0.0)
        self.radius0 = _stack([shape.radius_m for shape in shapes])
        self.volume0 = _stack([shape.volume_m3 for shape in shapes])
        self.mass = _stack([shape.mass_kg for shape in shapes])
        self.mean_to_max0 = _stack([shape.mean_to_max for shape in shapes])
        # A flat-topped piece domes as it spreads, a mound flattens.
        self.mean_to_max1 = np.where(self.mean_to_max0 > 0.9, 0.86, 0.77)
        self.dough_c = _stack([case.dough_c for case in cases])
        self.altitude = _stack([case.altitude_m for case in cases])
        self.pressure = 101325 * np.exp(-self.altitude / 8434)
        shift = {f.name: _stack([getattr(case.shift, f.name) for case in cases]) for f in fields(Shift)}
        self.ln_viscosity, self.ln_gas, self.ln_binding = shift["ln_viscosity"], shift["ln_gas"], shift["ln_binding"]
        self.heat_factor = np.exp(shift["ln_heat"])
        fan = np.array([case.fan for case in cases])
        self.oven = _stack([case.oven_c for case in cases]) + shift["oven_k"] + FAN_OFFSET_K * fan
        heats = [TRAY_HEAT[case.tray] for case in cases]
        liners = [LINER_HEAT[case.liner] for case in cases]
        self.contact = _stack([heat.contact * liner[0] for heat, liner in zip(heats, liners, strict=True)])
        self.slip = _stack([heat.slip * liner[1] for heat, liner in zip(heats, liners, strict=True)])
        self.tray_capacity = _stack([heat.capacity_j_m2k for heat in heats])
        self.tray_under = _stack([heat.under_w_m2k for heat in heats]) * self.heat_factor
        ends = [END_POINT[case.ends[0][0]] for case in cases]
        self.crisp = np.array([case.ends[0][0] is EndStyle.CRISP for case in cases])
        self.core_first = _stack([end.core_first_c or 0.0 for end in ends])
        self.core_last = _stack([end.core_last_c or 0.0 for end in ends])
        self.browns = np.array([end.brown_last is not None for end in ends])
        self.brown_first = _stack([end.brown_first or 1e-9 for end in ends])
        self.brown_last = _stack([end.brown_last or 1e9 for end in ends])
        self.span = _stack([end.span for end in ends])
        self.dry = self.starch + self.protein + self.fibre
        self.sugar_floor = np.maximum(self.sugar, 0.004)
        self.water0 = np.maximum(self.water, 0.01)

    def __getattr__(self, name: str) -> Array:
        """The fields of `Mix`, as arrays."""
        try:
            return self.__dict__["_mix"][name]  # type: ignore[no-any-return]
        except KeyError:
            raise AttributeError(name) from None


def _stack(values: list[float]) -> Array:
    return np.array(values, dtype=float)


def sigmoid(x: Array) -> Array:
    """1/(1+e^-x)."""
    result: Array = 1 / (1 + np.exp(-x))
    return result

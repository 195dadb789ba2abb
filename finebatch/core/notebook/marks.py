"""The mark each cause leaves: baked by the model, every way it can come about, and what undoing it would do."""

from dataclasses import dataclass

import numpy as np

from ..bakemodel import Case, bake, fitted
from ..learning.unknowns import Array
from .causes import CAUSES, Baked, Cause


@dataclass(frozen=True)
class Mark:
    """Of a cause: by each of its ways (3,) ln width, height and middle minutes, and ln browning at the rim in the middle of the window;
    `back` is what the change to try next does to the first three."""

    cause: Cause
    ways: tuple[tuple[Array, float], ...]
    back: Array


def marks_of(case: Case, baked: Baked) -> tuple[float, tuple[Mark, ...]]:
    """ln browning of the case as it is, and the mark of every cause; all in one batch."""
    points = [case]
    for cause in CAUSES:
        points += [*(change(case, baked) for change in cause.ways), cause.back(case, baked)]
    out = bake(points, fitted())
    logs = np.stack([
        np.log(out.diameter_mm), np.log(out.height_mm), (np.log(out.first_min) + np.log(out.last_min)) / 2,
    ])  # fmt: skip
    browned = np.log(np.maximum(out.rim_index, 1e-6))
    moved, browner = logs - logs[:, :1], browned - browned[0]
    found, at = [], 1
    for cause in CAUSES:
        here = range(at, at + len(cause.ways))
        ways = tuple((moved[:, n], float(browner[n])) for n in here)
        found.append(Mark(cause, ways, moved[:, here.stop]))
        at = here.stop + 1
    return float(browned[0]), tuple(found)

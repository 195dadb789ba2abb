"""The nearest dough with everything continuous: Gauss-Newton on the bake model's sensitivities, inside the levers' box."""

from dataclasses import dataclass

import numpy as np
from scipy.optimize import lsq_linear

from .baked import Baked
from .space import Array, Point, Space
from .terms import Terms

RADIUS, SMALLEST_RADIUS = 0.4, 0.02
PROBE, FINER_PROBE = 0.03, 0.02
GOOD = 0.25  # every weighted miss below this: no better is asked for
TRIALS = (1.0, 0.5, 0.2)
ROUNDS = 7


@dataclass(frozen=True)
class Relaxed:
    """Levers, what they bake to, and how each wish moves with each lever (wishes × levers)."""

    u: Array
    baked: Baked
    slopes: Array


def relaxed(
    space: Space,
    terms: Terms,
    start: Array,
    near: float,
    home: Array,
    flour_g: float | None = None,
    rounds: int = ROUNDS,
    good: float = GOOD,
) -> Relaxed:
    """From `start` to the levers that meet the wish best, pulled towards `home` with `near`. Each round asks the model once for every lever
    and once for three steps; SciPy solves the bounded least squares between (docs/wish.md, section 5)."""
    size = len(space.levers)
    u, radius, probe = start.copy(), RADIUS, PROBE

    def misses(baked: Baked, at: Point) -> Array:
        return terms.misses(baked, space.cost(at.grams))

    def judged(baked: Baked, at: Point, levers: Array) -> float:
        return terms.merit(misses(baked, at)) + near**2 * float(((levers - home) ** 2).sum())

    point = space.at(u, flour_g)
    baked = space.bake([point])[0]
    best, slopes = judged(baked, point, u), np.zeros((len(terms), size))
    for _ in range(rounds):
        signs = np.where(u > 0.5, -probe, probe)
        probed = [space.at(u + signs[k] * (np.arange(size) == k), flour_g) for k in range(size)]
        now = misses(baked, space.at(u, flour_g))
        found = space.bake(probed)
        slopes = np.stack(
            [(misses(one, at) - now) / sign for one, at, sign in zip(found, probed, signs, strict=True)], 1
        )
        step = _step(terms, slopes, now, u, home, near, radius)
        tried = [np.clip(u + share * step, 0, 1) for share in TRIALS]
        points = [space.at(levers, flour_g) for levers in tried]
        came = space.bake(points)
        costs = [judged(one, at, levers) for one, at, levers in zip(came, points, tried, strict=True)]
        k = int(np.argmin(costs))
        if costs[k] >= best - 1e-4:
            radius, probe = radius * 0.4, FINER_PROBE
        else:
            u, baked, best = tried[k], came[k], costs[k]
            if k == len(TRIALS) - 1:
                radius *= 0.5
        now = misses(baked, space.at(u, flour_g))
        if radius < SMALLEST_RADIUS or np.all(np.abs(terms.weight * terms.forgiven(now)) < good):
            break
    return Relaxed(u, baked, slopes)


def _step(terms: Terms, slopes: Array, now: Array, u: Array, home: Array, near: float, radius: float) -> Array:
    """The bounded least squares step; at-most and at-least count where they are broken, or where the step would break them."""
    low, high = np.maximum(-u, -radius), np.minimum(1 - u, radius) + 1e-9
    about = ~(terms.most | terms.least)
    on = about | (terms.most & (now > 0)) | (terms.least & (now < 0))
    step = np.zeros(len(u))
    for _ in range(3):
        rows = np.vstack([(terms.weight * on)[:, None] * slopes, near * np.eye(len(u))])
        right = np.concatenate([-terms.weight * on * now, near * (home - u)])
        step = lsq_linear(rows, right, (low, high), method="bvls", max_iter=60).x
        then = now + slopes @ step
        more = on | (terms.most & (then > 1e-9)) | (terms.least & (then < -1e-9))
        if (more == on).all():
            break
        on = more
    return step

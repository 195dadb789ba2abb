"""What is foreseen of a look not yet baked, and what is believed of one unknown."""

import math

import numpy as np

from .condition import Learned
from .covariance import Rows, covariance, same
from .look import Look
from .unknowns import COLUMN, Array, Output

FORESEEN = (Output.WIDTH, Output.HEIGHT, Output.MINUTES, Output.MASS)


def foreseen(learned: Learned, look: Look) -> tuple[Array, Array]:
    """Mean (4,) and covariance (4, 4) of the logs of width, height, middle minutes and piece mass."""
    mine = Rows([look] * len(FORESEEN), look.row[: len(FORESEEN)])
    cov = covariance(mine, mine, learned.table)
    mean = np.array(look.nominal.logs)
    if learned.rows is None:
        return mean, cov
    cross = covariance(learned.rows, mine, learned.table)
    known = any(x.dough == look.dough and not x.claim and x.kitchen == look.kitchen for x in learned.looks)
    widen = np.sqrt(learned.repeats if known else learned.news)
    cov = cov - cross.T @ learned.precision @ cross
    return mean + cross.T @ learned.alpha, cov * np.outer(widen, widen)


def joint(learned: Learned, looks: list[Look], output: Output) -> Array:
    """Covariance of one output among several looks to come."""
    mine = Rows(looks, np.stack([look.row[output] for look in looks]))
    cov = covariance(mine, mine, learned.table)
    if learned.rows is None:
        return cov
    cross = covariance(learned.rows, mine, learned.table)
    left: Array = cov - cross.T @ learned.precision @ cross
    return left


def unknown(learned: Learned, look: Look, level: str, name: str) -> tuple[float, float]:
    """Mean and sd of one unknown at one level, as seen from a look: "this oven is about 8 K hot, give or take 4"."""
    k, of = COLUMN[name], learned.table[level]
    sd = float(of.sds[k]) * (look.strange if level == "dough" else 1.0)
    if learned.rows is None:
        return 0.0, sd
    shared = same(learned.rows, Rows([look], look.row[:1]), level, of)[:, 0]
    cross = shared * learned.rows.moves[:, k] * of.sds[k] ** 2
    mean = float(cross @ learned.alpha)
    return mean, math.sqrt(max(sd**2 - float(cross @ learned.precision @ cross), 0.0))


def shared_effect(learned: Learned, look: Look, level: str, output: Output) -> tuple[float, float]:
    """Mean and sd of what one level adds to an output (ln) of a look: how much longer bakes take in this kitchen than in most."""
    of, row = learned.table[level], look.row[output]
    var = float((row**2 * of.sds**2).sum())
    if learned.rows is None:
        return 0.0, math.sqrt(var)
    shared = same(learned.rows, Rows([look], row[None, :]), level, of)[:, 0]
    cross = shared * (learned.rows.moves @ (of.sds**2 * row))
    mean = float(cross @ learned.alpha)
    return mean, math.sqrt(max(var - float(cross @ learned.precision @ cross), 0.0))

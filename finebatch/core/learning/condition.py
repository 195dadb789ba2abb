"""Learning: exact Gaussian conditioning on all that was said, each weighed by what the rest expects of it. The looks are the state:
nothing learned is kept, so order cannot matter, and a look left out leaves no trace.

    ln(measured) = ln(model) + moves . unknowns + noise
"""

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np

from .covariance import Rows, covariance
from .look import Look, Said
from .surprise import noise_of_claims, site, weight_of_bakes, weight_of_claims
from .unknowns import Array, Level, Output, levels

SWEEPS = 5
LEAST_VAR, UNBOUND_VAR = 1e-9, 1e6
STEADY = 12.0  # so many measurements' worth of trust in the table's own scatter
MOST_Z2, LEAST_REPEATS = 9.0, 0.7
LEARNED_OUTPUTS = (Output.WIDTH, Output.HEIGHT, Output.MINUTES)


@dataclass(frozen=True)
class Belief:
    """One thing said, and what all the others expected there (ln; K): `surprise` in sds, `weight` from 1, believed, to 0, set aside."""

    look: Look
    said: Said
    surprise: float
    weight: float
    expected: float


@dataclass
class Learned:
    """The looks, solved once; what is foreseen of another costs one row of covariances an output."""

    looks: Sequence[Look]
    table: dict[str, Level]
    beliefs: tuple[Belief, ...] = ()
    rows: Rows | None = None  # None: nothing was said
    alpha: Array = field(default_factory=lambda: np.zeros(0))
    precision: Array = field(default_factory=lambda: np.zeros((0, 0)))
    repeats: Array = field(default_factory=lambda: np.ones(4))  # variance of repeats here, over what was thought
    news: Array = field(default_factory=lambda: np.ones(4))  # the same for the first sight of a dough


def learn(looks: Sequence[Look], table: dict[str, Level] | None = None, robust: bool = True) -> Learned:
    """Condition on all that was said: a few sweeps, each an inversion as large as what was said."""
    found = Learned(looks, table or levels())
    said = [(look, one) for look in looks for one in look.said]
    if not said:
        return found
    found.rows = rows = Rows([look for look, _ in said], np.stack([look.row[one.output] for look, one in said]))
    prior = covariance(rows, rows, found.table)
    middle = np.array([look.middle(one.output) for look, one in said])
    bound = np.array([one.value is None for _, one in said])
    target = np.array([0.0 if one.value is None else one.value for _, one in said]) - np.where(bound, 0.0, middle)
    base = np.array([UNBOUND_VAR if one.value is None else one.sd**2 for _, one in said])
    noise, weight = base.copy(), np.ones(len(said))
    sweeps = SWEEPS if robust or bound.any() else 1
    for sweep in range(sweeps):
        found.precision = _inverse(prior + np.diag(noise + LEAST_VAR))
        found.alpha = found.precision @ target
        # Leave one out, from the same inverse: what all the others expect here (the cavity), and how surely.
        diagonal = np.diag(found.precision)
        gap = found.alpha / diagonal
        cavity = np.maximum(1 / diagonal - noise, LEAST_VAR)
        expected = target - gap
        if sweep == sweeps - 1:
            break
        if robust:
            weight = weight_of_bakes(gap, cavity + base)
            noise = np.array(base / weight, dtype=np.float64)
        for k in np.flatnonzero(bound):
            one = said[k][1]
            target[k], noise[k] = site(
                float(expected[k]), float(cavity[k]), one.low - middle[k], one.high - middle[k], one.sd
            )
    surprise = _in_sds(bound, gap, cavity + base)
    found.beliefs = tuple(
        Belief(look, one, float(surprise[k]), float(weight[k]), float(middle[k] + expected[k]))
        for k, (look, one) in enumerate(said)
    )
    _scatter(found, bound, surprise)
    return found


def _in_sds(bound: np.ndarray, gap: Array, var: Array) -> Array:
    """Surprises in their sds; a bound has none."""
    found: Array = np.where(bound, 0.0, gap / np.sqrt(var))
    return found


def _inverse(of: Array) -> Array:
    return np.linalg.inv(of).astype(np.float64, copy=False)


def with_claims(learned: Learned, card: Look) -> Learned:
    """What was learned, and a card's claims after it: they are judged by all the rest, and the rest not by them. Costs a few products
    where learning anew costs inversions, so that a dough can be typed at while its card is heard."""
    if not card.said:
        return learned
    mine = Rows([card] * len(card.said), np.stack([card.row[one.output] for one in card.said]))
    own = covariance(mine, mine, learned.table)
    if learned.rows is None:
        cross = leaning = np.zeros((0, len(card.said)))
    else:
        cross = covariance(learned.rows, mine, learned.table)
        leaning = learned.precision @ cross
    left, expected = own - cross.T @ leaning, cross.T @ learned.alpha
    middle = np.array([card.middle(one.output) for one in card.said])
    bound = np.array([one.value is None for one in card.said])
    target = np.array([0.0 if one.value is None else one.value for one in card.said]) - np.where(bound, 0.0, middle)
    base = np.array([UNBOUND_VAR if one.value is None else one.sd**2 for one in card.said])
    noise, weight = base.copy(), np.ones(len(card.said))
    for sweep in range(SWEEPS):
        inverse = _inverse(left + np.diag(noise + LEAST_VAR))
        pull, diagonal = inverse @ (target - expected), np.diag(inverse)
        gap = pull / diagonal
        cavity = np.maximum(1 / diagonal - noise, LEAST_VAR)
        if sweep == SWEEPS - 1:
            break
        weight = np.where(bound, 1.0, weight_of_claims(gap, cavity, base))
        noise = np.where(bound, noise, noise_of_claims(weight, base))
        for k in np.flatnonzero(bound):
            one = card.said[k]
            at = float(target[k] - gap[k])
            target[k], noise[k] = site(at, float(cavity[k]), one.low - middle[k], one.high - middle[k], one.sd)
    corner = -leaning @ inverse
    precision = np.block([[learned.precision + leaning @ inverse @ leaning.T, corner], [corner.T, inverse]])
    rows = mine if learned.rows is None else Rows(
        [*learned.rows.looks, *mine.looks], np.concatenate([learned.rows.moves, mine.moves])
    )  # fmt: skip
    surprise = _in_sds(bound, gap, cavity + base)
    said = tuple(
        Belief(card, one, float(surprise[k]), float(weight[k]), float(middle[k] + target[k] - gap[k]))
        for k, one in enumerate(card.said)
    )
    return Learned(
        [*learned.looks, card], learned.table, (*learned.beliefs, *said), rows,
        np.concatenate([learned.alpha - leaning @ pull, pull]), precision, learned.repeats, learned.news,
    )  # fmt: skip


def _scatter(found: Learned, skip: np.ndarray, surprise: Array) -> None:
    """A kitchen whose repeats, or whose new doughs, stray further than the table thinks gets wider ranges; steady repeats narrow them."""
    assert found.rows is not None
    looks, output = found.rows.looks, np.array([one.said.output for one in found.beliefs])
    home = ~skip & np.array([look.kitchen != "" for look in looks])
    first = np.full(len(output), np.nan)
    numbers: dict[str, int] = {}
    doughs = np.array([numbers.setdefault(look.dough, len(numbers)) for look in looks])
    for dough in np.unique(doughs[home]):
        block = np.flatnonzero(doughs == dough)  # judged by all the rest
        total = np.linalg.inv(found.precision[np.ix_(block, block)])
        z2 = np.minimum((total @ found.alpha[block]) ** 2 / np.diag(total), MOST_Z2)
        for each in LEARNED_OUTPUTS:
            mine = home[block] & (output[block] == each)
            if mine.any():
                first[block[mine][0]] = z2[mine].mean()
    squares = np.minimum(surprise**2, MOST_Z2)
    for each in LEARNED_OUTPUTS:
        mine = home & (output == each)
        seen = mine & ~np.isnan(first)
        found.repeats[each] = max(LEAST_REPEATS, (STEADY + squares[mine].sum()) / (STEADY + mine.sum()))
        found.news[each] = max(1.0, (STEADY / 2 + first[seen].sum()) / (STEADY / 2 + seen.sum()))

"""What is known beside a dough's formula, and the prediction that follows from all of it."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import lru_cache

import numpy as np

from ..bakemodel import Z90, Case, Prediction
from ..bakemodel.predicting import summary
from ..base import Interval
from .basis import Basis, Doubted
from .condition import Belief, Learned, learn, with_claims
from .foresee import foreseen
from .look import Look, Nominal, Said
from .nominal import nominals, with_answers
from .trade import trade_of
from .unknowns import Array, Output

CLAIM_MINUTES_SD, SPACING_SD, SPACING_SHARE = 0.11, 0.08, 0.95
DOUBTED_CLAIM, DOUBTED_BAKE, DOUBTED_SURPRISE = 0.5, 0.2, 2.0
SHOWN = {Output.WIDTH: "width", Output.MINUTES: "minutes"}


Families = tuple[tuple[str, float], ...]


@dataclass(frozen=True)
class CardSays:
    """A card's claims of its author's bake, and that bake as the model takes it: minutes from and to, and how far apart (mm)."""

    case: Case
    minutes: tuple[float, float] | None = None
    apart_mm: float | None = None

    def said(self) -> tuple[Said, ...]:
        """The claims as measurements: how far apart bounds the width from above, and never from below."""
        found = []
        if self.minutes:
            low, high = self.minutes
            found.append(Said(Output.MINUTES, (math.log(low) + math.log(high)) / 2, CLAIM_MINUTES_SD))
        if self.apart_mm:
            widest = math.log(self.case.shape.diameter_mm + SPACING_SHARE * self.apart_mm)
            found.append(Said(Output.WIDTH, sd=SPACING_SD, high=widest))
        return tuple(found)


@dataclass
class Known:
    """The bakes that count for a dough here: `bakes` its own and the others', `usual` the dough as it was first baked, from which what
    was changed since is told; `day` is today, in days."""

    dough: str
    oven: str
    day: float
    bakes: tuple[Look, ...] = ()
    usual: Case | None = None
    trade: bool = True  # what the trade says of the families counts too
    _learned: dict[frozenset[str], Learned] = field(default_factory=dict, repr=False)

    def learned(self, families: Families) -> Learned:
        """All bakes and what the trade says of their families and of these; solved once for each set of them."""
        names = frozenset(name for look in self.bakes for name, _ in look.families) | {name for name, _ in families}
        if names not in self._learned:
            self._learned[names] = learn([*self.bakes, *(trade_of(names) if self.trade else ())])
        return self._learned[names]

    def until(self, day: float) -> "Known":
        """The same with nothing that was baked later: what could be known on that day."""
        left = tuple(look for look in self.bakes if look.day < day)
        return Known(
            self.dough,
            self.oven,
            day,
            left,
            self.usual if any(look.dough == self.dough for look in left) else None,
            self.trade,
        )

    def without(self, *ids: str, trade: bool = True) -> "Known":
        """The same without some bakes, or without the trade."""
        left = tuple(look for look in self.bakes if look.id not in ids)
        return Known(self.dough, self.oven, self.day, left, self.usual, trade)


@dataclass(frozen=True)
class Foreknown:
    """What is known, of which families a dough is, how strange to it, and what its card says."""

    known: Known
    families: Families
    strange: float = 1.0
    card: CardSays | None = None

    def look(self, nominal: Nominal) -> Look:
        """A bake of it to come."""
        known = self.known
        return Look("", nominal, known.oven, self.families, known.dough, day=known.day, strange=self.strange)

    def learned(self) -> Learned:
        """All that was said, the card's claims last."""
        base = self.known.learned(self.families)
        if self.card is None or not self.card.said():
            return base
        nominal = _of_card(self.card.case, self.known.usual)
        look = Look(
            "card", nominal, "its author", self.families, self.known.dough, self.card.said(), self.known.day, claim=True,
            strange=self.strange,
        )  # fmt: skip
        return with_claims(base, look)


@lru_cache(maxsize=64)
def _of_card(case: Case, usual: Case | None) -> Nominal:
    return nominals([(case, True)], usual)[0]


def foreknown(case: Case, weighed: bool, of: Foreknown) -> tuple[Prediction, Basis]:
    """The model's prediction of a piece moved by all that is known, with the range that is left."""
    fan, nominal = with_answers(case, weighed, of.known.usual)
    alone, learned = summary(fan), of.learned()
    mean, cov = foreseen(learned, of.look(nominal))
    own = sum(look.dough == of.known.dough for look in of.known.bakes)
    basis = Basis(
        own_bakes=own,
        other_bakes=len(of.known.bakes) - own,
        card=of.card is not None and bool(of.card.said()),
        doubted=tuple(_doubted(learned)),
    )
    return moved(alone, nominal, mean, cov), basis


def moved(alone: Prediction, nominal: Nominal, mean: Array, cov: Array) -> Prediction:
    """A prediction of the model alone, moved to what is foreseen: logs and their covariance."""
    sd = np.sqrt(np.maximum(np.diag(cov), 0.0))

    def interval(ln: float, of: Output) -> Interval:
        middle, by = math.exp(ln), math.exp(Z90 * float(sd[of]))
        return Interval(value=middle, low=middle / by, high=middle * by)

    wider = float(mean[Output.WIDTH]) - nominal.logs[Output.WIDTH]
    return alone.model_copy(
        update={
            "diameter_mm": interval(float(mean[Output.WIDTH]), Output.WIDTH),
            "height_mm": interval(float(mean[Output.HEIGHT]), Output.HEIGHT),
            "spread_ratio": interval(math.log(alone.spread_ratio.value) + wider, Output.WIDTH),
            "first_done_min": interval(float(mean[Output.MINUTES]) - nominal.half_window, Output.MINUTES),
            "last_good_min": interval(float(mean[Output.MINUTES]) + nominal.half_window, Output.MINUTES),
        }
    )


def _doubted(learned: Learned) -> Iterator[Doubted]:
    """What the rest contradicts: a card's minutes, and every blunder of a bake."""
    for belief in learned.beliefs:
        if belief.said.output not in SHOWN or belief.said.value is None or not belief.look.kitchen:
            continue
        limit = DOUBTED_CLAIM if belief.look.claim else DOUBTED_BAKE
        if belief.weight < limit and abs(belief.surprise) > DOUBTED_SURPRISE:
            yield _said(belief)


def _said(belief: Belief) -> Doubted:
    assert belief.said.value is not None
    sd = abs(belief.said.value - belief.expected) / max(abs(belief.surprise), 1e-6)
    return Doubted(
        id="" if belief.look.claim else belief.look.id,
        what=SHOWN[belief.said.output],
        said=math.exp(belief.said.value),
        low=math.exp(belief.expected - Z90 * sd),
        high=math.exp(belief.expected + Z90 * sd),
        believed=belief.weight,
    )

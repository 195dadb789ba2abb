"""What went wrong with a bake: the likely causes in order, by the words for what was seen and by this bake's own numbers.

Each cause that the model can bake is baked: its mark in width, height, minutes and browning is held against what was measured, beside what
this dough, this oven and these hands were known to do before. Where it starts from is what the words suggest (`reference/faults.csv`).
"""

import math
from typing import TYPE_CHECKING

from ..baking import is_weighed
from ..base import capital
from ..bench import assess_rest, case_for, foreknown_of
from ..dough import styles
from ..learning.foresee import foreseen
from ..learning.nominal import nominals
from .causes import Baked
from .fits import Formula, fits, fits_facts, fits_nothing, fits_time, seen_of
from .marks import marks_of
from .record import Bake
from .signs import signs_of
from .wrong import LikelyCause, Sign, Symptom, listed

if TYPE_CHECKING:
    from ..learning.known import Known

UNLISTED = 0.02  # the weight of a cause that the words do not suggest
NO_WORDS = 0.1
TIMES = ("long", "short")
MOST, LEAST_SHARE, AT_LEAST = 5, 0.03, 2


def likely_causes(one: Bake, symptoms: tuple[Symptom, ...], known: "Known") -> tuple[LikelyCause, ...]:
    """The causes in order of likelihood; `known` without this bake. ValueError where its lines make no dough."""
    case = case_for(one.spec, one.kitchen)
    of = foreknown_of(one.spec, one.kitchen, known)
    assert of is not None
    nominal = nominals([(case, is_weighed(one.spec.form, one.kitchen))], known.usual)[0]
    look = of.look(nominal)
    mean, cov = foreseen(of.learned(), look)
    browned, marks = marks_of(case, Baked(one.spec, one.kitchen))
    seen, formula = seen_of(one, case, look, (mean, cov), browned), _formula(one)
    prior = _prior(symptoms)
    words = {each.cause: each for symptom in symptoms for each in listed()[symptom] if each.saying}
    log = {mark.cause.id: fits(seen, mark) + fits_facts(mark.cause.id, one, formula) for mark in marks}
    log |= {id: fits_time(seen, id == "long") + fits_facts(id, one, formula) for id in TIMES}
    log |= {id: fits_nothing(seen) + fits_facts(id, one, formula) for id in words}
    log = {id: value + math.log(prior.get(id, UNLISTED)) for id, value in log.items()}
    top = max(log.values())
    weights = {id: math.exp(value - top) for id, value in log.items()}
    whole = sum(weights.values())
    width, height, minutes = (math.exp(float(mean[i])) for i in range(3))
    by_id = {mark.cause.id: mark for mark in marks}
    told: list[LikelyCause] = []
    for id in sorted(weights, key=lambda id: -weights[id])[:MOST]:
        share = weights[id] / whole
        if share < LEAST_SHARE and len(told) >= AT_LEAST:
            break
        if id in by_id:
            mark = by_id[id]
            told.append(
                LikelyCause(
                    cause=id, words=mark.cause.words, share=share, next=mark.cause.next,
                    signs=signs_of(seen, mark, one, (width, height, minutes), formula),
                    wider_mm=None if nominal.walls else float(mark.back[0]) * width, longer_min=float(mark.back[2]) * minutes,
                )
            )  # fmt: skip
        elif id in words:
            sign = Sign(saying="The words suggest it; no figure of this bake can tell.", speaks_for=None)
            after = capital(words[id].next)
            told.append(LikelyCause(cause=id, words=words[id].saying, share=share, signs=(sign,), next=after))
        else:
            told.append(_timing(id, share, one, minutes))
    return tuple(told)


def _formula(one: Bake) -> Formula:
    """Of each part of a formula its % of the flour, and what its family usually has; empty without flour."""
    found = assess_rest(one.spec, one.kitchen).dough
    if found is None or not found.percentages:
        return {}
    usual = styles()[found.style_id].usual
    return {axis: (share, usual[axis]) for axis, share in found.percentages.items() if axis in usual}


def _prior(symptoms: tuple[Symptom, ...]) -> dict[str, float]:
    """What the words suggest: of several, the geometric mean of each cause's weights. The facts name flour, sugar and fat apart: they are
    weighed together, since no ruler tells them apart."""
    if not symptoms:
        return dict.fromkeys(TIMES, NO_WORDS)
    weights: list[dict[str, float]] = []
    for symptom in symptoms:
        mine: dict[str, float] = {}
        for each in listed()[symptom]:
            mine[each.cause] = mine.get(each.cause, 0.0) + each.weight
        weights.append(mine)
    ids = {id for mine in weights for id in mine}
    return {id: math.exp(sum(math.log(mine.get(id, UNLISTED)) for mine in weights) / len(weights)) for id in ids}


def _timing(id: str, share: float, one: Bake, middle: float) -> LikelyCause:
    long, taken = id == "long", one.measured.oven_min
    signs: tuple[Sign, ...] = ()
    if taken is not None:
        says = f"They were in for {taken:g} min; the middle of the window was expected at {middle:.0f} min."
        signs = (Sign(saying=says, speaks_for=taken > middle if long else taken < middle),)
    return LikelyCause(
        cause=id, words="too long in the oven" if long else "too short in the oven", share=share, signs=signs,
        next=f"Take them out at about {middle:.0f} min, by the look", longer_min=None if taken is None else middle - taken,
    )  # fmt: skip

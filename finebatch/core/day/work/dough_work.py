"""From a dough to its work before the oven."""

from functools import partial
from typing import NamedTuple

from ...bakemodel import Mixing
from ...bench import Assessment, DoughSpec
from ...card import Part
from ...dough import (
    LONGEST_CHILL_S,
    Making,
    MethodStep,
    chill_hours,
    mixing_minutes,
    mixing_parts,
    ready_steps,
)
from ...forming import forming_of
from ...kitchen import Kitchen, pace_s, typical_s
from .work import DoughWork

OVERNIGHT_S = 8 * 3600
RECHILL_S = 15 * 60
PACK_BOX_S = 60.0


# How long a dough bears standing ready, s, and what to do where its last tray is shaped later.
FOAM_STANDS_S, COLD_STANDS_S, EGG_STANDS_S, STANDS_S = 30 * 60, 30 * 60, 2 * 3600, 3 * 3600


def standing(making: Making, chilled: bool, raw_egg: bool) -> tuple[int, str]:
    """Whipped batter falls, a chilled dough warms and spreads, raw egg is not to be out for long (bake-day rules of thumb, not measured)."""
    if making.mixing is Mixing.FOAM:
        return FOAM_STANDS_S, "Make it in two goes: a whipped batter falls."
    if chilled:
        return COLD_STANDS_S, "Put what waits back into the fridge between trays: warm it spreads more."
    if raw_egg:
        return EGG_STANDS_S, "Keep what waits in the fridge: it has raw egg in it."
    return STANDS_S, "Cover what waits, or keep it in the fridge."


KEEP_S = 120.0  # wrap, label and put away a share


class KeptShare(NamedTuple):
    """A share that is put away on the day: its name, what it is shaped as, and what comes of it."""

    name: str
    spec: DoughSpec
    found: Assessment


def keeping_s(kept: KeptShare, kitchen: Kitchen) -> float:
    """Seconds to put a share away: what is frozen in pieces is shaped first, logs and discs are divided."""
    forming, pace = forming_of(kept.spec.form), partial(pace_s, kitchen)
    if not (kept.spec.making.frozen and forming.freezes):
        return KEEP_S + forming.dividing_s(kept.spec.form, pace, True)
    pieces = kept.found.outcome.pieces.count if kept.found.outcome else 0
    return KEEP_S + pace(forming.shape_step(kept.spec.form)) * (1 if forming.shaped_whole else pieces)


def _said(step: MethodStep) -> str:
    """A step of the method as it is read out: what, how long, until what."""
    minutes = f" {step.minutes:g} min" if step.minutes else ""
    until = f"{', ' if minutes else ' '}until {step.cue}" if step.cue else ""
    return f"{step.text.rstrip('.')}{':' if minutes or until else ''}{minutes}{until}."


def work_of_dough(
    spec: DoughSpec, batches: list[tuple[DoughSpec, Assessment]], method: tuple[MethodStep, ...], kitchen: Kitchen, overnight: bool,
    kept: tuple[KeptShare, ...] = (),
) -> DoughWork:  # fmt: skip
    """The work of a dough until it is shaped, in one batch or several; `kept` are the shares put away for another day."""
    own, found = batches[0]
    assert found.dough is not None
    counted = sum(1 for line in found.lines if line.part is Part.DOUGH)
    forming = [forming_of(one.form) for one, _ in batches]
    chill = round(3600 * chill_hours(method))
    if overnight:
        chill = max(chill, OVERNIGHT_S)
    divide = sum(
        answers.dividing_s(one.form, partial(pace_s, kitchen), chill > 0)
        for answers, (one, _) in zip(forming, batches, strict=True)
    )
    pieces = sum(sum(seen.trays.loads) for _, seen in batches if seen.trays)
    pack = round(PACK_BOX_S + pace_s(kitchen, "pack_piece") * pieces)
    tempers = [typical_s("temper_dough_after_chill", answers.tempers_as) for answers in forming if answers.tempers_as]
    if own.making.frozen:
        thaw = round(typical_s("thaw_dough_counter_portioned")) if own.making.thawed else 0
        return DoughWork(name=own.name, lead_s=thaw, weigh_s=0, mix_s=0, shelf=0, pack_s=pack, made=True)
    if own.of_dough < 1:
        # A share out of the fridge: mixed, chilled and, where logs are cut, divided on another day.
        lead = round(max(tempers, default=0.0))
        return DoughWork(
            name=own.name, lead_s=lead, weigh_s=0, mix_s=0, shelf=0, pack_s=pack, made=True, from_fridge=True
        )
    ready = ready_steps(method)
    warming = ready.by_itself
    first_s = round(60 * sum(step.minutes for step in ready.first))
    first, cooling, then = mixing_parts(method)
    mix_s = max(60, round(60 * mixing_minutes(method)))
    stands_s, stands_says = standing(own.making, chill > 0, found.dough.raw_egg)
    return DoughWork(
        name=spec.name,
        stands_s=stands_s,
        stands_says=stands_says,
        lead_s=first_s + (round(60 * warming[0].minutes) if warming else 0),
        lead_first_s=first_s,
        lead_first_says=" ".join(_said(step) for step in ready.first),
        lead_says=" ".join(step.text for step in warming),
        lead_cue=warming[0].cue if warming else "",
        before_says=" ".join(step.text for step in ready.before),
        mix_says=" ".join(_said(step) for step in (*first, *cooling)),
        mix_then_says=" ".join(_said(step) for step in then),
        mix_first_s=round(60 * sum(step.minutes for step in first)) if cooling else 0,
        mix_lag_s=round(60 * sum(step.minutes for step in cooling)),
        weigh_s=round(
            pace_s(kitchen, "set_out")
            + pace_s(kitchen, "weigh_line") * counted
            + 60 * sum(step.minutes for step in ready.before)
        ),
        mix_s=mix_s,
        divide_s=round(divide + sum(keeping_s(share, kitchen) for share in kept)),
        chill_s=chill,
        chill_max_s=max(chill, LONGEST_CHILL_S[found.dough.raw_egg]) if chill else 0,
        temper_after_s=min(answers.temper_after_s for answers in forming),
        temper_s=round(max(tempers, default=0.0)),
        shelf=1,
        rechill_s=RECHILL_S if chill else 0,
        pack_s=pack,
        kept=tuple(share.name for share in kept),
    )

"""A clock for each tray in the oven, in the colours it should have by now; and what must be done while it is hot."""

from datetime import timedelta
from typing import NamedTuple

from ..bakemodel import Course, shade
from ..baking import MIDDLE_OF_RIM, tone_at
from ..base import capital
from ..day import Kind
from .brief import Look
from .facts import Facts
from .marks import Running
from .shown import COLOUR_EVERY_S, Hot, TrayClock
from .undone import ToDo


class Simulated(NamedTuple):
    """Of a rehearsal: how each load really bakes, and how many times as long the hands take."""

    courses: dict[int, Course]
    hands: float


def clocks_of(running: Running, facts: Facts, left: list[ToDo], simulated: Simulated | None) -> list[TrayClock]:
    plan = running.plan
    found = []
    for n, number in enumerate(running.loads):
        told, load = facts.loads[number], plan.work.loads[n]
        if not told.inside or told.in_at is None:
            continue
        step = next(one for one in plan.steps if one.load == n and one.kind is Kind.LOAD)
        look = facts.brief.look(number)
        bake_s, slower = facts.bake_s(number), facts.slower(number) * facts.oven_times
        out_at = told.in_at + timedelta(seconds=bake_s)
        judgement = told.judgement
        mine = [one for one in left if any(mark.load == number for mark in one.marks)]
        first_s, last_s = (look.course.first_done_s, look.course.last_good_s) if look else (0.9 * bake_s, 1.15 * bake_s)
        if judgement is not None and look is not None:
            # What was seen moves the whole window.
            by = bake_s / max(1.0, facts.brief.plan.work.loads[number].bake_s)
            first_s, last_s = first_s * by, last_s * by
        else:
            first_s, last_s = first_s * slower, last_s * slower
        if simulated and look is not None and number in simulated.courses:
            look, slower, judgement = look.model_copy(update={"course": simulated.courses[number]}), 1.0, None
        rims, middles = _colours(look, slower if judgement is None else bake_s / max(1.0, load_planned(facts, number)))
        found.append(
            TrayClock(
                load=number, tray=step.tray or "", name=load.name, pieces=told.pieces or load.pieces, oven=step.oven or 1, rack=step.rack or 1,
                in_at=told.in_at, out_at=out_at, good_from=told.in_at + timedelta(seconds=first_s), good_to=told.in_at + timedelta(seconds=max(last_s, bake_s)),
                next_says=_next_says(mine), note=told.judgement.says if told.judgement else "", rims=rims, middles=middles,
                forgotten_says=_forgotten(look),
            )
        )  # fmt: skip
    return sorted(found, key=lambda clock: (clock.out_at, clock.load))


def load_planned(facts: Facts, number: int) -> float:
    """The minutes of a load as they were planned at first, s."""
    return float(facts.brief.plan.work.loads[number].bake_s)


def _next_says(mine: list[ToDo]) -> str:
    words = {Kind.LOOK: "look, then out", Kind.TURN: "to be turned", Kind.UNLOAD: "out next"}
    return next((words[one.step_kind] for one in mine if one.step_kind in words), "")


def _colours(look: Look | None, slower: float) -> tuple[tuple[str, ...], tuple[str, ...]]:
    if look is None or not look.scale:
        return (), ()
    course = look.course
    count = int((len(course.rim) - 1) * course.every_s * slower / COLOUR_EVERY_S) + 1
    indexes = [course.rim_at(n * COLOUR_EVERY_S / slower) for n in range(min(count, 240))]
    rims = tuple(tone_at(look.scale, index) for index in indexes)
    return rims, tuple(tone_at(look.scale, MIDDLE_OF_RIM * index) for index in indexes)


def _forgotten(look: Look | None) -> str:
    words = "Past its last good minute. Take it out now and slide the paper off the tray at once."
    if look is None:
        return words
    last = look.course.last_good_s
    return f"{words} By now it is likely {shade(look.course.rim_at(1.1 * last))} at the rim, and {shade(look.course.rim_at(1.3 * last))} in a few minutes more; what is only too brown is crisp, what is bitter is lost."


def hot_of(running: Running, facts: Facts, left: list[ToDo], ids: list[str]) -> list[Hot]:
    plan, found = running.plan, []
    for one, id in zip(left, ids, strict=True):
        number = one.marks[0].load
        if one.step_kind is not Kind.HOT or number is None or facts.loads[number].out_at is None:
            continue
        out_at = facts.loads[number].out_at
        assert out_at is not None
        n = running.loads.index(number)
        load, words = plan.work.loads[n], plan.words[n]
        lasts = words.hot_lasts_s or max(load.hot_s, 60)
        whole = words.unit != "cookies" or load.pieces == 0
        found.append(
            Hot(
                act=id, load=number, title=capital(words.hot.split(",", 1)[0]), says=capital(words.hot.split(",", 1)[-1].strip()) if "," in words.hot else "", from_at=out_at, until_at=out_at + timedelta(seconds=lasts),
                pieces=facts.loads[number].pieces or load.pieces, each_s=0.0 if whole else load.hot_s / load.pieces, again=words.hot_again,
            )
        )  # fmt: skip
    return found

"""In which oven does each tray stand, and what is each oven set to?"""

from collections.abc import Mapping, Sequence
from datetime import datetime

from ..day import Kind
from .facts import Facts
from .marks import Running
from .oven import OvenReading, OvenTrait, trait_of


def stands_in(running: Running) -> dict[int, int]:
    """In which oven each load stands, or is to."""
    return {
        running.loads[step.load]: step.oven or 1
        for step in running.plan.steps
        if step.kind is Kind.LOAD and step.load is not None
    }


def in_or_next(running: Running, facts: Facts) -> dict[int, int]:
    """For each oven the load that is in it, or goes in next; none where it is no longer needed."""
    found: dict[int, int] = {}
    for step in running.plan.steps:
        if step.kind is not Kind.LOAD or step.load is None:
            continue
        number = running.loads[step.load]
        if facts.loads[number].out_at is None and not facts.loads[number].lost:
            found.setdefault(step.oven or 1, number)
    return found


def traits_of(running: Running, facts: Facts, readings: Mapping[int, Sequence[OvenReading]]) -> tuple[OvenTrait, ...]:
    """What each oven was like on this day: by what it read while something baked in it, held against the setting that was meant for that."""
    stands, found = stands_in(running), []
    for oven, mine in readings.items():
        off = [
            one.model_copy(update={"read_c": one.read_c - dial_c})
            for one in mine
            if (dial_c := _dial_at(facts, stands, oven, one.at)) is not None
        ]
        trait = trait_of(oven, off)
        found += [trait] if trait is not None else []
    return tuple(found)


def _dial_at(facts: Facts, stands: dict[int, int], oven: int, at: datetime) -> float | None:
    for number, load in enumerate(facts.loads):
        if stands.get(number) != oven or load.in_at is None or not load.in_at <= at <= (load.out_at or at):
            continue
        return facts.brief.dial_c[number]
    return None

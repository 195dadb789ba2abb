"""Stored values and their form: each body carries a schema number, older ones are upgraded in code as they are read, and a limit
that was tightened since never locks a value out: it is brought inside the limit, and said."""

import copy
import json
from collections.abc import Callable
from enum import StrEnum
from typing import Any, TypeVar

from pydantic import ValidationError

from ..core.base import Problem, Value, note, one_line

Stored = TypeVar("Stored", bound=Value)
Body = dict[str, Any]
SCHEMA_KEY = "schema"
MOST_MENDS = 200


class Kind(StrEnum):
    """What a stored body is."""

    DOUGH = "dough"
    KITCHEN = "kitchen"
    WEIGH_IN = "weigh_in"
    PLAN = "plan"
    DAY_REQUEST = "day_request"
    BAKE = "bake"
    RUN_BRIEF = "run_brief"
    RUN_PLAN = "run_plan"
    RUN_TOLD = "run_told"
    RUN_EVENT = "run_event"
    TRUTH = "truth"
    THING = "thing"


class UnreadableError(Exception):
    """A body that this version cannot read. `raw` is what is stored, for the baker to take away."""

    def __init__(self, sentence: str, raw: Body) -> None:
        super().__init__(sentence)
        self.raw = raw


def _zone_for_offset(body: Body) -> Body:
    """1: hours of rest name their zone; before, one fixed offset from UTC stood for every night."""
    closed = body.get("closed")
    if isinstance(closed, dict) and "offset_min" in closed:
        minutes = int(closed.pop("offset_min"))
        hours, rest = divmod(abs(minutes), 60)
        closed["zone"] = f"UTC{'-' if minutes < 0 else '+'}{hours:02d}:{rest:02d}"
    return body


# The upgrade at place n takes a body of schema n to n + 1. Bodies without a number are of schema 0, as all were at first.
UPGRADES: dict[Kind, tuple[Callable[[Body], Body], ...]] = {Kind.DAY_REQUEST: (_zone_for_offset,)}


def schema_of(kind: Kind) -> int:
    """The number of the form that this version writes."""
    return len(UPGRADES.get(kind, ()))


def body_of(kind: Kind, value: Value) -> Body:
    """A value as it is stored."""
    return {SCHEMA_KEY: schema_of(kind), **value.model_dump(mode="json")}


def upgraded(kind: Kind, body: Body) -> Body:
    """A stored body in this version's form, without its number. UnreadableError if a later version wrote it, or it is none."""
    if not isinstance(body, dict):
        raise UnreadableError("This cannot be read by this version of Fine Batch.", {"stored": body})
    now = copy.deepcopy(body)
    number = now.pop(SCHEMA_KEY, 0)
    if not isinstance(number, int) or number > schema_of(kind):
        raise UnreadableError("This was saved by a newer Fine Batch and cannot be read by this version.", body)
    try:
        for upgrade in UPGRADES.get(kind, ())[number:]:
            now = upgrade(now)
    except (TypeError, ValueError, KeyError, AttributeError) as error:
        raise UnreadableError("This cannot be read by this version of Fine Batch.", body) from error
    return now


def read(kind: Kind, type_: type[Stored], body: Body, defaults: bool = False) -> tuple[Stored, tuple[Problem, ...]]:
    """The value of a stored body, and a note for each number or text that had to be brought inside this version's limits. With
    `defaults`, a field that cannot be mended is left out, and so takes its usual value. UnreadableError for all else."""
    now = upgraded(kind, body)
    notes: list[Problem] = []
    for _ in range(MOST_MENDS):
        try:
            return type_.model_validate(now), tuple(notes)
        except ValidationError as error:
            wrong = error.errors()[0]
            mended = _mend(now, wrong["loc"], dict(wrong), defaults)
            if mended is None:
                break
            notes.append(mended)
    raise UnreadableError("This cannot be read by this version of Fine Batch.", body)


def _mend(body: Body, loc: tuple[int | str, ...], wrong: dict[str, Any], defaults: bool) -> Problem | None:
    """Bring one value inside its limit in place; the note about it, None where that cannot be."""
    found = _place(body, loc)
    if found is None:
        return None
    holder, key, path = found
    was = holder[key] if isinstance(holder, list) or key in holder else None
    inside = _inside(was, wrong)
    field = ".".join(str(step) for step in path)
    if inside is not None:
        holder[key] = inside
        return note(
            field, f"{_said(was)} is kept, but this version takes {_said(inside)} for it. Set it anew to settle it."
        )
    if defaults and isinstance(holder, dict) and key in holder:
        del holder[key]
        return note(field, f"{_said(was)} is kept, but cannot be used by this version: the usual value stands for it.")
    return None


def _place(body: Any, loc: tuple[int | str, ...]) -> tuple[Any, Any, tuple[int | str, ...]] | None:
    """Where a validation error points: the holder, the key in it, and the path. The name of a union's member is not a step."""
    node, holder, key = body, None, None
    path: list[int | str] = []
    for step in loc:
        if (isinstance(node, dict) and step in node) or (
            isinstance(node, list) and isinstance(step, int) and step < len(node)
        ):
            holder, key, node = node, step, node[step]  # type: ignore[index]
            path.append(step)
        elif not isinstance(node, dict | list):
            break
    return None if holder is None else (holder, key, tuple(path))


def _inside(was: Any, wrong: dict[str, Any]) -> Any:
    kind, limit = wrong["type"], wrong.get("ctx", {})
    if isinstance(was, bool) or not isinstance(was, int | float | str):
        return None
    if isinstance(was, str):
        if kind == "string_too_long":
            return was[: limit["max_length"]]
        return (one_line(was) or None) if kind == "one_line" else None
    if kind == "greater_than_equal":
        return limit["ge"]
    if kind == "less_than_equal":
        return limit["le"]
    if kind == "greater_than":
        return limit["gt"] + (1 if isinstance(was, int) else max(1e-3, abs(limit["gt"]) * 1e-3))
    return None


def _said(value: Any) -> str:
    text = json.dumps(value, ensure_ascii=False)
    return text if len(text) <= 60 else text[:57] + "…"

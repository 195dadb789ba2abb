"""Two devices changing one thing: changed fields are merged, and only a field that both changed is a conflict."""

from collections.abc import Iterator
from typing import Any

from pydantic import Field, JsonValue

from .value import Value

MOST_CHANGES = 400


class FieldChange(Value):
    """One field as this device last saw it, and as it is to be. `path` names it from the outside in: keys of objects, and the
    `id` of an entry in a list of things that have ids. None stands for “not there”: adding has no `was`, removing no `now`."""

    path: tuple[str, ...] = Field(min_length=1, max_length=6)
    was: JsonValue = None
    now: JsonValue = None


class FieldConflict(Value):
    """A field that was changed on both sides: what was wanted here, and what stands. Nothing was done to it."""

    path: tuple[str, ...]
    mine: JsonValue
    theirs: JsonValue


def merge(
    current: dict[str, Any], changes: tuple[FieldChange, ...]
) -> tuple[dict[str, Any], tuple[FieldConflict, ...]]:
    """`current` (plain JSON) with the changes made to it, and those that could not be.

    A change goes in where its field still is as it `was`, or is already as it is to be; else it is a conflict. The order of
    the changes does not matter where their paths differ. `current` itself stays as it is.
    """
    merged = _copy(current)
    conflicts = []
    for change in changes:
        stands = _get(merged, change.path)
        if stands == change.now:
            continue
        if stands != change.was or not _set(merged, change.path, change.now):
            conflicts.append(FieldConflict(path=change.path, mine=change.now, theirs=stands))
    return merged, tuple(conflicts)


def changes_between(before: dict[str, Any], after: dict[str, Any]) -> tuple[FieldChange, ...]:
    """The fields in which two plain JSON objects differ, each as deep down as it has a name of its own."""
    return tuple(_differences(before, after, ()))


def _differences(before: Any, after: Any, path: tuple[str, ...]) -> Iterator[FieldChange]:
    was, now = _named(before), _named(after)
    if was is None or now is None or type(before) is not type(after):
        if before != after:
            yield FieldChange(path=path, was=before, now=after)
        return
    for key in dict.fromkeys((*was, *now)):
        yield from _differences(was.get(key), now.get(key), (*path, key))


def _named(node: Any) -> dict[str, Any] | None:
    """The children of a node by name: keys of an object, ids of a list of things with ids; None for anything else."""
    if isinstance(node, dict):
        return node
    if isinstance(node, list) and node and all(isinstance(entry, dict) and "id" in entry for entry in node):
        return {str(entry["id"]): entry for entry in node}
    return None


def _get(node: Any, path: tuple[str, ...]) -> Any:
    for step in path:
        node = (_named(node) or {}).get(step)
    return node


def _set(node: Any, path: tuple[str, ...], value: Any) -> bool:
    """Set, add or (with None) remove what the path names; whether its parent was there."""
    parent = _get(node, path[:-1]) if len(path) > 1 else node
    name = path[-1]
    if isinstance(parent, dict):
        if value is None:
            parent.pop(name, None)
        else:
            parent[name] = value
        return True
    if not isinstance(parent, list):
        return False
    at = next((i for i, entry in enumerate(parent) if isinstance(entry, dict) and str(entry.get("id")) == name), None)
    if value is None and at is not None:
        parent.pop(at)
    elif value is not None and at is not None:
        parent[at] = value
    elif value is not None:
        parent.append(value)
    return True


def _copy(node: Any) -> Any:
    if isinstance(node, dict):
        return {key: _copy(value) for key, value in node.items()}
    return [_copy(entry) for entry in node] if isinstance(node, list) else node

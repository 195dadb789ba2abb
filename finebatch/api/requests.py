"""What several routes take or answer."""

from typing import Annotated, Any

from pydantic import Field

from ..core.base import MOST_CHANGES, FieldChange, Value
from ..core.bench import DoughSpec
from ..core.kitchen import Kitchen
from ..store.doughs import SavedDough
from .problems import Conflict, ProblemDetails


class BenchRequest(Value):
    """A dough and the kitchen it is made in."""

    dough: DoughSpec
    kitchen: Kitchen
    dough_id: str | None = None  # of which dough on the shelf it is, so that its own bakes count


# How often a thing was changed: no more than the file can count.
SeenRevision = Annotated[int, Field(ge=0, le=2**31 - 1)]


class Revision(Value):
    """Which state of a thing is meant: the one the baker saw."""

    revision: SeenRevision


class Done(Value):
    """It was done."""

    done: bool = True


class DoughConflict(Conflict):
    """The answer to a stale save: what stands now (or stood, where it is gone), so that both versions can be kept."""

    current: SavedDough


STALE: dict[int | str, dict[str, Any]] = {409: {"model": DoughConflict}, 410: {"model": DoughConflict}}
GONE: dict[int | str, dict[str, Any]] = {410: {"model": DoughConflict}}

# Where the kitchen's file or folder gives trouble.
NO_ROOM: dict[int | str, dict[str, Any]] = {503: {"model": ProblemDetails}, 507: {"model": ProblemDetails}}


class Changes(Value):
    """Fields as this device last saw them, and as they are to be."""

    changes: tuple[FieldChange, ...] = Field(min_length=1, max_length=MOST_CHANGES)

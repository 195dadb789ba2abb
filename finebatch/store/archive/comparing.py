"""An archive beside a kitchen: what is new, what is the same, and what the two know differently."""

import json
from collections.abc import Iterator
from datetime import datetime

from pydantic import AwareDatetime
from sqlalchemy import func, select
from sqlalchemy.orm import Session

from ...core.base import Value
from ..tables import DoughRow, PictureRow, RunEventRow, RunRow
from .lines import TABLES, ArchiveError, Line, Table
from .reading import Archive

# How often a thing was changed, and when it was last, is not what it is; nor is what is worked out from it.
_BOOKKEEPING = ("revision", "updated_at", "look", "family", "planned_seq", "clock_from")


class Differing(Value):
    """A thing that this kitchen and the archive know differently. `both` can be kept of doughs alone: the archive's becomes another dough."""

    id: str
    kind: str
    name: str
    here_at: AwareDatetime | None
    there_at: AwareDatetime | None
    both: bool


class Counted(Value):
    """How many of one kind an archive holds, and how many of them are new here."""

    kind: str
    there: int
    new: int


class Compared(Value):
    """An archive beside this kitchen."""

    made_at: AwareDatetime
    counted: tuple[Counted, ...]
    differing: tuple[Differing, ...]


def compare(session: Session, archive: Archive) -> Compared:
    """What would become of this kitchen, were the archive taken in. Reads all of it; ArchiveError where any of it cannot be."""
    return compare_by_key(session, archive)[0]


def compare_by_key(session: Session, archive: Archive) -> tuple[Compared, dict[str, set[str]]]:
    """The same, with the keys of what is here, by table."""
    counted: list[Counted] = []
    differing: list[Differing] = []
    known = {table.name: set(_keys_here(session, table)) for table in TABLES}
    coming: dict[str, set[str]] = {}
    for table in TABLES:
        new = 0
        keys = coming.setdefault(table.name, set())
        for line in archive.lines(table):
            key = table.key_of(line)
            if key in keys:
                raise ArchiveError(
                    f"This archive cannot be read. {table.name} {key} stands in it twice. Nothing was changed."
                )
            keys.add(key)
            _check_parents(table, line, known, coming)
            if table.row is PictureRow:
                archive.picture(str(line["id"]))
            if key not in known[table.name]:
                new += 1
            elif table.changes:
                row = session.get_one(table.row, table.identity(line))
                other = table.line_of(row)
                session.expunge(row)
                if _differ(session, archive, table, line, other):
                    differing.append(_differing(table, line, other))
        counted.append(Counted(kind=table.name, there=archive.counts[table.name], new=new))
    return Compared(made_at=archive.made_at, counted=tuple(counted), differing=tuple(differing)), known


def _keys_here(session: Session, table: Table) -> Iterator[str]:
    columns = [getattr(table.row, key) for key in table.keys]
    for row in session.execute(select(*columns)):
        yield table.key_from(row)


def _check_parents(table: Table, line: Line, known: dict[str, set[str]], coming: dict[str, set[str]]) -> None:
    """What a line points to is here, or came before it."""
    for column in table.row.__table__.columns:
        for pointed in column.foreign_keys:
            name, key = pointed.column.table.name, line[column.key]
            if key not in known[name] and key not in coming.get(name, ()):
                raise ArchiveError(
                    f"This archive cannot be read. {table.name} {table.key_of(line)} is of {name} {key}, which is not in it. Nothing was changed."
                )


def _differ(session: Session, archive: Archive, table: Table, there: Line, other: Line) -> bool:
    if _told(there) != _told(other):
        return True
    if table.row is not RunRow:
        return False
    # What was told is only ever added to: as many is the same.
    counted = select(func.count()).select_from(RunEventRow).where(RunEventRow.run_id == other["id"])
    return archive.events.get(str(other["id"]), 0) != session.scalar(counted)


def _told(line: Line) -> str:
    return json.dumps({key: value for key, value in line.items() if key not in _BOOKKEEPING}, sort_keys=True)


def _differing(table: Table, there: Line, other: Line) -> Differing:
    return Differing(
        id=table.thing(other), kind=table.name, name=_name(other), here_at=_at(other), there_at=_at(there),
        both=table.row is DoughRow,
    )  # fmt: skip


def _name(line: Line) -> str:
    body = line.get("body")
    said = line.get("name") or line.get("title") or line.get("saying")
    if not said and isinstance(body, dict):
        spec = body.get("spec")
        said = (
            (spec.get("name") if isinstance(spec, dict) else None)
            or body.get("name")
            or body.get("ingredient_id")
            or body.get("says")
        )
    return str(said or "")[:600]


def _at(line: Line) -> datetime | None:
    found = line.get("updated_at") or line.get("ended_at") or line.get("created_at") or line.get("began_at")
    return datetime.fromisoformat(found) if found else None

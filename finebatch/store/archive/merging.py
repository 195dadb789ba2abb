"""An archive, taken into a kitchen: what is not there is added, what is the same stays, and where the two differ the baker is asked."""

import uuid
from enum import StrEnum
from typing import Any

from pydantic import ValidationError
from sqlalchemy import delete
from sqlalchemy.orm import Session

from ...core.live.oven import OvenTrait
from ..doughs import index_anew
from ..knowledge import looked_anew
from ..runs import open_run
from ..tables import BakeRow, DoughRow, PictureRow, ReadingRow, RunEventRow, RunRow, utc_now
from .comparing import Compared, compare_by_key
from .lines import BY_NAME, TABLES, ArchiveError, Line, Table
from .reading import Archive

_NOT_INDEXED = {
    "line_count": 0, "preview": "", "form": None, "words": "", "name_key": "", "kind": "", "family": "", "holds": "", "tags": "", "indexed": 0,
}  # fmt: skip
_NAME_CHARS = 60
MOST_ASKED = 5000


class Take(StrEnum):
    """Of two that differ."""

    MINE = "mine"
    THEIRS = "theirs"
    BOTH = "both"


class Unanswered(ArchiveError):  # noqa: N818 - it is a question, not a mistake
    """Things differ that nobody was asked about."""

    def __init__(self, compared: Compared) -> None:
        super().__init__(
            "Some things here and in the archive differ. Say of each which is to stay. Nothing was changed."
        )
        self.compared = compared


def take_in(session: Session, archive: Archive, takes: dict[str, Take]) -> Compared:
    """Take an archive into the kitchen, in the one transaction of `session`; `takes` says by id which is to stay of what differs. What it did, as
    `compare` told it before. Unanswered where that leaves something open; ArchiveError where the archive cannot be read."""
    compared, here = compare_by_key(session, archive)
    for one in compared.differing:
        take = takes.get(one.id)
        if take is None or (take is Take.BOTH and not one.both):
            raise Unanswered(compared)
    theirs = {one.id for one in compared.differing if takes[one.id] is Take.THEIRS}
    both = {one.id for one in compared.differing if takes[one.id] is Take.BOTH}
    _Merge(session, archive, here, theirs, both).all()
    return compared


class _Merge:
    """One taking in, under way."""

    def __init__(
        self, session: Session, archive: Archive, here: dict[str, set[str]], theirs: set[str], both: set[str]
    ) -> None:
        self._session, self._archive, self._here, self._theirs, self._both = session, archive, here, theirs, both
        self._open_here = open_run(session) is not None
        self._came: dict[str, set[str]] = {table.name: set() for table in TABLES}

    def all(self) -> None:
        doughs: set[str] = set()
        wanted = self._pictures_wanted()
        for table in TABLES:
            for line in self._archive.lines(table):
                if table.row is PictureRow and line["id"] not in wanted:
                    continue
                if self._line(table, line) and table.row is BakeRow:
                    doughs.add(str(line["dough_id"]))
            self._session.flush()
            self._session.expunge_all()
        index_anew(self._session)
        self._session.flush()
        for dough in sorted(doughs):
            looked_anew(self._session, dough)

    def _pictures_wanted(self) -> set[str]:
        """Those of bakes that come in."""
        bakes = BY_NAME["bakes"]
        found = set()
        for line in self._archive.lines(bakes):
            if line["picture_id"] and (
                self._is_theirs(bakes, line) or bakes.key_of(line) not in self._here[bakes.name]
            ):
                found.add(str(line["picture_id"]))
        return found

    def _is_theirs(self, table: Table, line: Line) -> bool:
        return table.thing(line) in self._theirs

    def _line(self, table: Table, line: Line) -> bool:
        """Whether it came in."""
        key = table.key_of(line)
        if table.part_of == "runs":
            # What was told here of a run that comes is gone by now.
            if str(line[table.by]) not in self._came["runs"]:
                return False
        elif key in self._here[table.name]:
            if table.thing(line) in self._both:
                name = f"{str(line['name'])[:_NAME_CHARS]} (archive)"
                self._add(table, {**line, "id": uuid.uuid4().hex, "name": name, "body": {**line["body"], "name": name}})
            if not self._is_theirs(table, line):
                return False
            self._replace(table, line, self._session.get_one(table.row, table.identity(line)))
            self._came[table.name].add(key)
            return True
        self._add(table, line)
        self._came[table.name].add(key)
        return True

    def _replace(self, table: Table, line: Line, mine: Any) -> None:
        if table.row is RunRow:
            for part in (RunEventRow, ReadingRow):
                self._session.execute(delete(part).where(part.run_id == line["id"]))
        if table.row is BakeRow and mine.picture_id not in (None, line["picture_id"]):
            self._session.execute(delete(PictureRow).where(PictureRow.id == mine.picture_id))
        values = {**self._values(table, line), "revision": getattr(mine, "revision", 0) + 1}
        if "updated_at" in values:  # it has changed here, whenever it did there
            values["updated_at"] = utc_now()
        for name, value in values.items():
            if name in table.columns or name in _NOT_INDEXED:
                setattr(mine, name, value)

    def _add(self, table: Table, line: Line) -> None:
        self._session.add(table.row(**self._values(table, line)))

    def _values(self, table: Table, line: Line) -> dict[str, Any]:
        values = table.values_of(line)
        if table.row is DoughRow:
            return {**values, **_NOT_INDEXED}
        if table.row is PictureRow:
            return {**values, "jpeg": self._archive.picture(str(line["id"]))}
        if table.row is RunRow and values["ended_at"] is None and self._open_here:
            # One day is run at a time: the archive's is over where another is run here.
            values["ended_at"] = values["began_at"]
        if table.row is RunRow:
            values["traits"] = _sound_traits(values["traits"])
        if table.row is BakeRow:
            values["look"] = _sound_look(values["look"])
        return values


def _sound_traits(traits: list[Any] | None) -> list[Any] | None:
    """What was learned of the ovens of a day, if that is what it is."""
    try:
        return [OvenTrait.model_validate(one).model_dump(mode="json") for one in traits] if traits else traits
    except ValidationError:
        return None


def _sound_look(look: dict[str, Any] | None) -> dict[str, Any] | None:
    """What the model said of a bake, if that is what it is: else it is asked anew."""
    from ...core.notebook.looks import KeptLook

    try:
        return KeptLook.model_validate(look).model_dump(mode="json") if look else None
    except ValidationError:
        return None

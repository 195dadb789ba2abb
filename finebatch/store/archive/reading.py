"""An archive, read: bounded in everything, and checked before a line of it counts."""

import json
import zipfile
import zlib
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import datetime
from functools import cached_property
from pathlib import Path
from typing import Annotated, Any, Literal

from pydantic import AwareDatetime, BaseModel, Field, ValidationError

from ..schema import newest
from .lines import BY_NAME, TABLES, ArchiveError, Line, Table
from .writing import FORMAT, MANIFEST

MOST_BYTES = 2_000_000_000  # unpacked
MOST_LINE_BYTES = 20_000_000
MOST_PICTURE_BYTES = 5_000_000
MOST_FILES = 200_000
JPEG = b"\xff\xd8\xff"

# What became of lines since: the form of the database that changed them, the table, and a line of before made one of after. Archives of
# every form that ever was are read by these; an example of each lies in tests/data/stored.
Upgrade = Callable[[Line], Line]
UPGRADES: tuple[tuple[str, str, Upgrade], ...] = ()


class _About(BaseModel):
    format: Literal["finebatch-archive"]
    form: Annotated[str, Field(pattern=r"^\d{4}$")]
    made_at: AwareDatetime
    lines: dict[str, Annotated[int, Field(ge=0)]]


class Archive:
    """An archive that was opened; its lines are read as they are asked for, and checked one by one."""

    def __init__(self, file: zipfile.ZipFile, about: _About) -> None:
        self._file = file
        self._about = about
        self._upgrades = [(table, change) for form, table, change in UPGRADES if form > about.form]

    @property
    def made_at(self) -> datetime:
        """When it was made."""
        return self._about.made_at

    @property
    def counts(self) -> dict[str, int]:
        """How many lines of each kind it says to hold."""
        return {table.name: self._about.lines.get(table.name, 0) for table in TABLES}

    @cached_property
    def events(self) -> Counter[str]:
        """How many things were told of each run."""
        return Counter(str(line["run_id"]) for line in self.lines(BY_NAME["run_events"]))

    def lines(self, table: Table) -> Iterator[Line]:
        """The lines of a table in this version's form. ArchiveError at the first that cannot be, or where some are missing."""
        count = 0
        name = f"{table.name}.jsonl"
        if name in self._file.NameToInfo:
            with _said(name), self._file.open(name) as file:
                while raw := file.readline(MOST_LINE_BYTES + 1):
                    count += 1
                    yield self._line(table, raw, count)
        if count != self.counts[table.name]:
            raise _damaged(f"{name} has {count} lines instead of {self.counts[table.name]}.")

    def _line(self, table: Table, raw: bytes, number: int) -> Line:
        where = f"Line {number} of {table.name}.jsonl"
        if len(raw) > MOST_LINE_BYTES:
            raise _damaged(f"{where} is longer than any can be.")
        try:
            line = json.loads(raw, parse_constant=_no_number)
            if b"\\u" in raw:
                json.dumps(line, ensure_ascii=False).encode()  # half a letter can be written in JSON, but not be kept
            for name, change in self._upgrades:
                if name == table.name:
                    line = change(line)
            return table.model.model_validate(line).model_dump()
        except ValidationError as error:
            wrong = error.errors(include_url=False, include_input=False)[0]
            raise _damaged(f"{where}: {'.'.join(map(str, wrong['loc']))}: {wrong['msg']}.") from error
        except (ValueError, TypeError, KeyError, AttributeError, ArithmeticError, RecursionError) as error:
            raise _damaged(f"{where} cannot be read.") from error

    def picture(self, id: str) -> bytes:
        """A picture, a JPEG. ArchiveError if it is not there, or is none."""
        name = f"pictures/{id}.jpg"
        if name not in self._file.NameToInfo:
            raise _damaged(f"The picture {id} is missing.")
        with _said(name), self._file.open(name) as file:
            jpeg = file.read(MOST_PICTURE_BYTES + 1)
        if len(jpeg) > MOST_PICTURE_BYTES or not jpeg.startswith(JPEG):
            raise _damaged(f"{name} is no picture of this program.")
        return jpeg


@contextmanager
def opened(path: Path) -> Iterator[Archive]:
    """An archive at `path`, known to be one and to be of a bearable size. ArchiveError saying why it cannot be read."""
    try:
        file = zipfile.ZipFile(path)
    except (zipfile.BadZipFile, OSError, ValueError, NotImplementedError) as error:
        raise _damaged("It is no zip file, or was cut off.") from error
    with file:
        infos = file.infolist()
        if len(infos) > MOST_FILES or sum(info.file_size for info in infos) > MOST_BYTES:
            raise _damaged("It unpacks to more than any kitchen holds.")
        yield Archive(file, _about(file))


def _about(file: zipfile.ZipFile) -> _About:
    if MANIFEST not in file.NameToInfo:
        raise ArchiveError(f"This is no archive of Fine Batch: there is no {MANIFEST} in it. Nothing was changed.")
    with _said(MANIFEST), file.open(MANIFEST) as read:
        raw = read.read(100_000)
    try:
        found: Any = json.loads(raw)
        about = _About.model_validate(found)
    except (ValueError, RecursionError) as error:
        raise _damaged(f"{MANIFEST} is not what an archive of Fine Batch ({FORMAT}) begins with.") from error
    if about.form > newest():
        raise ArchiveError(
            f"This archive was made by a newer Fine Batch (its form is {about.form}, this one knows forms up to {newest()}). "
            "Nothing was changed: read it with the newer program.",
        )
    unknown = sorted(set(about.lines) - set(BY_NAME))
    if unknown:
        raise _damaged(f"It holds what no kitchen has: {', '.join(unknown)}.")
    return about


@contextmanager
def _said(name: str) -> Iterator[None]:
    """What a zip file can be wrong in, in words."""
    try:
        yield
    except ArchiveError:
        raise
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError, OSError, ValueError) as error:
        raise _damaged(f"{name} in it is damaged, or packed in a way that is not read here.") from error


def _no_number(word: str) -> Any:
    raise ValueError(word)


def _damaged(sentence: str) -> ArchiveError:
    return ArchiveError(f"This archive cannot be read. {sentence} Nothing was changed.")

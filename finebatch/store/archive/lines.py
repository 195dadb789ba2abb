"""What stands in a line of an archive: a row of a table, without what is worked out anew from its body."""

import json
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, date, datetime
from functools import cached_property
from typing import Annotated, Any

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, create_model
from sqlalchemy import JSON, Boolean, Float, Integer, String

from .. import tables
from ..tables import Base, UtcDateTime

Line = dict[str, Any]
MOST_WHOLE = 2**31 - 1
# What doughs are listed and searched by follows rules, and is worked out by those of the program that reads the archive.
_WORKED_OUT = {
    "doughs": ("line_count", "preview", "form", "words", "name_key", "kind", "family", "holds", "tags", "indexed"),
    "pictures": ("jpeg",),  # a file beside the lines
}


class ArchiveError(ValueError):
    """An archive that cannot be read or taken in. The message says why; nothing was changed."""


@dataclass(frozen=True)
class Table:
    """A table's place in an archive. What `changes` is a thing of its own, which two kitchens may know differently; all else is only ever added,
    and comes with the thing it is `part_of`, which its column `by` names."""

    row: type[Base]
    changes: bool = False
    part_of: str = ""
    by: str = ""

    @property
    def name(self) -> str:
        """As the table and the archive's file are called."""
        return str(self.row.__tablename__)

    @cached_property
    def columns(self) -> tuple[str, ...]:
        """What a line holds."""
        left_out = _WORKED_OUT.get(self.name, ())
        return tuple(one.key for one in self.row.__table__.columns if one.key and one.key not in left_out)

    @cached_property
    def keys(self) -> tuple[str, ...]:
        """The columns that tell rows apart."""
        return tuple(str(one.key) for one in self.row.__mapper__.primary_key)

    @cached_property
    def model(self) -> type[BaseModel]:
        """The line's form, for checking one and for the schema in the archive."""
        fields: dict[str, Any] = {}
        for column in self.row.__table__.columns:
            if column.key in self.columns:
                type_ = _type_of(column.type, self.row.__annotations__.get(column.key))
                fields[column.key] = (type_ | None, None) if column.nullable else (type_, ...)
        config = ConfigDict(extra="forbid", strict=True, title=self.name)
        made: type[BaseModel] = create_model(f"{self.row.__name__}Line", __config__=config, **fields)
        return made

    def identity(self, line: Line) -> tuple[Any, ...]:
        """A line's keys, as the database has them."""
        values = self.values_of({key: line[key] for key in self.keys})
        return tuple(values[key] for key in self.keys)

    def key_of(self, line: Line) -> str:
        """A line's own name within its table."""
        return self.key_from(self.identity(line))

    def key_from(self, keys: Iterable[Any]) -> str:
        """The same of a row's keys."""
        return " ".join(str(_out(key)) for key in keys)

    def thing(self, line: Line) -> str:
        """A line's name among all lines."""
        return f"{self.name} {self.key_of(line)}"

    def line_of(self, row: Any) -> Line:
        """A row as it goes out."""
        return {name: _out(getattr(row, name)) for name in self.columns}

    def values_of(self, line: Line) -> dict[str, Any]:
        """A checked line as the columns of a row."""
        dates = {one.key for one in self.row.__table__.columns if isinstance(one.type, UtcDateTime)}
        return {
            name: datetime.fromisoformat(value) if name in dates and value is not None else value
            for name, value in line.items()
        }


def _finite(value: Any) -> Any:
    json.dumps(value, allow_nan=False)
    return value


def _moment(text: str) -> str:
    at = datetime.fromisoformat(text)
    if at.tzinfo is None or at.astimezone(UTC).date() == date.min:
        raise ValueError("a moment needs its zone")
    return text


def _type_of(column: Any, annotation: Any) -> Any:
    if isinstance(column, UtcDateTime):
        return Annotated[str, Field(max_length=40, json_schema_extra={"format": "date-time"}), AfterValidator(_moment)]
    if isinstance(column, Boolean):
        return bool
    if isinstance(column, Integer):
        return Annotated[int, Field(ge=0, le=MOST_WHOLE)]
    if isinstance(column, Float):
        return Annotated[float, Field(allow_inf_nan=False)]
    if isinstance(column, String):
        return Annotated[str, Field(max_length=column.length)]
    if isinstance(column, JSON):
        held: Any = list[Any] if "list[" in str(annotation).split("dict[")[0] else dict[str, Any]
        return Annotated[held, AfterValidator(_finite)]
    raise TypeError(f"no form for {column!r}")  # pragma: no cover - every type of the tables is named above


def _out(value: Any) -> Any:
    return value.astimezone(UTC).isoformat().replace("+00:00", "Z") if isinstance(value, datetime) else value


# In this order rows can be put in: what others point to comes before them.
TABLES = (
    Table(tables.KitchenRow, changes=True),
    Table(tables.DoughRow, changes=True),
    Table(tables.VersionRow),
    Table(tables.WeighInRow, changes=True),
    Table(tables.PlanRow, changes=True),
    Table(tables.PictureRow),
    Table(tables.BakeRow, changes=True),
    Table(tables.BakeBeforeRow),
    Table(tables.TryRow, changes=True),
    Table(tables.RunRow, changes=True),
    Table(tables.RunEventRow, part_of="runs", by="run_id"),
    Table(tables.ReadingRow, part_of="runs", by="run_id"),
    Table(tables.StoredRow, changes=True),
)
# The keys of devices' changes, and who was let in: of use to this server alone.
NOT_KEPT = ("received", "paired_devices")
BY_NAME = {table.name: table for table in TABLES}

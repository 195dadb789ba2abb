"""The tables. Bodies are the core's own values as JSON; columns hold what lists sort and search by."""

from datetime import UTC, datetime
from typing import Any

from sqlalchemy import JSON, DateTime, ForeignKey, Index, String, Text
from sqlalchemy.engine import Dialect
from sqlalchemy.orm import DeclarativeBase, InstrumentedAttribute, Mapped, mapped_column
from sqlalchemy.types import TypeDecorator


class UtcDateTime(TypeDecorator[datetime]):
    """SQLite keeps no zone: stored as UTC, given back aware."""

    impl = DateTime
    cache_ok = True

    def process_bind_param(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        return value.astimezone(UTC).replace(tzinfo=None) if value else None

    def process_result_value(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        return value.replace(tzinfo=UTC) if value else None


def utc_now() -> datetime:
    """The moment, aware."""
    return datetime.now(UTC)


class Base(DeclarativeBase):
    """All tables."""

    type_annotation_map = {datetime: UtcDateTime, dict[str, Any]: JSON}  # noqa: RUF012


class Revised(Base):
    """A row that several devices may change: `revision` counts the changes, and a save names the one it was made over."""

    __abstract__ = True

    revision: Mapped[int]

    @classmethod
    def key(cls) -> InstrumentedAttribute[Any]:
        """The column that tells rows apart."""
        key: InstrumentedAttribute[Any] = getattr(cls, cls.__mapper__.primary_key[0].name)
        return key


class KitchenRow(Revised):
    """The one kitchen of this data folder."""

    __tablename__ = "kitchen"

    id: Mapped[int] = mapped_column(primary_key=True)
    body: Mapped[dict[str, Any]]


class DoughRow(Revised):
    """A dough on the shelf; `deleted_at` set while it is put aside. What lists show, order and search by stands in columns, worked out
    by the rules of edition `indexed`: `words` is what it is searched by, `kind` its form's, `holds` the allergens its lines name (`?` among
    them where not all could be told) and `tags` the baker's own, each between bars."""

    __tablename__ = "doughs"
    __table_args__ = (
        Index("doughs_by_change", "deleted_at", "updated_at", "id"),
        Index("doughs_by_name", "deleted_at", "name_key", "id"),
    )

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    name: Mapped[str] = mapped_column(String(80))
    line_count: Mapped[int]
    preview: Mapped[str] = mapped_column(String(200))
    form: Mapped[Any] = mapped_column(JSON)
    words: Mapped[str] = mapped_column(Text)
    name_key: Mapped[str] = mapped_column(String(80))
    kind: Mapped[str] = mapped_column(String(20))
    family: Mapped[str] = mapped_column(String(80))
    holds: Mapped[str] = mapped_column(Text)
    tags: Mapped[str] = mapped_column(Text)
    indexed: Mapped[int]
    body: Mapped[dict[str, Any]]
    created_at: Mapped[datetime]
    updated_at: Mapped[datetime]
    deleted_at: Mapped[datetime | None]


class VersionRow(Base):
    """A dough as it was when the baker kept it, with a note."""

    __tablename__ = "dough_versions"
    __table_args__ = (Index("versions_of_dough", "dough_id", "created_at"),)

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    dough_id: Mapped[str] = mapped_column(ForeignKey("doughs.id"))
    note: Mapped[str] = mapped_column(String(200))
    created_at: Mapped[datetime]
    body: Mapped[dict[str, Any]]


class WeighInRow(Revised):
    """The weigh-in under way for a dough."""

    __tablename__ = "weigh_ins"

    dough_id: Mapped[str] = mapped_column(ForeignKey("doughs.id"), primary_key=True)
    body: Mapped[dict[str, Any]]


class PlanRow(Revised):
    """A plan as it now stands, with the doughs as they were when it was made; `deleted_at` set while it is put aside."""

    __tablename__ = "plans"
    __table_args__ = (Index("plans_by_creation", "deleted_at", "created_at", "id"),)

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    title: Mapped[str] = mapped_column(String(600))
    created_at: Mapped[datetime]
    starts_at: Mapped[datetime]
    ends_at: Mapped[datetime]
    deleted_at: Mapped[datetime | None]
    doughs: Mapped[list[dict[str, Any]]] = mapped_column(JSON)
    request: Mapped[dict[str, Any]]
    body: Mapped[dict[str, Any]]


class BakeRow(Revised):
    """A bake of a dough, as its baker wrote it down. `look` is what is learned from it, worked out from the body (None: nothing), `family`
    the family it counts with, `oven` the number of its oven; `deleted_at` set while it is put aside."""

    __tablename__ = "bakes"
    __table_args__ = (
        Index("bakes_of_dough", "dough_id", "deleted_at", "baked_at", "id"),
        Index("bakes_by_time", "deleted_at", "baked_at", "id"),
    )

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    dough_id: Mapped[str] = mapped_column(ForeignKey("doughs.id"))
    baked_at: Mapped[datetime]
    created_at: Mapped[datetime]
    updated_at: Mapped[datetime]
    deleted_at: Mapped[datetime | None]
    learns: Mapped[bool]
    oven: Mapped[int]
    family: Mapped[str] = mapped_column(String(40))
    tray: Mapped[str] = mapped_column(String(40))
    liked: Mapped[int | None]
    picture_id: Mapped[str | None] = mapped_column(String(32))
    body: Mapped[dict[str, Any]]
    look: Mapped[dict[str, Any] | None] = mapped_column(JSON)


class BakeBeforeRow(Base):
    """A bake as it stood before it was changed at `changed_at`."""

    __tablename__ = "bakes_before"
    __table_args__ = (Index("befores_of_bake", "bake_id", "revision"),)

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    bake_id: Mapped[str] = mapped_column(ForeignKey("bakes.id"))
    revision: Mapped[int]
    changed_at: Mapped[datetime]
    body: Mapped[dict[str, Any]]


class TryRow(Base):
    """A dough with one change, tried on half a batch until `ended_at`."""

    __tablename__ = "tries"
    __table_args__ = (Index("tries_of_dough", "dough_id", "ended_at", "created_at"),)

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    dough_id: Mapped[str] = mapped_column(ForeignKey("doughs.id"))
    created_at: Mapped[datetime]
    ended_at: Mapped[datetime | None]
    saying: Mapped[str] = mapped_column(String(200))
    body: Mapped[dict[str, Any]]


class RunRow(Revised):
    """A day as it is run, by a clock that goes `speed` times as fast as the day's from `clock_from` on (1: the day's own; else a rehearsal, with the
    `truth` of its kitchen). `brief` is the day as it was begun, `running` its plan as it now stands, made when `planned_seq` things were told."""

    __tablename__ = "runs"
    __table_args__ = (Index("runs_by_time", "ended_at", "began_at"),)

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    plan_id: Mapped[str] = mapped_column(String(32))
    title: Mapped[str] = mapped_column(String(600))
    began_at: Mapped[datetime]
    ended_at: Mapped[datetime | None]
    speed: Mapped[float]
    clock_from: Mapped[datetime]
    planned_seq: Mapped[int]
    brief: Mapped[dict[str, Any]]
    running: Mapped[dict[str, Any]]
    told: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    doughs: Mapped[list[dict[str, Any]]] = mapped_column(JSON)
    kitchen: Mapped[dict[str, Any]]
    truth: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    traits: Mapped[list[dict[str, Any]] | None] = mapped_column(JSON(none_as_null=True))


class RunEventRow(Base):
    """Something that happened while a day was run. It never changes."""

    __tablename__ = "run_events"
    __table_args__ = (Index("events_by_key", "run_id", "key", unique=True),)

    run_id: Mapped[str] = mapped_column(ForeignKey("runs.id"), primary_key=True)
    seq: Mapped[int] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(String(64))
    at: Mapped[datetime]
    late: Mapped[bool]
    body: Mapped[dict[str, Any]]


class ReadingRow(Base):
    """What a thermometer in an oven read while a day was run."""

    __tablename__ = "oven_readings"

    run_id: Mapped[str] = mapped_column(ForeignKey("runs.id"), primary_key=True)
    oven: Mapped[int] = mapped_column(primary_key=True)
    at: Mapped[datetime] = mapped_column(primary_key=True)
    read_c: Mapped[float]
    lag_s: Mapped[float]


class StoredRow(Revised):
    """Something the stores keep, of one of their kinds: an ingredient in the pantry, a coming or going, a price, a list, what is frozen, a label,
    boxes. `at` is what its kind is ordered by; `deleted_at` set while it is put aside."""

    __tablename__ = "stores"
    __table_args__ = (Index("stores_by_kind", "kind", "deleted_at", "at", "id"),)

    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    kind: Mapped[str] = mapped_column(String(20))
    at: Mapped[datetime]
    created_at: Mapped[datetime]
    updated_at: Mapped[datetime]
    deleted_at: Mapped[datetime | None]
    body: Mapped[dict[str, Any]]


class PictureRow(Base):
    """A picture, made small. It never changes: another one has another id."""

    __tablename__ = "pictures"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    created_at: Mapped[datetime]
    jpeg: Mapped[bytes]


class PairedRow(Base):
    """A tablet or phone that was let in. Of its token only the hash is kept: who reads this file cannot come in by it."""

    __tablename__ = "paired_devices"
    __table_args__ = (Index("devices_by_token", "token_hash", unique=True),)

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    token_hash: Mapped[str] = mapped_column(String(64))
    created_at: Mapped[datetime]
    seen_at: Mapped[datetime]


class ReceivedRow(Base):
    """A change that was received under a device's key, and what was answered."""

    __tablename__ = "received"
    __table_args__ = (Index("received_by_time", "received_at"),)

    key: Mapped[str] = mapped_column(String(64), primary_key=True)
    received_at: Mapped[datetime]
    answer: Mapped[dict[str, Any]]

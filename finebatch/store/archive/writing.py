"""An archive, written from one unchanging view of the kitchen."""

import json
import zipfile
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path
from typing import IO, Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from ..faults import Fault, StoreFaultError, no_room
from ..schema import newest
from ..tables import PictureRow, RunRow
from .lines import TABLES, Line, Table

FORMAT = "finebatch-archive"
MANIFEST, SCHEMA = "archive.json", "schema.json"
AT_ONCE = 200  # rows


def write(session: Session, target: Path) -> dict[str, int]:
    """The whole kitchen as an archive at `target`, written aside and moved into place whole; how many lines of each kind it holds.

    StoreFaultError where it cannot be written there.
    """
    if target.exists():
        raise StoreFaultError(Fault.OTHER, f"{target} exists already. Choose another name.")
    aside = target.with_name(target.name + ".part")
    try:
        with zipfile.ZipFile(aside, "w", zipfile.ZIP_DEFLATED) as archive:
            counts = {table.name: _write_table(session, table, archive) for table in TABLES}
            _write_pictures(session, archive)
            schema = {table.name: table.model.model_json_schema() for table in TABLES}
            archive.writestr(SCHEMA, json.dumps(schema, indent=1, ensure_ascii=False))
            made_at = datetime.now(UTC).isoformat().replace("+00:00", "Z")
            about = {"format": FORMAT, "form": newest(), "made_at": made_at, "lines": counts}
            archive.writestr(MANIFEST, json.dumps(about, indent=1))
        aside.replace(target)
    except OSError as error:
        raise no_room(error, target) from error
    finally:
        aside.unlink(missing_ok=True)
    return counts


def _write_table(session: Session, table: Table, archive: zipfile.ZipFile) -> int:
    count = 0
    with archive.open(f"{table.name}.jsonl", "w", force_zip64=True) as out:
        for line in lines_of(session, table):
            _write_line(out, line)
            count += 1
    return count


def _write_line(out: IO[bytes], line: Line) -> None:
    out.write(json.dumps(line, ensure_ascii=False, allow_nan=False, separators=(",", ":")).encode() + b"\n")


def lines_of(session: Session, table: Table) -> Iterator[Line]:
    """What is kept in a table, in the order of its keys. Rehearsals are of no kitchen."""
    row: Any = table.row
    query = select(row).order_by(*(getattr(row, key) for key in table.keys))
    if row is RunRow:
        query = query.where(RunRow.truth.is_(None))
    elif table.part_of == "runs":
        query = query.where(row.run_id.in_(select(RunRow.id).where(RunRow.truth.is_(None))))
    elif row is PictureRow:
        query = select(PictureRow.id, PictureRow.created_at).order_by(PictureRow.id)
        yield from (table.line_of(one) for one in session.execute(query.execution_options(yield_per=AT_ONCE)))
        return
    for one in session.scalars(query.execution_options(yield_per=AT_ONCE)):
        yield table.line_of(one)
        session.expunge(one)


def _write_pictures(session: Session, archive: zipfile.ZipFile) -> None:
    ids = session.scalars(select(PictureRow.id).order_by(PictureRow.id)).all()
    for id in ids:
        jpeg = session.scalar(select(PictureRow.jpeg).where(PictureRow.id == id)) or b""
        archive.writestr(f"pictures/{id}.jpg", jpeg, zipfile.ZIP_STORED)

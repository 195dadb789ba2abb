"""A dough's kept versions."""

from typing import Any

from fastapi import APIRouter, status
from pydantic import Field

from ...core.base import OneLine, Value
from ...store import doughs as shelf
from ...store import versions
from ...store.received import once
from ...store.revisions import StaleError
from ...store.versions import SavedVersion
from ..deps import ChangeKey, Reading, Transaction
from ..requests import GONE, STALE, SeenRevision

router = APIRouter(prefix="/api/doughs", tags=["doughs"])


class VersionNote(Value):
    """Which state of a dough is kept, and why."""

    revision: SeenRevision
    note: OneLine = Field(default="", max_length=200)


@router.get("/{dough_id}/versions", operation_id="listVersions", responses=GONE)
def list_versions(dough_id: str, db: Reading) -> list[SavedVersion]:
    """Kept versions, the newest first."""
    return versions.of(db, shelf.get(db, dough_id).id)


@router.post("/{dough_id}/versions", operation_id="keepVersion", status_code=status.HTTP_201_CREATED, responses=STALE)
def keep_version(dough_id: str, why: VersionNote, db: Transaction, key: ChangeKey = None) -> SavedVersion:
    """Keep the dough as it is saved now, with a note; 409 if that is no longer what the baker saw."""

    def keep() -> SavedVersion:
        kept = versions.keep(db, dough_id, why.revision, why.note)
        if kept is None:
            raise StaleError("dough", shelf.get(db, dough_id))
        return kept

    return once(db, key, SavedVersion, keep, lambda id: versions.get(db, id))


@router.get("/{dough_id}/versions/{version_id}/raw", operation_id="getRawVersion")
def get_raw_version(dough_id: str, version_id: str, db: Reading) -> dict[str, Any]:
    """What is stored of a version, whether it can be read or not."""
    return versions.raw(db, dough_id, version_id)

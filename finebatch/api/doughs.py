"""The dough shelf."""

from fastapi import APIRouter, status
from pydantic import Field

from ..core.assess import DoughSpec
from ..core.value import Value
from ..store import SavedDough, StaleRevisionError, versions
from ..store import doughs as shelf
from ..store.doughs import DoughSummary
from ..store.versions import SavedVersion
from .deps import Transaction
from .problems import ApiProblemError, ProblemDetails, not_found

router = APIRouter(prefix="/api/doughs", tags=["doughs"])


class DoughSave(Value):
    """A save over a known revision."""

    revision: int
    spec: DoughSpec


class VersionNote(Value):
    """Why a version is kept."""

    note: str = Field(default="", max_length=200)


class DoughConflict(ProblemDetails):
    """The answer to a stale save: what stands now, so that both versions can be kept."""

    current: SavedDough


@router.get("", operation_id="listDoughs")
def list_doughs(db: Transaction) -> list[DoughSummary]:
    """All doughs, the last changed first."""
    return shelf.shelf(db)


@router.post("", operation_id="addDough", status_code=status.HTTP_201_CREATED)
def add_dough(spec: DoughSpec, db: Transaction) -> SavedDough:
    """Put a new dough on the shelf."""
    return shelf.add(db, spec)


@router.get("/{dough_id}", operation_id="getDough")
def get_dough(dough_id: str, db: Transaction) -> SavedDough:
    """One dough."""
    found = shelf.get(db, dough_id)
    if found is None:
        raise not_found("dough")
    return found


@router.put("/{dough_id}", operation_id="saveDough", responses={409: {"model": DoughConflict}})
def save_dough(dough_id: str, save: DoughSave, db: Transaction) -> SavedDough:
    """Save over `revision`; 409 with what stands now if another device saved first."""
    try:
        found = shelf.save(db, dough_id, save.revision, save.spec)
    except StaleRevisionError as error:
        raise ApiProblemError(
            409,
            "Changed elsewhere",
            "This dough was changed on another device. Nothing is lost: keep yours as a copy, or take the other.",
            current=error.current.model_dump(mode="json"),
        ) from error
    if found is None:
        raise not_found("dough")
    return found


@router.delete("/{dough_id}", operation_id="deleteDough")
def delete_dough(dough_id: str, db: Transaction) -> SavedDough:
    """Take a dough off the shelf; it can be put back."""
    return _deleted(db, dough_id, True)


@router.post("/{dough_id}/put-back", operation_id="putBackDough")
def put_back_dough(dough_id: str, db: Transaction) -> SavedDough:
    """Undo a deletion."""
    return _deleted(db, dough_id, False)


@router.get("/{dough_id}/versions", operation_id="listVersions")
def list_versions(dough_id: str, db: Transaction) -> list[SavedVersion]:
    """Kept versions, the newest first."""
    return versions.of(db, get_dough(dough_id, db).id)


@router.post("/{dough_id}/versions", operation_id="keepVersion", status_code=status.HTTP_201_CREATED)
def keep_version(dough_id: str, why: VersionNote, db: Transaction) -> SavedVersion:
    """Keep the dough as it is saved now, with a note."""
    found = get_dough(dough_id, db)
    return versions.keep(db, found.id, found.spec, why.note)


def _deleted(db: Transaction, dough_id: str, deleted: bool) -> SavedDough:
    found = shelf.set_deleted(db, dough_id, deleted)
    if found is None:
        raise not_found("dough")
    return found

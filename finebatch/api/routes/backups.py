"""Copies of the kitchen's file: which there are, one more, and whether one would bring everything back."""

from fastapi import APIRouter
from fastapi.responses import FileResponse
from pydantic import AwareDatetime

from ...core.base import Value
from ...store import backups
from ...store.backups import Backup, Drill
from ...store.tables import utc_now
from ..deps import TheBackups, TheStore
from ..files import as_file
from ..requests import NO_ROOM

router = APIRouter(prefix="/api/backups", tags=["keeping"])
MEDIA_TYPE = "application/vnd.sqlite3"
_FILE = {"content": {MEDIA_TYPE: {"schema": {"type": "string", "format": "binary"}}}}


class Backups(Value):
    """The copies there are, the latest first, when the next is made, and why the last try made none."""

    made: tuple[Backup, ...]
    next_at: AwareDatetime | None
    failed: str | None
    folder: str


@router.get("", operation_id="listBackups")
def list_backups(store: TheStore, making: TheBackups) -> Backups:
    """Every copy that was made by itself and is still kept."""
    folder = store.path.parent
    return Backups(
        made=backups.listed(folder), next_at=making.due_at(utc_now()), failed=making.failed, folder=str(backups.copies_of(folder).absolute())
    )  # fmt: skip


@router.post("", operation_id="makeBackup", status_code=201, responses=NO_ROOM)
async def make_backup(making: TheBackups) -> Backup:
    """Make a copy now, and check it."""
    return await making.make()


@router.post("/{name}/drill", operation_id="drillBackup", responses=NO_ROOM)
def drill_backup(name: str, store: TheStore) -> Drill:
    """Bring a copy back to the side and read everything in it. The kitchen stays as it is."""
    return backups.drill(backups.place_of(store.path.parent, name), store.path)


@router.get("/{name}/file", operation_id="getBackup", response_class=FileResponse, responses={200: _FILE})
def get_backup(name: str, store: TheStore) -> FileResponse:
    """A copy, to keep somewhere else."""
    path = backups.place_of(store.path.parent, name)
    return FileResponse(path, media_type=MEDIA_TYPE, headers=as_file(path.stem, "db"))

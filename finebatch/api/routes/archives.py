"""The whole kitchen as one file, and back."""

from typing import Annotated

from fastapi import APIRouter, Request
from fastapi.responses import FileResponse
from pydantic import Field
from starlette.background import BackgroundTask
from starlette.concurrency import run_in_threadpool

from ...core.base import Value
from ...store.archive import incoming
from ...store.archive.comparing import Compared, compare
from ...store.archive.merging import MOST_ASKED, Take, take_in
from ...store.archive.reading import opened
from ...store.archive.writing import write
from ...store.database import Store
from ...store.faults import no_room
from ..deps import TheStore
from ..files import dated_file
from ..requests import NO_ROOM, Done

router = APIRouter(prefix="/api/archives", tags=["keeping"])
MEDIA_TYPE = "application/zip"
_BYTES = {"content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}}}
_ZIP = {"content": {MEDIA_TYPE: {"schema": {"type": "string", "format": "binary"}}}}


class ArchiveHere(Value):
    """An archive that was handed in, beside this kitchen: nothing of it was taken in yet."""

    id: str
    compared: Compared


class Takes(Value):
    """Of each thing that differs, by its id, which is to stay."""

    takes: dict[Annotated[str, Field(max_length=120)], Take] = Field(default={}, max_length=MOST_ASKED)


@router.get("/whole", operation_id="archiveKitchen", response_class=FileResponse, responses={200: _ZIP, **NO_ROOM})
def archive_kitchen(store: TheStore) -> FileResponse:
    """Everything in this kitchen as one archive."""
    _, path = incoming.place_for(store.path.parent)
    with store.reading() as session:
        write(session, path)
    gone = BackgroundTask(path.unlink, missing_ok=True)
    return FileResponse(path, media_type=MEDIA_TYPE, headers=dated_file("finebatch", "zip"), background=gone)


@router.post(
    "", operation_id="handInArchive", responses=NO_ROOM, openapi_extra={"requestBody": {"required": True, **_BYTES}}
)
async def hand_in_archive(request: Request, store: TheStore) -> ArchiveHere:
    """Hand in an archive: it is read whole, and told what would become of the kitchen. Nothing is changed."""
    id, path = incoming.place_for(store.path.parent)
    try:
        with path.open("wb") as file:
            async for chunk in request.stream():
                await run_in_threadpool(file.write, chunk)
        return ArchiveHere(id=id, compared=await run_in_threadpool(_compared, store, id))
    except BaseException as error:
        path.unlink(missing_ok=True)
        if isinstance(error, OSError):
            raise no_room(error, path.parent) from error
        raise


def _compared(store: Store, id: str) -> Compared:
    with opened(incoming.place_of(store.path.parent, id)) as archive, store.reading() as session:
        return compare(session, archive)


@router.post("/{archive_id}", operation_id="takeInArchive", responses=NO_ROOM)
def take_in_archive(archive_id: str, takes: Takes, store: TheStore) -> Compared:
    """Take it in, all of it or nothing."""
    path = incoming.place_of(store.path.parent, archive_id)
    with opened(path) as archive, store.session() as session:
        done = take_in(session, archive, takes.takes)
    path.unlink(missing_ok=True)
    return done


@router.delete("/{archive_id}", operation_id="leaveArchive")
def leave_archive(archive_id: str, store: TheStore) -> Done:
    """Leave it: nothing of it is taken in."""
    incoming.place_of(store.path.parent, archive_id).unlink(missing_ok=True)
    return Done()

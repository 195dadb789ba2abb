"""Cards: a whole one read, whatever it was written in."""

from fastapi import APIRouter
from pydantic import Base64Bytes, Field

from ...core.base import Value
from ...core.card import Claim, ClaimKind
from ...core.kitchen import Kitchen
from ...formats.reading import CardRead
from .. import reading
from ..deps import TheWorkers

router = APIRouter(prefix="/api/cards", tags=["bench"])


class PastedCard(Value):
    """A pasted card or opened file, the kitchen it is read in, the claims that the baker left out, and those said instead or besides."""

    # Far over the core's limit, so that the core can say in its own words what to do.
    text: str = Field(max_length=1_000_000)
    kitchen: Kitchen = Kitchen()
    left_out: tuple[ClaimKind, ...] = Field(default=(), max_length=40)
    own: tuple[Claim, ...] = Field(default=(), max_length=40)


@router.post("/read", operation_id="readCard")
async def read_card(card: PastedCard, workers: TheWorkers) -> CardRead:
    """What a card means: its dough, weighed lines, claims, steps and conflicts. Nothing is saved. 422 at `text` if it cannot be one."""
    return await reading.read_card(workers.reading, card.text, card.kitchen, card.left_out, card.own)


class OpenedFile(Value):
    """A file as it is, in base64."""

    content: Base64Bytes = Field(max_length=1_000_000)


class FileText(Value):
    """What a file says."""

    text: str


@router.post("/open", operation_id="openFile")
async def open_file(file: OpenedFile, workers: TheWorkers) -> FileText:
    """The text of a word-processor file, a PDF or a text file. Nothing is saved. 422 at `content` where there is none."""
    return FileText(text=await reading.read_file(workers.reading, file.content))

"""Texts from outside, read in a worker with a deadline: nothing in them is trusted, so none is read in the server itself."""

from collections.abc import Iterator
from contextlib import contextmanager

from ..core.base import Ring, refusal
from ..core.card import Claim, ClaimKind
from ..core.kitchen import Kitchen
from ..formats.cutter_svg import ring_from_svg
from ..formats.opening import text_of_file
from ..formats.reading import CardRead, card
from ..workers import TooLongError, Worker

DEADLINE_S = 4.0  # a card takes hundredths; an old machine that does other things besides gets its time
FILE_DEADLINE_S = 6.0  # loading what reads PDFs included
FILE_TOO_LONG = "Opening this file took too long, so it was stopped. Copy the recipe and paste it."
TOO_LONG = "Reading this took too long, so it was stopped. Paste the ingredient lines alone."
TOO_MUCH = "Reading this took too much memory, so it was stopped. Copy the recipe's own part and paste that."
DRAWING_TOO_LONG = "Reading this drawing took too long, so it was stopped. Save the outline alone, with fewer points."


async def read_card(
    worker: Worker, text: str, kitchen: Kitchen, left_out: tuple[ClaimKind, ...], own: tuple[Claim, ...]
) -> CardRead:
    """`card`, in a worker. Refusal also where it takes too long, or too much memory."""
    with _stopped_at("text", TOO_LONG):
        return await worker.run(card, text, kitchen, left_out, own, deadline_s=DEADLINE_S)


async def read_file(worker: Worker, raw: bytes) -> str:
    """`text_of_file`, in a worker. Refusal also where it takes too long, or too much memory."""
    with _stopped_at("content", FILE_TOO_LONG):
        return await worker.run(text_of_file, raw, deadline_s=FILE_DEADLINE_S)


async def read_drawing(worker: Worker, svg: str) -> Ring:
    """The ring of a cutter's drawing, in a worker. Refusal also where it takes too long, or too much memory."""
    with _stopped_at("svg", DRAWING_TOO_LONG):
        return await worker.run(ring_from_svg, svg, deadline_s=DEADLINE_S)


@contextmanager
def _stopped_at(field: str, too_long: str) -> Iterator[None]:
    try:
        yield
    except TooLongError as error:
        raise refusal(field, too_long) from error
    except MemoryError as error:
        raise refusal(field, TOO_MUCH) from error

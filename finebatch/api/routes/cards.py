"""Cards: read line by line."""

from fastapi import APIRouter
from pydantic import Field

from ...core.base import Value
from ...core.card import MAX_CARD_CHARS, Line
from ...core.formula import WeighedLine
from ...core.kitchen import Habit
from .. import reading
from ..deps import TheWorkers

router = APIRouter(prefix="/api/cards", tags=["bench"])


class Card(Value):
    """A pasted card and whose measures it is written in."""

    # Far over the core's limit, so that the core can say in its own words what to do.
    text: str = Field(max_length=50 * MAX_CARD_CHARS)
    habit: Habit = Habit()


class CardRead(Value):
    """The card's lines and what each was read as."""

    lines: tuple[Line, ...]
    weighed: tuple[WeighedLine, ...]


@router.post("/read", operation_id="readCard")
async def read_card(card: Card, workers: TheWorkers) -> CardRead:
    """Turn a pasted card into weighed lines; 422 at `text` if it cannot be one."""
    lines, weighed = await reading.read_card(workers.reading, card.text, card.habit)
    return CardRead(lines=lines, weighed=weighed)

"""How does a pasted card become lines?"""

from ..base import refusal
from .items import items_of
from .line import MAX_LINE_CHARS, MAX_LINES, Line
from .sections import RowKind, rows_of
from .tidy import unmarked

MAX_CARD_CHARS = 20_000


def check_card(text: str) -> None:
    """Raises Refusal for an empty card, one too long to be a recipe, or one that holds no ingredients."""
    if len(text) > MAX_CARD_CHARS:
        raise refusal(
            "text",
            f"This is {len(text):,} characters long; a card holds at most {MAX_CARD_CHARS:,}. Paste the recipe alone.",
        )
    if "\0" in text or sum(not (char.isprintable() or char.isspace()) for char in text) > 0.1 * len(text):
        raise refusal("text", "This is no text. Open the file itself, or paste what it says.")
    if not any(char.isalnum() for char in text):
        raise refusal("text", "There is nothing on this card yet. Paste or type the ingredients, one to a line.")
    rows = [row for row in rows_of(text) if row.kind is RowKind.INGREDIENT]
    if not rows:
        raise refusal(
            "text", "No ingredient was found on this card. Put each on a line with its amount, such as “250 g flour”."
        )
    if len(rows) > MAX_LINES:
        raise refusal(
            "text",
            f"This card has {len(rows):,} ingredient lines; a dough holds at most {MAX_LINES}. Paste one recipe.",
        )
    for row in rows:
        if len(row.text) > MAX_LINE_CHARS:
            raise refusal(
                "text",
                f"A line is {len(row.text):,} characters long (at most {MAX_LINE_CHARS}). Put each ingredient on a line of its own.",
            )


def split_card(text: str) -> list[Line]:
    """The ingredient lines of a pasted card, a line for each ingredient, in the part their heading names. Refusal as `check_card`."""
    check_card(text)
    lines: list[Line] = []
    for number, row in enumerate((row for row in rows_of(text) if row.kind is RowKind.INGREDIENT), start=1):
        items = items_of(row.text)
        for k, item in enumerate(items):
            words, id = (unmarked(row.text), f"l{number}") if len(items) == 1 else (item.text, f"l{number}.{k}")
            lines.append(Line(id=id, text=words, part=(item.part if len(items) > 1 else None) or row.part))
    return lines[:MAX_LINES]

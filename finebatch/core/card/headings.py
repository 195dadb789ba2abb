"""How does a pasted card become lines?"""

import re

from ..base import refusal
from .line import MAX_LINE_CHARS, MAX_LINES, Line, Part

MAX_CARD_CHARS = 20_000


_HEADINGS = {
    Part.FILLING: r"filling|jam|middle", Part.TOPPING: r"topping|sprinkle|to finish|decorat", Part.COATING: r"coating|to roll|rolling sugar",
    Part.WASH: r"wash|to brush|brushing", Part.GLAZE: r"glaze|icing|frosting|drizzle",
    Part.DOUGH: r"dough|cookie|biscuit|base|dry|wet|ingredients|for the",
}  # fmt: skip


def split_card(text: str) -> list[Line]:
    """The lines of a pasted card. A heading ("For the glaze:") moves the lines after it to that part.

    Raises Refusal for an empty card, or one too long to be a recipe.
    """
    if len(text) > MAX_CARD_CHARS:
        raise refusal(
            "text",
            f"This is {len(text):,} characters long; a card holds at most {MAX_CARD_CHARS:,}. Paste the ingredient lines alone.",
        )
    rows = [row.strip() for row in text.splitlines()]
    rows = [row for row in rows if re.search(r"\w", row)]
    if not rows:
        raise refusal("text", "There is nothing on this card yet. Paste or type the ingredients, one to a line.")
    if len(rows) > MAX_LINES:
        raise refusal(
            "text",
            f"This card has {len(rows):,} lines; a dough holds at most {MAX_LINES}. Paste the ingredient lines alone.",
        )
    part, lines = Part.DOUGH, []
    for number, row in enumerate(rows, start=1):
        heading = _heading(row)
        if heading:
            part = heading
            continue
        if len(row) > MAX_LINE_CHARS:
            raise refusal(
                "text",
                f"Line {number} is {len(row):,} characters long (at most {MAX_LINE_CHARS}). Put each ingredient on a line of its own.",
            )
        lines.append(Line(id=f"l{number}", text=row, part=part))
    if not lines:
        raise refusal("text", "This card holds headings but no ingredients. Add the ingredients, one to a line.")
    return lines


def _heading(row: str) -> Part | None:
    if re.search(r"\d|[½¼¾⅓⅔]", row) or not (row.endswith(":") or row.lower().startswith("for the ")):
        return None
    return next((part for part, words in _HEADINGS.items() if re.search(words, row, re.I)), None)

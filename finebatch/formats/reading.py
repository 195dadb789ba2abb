"""What texts from outside are read as: cards, recipes. Run in a worker, since nothing in them is trusted."""

from ..core.bench import DoughSpec
from ..core.card import Line, split_card
from ..core.formula import WeighedLine, weigh_lines
from ..core.kitchen import Habit
from .jsonld import Imported, read_jsonld


def card(text: str, habit: Habit) -> tuple[tuple[Line, ...], tuple[WeighedLine, ...]]:
    """A pasted card's lines, and what each was read as. Refusal if it cannot be one."""
    lines = tuple(split_card(text))
    return lines, weigh_lines(lines, habit)


def recipe(text: str) -> Imported:
    """A dough from JSON-LD, Markdown or plain text. Refusal where it is none."""
    text = text.strip()
    if text.startswith(("{", "[")):
        return read_jsonld(text)
    return Imported(spec=DoughSpec(lines=tuple(split_card(text))), notes=())

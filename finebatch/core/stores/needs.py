"""What does a batch take from the cupboard?"""

from collections.abc import Iterable

from pydantic import Field

from ..base import Value
from ..bench import DoughSpec
from ..card import Line
from ..finishing import FACTS, of_card, shares_of
from ..formula import EggCount, count_eggs, weigh_lines
from ..kitchen import EGG_SIZE, Habit
from .said import piece_g_of

FROM_THE_TAP = frozenset(("water",))
# What is made at home of what is bought, and how much of that a gram takes: browning drives off butter's water (reference/substitutions.csv).
MADE_OF = {"butter_browned": ("butter_unsalted", 1 / 0.84)}
_EGGS = frozenset(("egg_whole", "egg_yolk", "egg_white"))


class Needs(Value):
    """Grams by ingredient, eggs as whole ones; `unread` are lines that weigh nothing because they could not be read, and what chosen finishes
    are made of where the card has no lines for them."""

    grams: dict[str, float] = Field(default={})
    eggs: EggCount | None = None
    unread: tuple[str, ...] = ()


def needs_of(spec: DoughSpec, habit: Habit, times: float = 1.0) -> Needs:
    """Everything on a dough's card, `times` over: dough, filling, glaze and all. Water comes from the tap."""
    return needs_of_all([(spec, times)], habit)


def needs_of_all(batches: Iterable[tuple[DoughSpec, float]], habit: Habit) -> Needs:
    """The same of several doughs: eggs are counted whole over all of them, as one buys them; of those of which yolk or white alone goes in the
    other half is left."""
    grams: dict[str, float] = {}
    eggs: list[Line] = []
    unread: dict[str, None] = {}
    for spec, times in batches:
        weighed = weigh_lines(spec.lines, habit)
        parts = {line.part for line in weighed if line.reading.mass_g}
        for finishing in spec.finishings:
            facts = FACTS[finishing.kind]
            if not of_card(finishing, facts.card in parts):
                names = ", ".join(name for name, _ in shares_of(finishing))
                unread[f"{facts.label} ({names})"] = None
        for line in weighed:
            id, mass_g = line.reading.ingredient_id, line.reading.mass_g
            if id is None or mass_g is None:
                unread[line.reading.text.strip()] = None
            elif id in _EGGS:
                eggs.append(
                    Line(
                        id=f"{len(eggs)}", text=f"{mass_g:g} g", part=line.part, ingredient_id=id, mass_g=mass_g * times
                    )
                )
            elif id not in FROM_THE_TAP:
                bought, each_g = MADE_OF.get(id, (id, 1.0))
                grams[bought] = grams.get(bought, 0.0) + mass_g * each_g * times
    counted = count_eggs(weigh_lines(tuple(eggs), habit), habit) if eggs else None
    if counted is not None:
        grams["egg_whole"] = counted.to_buy * (piece_g_of("egg_whole", EGG_SIZE[habit.region]) or 0.0)
    return Needs(grams=grams, eggs=counted, unread=tuple(text for text in unread if text))


def left_of_eggs(eggs: EggCount | None) -> tuple[str, ...]:
    """What is left of the eggs, each with an idea."""
    if eggs is None:
        return ()
    left = []
    if eggs.yolks_left:
        left.append(
            f"{_count(eggs.yolks_left, 'yolk')} left: two days in the fridge under a little water; a yolk browns a wash or enriches a shortbread."
        )
    if eggs.whites_left:
        left.append(
            f"{_count(eggs.whites_left, 'white')} left: two to four days covered in the fridge, or frozen; wafers are made of them."
        )
    if eggs.left_g > 5:
        left.append(f"{eggs.left_g:.0f} g of egg left: enough to brush a tray.")
    return tuple(left)


def _count(number: int, noun: str) -> str:
    return f"{number} {noun}{'s' if number > 1 else ''}"

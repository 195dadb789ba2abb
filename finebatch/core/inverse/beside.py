"""What is beside the dough itself, and may hold what must not be in it: glaze, wash, filling and topping, as lines of the card or as
chosen finishes."""

from dataclasses import dataclass

from ..bench import DoughSpec
from ..card import Line, Part
from ..finishing import FACTS, MEANS, Finishing, FinishKind, Topping, of_card
from ..forming import forming_of
from ..formula import WeighedLine, apply, swaps, weigh_lines
from ..ingredients import catalogue
from ..kitchen import Habit
from .answers import Exchanged
from .lots import plain_name

NUTS = frozenset((Topping.HALF_NUT, Topping.WHOLE_NUT))
A_NUT = "walnuts"  # any of them stands for all: a nut is chosen when it is laid on
NOT_EATEN = frozenset((FinishKind.INFUSED_FAT,))


@dataclass(frozen=True)
class Beside:
    """The card with nothing unwanted beside its dough, what was exchanged or left out for that, and what nobody can tell the contents of."""

    spec: DoughSpec
    exchanges: tuple[Exchanged, ...] = ()
    untold: tuple[str, ...] = ()


def without_unwanted(spec: DoughSpec, unwanted: frozenset[str], habit: Habit) -> Beside:
    """Lines of the other parts take a stand-in, or their whole part goes; a chosen finish goes with the part it is made of, or for what it is
    made of itself."""
    lines, exchanges, untold = spec.lines, [], []
    gone: set[Part] = set()
    for one in weigh_lines(spec.lines, habit):
        text = one.reading.text.strip()
        if one.reading.ingredient_id is None:
            untold += [text] if text else []
        elif one.part is not Part.DOUGH and one.reading.ingredient_id in unwanted and one.part not in gone:
            swapped = _stood_in(lines, one, unwanted, habit)
            if swapped is None:
                gone.add(one.part)
                exchanges.append(Exchanged(what=one.part.value))
            else:
                lines, exchanged = swapped
                exchanges.append(exchanged)
    part_of = {one.line_id: one.part for one in weigh_lines(lines, habit)}
    lines = tuple(line for line in lines if part_of[line.id] not in gone)
    left = set(part_of.values()) - gone
    finishings = []
    for finishing in spec.finishings:
        facts = FACTS[finishing.kind]
        if of_card(finishing, facts.card in left | gone):
            if facts.card not in gone:
                finishings.append(finishing)
            continue
        if any(id in unwanted for id in _made_of(finishing)):
            exchanges.append(Exchanged(what=facts.label.lower()))
            continue
        finishings.append(finishing)
        if finishing.kind not in NOT_EATEN and _is_untold(finishing):
            untold.append(facts.label.lower())
    if forming_of(spec.form).filling_g(spec.form) > 0 and Part.FILLING not in left:
        untold.append("the filling")
    changed = spec.model_copy(update={"lines": lines, "finishings": tuple(finishings)})
    return Beside(changed, tuple(exchanges), tuple(dict.fromkeys(untold)))


def _stood_in(
    lines: tuple[Line, ...], one: WeighedLine, unwanted: frozenset[str], habit: Habit
) -> tuple[tuple[Line, ...], Exchanged] | None:
    id = one.reading.ingredient_id
    fitting = [swap for swap in swaps() if swap.from_id == id and not unwanted & set(swap.mix) and not swap.adjust]
    if not fitting or not one.reading.mass_g:
        return None
    swap = min(fitting, key=lambda swap: len(swap.mix))
    # Its words said what it is for; those of the stand-in do not.
    lines = tuple(line.model_copy(update={"part": one.part}) if line.id == one.line_id else line for line in lines)
    made = apply(lines, weigh_lines(lines, habit), one.line_id, swap)
    exchanged = Exchanged(
        what=plain_name(catalogue()[swap.from_id].name), to=plain_name(swap.label), texture=swap.texture_effect, caution=swap.caution
    )  # fmt: skip
    return made, exchanged


def _made_of(finishing: Finishing) -> list[str]:
    """The ingredients of a finish that is not of the card, at its most."""
    if finishing.kind is FinishKind.TOPPING:
        return [A_NUT] if finishing.topping in NUTS else []
    return [MEANS[name] for name, _ in FACTS[finishing.kind].parts if name in MEANS]


def _is_untold(finishing: Finishing) -> bool:
    """Whether what it is made of has no name yet."""
    if finishing.kind is FinishKind.TOPPING:
        return finishing.topping is Topping.SEEDS
    return any(name not in MEANS for name, _ in FACTS[finishing.kind].parts)

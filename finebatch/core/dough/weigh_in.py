"""The weigh-in: the order at the scale, the target for each line, and rescuing a batch when too much was poured."""

from pydantic import Field

from ..bakemodel import Mixing
from ..base import Value
from ..card import Line, Part
from ..formula import Role, WeighedLine

TOLERANCE_SHARE = 0.02
TOLERANCE_G = {"scale": 1.0, "small": 0.2}
SMALL_G = 20.0
# The order of the bowl by school of mixing: what the method takes first is weighed first.
_DRY = [Role.FLOUR, Role.LEAVENER, Role.SALT]
_FAT_FIRST = [Role.FAT, Role.SUGAR, Role.FLAVOUR, Role.EGG, *_DRY, Role.LIQUID, Role.INCLUSION]
_ORDER = {
    Mixing.RUB_IN: [*_DRY, Role.FAT, Role.SUGAR, Role.FLAVOUR, Role.EGG, Role.LIQUID, Role.INCLUSION],
    Mixing.FOAM: [Role.EGG, Role.SUGAR, Role.FLAVOUR, *_DRY, Role.FAT, Role.LIQUID, Role.INCLUSION],
}


_PARTS = list(Part)


class WeighIn(Value):
    """What is in the bowl: grams by line, and the factor the rest is made to after a rescue."""

    poured_g: dict[str, float] = Field(default_factory=dict, max_length=60)
    factor: float = Field(default=1.0, gt=0, le=50)


class Target(Value):
    """One line at the scale. `state`: waiting, short (top up), done or over. An amount by feel runs from `least_g`, to begin with, to
    `most_g`, to stop at; for every other line both are the target."""

    line_id: str
    name: str
    text: str
    part: Part
    target_g: float
    least_g: float
    most_g: float
    poured_g: float | None
    tolerance_g: float
    state: str


class Rescue(Value):
    """Making the rest to match an over-poured line: the factor, and what it does."""

    line_id: str
    factor: float
    dough_g: float
    top_ups: dict[str, float]


def order(weighed: tuple[WeighedLine, ...], mixing: Mixing = Mixing.CREAMED_LIGHT) -> list[WeighedLine]:
    """Lines in the order they are weighed; unread or weightless ones are left out."""
    able = [line for line in weighed if line.reading.mass_g and line.reading.ingredient_id]

    roles = _ORDER.get(mixing, _FAT_FIRST)

    def key(line: WeighedLine) -> tuple[int, int]:
        return _PARTS.index(line.part), roles.index(line.role) if line.role in roles else len(roles)

    return sorted(able, key=key)


def tolerance_g(target_g: float) -> float:
    """How near is near enough: 2%, but no finer than a kitchen scale (1 g, or 0.2 g on a spoon scale under 20 g)."""
    floor = TOLERANCE_G["small"] if target_g < SMALL_G else TOLERANCE_G["scale"]
    return max(TOLERANCE_SHARE * target_g, floor)


def targets(
    weighed: tuple[WeighedLine, ...], state: WeighIn, mixing: Mixing = Mixing.CREAMED_LIGHT
) -> tuple[Target, ...]:
    """Every line with its target and how it stands."""
    found = []
    for line in order(weighed, mixing):
        target = (line.reading.mass_g or 0.0) * state.factor
        poured = state.poured_g.get(line.line_id)
        least, most = _felt(line, state.factor)
        near = tolerance_g(target)
        if poured is None:
            standing = "waiting"
        elif poured < least - near:
            standing = "short"
        elif poured > most + near:
            standing = "over"
        else:
            standing = "done"
        found.append(
            Target(
                line_id=line.line_id, name=line.reading.said_as, text=line.reading.text, part=line.part, target_g=target, least_g=least, most_g=most,
                poured_g=poured, tolerance_g=near, state=standing,
            )
        )  # fmt: skip
    return tuple(found)


def _felt(line: WeighedLine, factor: float) -> tuple[float, float]:
    """From where to where an amount may run: the card's own range ("3 to 4 tbsp milk"), else the one target."""
    reading = line.reading
    ranged = (reading.amount_low or 0.0) < (reading.amount_high or 0.0)
    if not ranged or not reading.mass_low_g or not reading.mass_high_g:
        return (reading.mass_g or 0.0) * factor, (reading.mass_g or 0.0) * factor
    return reading.mass_low_g * factor, reading.mass_high_g * factor


def rescue(weighed: tuple[WeighedLine, ...], state: WeighIn) -> Rescue | None:
    """If a line is over, the factor at which its percentages hold again, and how much to top up what is weighed."""
    standing = targets(weighed, state)
    over = [target for target in standing if target.state == "over" and target.poured_g]
    if not over:
        return None
    worst = max(over, key=lambda target: (target.poured_g or 0.0) / target.most_g)
    factor = state.factor * (worst.poured_g or 0.0) / worst.most_g
    after = targets(weighed, WeighIn(poured_g=state.poured_g, factor=factor))
    dough = sum(target.target_g for target in after if target.part is Part.DOUGH)
    top_ups = {target.line_id: target.least_g - (target.poured_g or 0.0) for target in after if target.state == "short"}
    return Rescue(line_id=worst.line_id, factor=factor, dough_g=dough, top_ups=top_ups)


def as_weighed(lines: tuple[Line, ...], weighed: tuple[WeighedLine, ...], factor: float) -> tuple[Line, ...]:
    """The dough as it is now being made: every line pinned to `factor` times its grams."""
    grams = {line.line_id: line.reading.mass_g for line in weighed}
    return tuple(
        line.model_copy(update={"mass_g": min(20_000.0, (grams[line.id] or 0.0) * factor)}) if grams[line.id] else line
        for line in lines
    )

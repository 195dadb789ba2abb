"""How the dough is made, step by step: proposed from the formula, changed by the baker, used by the bake day."""

from collections.abc import Callable
from enum import StrEnum
from typing import NamedTuple

from pydantic import Field

from ..bakemodel import FatState, Mixing
from ..base import Value, listed
from ..card import Part
from ..formula import Role, WeighedLine
from ..ingredients import catalogue


class Attention(StrEnum):
    """Who is busy with a step: the baker's hands, the mixer with the baker near, or nobody."""

    HANDS = "hands"
    MIXER = "mixer"
    PASSIVE = "passive"


class Stage(StrEnum):
    """Where a step belongs in the day."""

    READY = "ready"
    MIX = "mix"
    REST = "rest"


class MethodStep(Value):
    """One step: what to do, for how long, what to look for, and what to be careful about."""

    id: str = Field(min_length=1, max_length=40)
    stage: Stage
    text: str = Field(max_length=300)
    minutes: float = Field(ge=0, le=96 * 60)
    cue: str = Field(default="", max_length=200)
    attention: Attention = Attention.HANDS
    caution: str = Field(default="", max_length=200)
    line_ids: tuple[str, ...] = Field(default=(), max_length=60)  # the lines it is the first to speak of


def _step(
    id: str,
    stage: Stage,
    text: str,
    minutes: float,
    cue: str = "",
    attention: Attention = Attention.HANDS,
    caution: str = "",
) -> MethodStep:
    return MethodStep(id=id, stage=stage, text=text, minutes=minutes, cue=cue, attention=attention, caution=caution)


class _Bowl:
    """The dough's ingredients by role, each to be named once: what a step takes is gone."""

    def __init__(self, weighed: tuple[WeighedLine, ...]) -> None:
        self._left: dict[Role, list[str]] = {}
        for line in weighed:
            if line.part is not Part.DOUGH or line.role is None or not line.reading.mass_g or not line.reading.said_as:
                continue
            name = line.reading.said_as.lower()
            names = self._left.setdefault(line.role, [])
            if not any(name in others for others in self._left.values()):
                names.append(name)

    def has(self, *roles: Role) -> bool:
        """Whether any of these is still to be named."""
        return any(self._left.get(role) for role in roles)

    def take(self, *roles: Role) -> str:
        """The names of what has these roles, as a list in words; "" where there is none."""
        names = [name for role in roles for name in self._left.pop(role, [])]
        return listed(names)


def propose(
    weighed: tuple[WeighedLine, ...], mixing: Mixing, fat: FatState, chill_h: float, room_c: float
) -> tuple[MethodStep, ...]:
    """The usual order of work for this school of mixing and these ingredients; times are typical hand and mixer times.

    Every weighed ingredient of the dough is named once, and nothing that is not in it.
    """
    bowl = _Bowl(weighed)
    steps: list[MethodStep] = []
    beaten = mixing in (Mixing.CREAMED_LIGHT, Mixing.CREAMED_HEAVY, Mixing.ONE_STAGE)
    steps += _browned(weighed, melted=mixing is Mixing.MELTED)
    if fat is FatState.SOFT and beaten and bowl.has(Role.FAT) and not all(map(_is_browned, _fats(weighed))):
        minutes = {16: 80, 20: 40, 24: 25}[min((16, 20, 24), key=lambda c: abs(c - room_c))]
        also = " and the eggs" if bowl.has(Role.EGG) else ""
        text = f"Take out the fat{also}; cut the fat into 20 mm cubes."
        steps.append(_step("soften", Stage.READY, text, minutes, "a fingertip leaves a clean dent", Attention.PASSIVE))
    if any(_is_nut(line) for line in weighed):
        steps.append(
            _step(
                "toast",
                Stage.READY,
                "Toast the nuts and seeds if you like; let them cool.",
                10,
                "they smell sweet and are a shade darker",
                Attention.PASSIVE,
                "Whole nuts and small children do not go together.",
            )
        )
    dry = bowl.has(Role.FLOUR)
    if dry:
        steps.append(
            _step("sift", Stage.READY, f"Sift together the {bowl.take(Role.FLOUR, Role.LEAVENER, Role.SALT)}.", 2)
        )
    steps += _MIX[mixing](bowl, dry)
    if bowl.has(Role.LEAVENER, Role.SALT, Role.FLAVOUR, Role.LIQUID, Role.EGG, Role.SUGAR, Role.FAT):
        rest = bowl.take(Role.FAT, Role.SUGAR, Role.EGG, Role.LIQUID, Role.LEAVENER, Role.SALT, Role.FLAVOUR)
        steps.append(_step("rest", Stage.MIX, f"Stir in the {rest}.", 1, "evenly mixed"))
    if bowl.has(Role.INCLUSION):
        steps.append(
            _step("fold", Stage.MIX, f"Fold in the {bowl.take(Role.INCLUSION)}.", 1, "spread evenly; stop there")
        )
    if chill_h:
        steps.append(
            _step(
                "chill",
                Stage.REST,
                "Wrap and chill the dough.",
                60 * chill_h,
                "firm right through",
                Attention.PASSIVE,
                "Raw dough with egg keeps two to four days cold.",
            )
        )
    return tuple(steps)


def _is_nut(line: WeighedLine) -> bool:
    if line.part is not Part.DOUGH or not line.reading.ingredient_id or not line.reading.mass_g:
        return False
    return catalogue()[line.reading.ingredient_id].category in ("nut", "seed")


BROWNED_SHARE = 0.83  # of butter, when its water is gone
BROWN_MIN, BROWN_MIN_100_G = 7.0, 1.0  # a light pan, and each 100 g more of foam to wait for (judged)


def _fats(weighed: tuple[WeighedLine, ...]) -> list[WeighedLine]:
    return [line for line in weighed if line.part is Part.DOUGH and line.role is Role.FAT]


def _is_browned(line: WeighedLine) -> bool:
    return line.reading.ingredient_id == "butter_browned"


def _browned(weighed: tuple[WeighedLine, ...], melted: bool) -> list[MethodStep]:
    """Butter that the card wants browned is browned first, and cools by itself until it can be used, but for what is melted anyway."""
    grams = sum(line.reading.mass_g or 0.0 for line in _fats(weighed) if _is_browned(line))
    if not grams:
        return []
    whole = round(grams / BROWNED_SHARE / 5) * 5
    minutes = round(BROWN_MIN + BROWN_MIN_100_G * whole / 100)
    text = f"Brown the butter in a light pan: {whole} g, to have {grams:.0f} g of it."
    browns = _step(
        "brown",
        Stage.READY,
        text,
        minutes,
        "it smells of nuts and the flecks are hazel brown",
        caution="Hot fat burns.",
    )
    if melted:
        return [browns]
    cue = "it is cloudy and soft, no longer warm"
    cools = _step("cool-butter", Stage.READY, "Let the browned butter cool in a wide bowl.", 45, cue, Attention.PASSIVE)
    return [browns, cools]


def _finish(bowl: _Bowl, dry: bool) -> list[MethodStep]:
    steps = []
    if dry:
        steps.append(
            _step(
                "flour",
                Stage.MIX,
                "Add the dry ingredients in two or three goes, on low.",
                2,
                "just combined, no dry streaks",
                Attention.MIXER,
                "More mixing toughens. Raw flour and egg are not for tasting.",
            )
        )
    if bowl.has(Role.LIQUID):
        text = f"Add the {bowl.take(Role.LIQUID)}, a spoon at a time."
        steps.append(_step("liquid", Stage.MIX, text, 1, "the dough holds together when pressed"))
    return steps


def _eggs(bowl: _Bowl) -> list[MethodStep]:
    """Eggs with the flavourings; without eggs the flavourings alone."""
    egg, flavour = bowl.take(Role.EGG), bowl.take(Role.FLAVOUR)
    if egg:
        text = f"Beat in the {egg}, a little at a time" + (f", with the {flavour}." if flavour else ".")
        return [_step("egg", Stage.MIX, text, 1.5, "smooth again after each", Attention.MIXER)]
    return (
        [_step("flavour", Stage.MIX, f"Beat in the {flavour}.", 0.5, "evenly mixed", Attention.MIXER)]
        if flavour
        else []
    )


def _creamed(minutes: float, cue: str) -> Callable[[_Bowl, bool], list[MethodStep]]:
    def steps(bowl: _Bowl, dry: bool) -> list[MethodStep]:
        fat, sugar = bowl.take(Role.FAT), bowl.take(Role.SUGAR)
        first = []
        if fat or sugar:
            both = listed([name for name in (fat, sugar) if name])
            verb = "Cream" if fat else "Stir together"
            first.append(_step("cream", Stage.MIX, f"{verb} the {both}.", minutes, cue if fat else "", Attention.MIXER))
        return [*first, *_eggs(bowl), *_finish(bowl, dry)]

    return steps


def _melted(bowl: _Bowl, dry: bool) -> list[MethodStep]:
    fat, sugar = bowl.take(Role.FAT), bowl.take(Role.SUGAR)
    steps = []
    if fat:
        text = f"Melt the {fat}" + (f" and stir in the {sugar}." if sugar else ".")
        steps.append(
            _step("melt", Stage.MIX, text, 4, "no grains on the spoon", Attention.HANDS, "Hot fat and sugar burn.")
        )
    elif sugar:
        steps.append(
            _step(
                "melt", Stage.MIX, f"Warm the {sugar}.", 4, "runs from the spoon", Attention.HANDS, "Hot sugar burns."
            )
        )
    if steps and bowl.has(Role.EGG):
        cue = "the pan is no more than warm to the hand"
        steps.append(
            _step(
                "cool", Stage.MIX, "Let it cool below 40 °C.", 12, cue, Attention.PASSIVE, "Hotter, it cooks the egg."
            )
        )
    return [*steps, *_eggs(bowl), *_finish(bowl, dry)]


def _rubbed(bowl: _Bowl, dry: bool) -> list[MethodStep]:
    steps = []
    fat = bowl.take(Role.FAT)
    if fat:
        text = (
            f"Rub the {fat} into the dry ingredients with cold fingers."
            if dry
            else f"Work the {fat} with cold fingers."
        )
        steps.append(_step("rub", Stage.MIX, text, 5, "like damp sand, no lumps of fat"))
    if bowl.has(Role.SUGAR, Role.FLAVOUR):
        steps.append(_step("sugar", Stage.MIX, f"Stir in the {bowl.take(Role.SUGAR, Role.FLAVOUR)}.", 1))
    if bowl.has(Role.EGG, Role.LIQUID):
        text = f"Add the {bowl.take(Role.EGG, Role.LIQUID)}, a spoon at a time, and bring together."
        steps.append(_step("bind", Stage.MIX, text, 2, "holds when pressed; not sticky"))
    else:
        steps.append(_step("press", Stage.MIX, "Press it together; do not knead.", 2, "holds when pressed"))
    return steps


def _one_bowl(bowl: _Bowl, dry: bool) -> list[MethodStep]:
    wet = bowl.take(Role.FAT, Role.SUGAR, Role.EGG, Role.LIQUID, Role.FLAVOUR)
    steps = [_step("stir", Stage.MIX, f"Stir together the {wet}.", 2, "smooth and thick")] if wet else []
    if dry:
        caution = "Raw flour and egg are not for tasting."
        steps.append(
            _step("flour", Stage.MIX, "Stir in the dry ingredients.", 2, "just combined", Attention.HANDS, caution)
        )
    return steps


def _foam(bowl: _Bowl, dry: bool) -> list[MethodStep]:
    steps = []
    if bowl.has(Role.EGG):
        text = f"Whip the {bowl.take(Role.EGG, Role.SUGAR, Role.FLAVOUR)}."
        steps.append(_step("whip", Stage.MIX, text, 8, "a ribbon from the whisk holds five seconds", Attention.MIXER))
    if dry:
        text = "Fold in the dry ingredients in three goes, by hand."
        steps.append(_step("fold-flour", Stage.MIX, text, 2, "no dry pockets, and still airy"))
    if bowl.has(Role.FAT):
        steps.append(_step("fat", Stage.MIX, f"Fold in the cooled {bowl.take(Role.FAT)}.", 1, "no streaks of fat"))
    return steps


_MIX: dict[Mixing, Callable[[_Bowl, bool], list[MethodStep]]] = {
    Mixing.CREAMED_LIGHT: _creamed(2.5, "smooth and a little paler"),
    Mixing.CREAMED_HEAVY: _creamed(4, "pale and fluffy"),
    Mixing.MELTED: _melted,
    Mixing.RUB_IN: _rubbed,
    Mixing.ONE_STAGE: _one_bowl,
    Mixing.FOAM: _foam,
}


def mixing_minutes(steps: tuple[MethodStep, ...]) -> float:
    """Minutes of mixing work in a method, for the bake day."""
    return sum(step.minutes for step in steps if step.stage is Stage.MIX)


def mixing_parts(
    steps: tuple[MethodStep, ...],
) -> tuple[tuple[MethodStep, ...], tuple[MethodStep, ...], tuple[MethodStep, ...]]:
    """The mixing before, during and after a time in which nobody is needed: a pan that cools. All of it before where there is no such time with
    work on both sides of it."""
    mixing = tuple(step for step in steps if step.stage is Stage.MIX)
    passive = [i for i, step in enumerate(mixing) if step.attention is Attention.PASSIVE and step.minutes > 0]
    if not passive or not any(step.minutes for step in mixing[: passive[0]]):
        return mixing, (), ()
    start = end = passive[0]
    while end < len(mixing) and end in passive:
        end += 1
    if not any(step.minutes for step in mixing[end:]):
        return mixing, (), ()
    return mixing[:start], mixing[start:end], mixing[end:]


class Ready(NamedTuple):
    """What gets ready before the mixing: what hands do `first`, before what then gets ready `by_itself` (the longest of it first), and
    what hands do `before` the weighing ends: sifting, chopping."""

    first: tuple[MethodStep, ...]
    by_itself: tuple[MethodStep, ...]
    before: tuple[MethodStep, ...]


def ready_steps(steps: tuple[MethodStep, ...]) -> Ready:
    """The getting ready, in the method's own order: what stands before its longest passive step comes before it."""
    ready = [step for step in steps if step.stage is Stage.READY]
    passive = sorted((step for step in ready if step.attention is Attention.PASSIVE), key=lambda step: -step.minutes)
    starts = ready.index(passive[0]) if passive else 0
    hands = [(i, step) for i, step in enumerate(ready) if step.attention is not Attention.PASSIVE]
    return Ready(
        tuple(step for i, step in hands if i < starts), tuple(passive), tuple(step for i, step in hands if i >= starts)
    )


def chill_hours(steps: tuple[MethodStep, ...]) -> float:
    """Hours of rest in a method."""
    return sum(step.minutes for step in steps if step.stage is Stage.REST) / 60

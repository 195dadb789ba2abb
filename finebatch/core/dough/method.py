"""How the dough is made, step by step: proposed from the formula, changed by the baker, used by the bake day."""

from enum import StrEnum

from pydantic import Field

from ..bakemodel import FatState, Mixing
from ..base import Value
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


def _names(weighed: tuple[WeighedLine, ...], *roles: Role) -> str:
    names = [
        line.reading.ingredient_name.split(",")[0].split(" (")[0].lower()
        for line in weighed
        if line.part is Part.DOUGH and line.role in roles and line.reading.mass_g
    ]
    names = list(dict.fromkeys(names))
    return names[0] if len(names) == 1 else ", ".join(names[:-1]) + " and " + names[-1] if names else ""


def propose(
    weighed: tuple[WeighedLine, ...], mixing: Mixing, fat: FatState, chill_h: float, room_c: float
) -> tuple[MethodStep, ...]:
    """The usual order of work for this school of mixing and these ingredients; times are typical hand and mixer times."""
    has = {role: bool(_names(weighed, role)) for role in Role}
    steps: list[MethodStep] = []
    if (
        fat is FatState.SOFT
        and has[Role.FAT]
        and mixing in (Mixing.CREAMED_LIGHT, Mixing.CREAMED_HEAVY, Mixing.ONE_STAGE)
    ):
        minutes = {16: 80, 20: 40, 24: 25}[min((16, 20, 24), key=lambda c: abs(c - room_c))]
        steps.append(
            _step(
                "soften",
                Stage.READY,
                "Take out the fat and the eggs; cut the fat into 20 mm cubes.",
                minutes,
                "a fingertip leaves a clean dent",
                Attention.PASSIVE,
            )
        )
    nuts = [
        line
        for line in weighed
        if line.part is Part.DOUGH
        and line.reading.ingredient_id
        and catalogue()[line.reading.ingredient_id].category in ("nut", "seed")
    ]
    if nuts:
        steps.append(
            _step(
                "toast",
                Stage.READY,
                f"Toast the {_names(tuple(nuts), Role.INCLUSION)} if you like; let them cool.",
                10,
                "they smell sweet and are a shade darker",
                Attention.PASSIVE,
                "Whole nuts and small children do not go together.",
            )
        )
    if has[Role.FLOUR]:
        dry = _names(weighed, Role.FLOUR, Role.LEAVENER, Role.SALT)
        steps.append(_step("sift", Stage.READY, f"Sift together the {dry}.", 2))
    steps += _MIX[mixing](weighed, has)
    if has[Role.INCLUSION]:
        steps.append(
            _step("fold", Stage.MIX, f"Fold in the {_names(weighed, Role.INCLUSION)}.", 1, "spread evenly; stop there")
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


def _finish(has: dict[Role, bool], weighed: tuple[WeighedLine, ...]) -> list[MethodStep]:
    steps = []
    if has[Role.FLOUR]:
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
    if has[Role.LIQUID]:
        steps.append(
            _step(
                "liquid",
                Stage.MIX,
                f"Add the {_names(weighed, Role.LIQUID)}, a spoon at a time.",
                1,
                "the dough holds together when pressed",
            )
        )
    return steps


def _eggs(weighed: tuple[WeighedLine, ...], has: dict[Role, bool]) -> list[MethodStep]:
    if not has[Role.EGG]:
        return []
    flavours = _names(weighed, Role.FLAVOUR)
    return [
        _step(
            "egg",
            Stage.MIX,
            "Beat in the egg, one at a time" + (f", with the {flavours}." if flavours else "."),
            1.5,
            "smooth again after each",
            Attention.MIXER,
        )
    ]


def _creamed(minutes: float, cue: str):  # type: ignore[no-untyped-def]
    def steps(weighed: tuple[WeighedLine, ...], has: dict[Role, bool]) -> list[MethodStep]:
        first = _step(
            "cream", Stage.MIX, f"Cream the {_names(weighed, Role.FAT, Role.SUGAR)}.", minutes, cue, Attention.MIXER
        )
        return [first, *_eggs(weighed, has), *_finish(has, weighed)]

    return steps


def _melted(weighed: tuple[WeighedLine, ...], has: dict[Role, bool]) -> list[MethodStep]:
    steps = [
        _step(
            "melt",
            Stage.MIX,
            f"Melt the {_names(weighed, Role.FAT)} and stir in the {_names(weighed, Role.SUGAR)}.",
            4,
            "no grains on the spoon",
            Attention.HANDS,
            "Hot fat and sugar burn.",
        ),
    ]
    if has[Role.EGG]:
        steps.append(
            _step(
                "cool",
                Stage.MIX,
                "Let it cool below 40 °C.",
                12,
                "the pan is no more than warm to the hand",
                Attention.PASSIVE,
                "Hotter, it cooks the egg.",
            )
        )
    return [*steps, *_eggs(weighed, has), *_finish(has, weighed)]


def _rubbed(weighed: tuple[WeighedLine, ...], has: dict[Role, bool]) -> list[MethodStep]:
    steps = [
        _step(
            "rub",
            Stage.MIX,
            f"Rub the {_names(weighed, Role.FAT)} into the dry ingredients with cold fingers.",
            5,
            "like damp sand, no lumps of fat",
        )
    ]
    steps.append(_step("sugar", Stage.MIX, f"Stir in the {_names(weighed, Role.SUGAR, Role.FLAVOUR)}.", 1))
    if has[Role.EGG] or has[Role.LIQUID]:
        steps.append(
            _step(
                "bind",
                Stage.MIX,
                f"Add the {_names(weighed, Role.EGG, Role.LIQUID)}, a spoon at a time, and bring together.",
                2,
                "holds when pressed; not sticky",
            )
        )
    else:
        steps.append(_step("press", Stage.MIX, "Press it together; do not knead.", 2, "holds when pressed"))
    return steps


def _one_bowl(weighed: tuple[WeighedLine, ...], has: dict[Role, bool]) -> list[MethodStep]:
    wet = _names(weighed, Role.FAT, Role.SUGAR, Role.EGG, Role.LIQUID, Role.FLAVOUR)
    return [
        _step("stir", Stage.MIX, f"Stir together the {wet}.", 2, "smooth and thick"),
        _step(
            "flour",
            Stage.MIX,
            "Stir in the dry ingredients.",
            2,
            "just combined",
            Attention.HANDS,
            "Raw flour and egg are not for tasting.",
        ),
    ]


def _foam(weighed: tuple[WeighedLine, ...], has: dict[Role, bool]) -> list[MethodStep]:
    return [
        _step(
            "whip",
            Stage.MIX,
            f"Whip the {_names(weighed, Role.EGG, Role.SUGAR)}.",
            8,
            "a ribbon from the whisk holds five seconds",
            Attention.MIXER,
        ),
        _step(
            "fold-flour",
            Stage.MIX,
            "Fold in the dry ingredients in three goes, by hand.",
            2,
            "no dry pockets, and still airy",
        ),
        *(
            [_step("fat", Stage.MIX, f"Fold in the cooled {_names(weighed, Role.FAT)}.", 1, "no streaks of fat")]
            if has[Role.FAT]
            else []
        ),
    ]


_MIX = {
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


def softening_minutes(steps: tuple[MethodStep, ...]) -> float:
    """The longest passive getting-ready step: what must begin first."""
    return max(
        (step.minutes for step in steps if step.stage is Stage.READY and step.attention is Attention.PASSIVE),
        default=0.0,
    )


def chill_hours(steps: tuple[MethodStep, ...]) -> float:
    """Hours of rest in a method."""
    return sum(step.minutes for step in steps if step.stage is Stage.REST) / 60

"""What made this cookie as wide and as slow as it is? One factor at a time against a plain cookie of the same family.

The plain one is the family's starter dough, in the same form and size, at the middle of the family's oven range, at 20 °C,
on a light tray with parchment at sea level. Each factor is set to the baker's value alone; all are baked in one batch.
The contributions need not add up to the whole difference: factors act on each other.
"""

import dataclasses
from typing import TYPE_CHECKING

from ..bakemodel import Case, Mixing, bake, fitted
from ..baking import bake_case, foretold, is_weighed
from ..base import Value, refusal
from ..dough import Making, mix_of_dough
from ..forming import forming_of
from ..formula import Role, dough_parts, role_of, weigh_lines
from ..ingredients import Ingredient
from ..kitchen import Kitchen, Liner, OvenSetting, TrayKind, say, to_c
from .assess import foreknown_of, portioned_dough
from .spec import DoughSpec
from .starters import starters

if TYPE_CHECKING:
    from ..learning.known import Known

PLAIN_ROOM_C = 20.0


LEAST_MM, LEAST_MIN = 0.3, 0.1


_Parts = list[tuple[Ingredient, float]]


class Reason(Value):
    """A factor and how far it alone moves the width (mm) and the middle of the window (min) of the plain cookie."""

    factor: str
    saying: str
    wider_mm: float
    longer_min: float


class Why(Value):
    """The plain cookie, this one, and the factors that move the width most, first the strongest."""

    plain: str
    plain_width_mm: float
    plain_min: float
    width_mm: float
    middle_min: float
    reasons: tuple[Reason, ...]


_ROLE_WORDS = {
    Role.FLOUR: "flour", Role.FAT: "fat", Role.SUGAR: "sugar", Role.EGG: "egg", Role.LIQUID: "liquid",
    Role.LEAVENER: "leavener", Role.INCLUSION: "pieces folded in",
}  # fmt: skip


_MIXED = {
    Mixing.CREAMED_LIGHT: "Creamed", Mixing.CREAMED_HEAVY: "Creamed till fluffy", Mixing.ONE_STAGE: "Mixed in one bowl",
    Mixing.RUB_IN: "Rubbed in", Mixing.MELTED: "Melted", Mixing.FOAM: "Whipped to a foam",
}  # fmt: skip


def why(spec: DoughSpec, kitchen: Kitchen, known: "Known | None" = None) -> Why:
    """The reasons of this dough's width and minutes. Refusal for a dough of nothing."""
    parts = dough_parts(weigh_lines(spec.lines, kitchen.habit))
    if not parts:
        raise refusal("lines", "There is no dough yet to explain.")
    mix = mix_of_dough(parts, spec.making)
    mass_g, _, style = portioned_dough(spec, parts, mix, kitchen)
    starter = next(s for s in starters() if s.style_id == style.id)
    plain_parts = dough_parts(weigh_lines(starter.spec.lines, kitchen.habit))
    plain_making = starter.spec.making.model_copy(update={"chill_h": 0.0})
    plain_oven = OvenSetting(value=round((style.oven_low_c + style.oven_high_c) / 2))
    plain_kitchen = kitchen.model_copy(update={"room_c": PLAIN_ROOM_C, "altitude_m": 0.0, "liner": Liner.PARCHMENT})
    tray = kitchen.tray(spec.tray_id)
    plain_tray = tray.model_copy(update={"kind": TrayKind.LIGHT})

    def case(
        of: _Parts, making: Making = plain_making, oven: OvenSetting = plain_oven, place: Kitchen = plain_kitchen
    ) -> Case:
        return bake_case(
            spec.form, making, oven, plain_tray, place, mix_of_dough(of, making), style, mass_g, spec.finish
        )

    reference = case(plain_parts)
    variants: list[tuple[str, str, Case]] = [
        *_ingredients(plain_parts, parts, case),
        ("mixing", f"{_MIXED[spec.making.mixing]}, fat {spec.making.fat_state.value}",
         case(plain_parts, plain_making.model_copy(update={"mixing": spec.making.mixing, "fat_state": spec.making.fat_state}))),
        ("chill", "Straight from the freezer" if spec.making.frozen else f"Chilled {spec.making.chill_h:g} h",
         case(plain_parts, plain_making.model_copy(update={"chill_h": spec.making.chill_h, "frozen": spec.making.frozen}))),
        ("room", f"A kitchen at {kitchen.room_c:.0f} °C", case(plain_parts, place=plain_kitchen.model_copy(update={"room_c": kitchen.room_c}))),
        ("oven", f"Oven at {say(to_c(spec.oven.value, spec.oven.scale), spec.oven.scale)}{', fan' if spec.oven.fan else ''}", case(plain_parts, oven=spec.oven)),
        ("tray", f"A {tray.kind.value} tray, {kitchen.liner.value}", dataclasses.replace(reference, tray=tray.kind, liner=kitchen.liner)),
        ("altitude", f"{kitchen.altitude_m:.0f} m above the sea", dataclasses.replace(reference, altitude_m=kitchen.altitude_m)),
    ]  # fmt: skip
    actual = bake_case(spec.form, spec.making, spec.oven, tray, kitchen, mix, style, mass_g, spec.finish)
    baked = bake([reference, actual, *(found for _, _, found in variants)], fitted())
    more = forming_of(spec.form).raw_width_mm(spec.form, actual.shape) - actual.shape.diameter_mm
    middle = (baked.first_min + baked.last_min) / 2
    reasons = [
        Reason(factor=factor, saying=saying, wider_mm=float(baked.diameter_mm[i] - baked.diameter_mm[0]), longer_min=float(middle[i] - middle[0]))
        for i, (factor, saying, _) in enumerate(variants, start=2)
    ]  # fmt: skip
    width_mm, middle_min = float(baked.diameter_mm[1]), float(middle[1])
    if known is not None:
        foreseen, _ = foretold(actual, is_weighed(spec.form, kitchen), foreknown_of(spec, kitchen, known))
        learned_min = (foreseen.first_done_min.value + foreseen.last_good_min.value) / 2
        reasons.append(
            Reason(
                factor="known", saying="What is known beside the formula: the family's usual, the card, your bakes",
                wider_mm=foreseen.diameter_mm.value - width_mm, longer_min=learned_min - middle_min,
            )
        )  # fmt: skip
        width_mm, middle_min = foreseen.diameter_mm.value, learned_min
    told = [r for r in reasons if abs(r.wider_mm) >= LEAST_MM or abs(r.longer_min) >= LEAST_MIN]
    told.sort(key=lambda r: -(abs(r.wider_mm) / 3 + abs(r.longer_min)))
    return Why(
        plain=f"a plain {style.label} of this size, {say(plain_oven.value, spec.oven.scale)}, not chilled",
        plain_width_mm=float(baked.diameter_mm[0]) + more, plain_min=float(middle[0]), width_mm=width_mm + more,
        middle_min=middle_min, reasons=tuple(told),
    )  # fmt: skip


def _by_role(parts: _Parts) -> dict[Role, _Parts]:
    found: dict[Role, _Parts] = {}
    for item, grams in parts:
        found.setdefault(role_of(item), []).append((item, grams))
    return found


def _ingredients(plain: _Parts, own: _Parts, case) -> list[tuple[str, str, Case]]:  # type: ignore[no-untyped-def]
    """The plain dough with one role's ingredients as the baker has them, in proportion to the flour; without flour on
    one side, the whole formula as one factor."""
    ours, theirs = _by_role(own), _by_role(plain)
    flour, plain_flour = _mass(ours.get(Role.FLOUR, [])), _mass(theirs.get(Role.FLOUR, []))
    if not flour or not plain_flour:
        return [("formula", "The formula as a whole", case(own))]
    found = []
    for role, word in _ROLE_WORDS.items():
        mine, usual = ours.get(role, []), theirs.get(role, [])
        scaled = [(item, grams * plain_flour / flour) for item, grams in mine]
        if not mine and not usual:
            continue
        others = [part for other, parts in theirs.items() if other is not role for part in parts]
        share, plain_share = 100 * _mass(mine) / flour, 100 * _mass(usual) / plain_flour
        saying = f"{word.capitalize()} {share:.0f}% of flour, plain has {plain_share:.0f}%"
        if role is Role.FLOUR:
            saying = "Flour: " + ", ".join(dict.fromkeys(item.name.split(",")[0].lower() for item, _ in mine))
        elif role is Role.LEAVENER:
            saying = f"Leavener {share:.1f}% of flour, plain has {plain_share:.1f}%"
        found.append((role.value, saying, case([*others, *scaled])))
    return found


def _mass(parts: _Parts) -> float:
    return sum(grams for _, grams in parts)

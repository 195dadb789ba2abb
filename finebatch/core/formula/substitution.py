"""What can stand in for an ingredient, in what amount, and what changes (`reference/substitutions.csv`)."""

import re
from enum import StrEnum
from functools import cache

from ..base import Value, number, refusal, rows, words
from ..card import Line, Part
from ..ingredients import Ingredient, catalogue
from .weighed_line import WeighedLine


class Wish(StrEnum):
    """What the baker cannot or will not use."""

    EGG_FREE = "egg_free"
    NUT_FREE = "nut_free"
    DAIRY_FREE = "dairy_free"
    GLUTEN_FREE = "gluten_free"
    VEGAN = "vegan"


class Swap(Value):
    """One stand-in: `mix` shares of the replacement, `mass_ratio` g of it per g replaced, `adjust` further g per g."""

    id: str
    from_id: str
    label: str
    mix: dict[str, float]
    mass_ratio: float
    adjust: dict[str, float]
    spread_effect: int
    texture_effect: str
    works_for: tuple[str, ...]
    reason: str
    caution: str
    allergens_gained: tuple[str, ...]
    allergens_lost: tuple[str, ...]


# What an adjustment is made with, the first of these already in the dough, else the first.
ADJUST_WITH = {
    "liquid": ("water", "milk_whole", "milk_semi"), "salt": ("salt_fine", "salt_sea_fine"), "soda": ("baking_soda",),
    "powder": ("baking_powder",), "fat": ("butter_unsalted", "butter_salted", "oil_neutral"),
    "sugar": ("sugar_granulated", "sugar_caster", "sugar_light_brown"), "acid": ("cream_of_tartar",),
}  # fmt: skip


@cache
def swaps() -> tuple[Swap, ...]:
    """Every known stand-in whose ingredients are in the catalogue."""
    found = []
    for index, row in enumerate(rows("substitutions")):
        mix = _pairs(row["to_mix"])
        if row["from_id"] in catalogue() and all(id in catalogue() for id in mix) and set(mix) != {row["from_id"]}:
            found.append(_swap(index, row, mix))
    return tuple(found)


def _pairs(cell: str) -> dict[str, float]:
    return {name: float(value) for name, _, value in (part.partition(":") for part in words(cell))}


def _swap(index: int, row: dict[str, str], mix: dict[str, float]) -> Swap:
    before = set(catalogue()[row["from_id"]].allergens)
    after = {allergen for id in mix for allergen in catalogue()[id].allergens}
    return Swap(
        id=f"s{index}",
        from_id=row["from_id"],
        label=" + ".join(catalogue()[id].name for id in mix),
        mix=mix,
        mass_ratio=number(row["mass_ratio"], 1.0),
        adjust=_pairs(row["adjust"]),
        spread_effect=int(number(row["spread_effect"])),
        texture_effect=row["texture_effect"],
        works_for=words(row["works_for"]),
        reason=row["reason"],
        caution=row["caution"],
        allergens_gained=tuple(sorted(after - before)),
        allergens_lost=tuple(sorted(before - after)),
    )


def unwanted(item: Ingredient, wish: Wish) -> bool:
    """Whether an ingredient stands in the way of a wish. Only what the catalogue names; packets may say more."""
    allergens = set(item.allergens)
    if wish is Wish.EGG_FREE:
        return "egg" in allergens
    if wish is Wish.NUT_FREE:
        return any(a.startswith("tree_nut") or a == "peanut" for a in allergens)
    if wish is Wish.DAIRY_FREE:
        return "milk" in allergens
    if wish is Wish.GLUTEN_FREE:
        return any(a.startswith("gluten") for a in allergens)
    return bool(allergens & {"milk", "egg"}) or item.id in ("honey", "lard", "gelatine", "marshmallow_mini")


def swaps_for(item: Ingredient, style_id: str, wish: Wish | None = None) -> list[Swap]:
    """Stand-ins for an ingredient, those that suit the style first; for a wish, only those that meet it."""
    fitting = [swap for swap in swaps() if swap.from_id == item.id]
    if wish:
        fitting = [swap for swap in fitting if not any(unwanted(catalogue()[id], wish) for id in swap.mix)]
    return sorted(fitting, key=lambda swap: style_id not in swap.works_for)


class Offer(Value):
    """What could be done about one line; no swaps means leave it out, or bake something else."""

    line_id: str
    ingredient_name: str
    swaps: tuple[Swap, ...]


def offers(
    weighed: tuple[WeighedLine, ...], style_id: str, wish: Wish | None, line_id: str | None = None
) -> list[Offer]:
    """For a wish, every line in its way with its stand-ins; for a line, all its stand-ins."""
    found = []
    for line in weighed:
        if not line.reading.ingredient_id or (line_id and line.line_id != line_id):
            continue
        item = catalogue()[line.reading.ingredient_id]
        if wish and not unwanted(item, wish):
            continue
        found.append(
            Offer(line_id=line.line_id, ingredient_name=item.name, swaps=tuple(swaps_for(item, style_id, wish)))
        )
    return found


def apply(lines: tuple[Line, ...], weighed: tuple[WeighedLine, ...], line_id: str, swap: Swap) -> tuple[Line, ...]:
    """The lines with one ingredient replaced and the corrections made, each changed line pinned to its grams.

    Corrections take from or add to a line of that kind in the same part, else add a new line; none goes below zero.
    Refusal if the line is not there, weighs nothing or is not the ingredient the swap replaces.
    """
    by_id = {line.line_id: line for line in weighed}
    line = next((line for line in lines if line.id == line_id), None)
    if line is None or by_id[line_id].reading.ingredient_id != swap.from_id or not by_id[line_id].reading.mass_g:
        raise refusal("line_id", "This line cannot be swapped: it has no grams, or is another ingredient now.")
    grams = by_id[line_id].reading.mass_g or 0.0
    new = [
        Line(
            id=f"{line.id}-{i}"[:40],
            text=_text(id, grams * swap.mass_ratio * share),
            part=line.part,
            ingredient_id=id,
            mass_g=grams * swap.mass_ratio * share,
        )
        for i, (id, share) in enumerate(swap.mix.items())
    ]
    where = next(i for i, other in enumerate(lines) if other.id == line_id)
    kept = [*lines[:where], *new, *lines[where + 1 :]]
    for kind, per_g in swap.adjust.items():
        kept = _adjusted(kept, by_id, by_id[line_id].part, kind, per_g * grams)
    return tuple(kept)


def _adjusted(lines: list[Line], weighed: dict[str, WeighedLine], part: Part, kind: str, by_g: float) -> list[Line]:
    candidates = ADJUST_WITH[kind]
    for i, line in enumerate(lines):
        reading = weighed[line.id].reading if line.id in weighed else None
        id = reading.ingredient_id if reading else line.ingredient_id
        grams = reading.mass_g if reading else line.mass_g
        stands = weighed[line.id].part if line.id in weighed else line.part
        if stands is part and id in candidates and grams is not None:
            total = max(0.0, grams + by_g)
            if total < 0.05:
                return lines[:i] + lines[i + 1 :]
            changed = line.model_copy(update={"text": _text(id, total), "ingredient_id": id, "mass_g": total})
            return [*lines[:i], changed, *lines[i + 1 :]]
    if by_g <= 0:
        return lines
    id = candidates[0]
    return [
        *lines,
        Line(id=f"{kind}-{len(lines)}"[:40], text=_text(id, by_g), part=part, ingredient_id=id, mass_g=by_g),
    ]


def _text(id: str, grams: float) -> str:
    name = re.sub(r"\s*\(.*?\)", "", catalogue()[id].name).lower()
    return f"{grams:.1f} g {name}" if grams < 20 else f"{grams:.0f} g {name}"

"""What would go wrong with this dough, and what to do about it: the worst first, at most three."""

from ..bakemodel import FatState, Mixing
from ..base import Problem, Remedy, ask
from ..formula import Role, WeighedLine, dough_parts, role_of
from ..ingredients import Ingredient
from .amounts import amounts_by_role
from .making import Making
from .styles import Style

LEAVENED_PCT = 0.3  # of the flour: the least soda and powder of the families that cannot do without


def warnings_of(
    weighed: tuple[WeighedLine, ...], style: Style, percentages: dict[str, float] | None, making: Making
) -> list[Problem]:
    """What would go wrong with this dough, the worst first, at most three."""
    parts = dough_parts(weighed)
    rises = percentages["soda"] + percentages["powder"] if percentages else 0.0
    too_much = amounts_by_role(weighed, leaveners=rises <= 6)
    if percentages is None:
        return [
            *too_much,
            ask(
                "lines",
                "There is no flour here, so there are no baker's percentages. Add the flour line, or carry on if this dough has none.",
            ),
        ]
    found: list[Problem] = [*too_much]
    gassy = rises > 0 or any(item.co2_ml_per_g > 0 for item, _ in parts)
    leavened = style.usual["soda"].low_pct + style.usual["powder"].low_pct >= LEAVENED_PCT
    if leavened and not gassy:
        found.append(
            ask(
                "lines",
                "No leavener: a drop dough without soda or powder bakes dense and flat-topped. For this flour 1 to 1.5% soda or 1.5 to 2.5% powder is usual.",
            )
        )
    if rises > 6:
        found.append(
            ask(
                "lines",
                f"Soda and powder come to {rises:.1f}% of the flour: it will taste of it. 1 to 3% is usual; was a teaspoon read as a tablespoon?",
            )
        )
    found += _moisture(parts, style, percentages)
    found += _soda(parts)
    if any(item.id == "butter_salted" and grams > 20 for item, grams in parts) and percentages["salt"] > 0.6:
        found.append(
            ask(
                "lines",
                "Salted butter and salt: the butter brings about 1.5% of its weight in salt. Halve the salt, or use unsalted butter.",
            )
        )
    found += _temperature_of_fat(parts, making)
    if style.rolled and making.chill_h < 0.5 and percentages["fat"] > 40:
        found.append(
            ask(
                "making.chill_h",
                "A rich dough is too soft to roll straight away. Chill it an hour as a flat disc first.",
                Remedy(label="Chill 1 h", field="making.chill_h", value="1"),
            )
        )
    return found[:3]


def _temperature_of_fat(parts: list[tuple[Ingredient, float]], making: Making) -> list[Problem]:
    fats = [item for item, grams in parts if role_of(item) is Role.FAT and item.category == "fat" and grams > 5]
    oily = fats and all(item.id.startswith("oil_") for item in fats)
    creamed = making.mixing in (Mixing.CREAMED_LIGHT, Mixing.CREAMED_HEAVY)
    if oily and creamed:
        return [
            ask(
                "making.mixing",
                "Oil holds no air, so it cannot be creamed. Choose one bowl mixing.",
                Remedy(label="One bowl", field="making.mixing", value=Mixing.ONE_STAGE.value),
            )
        ]
    if making.fat_state is FatState.MELTED and creamed:
        return [
            ask(
                "making.fat_state",
                "Melted fat cannot be creamed to pale and fluffy. Choose soft fat, or the melted method.",
                Remedy(label="Soft fat", field="making.fat_state", value=FatState.SOFT.value),
            )
        ]
    return []


def _moisture(parts: list[tuple[Ingredient, float]], style: Style, percentages: dict[str, float]) -> list[Problem]:
    """Fat and added water against flour: below about 0.38 a dough does not hold, above 0.95 it cannot be rolled.

    Added water is all but the flour's own; syrups count by the water in them.
    """
    flour_g = sum(grams for item, grams in parts if role_of(item) is Role.FLOUR)
    wet_g = sum(
        grams * (item.fat + item.water)
        for item, grams in parts
        if role_of(item) not in (Role.FLOUR, Role.INCLUSION, Role.LEAVENER, Role.SALT)
    )
    usual = style.usual
    if percentages["fat"] < usual["fat"].low_pct - 6 and percentages["liquid"] > usual["liquid"].high_pct + 6:
        return [
            ask(
                "lines",
                "Little fat and much liquid: water cannot stand in for fat, the cookies turn out hard. Give back the fat and take out the liquid.",
            )
        ]
    moist = wet_g / flour_g
    if moist < 0.38:
        low, high = (0.42 - moist) * flour_g, (0.48 - moist) * flour_g
        return [
            ask(
                "lines",
                f"Too dry to hold together. Add {low:.0f} to {high:.0f} g milk, a spoon at a time, until it holds when pressed.",
            )
        ]
    if style.rolled and moist > 0.95:
        more = (moist / 0.8 - 1) * flour_g
        return [
            ask(
                "lines",
                f"Too wet to roll. Rest it five minutes while the flour takes up water; if it still sticks, work in up to {more:.0f} g flour.",
            )
        ]
    return []


def _soda(parts: list[tuple[Ingredient, float]]) -> list[Problem]:
    flour_g = sum(grams for item, grams in parts if role_of(item) is Role.FLOUR)
    soda_g = sum(grams for item, grams in parts if item.id == "baking_soda")
    powder_g = sum(grams for item, grams in parts if item.id.startswith("baking_powder"))
    acid_g = sum(item.acid_soda_g_per_g * grams for item, grams in parts)
    raising = any(item.id == "flour_self_raising" for item, _ in parts)
    if raising and soda_g + powder_g > 0.01 * flour_g:
        return [
            ask(
                "lines",
                "Leavener twice: self-raising flour has its own. Leave out the powder or soda, or use plain flour.",
            )
        ]
    if soda_g > 0.02 * flour_g and acid_g < 0.3 * soda_g:
        return [
            ask(
                "lines",
                f"{100 * soda_g / flour_g:.1f}% soda finds little acid (brown sugar, syrup, buttermilk): it will taste soapy. Halve it, or use three times as much powder.",
            )
        ]
    return []

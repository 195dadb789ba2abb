"""Is the dough in balance? Percentages against the style, leavening, gluten, sweetness, keeping and texture."""

from ..bakemodel import Mix, fitted
from ..base import Value
from ..formula import AXES, Role, role_of
from ..ingredients import Ingredient
from .styles import Style

SODA_ACID_ML_PER_G = 291.0  # with enough acid; by heat alone the catalogue's 145
AW_SPREAD = 0.06  # how far the estimate of water activity may be off either way


class AxisBalance(Value):
    """One percentage against its usual range, % of flour (flakes counted in part as flour)."""

    axis: str
    value_pct: float
    low_pct: float
    typical_pct: float
    high_pct: float
    place: str  # low, inside or high


class Leavening(Value):
    """Gas the dough can make in ml CO2 per 100 g flour, and how much of its soda finds acid."""

    gas_ml_per_100g_flour: float
    soda_g: float
    neutralised_pct: float
    note: str


class Tendency(Value):
    """How far a dough leans to one texture, 0 to 100, and why."""

    name: str
    score: int
    reasons: tuple[str, ...]


class Balance(Value):
    """What a formula leans to. `water_activity` low..high is an estimate of the baked cookie's, from the bake model."""

    axes: tuple[AxisBalance, ...]
    leavening: Leavening
    gluten_pct_flour: float
    sweetness_pct: float
    water_activity_low: float
    water_activity_high: float
    keeping: str
    textures: tuple[Tendency, ...]


def balance_of(
    parts: list[tuple[Ingredient, float]], percentages: dict[str, float], style: Style, mix: Mix, loss_pct: float
) -> Balance:
    """The balance of a dough with flour. `loss_pct` is the predicted bake loss."""
    flour_g = sum(grams for item, grams in parts if role_of(item) is Role.FLOUR)
    mass_g = sum(grams for _, grams in parts)
    activity = water_activity(mix, loss_pct)
    return Balance(
        axes=tuple(_axis(axis, percentages[axis], style) for axis in AXES),
        leavening=leavening_of(parts, flour_g),
        gluten_pct_flour=100 * mix.network_protein / mix.flour if mix.flour else 0.0,
        sweetness_pct=100 * sum(item.sweetness * grams for item, grams in parts) / mass_g,
        water_activity_low=max(0.05, activity - AW_SPREAD),
        water_activity_high=min(0.98, activity + AW_SPREAD),
        keeping=_keeping(activity),
        textures=textures_of(parts, percentages, mix, activity),
    )


def _axis(axis: str, value: float, style: Style) -> AxisBalance:
    usual = style.usual[axis]
    place = "low" if value < usual.low_pct - 1e-9 else "high" if value > usual.high_pct + 1e-9 else "inside"
    return AxisBalance(
        axis=axis,
        value_pct=value,
        low_pct=usual.low_pct,
        typical_pct=usual.typical_pct,
        high_pct=usual.high_pct,
        place=place,
    )


def leavening_of(parts: list[tuple[Ingredient, float]], flour_g: float) -> Leavening:
    """CO2 from soda (145 ml/g by heat, 291 with acid), powder and the rest of the catalogue's leaveners."""
    soda = sum(grams for item, grams in parts if item.id == "baking_soda")
    acid = sum(item.acid_soda_g_per_g * grams for item, grams in parts)
    met = min(1.0, acid / soda) if soda else 0.0
    gas = sum(item.co2_ml_per_g * grams for item, grams in parts if item.id != "baking_soda")
    gas += soda * (met * SODA_ACID_ML_PER_G + (1 - met) * 145.0)
    per_100 = 100 * gas / flour_g if flour_g else 0.0
    if not gas:
        note = "no leavener"
    elif soda and met < 0.5 and 100 * soda / max(flour_g, 1) > 0.8:
        note = "much of the soda finds no acid: browner, wider, and soapy if there is more"
    elif soda and met < 0.5:
        note = "most of the soda works by heat alone"
    elif soda:
        note = "the soda finds its acid"
    else:
        note = "powder brings its own acid"
    return Leavening(gas_ml_per_100g_flour=per_100, soda_g=soda, neutralised_pct=100 * met, note=note)


def water_activity(mix: Mix, loss_pct: float) -> float:
    """The bake model's sorption curve (docs/model.md, section 6) at the water left after the bake."""
    water = max(mix.water - loss_pct / 100, 0.01)
    dry = mix.starch + mix.protein + mix.fibre
    held = fitted().bw * (mix.sugar + 0.8 * mix.polyol + 0.45 * dry)
    return water**2 / (water**2 + held**2)


# Water activity below which it keeps so, and for how long that is.
KEEPING = (
    (0.45, "weeks", "dry and crisp: keeps weeks in a tin"),
    (0.65, "a week or two", "between crisp and soft: keeps a week or two, and softens or dries with the air"),
    (0.80, "four days", "soft: best within four days in a tin; freeze the rest"),
)
MOIST = ("a day or two", "moist: a day or two in a tin, then fridge or freezer; mould can grow")


def keeps_for(activity: float) -> str:
    """How long a cookie of this water activity keeps in a tin.

    >>> keeps_for(0.5), keeps_for(0.9)
    ('a week or two', 'a day or two')
    """
    return next((how_long for below, how_long, _ in KEEPING if activity < below), MOIST[0])


def _keeping(activity: float) -> str:
    return next((said for below, _, said in KEEPING if activity < below), MOIST[1])


def textures_of(
    parts: list[tuple[Ingredient, float]], percentages: dict[str, float], mix: Mix, activity: float
) -> tuple[Tendency, ...]:
    """Five leanings, the strongest first. Rules of thumb of the trade, each with the figures that speak for it."""
    if sum(grams for _, grams in parts) <= 0:
        return ()
    binder = percentages["egg"] + percentages["liquid"]
    fat, sugar = percentages["fat"], percentages["sugar"]
    gas = percentages["powder"] + percentages["soda"]
    said = {
        "crisp": (
            f"little water left (activity about {activity:.2f})",
            f"sugar {sugar:.0f}% of flour hardens as it cools",
            f"egg and liquid only {binder:.0f}%",
        ),
        "chewy": (
            f"keeps water (activity about {activity:.2f})",
            f"syrupy sugars {100 * mix.invert:.1f}% of the dough",
            f"sugar {sugar:.0f}% of flour",
        ),
        "cakey": (
            f"egg and liquid {binder:.0f}% of flour",
            f"soda and powder {gas:.1f}%",
            f"sugar {sugar:.0f}% leaves the crumb to set",
        ),
        "short": (f"fat {fat:.0f}% of flour", f"egg and liquid only {binder:.0f}%", "little gluten"),
        "crumbly": (
            f"little to bind it: egg and liquid {binder:.0f}%",
            f"fat {fat:.0f}% of flour",
            f"flour {100 * mix.flour:.0f}% of the dough",
        ),
    }
    found = []
    for name, causes in _causes(percentages, mix, activity).items():
        speaking = sorted(zip(causes, said[name], strict=True), key=lambda cause: -cause[0])
        found.append(
            Tendency(
                name=name,
                score=round(100 * sum(causes) / len(causes)),
                reasons=tuple(reason for weight, reason in speaking if weight > 0.35),
            )
        )
    return tuple(sorted(found, key=lambda tendency: -tendency.score))


def leanings(percentages: dict[str, float], mix: Mix, activity: float) -> dict[str, float]:
    """The same five, 0 to 100 and not rounded: for a search, which must feel every small step."""
    return {name: 100 * sum(causes) / len(causes) for name, causes in _causes(percentages, mix, activity).items()}


def _causes(percentages: dict[str, float], mix: Mix, activity: float) -> dict[str, tuple[float, float, float]]:
    """How strongly each of three things speaks for a texture, 0 to 1."""
    binder = percentages["egg"] + percentages["liquid"]
    fat, sugar = percentages["fat"], percentages["sugar"]
    gas = percentages["powder"] + percentages["soda"]
    return {
        "crisp": (_ramp(activity, 0.55, 0.25), _ramp(sugar, 60, 120), _ramp(binder, 35, 10)),
        "chewy": (_ramp(activity, 0.4, 0.65), _ramp(100 * mix.invert, 0.2, 1.5), _ramp(sugar, 45, 85)),
        "cakey": (_ramp(binder, 20, 50), _ramp(gas, 0.5, 3), _ramp(sugar, 90, 45)),
        "short": (
            _ramp(fat, 40, 72),
            _ramp(binder, 25, 5),
            _ramp(mix.network_protein / max(mix.flour, 0.01), 0.12, 0.07),
        ),
        "crumbly": (_ramp(binder, 18, 3), _ramp(fat, 50, 85), _ramp(100 * mix.flour, 30, 55)),
    }


def _ramp(value: float, none: float, full: float) -> float:
    """0 at `none`, 1 at `full`, straight between; either way round."""
    return min(1.0, max(0.0, (value - none) / (full - none)))

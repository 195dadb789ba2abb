"""What a dough of the search bakes to: middle values only, worked out for many at once."""

import math
from dataclasses import dataclass, field

from ..bakemodel import Case, Mix, bake, fitted
from ..baking import bake_case
from ..bench import DoughSpec
from ..dough import Style, leanings, mix_of_dough, water_activity
from ..forming import forming_of
from ..formula import percentages_of
from ..ingredients import Ingredient
from ..kitchen import Kitchen, OvenSetting, Scale

Parts = list[tuple[Ingredient, float]]


@dataclass(frozen=True)
class Offsets:
    """What the kitchen has learned of the dough one starts from, as ln of foretold over the model's own: it holds nearby too."""

    width: float = 0.0
    height: float = 0.0
    minutes: float = 0.0


NOTHING_LEARNED = Offsets()


@dataclass(frozen=True)
class Tried:
    """A dough to be baked: what is in it, and how it is made, shaped and baked."""

    parts: Parts
    spec: DoughSpec


@dataclass(frozen=True)
class Baked:
    """What came of it: mm, minutes, g, % of the raw mass; `rim_ln` is the ln browning index of the rim, `width_lead_mm` what a shape lies
    wider than the model's own round."""

    width_mm: float
    height_mm: float
    minutes: float
    rim_ln: float
    loss_pct: float
    dough_g: float
    piece_g: float
    density_g_ml: float
    water_activity: float
    sweetness_pct: float
    percentages: dict[str, float] = field(hash=False)
    mix: Mix = field(hash=False)
    done: bool = True

    @property
    def pieces(self) -> float:
        """How many portions of the dough there are, not whole."""
        return self.dough_g / self.piece_g

    def textures(self) -> dict[str, float]:
        """The app's five leanings, 0 to 100."""
        return leanings(self.percentages, self.mix, self.water_activity)


def bake_all(tried: list[Tried], style: Style, kitchen: Kitchen, offsets: Offsets) -> list[Baked]:
    """Everything in one batch of the compiled model; the family's own way of being done."""
    cases = []
    for one in tried:
        mix = mix_of_dough(one.parts, one.spec.making)
        density = mix.density_kg_m3 / 1000
        dough_g = sum(grams for _, grams in one.parts)
        piece_g = forming_of(one.spec.form).piece_mass_g(one.spec.form, dough_g, density)
        cases.append(_case(one.spec, kitchen, mix, style, piece_g))
    found = bake(cases, fitted())
    return [
        _baked(one, case, style, offsets, found.diameter_mm[i], found.height_mm[i], found.first_min[i], found.last_min[i], found.loss_pct[i], found.rim_index[i], bool(found.reached[i]))
        for i, (one, case) in enumerate(zip(tried, cases, strict=True))
    ]  # fmt: skip


def _case(spec: DoughSpec, kitchen: Kitchen, mix: Mix, style: Style, piece_g: float) -> Case:
    tray = kitchen.tray(spec.tray_id)
    return bake_case(spec.form, spec.making, spec.oven, tray, kitchen, mix, style, piece_g, spec.finish)


def _baked(
    one: Tried, case: Case, style: Style, offsets: Offsets, width: float, height: float, first: float, last: float, loss: float, rim: float,
    done: bool,
) -> Baked:  # fmt: skip
    form, mix = one.spec.form, case.mix
    forming, density, dough_g = forming_of(form), mix.density_kg_m3 / 1000, sum(grams for _, grams in one.parts)
    raw_mm = forming.raw_width_mm(form, case.shape)
    wide = raw_mm if forming.held_by_walls else width * math.exp(offsets.width) + raw_mm - case.shape.diameter_mm
    return Baked(
        width_mm=float(wide),
        height_mm=float(height * math.exp(offsets.height)),
        minutes=float(math.sqrt(first * last) * math.exp(offsets.minutes)),
        rim_ln=float(math.log(max(rim, 1e-6)) + style.crust_ln),
        loss_pct=float(loss),
        dough_g=dough_g,
        piece_g=forming.piece_mass_g(form, dough_g, density),
        density_g_ml=density,
        water_activity=water_activity(mix, float(loss)),
        sweetness_pct=100 * sum(item.sweetness * grams for item, grams in one.parts) / dough_g,
        percentages=percentages_of(one.parts) or {},
        mix=mix,
        done=done,
    )


def oven_at(setting: OvenSetting, value: float) -> OvenSetting:
    """The oven at another figure of its own dial."""
    return setting.model_copy(update={"value": value})


OVEN_STEP = {Scale.C: 5.0, Scale.F: 10.0, Scale.GAS: 1.0}

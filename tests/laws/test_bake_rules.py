"""Which way each change moves a cookie, over random doughs of the two forms (docs/model.md, section 8)."""

import dataclasses
from collections.abc import Callable

import numpy as np
import pytest

from finebatch.core.bakemodel.bakeware import EndStyle
from finebatch.core.bakemodel.case import Case, only
from finebatch.core.bakemodel.mix import FatState, Material, Mixing, mix_of
from finebatch.core.bakemodel.outcome import bake
from finebatch.core.bakemodel.parameters import fitted
from finebatch.core.bakemodel.shapes import disc, mound
from finebatch.core.kitchen.bakeware import Liner, TrayKind
from tests.kit import generic_materials

M = generic_materials()
FLOURS = ("flour", "softflour", "cakeflour", "breadflour")
N = 60


@dataclasses.dataclass(frozen=True)
class Trial:
    """A random dough, form and process; rules change one thing of it."""

    formula: dict[str, float]
    form: tuple  # ("mound", mass_g) or ("disc", diameter_mm, thickness_mm)
    acid: float
    oven_c: float = 180.0
    dough_c: float = 21.0
    rest_h: float = 0.5
    mixing: Mixing = Mixing.CREAMED_LIGHT
    fat: FatState = FatState.SOFT
    tray: TrayKind = TrayKind.LIGHT
    liner: Liner = Liner.PARCHMENT
    fan: bool = False
    altitude_m: float = 0.0
    style: EndStyle = EndStyle.SOFT

    def case(self) -> Case:
        parts: list[tuple[Material, float]] = [(M[name], grams) for name, grams in self.formula.items()]
        mix = mix_of(parts, self.mixing, self.fat, self.acid, self.rest_h)
        shape = (
            mound(self.form[1], mix.density_kg_m3)
            if self.form[0] == "mound"
            else disc(self.form[1], self.form[2], mix.density_kg_m3)
        )
        return Case(
            mix, shape, self.oven_c, only(self.style), self.dough_c, self.fan, self.altitude_m, self.tray, self.liner
        )


def trials() -> list[Trial]:
    rng = np.random.default_rng(20)
    made = []
    for _ in range(N):
        flour = rng.uniform(160, 380)
        sugar, fat, brown = flour * rng.uniform(0.4, 1.1), flour * rng.uniform(0.35, 0.85), rng.uniform(0, 1)
        formula = {
            str(rng.choice(FLOURS)): flour, "sugar": sugar * (1 - brown) + 1, "brownsugar": sugar * brown + 1, "butter": fat,
            "egg": rng.choice([0, 50, 75, 100]), "soda": rng.choice([0, 2, 4, 6]), "bp": rng.choice([0, 0, 4]), "salt": 3,
            "chips": rng.choice([0, 100, 250]), "nuts": rng.choice([0, 0, 80]), "oats": rng.choice([0, 0, 100]),
        }  # fmt: skip
        if formula["egg"] == 0:
            formula["milk"] = rng.uniform(20, 45)
        form = (
            ("mound", rng.uniform(15, 90)) if rng.random() < 0.6 else ("disc", rng.uniform(45, 75), rng.uniform(5, 9))
        )
        made.append(
            Trial(
                {name: float(grams) for name, grams in formula.items() if grams > 0}, form, float(rng.uniform(0, 1)),
                oven_c=float(rng.choice([160, 170, 180, 190, 200])), dough_c=float(rng.choice([4, 12, 21])),
                rest_h=float(rng.choice([0.25, 1, 4])), style=EndStyle(rng.choice(["soft", "tender", "golden"])),
            )
        )  # fmt: skip
    return made


TRIALS = trials()
Change = Callable[[Trial], Trial]


def process(**changes: object) -> Change:
    return lambda trial: dataclasses.replace(trial, **changes)


def more(name: str, factor: float) -> Change:
    def change(trial: Trial) -> Trial:
        key = next(flour for flour in FLOURS if flour in trial.formula) if name == "FLOUR" else name
        return dataclasses.replace(trial, formula={**trial.formula, key: trial.formula[key] * factor})

    return change


def added(name: str, share: float) -> Change:
    return lambda t: dataclasses.replace(
        t, formula={**t.formula, name: t.formula.get(name, 0) + share * sum(t.formula.values())}
    )


def swapped(share: float) -> Change:
    def change(trial: Trial) -> Trial:
        key = next(flour for flour in FLOURS if flour in trial.formula)
        grams = trial.formula[key] * share
        return dataclasses.replace(
            trial, formula={**trial.formula, key: trial.formula[key] - grams, "sugar": trial.formula["sugar"] + grams}
        )

    return change


def hotter(by: float) -> Change:
    return lambda trial: dataclasses.replace(trial, oven_c=trial.oven_c + by)


same: Change = lambda trial: trial  # noqa: E731

# (rule, what is measured, sign, before, after, violations allowed of N). Rules with a known rate of exceptions in
# 800 trials (altitude 24, soda 10, silicone slower 9, oven faster 5, insulated slower 4) get a little room.
RULES = [
    ("sugar for flour spreads", "diameter_mm", 1, same, swapped(0.08), 0),
    ("flour holds", "diameter_mm", -1, same, more("FLOUR", 1.1), 0),
    ("flour thickens", "height_mm", 1, same, more("FLOUR", 1.1), 0),
    ("melted fat spreads", "diameter_mm", 1, same, process(mixing=Mixing.MELTED, fat=FatState.MELTED), 1),
    ("cooler dough spreads less", "diameter_mm", -1, process(dough_c=21.0), process(dough_c=12.0), 0),
    ("cold dough spreads less", "diameter_mm", -1, process(dough_c=12.0), process(dough_c=4.0), 0),
    ("frozen dough spreads less", "diameter_mm", -1, process(dough_c=4.0), process(dough_c=-18.0), 0),
    ("cold dough stays thicker", "height_mm", 1, process(dough_c=21.0), process(dough_c=4.0), 0),
    ("rest holds", "diameter_mm", -1, process(rest_h=0.25), process(rest_h=24.0), 0),
    ("hot oven sets sooner", "diameter_mm", -1, same, hotter(15), 0),
    ("hot oven is faster", "first_min", -1, same, hotter(15), 1),
    ("soda spreads", "diameter_mm", 1, same, added("soda", 0.003), 2),
    ("insulated tray spreads", "diameter_mm", 1, same, process(tray=TrayKind.INSULATED), 1),
    ("silicone spreads", "diameter_mm", 1, same, process(tray=TrayKind.SILICONE, liner=Liner.MAT), 1),
    ("insulated tray is slower", "first_min", 1, same, process(tray=TrayKind.INSULATED), 1),
    ("silicone is slower", "first_min", 1, same, process(tray=TrayKind.SILICONE, liner=Liner.MAT), 2),
    ("grease spreads", "diameter_mm", 1, same, process(liner=Liner.GREASED), 0),
    ("altitude spreads", "diameter_mm", 1, process(altitude_m=0.0), process(altitude_m=1600.0), 4),
    ("oats hold", "diameter_mm", -1, same, added("oats", 0.08), 0),
    ("nuts hold", "diameter_mm", -1, same, added("nuts", 0.08), 0),
    ("butter spreads", "diameter_mm", 1, same, more("butter", 1.1), 0),
    ("water spreads", "diameter_mm", 1, same, added("water", 0.02), 0),
]  # fmt: skip


@pytest.mark.parametrize("rule", RULES, ids=lambda rule: rule[0])
def test_direction(rule: tuple) -> None:
    _, measured, sign, before, after, allowed = rule
    pairs = [(before(trial).case(), after(trial).case()) for trial in TRIALS]
    baked = bake([a for a, _ in pairs] + [b for _, b in pairs], fitted())
    values = np.log(getattr(baked, measured))
    wrong = np.sign(values[N:] - values[:N]) != sign
    assert wrong.sum() <= allowed


def test_twice_the_mass_is_wider_by_the_cube_to_square_root() -> None:
    mounds = [trial for trial in TRIALS if trial.form[0] == "mound"]
    doubled = [dataclasses.replace(trial, form=("mound", 2 * trial.form[1])) for trial in mounds]
    baked = bake([trial.case() for trial in mounds + doubled], fitted())
    exponent = np.log(baked.diameter_mm[len(mounds) :] / baked.diameter_mm[: len(mounds)]) / np.log(2)
    assert ((exponent > 0.33) & (exponent < 0.50)).all()


def test_a_fan_set_lower_bakes_the_same() -> None:
    fan = [dataclasses.replace(trial, fan=True, oven_c=trial.oven_c - 20) for trial in TRIALS]
    baked = bake([trial.case() for trial in TRIALS + fan], fitted())
    assert np.abs(np.log(baked.diameter_mm[N:] / baked.diameter_mm[:N])).max() < 0.04
    assert np.abs(np.log(baked.first_min[N:] / baked.first_min[:N])).max() < 0.12

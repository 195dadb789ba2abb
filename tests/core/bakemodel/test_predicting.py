"""The bake model against its reference, its calibration ranges, and itself."""

import dataclasses
import json
import math

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from finebatch.core.bakemodel.case import Shift
from finebatch.core.bakemodel.mix import MAX_AIR, mix_of
from finebatch.core.bakemodel.outcome import Baked, bake
from finebatch.core.bakemodel.parameters import fitted
from finebatch.core.bakemodel.predicting import predict, predict_many
from finebatch.core.baking.case import CATALOGUE_LN_VISCOSITY
from tests.core.bakemodel.first_edition.outcome import bake as first_edition
from tests.kit import DATA, bake_cases, case_of, catalogue_materials, generic_materials

CASES = bake_cases()
REFERENCE = json.loads((DATA / "bake_reference.json").read_text())


@pytest.mark.parametrize(
    "described",
    [case for case in CASES if case["case"] in REFERENCE and case["form"] != "sheet"],
    ids=lambda d: d["case"],
)
def test_agrees_with_the_reference(described: dict) -> None:
    """Figures of an independent implementation of docs/model.md, computed once for the same cases; they differ in how ice is counted, by
    less than a millionth where there is none."""
    known, baked = REFERENCE[described["case"]], bake([case_of(described, generic_materials())], fitted())
    found = {
        "D": baked.diameter_mm, "th": baked.height_mm, "loss": baked.loss_pct, "t1": baked.first_min, "t2": baked.last_min,
        "under": baked.under_index,
    }  # fmt: skip
    assert {name: float(values[0]) for name, values in found.items()} == pytest.approx(known, rel=1e-5)


OLD_BAKEWARE = {"stiffens": 0.0, "planar": 1.0, "co2Crowds": 0.0, "flatTo": 0.77, "airGain": 1.0, "laceK": 0.0}


@given(st.integers(0, 10_000))
def test_with_nothing_added_it_is_the_first_edition(seed: int) -> None:
    """Against the array version, on random doughs of every shape that spreads, polyols, brittle and shortening among them."""
    rng = np.random.default_rng(seed)
    described = CASES[int(rng.integers(len(CASES)))]
    assume(described["form"] not in ("pan", "sheet") and described["style"] != "crisp")
    case = case_of(
        described, generic_materials(), Shift(ln_viscosity=float(rng.normal(0, 0.4)), oven_k=float(rng.normal(0, 5)))
    )
    case = dataclasses.replace(case, oven_c=float(rng.uniform(150, 210)), dough_c=float(rng.uniform(10, 24)))
    old = dataclasses.replace(fitted(), **OLD_BAKEWARE)
    theirs, ours = first_edition([case], old, 60), bake([case], old, 60)
    assume(bool(theirs.reached[0]))
    for name in ("diameter_mm", "height_mm", "loss_pct", "first_min", "last_min", "under_index", "rim_index"):
        assert getattr(ours, name)[0] == pytest.approx(getattr(theirs, name)[0], rel=1e-7)


@pytest.mark.parametrize("described", CASES, ids=lambda d: d["case"])
def test_enough_steps_are_taken(described: dict) -> None:
    case = case_of(described, generic_materials())
    usual, fine = bake([case], fitted()), bake([case], fitted(), 720)
    assert usual.first_min[0] == pytest.approx(fine.first_min[0], rel=0.03)


def errors(baked: Baked, cases: list[dict]) -> dict[str, float]:
    """Root mean square errors against the middle of the targets: % for lengths and times, points for loss."""

    def middle(key: str) -> np.ndarray:
        return np.array([sum(case["target"][key]) / 2 if case["target"].get(key) else np.nan for case in cases])

    minutes = (baked.first_min + baked.last_min) / 2
    logs = {
        "diameter": 100 * np.log(baked.diameter_mm / middle("D")),
        "height": 100 * np.log(baked.height_mm / middle("th")),
        "time": 100 * np.log(minutes / middle("t")),
        "loss": baked.loss_pct - middle("loss"),
    }
    return {key: float(np.sqrt(np.nanmean(values**2))) for key, values in logs.items()}


# rms on the 19 older and 14 newer cases. With the compositions of the fit these are its own figures; with the
# catalogue's they are a few percent (relative) larger, as docs/model.md says.
FIT = (
    {"diameter": 7.25, "height": 17.5, "time": 14.0, "loss": 1.77},
    {"diameter": 8.15, "height": 18.6, "time": 13.2, "loss": 1.35},
)
CATALOGUE = (
    {"diameter": 7.35, "height": 17.6, "time": 14.0, "loss": 1.75},
    {"diameter": 8.4, "height": 19.2, "time": 13.4, "loss": 1.38},
)


@pytest.mark.parametrize(
    ("materials", "shift", "limits"),
    [
        (generic_materials(), Shift(), FIT),
        (catalogue_materials(), Shift(ln_viscosity=CATALOGUE_LN_VISCOSITY), CATALOGUE),
    ],
    ids=["compositions of the fit", "catalogue"],
)
def test_calibration_errors_stay_within_the_figures(materials: dict, shift: Shift, limits: tuple) -> None:
    for cases, allowed in zip((CASES[:19], CASES[19:]), limits, strict=True):
        found = errors(bake([case_of(case, materials, shift) for case in cases], fitted()), cases)
        assert {key: value for key, value in found.items() if value > allowed[key]} == {}


def test_ranges_hold_the_middle_and_narrow_when_portions_are_weighed() -> None:
    case = case_of(CASES[2], generic_materials())
    scooped, weighed = predict(case), predict(case, weighed=True)
    for interval in (
        scooped.diameter_mm,
        scooped.height_mm,
        scooped.first_done_min,
        scooped.last_good_min,
        scooped.loss_pct,
    ):
        assert interval.low < interval.value < interval.high
    assert scooped.first_done_min.value < scooped.last_good_min.value

    def width(p: object) -> float:
        return math.log(p.diameter_mm.high / p.diameter_mm.low)  # type: ignore[attr-defined]

    assert width(weighed) < width(scooped)


def test_ninety_percent_ranges_cover_most_calibration_targets() -> None:
    """At least 25 of 28 widths, as asked of classes left out of the fit."""
    predictions = predict_many([case_of(case, generic_materials()) for case in CASES])
    inside = [
        p.diameter_mm.low <= sum(c["target"]["D"]) / 2 <= p.diameter_mm.high
        for p, c in zip(predictions, CASES, strict=True)
        if c["target"].get("D")
    ]
    assert len(inside) == 28
    assert sum(inside) >= 25


def test_a_piece_is_the_same_alone_and_in_a_batch() -> None:
    """Pieces of one batch do not know of each other, one that is never done included."""
    never = dataclasses.replace(case_of(CASES[2], generic_materials()), oven_c=75.0)
    cases = [never, *(case_of(case, generic_materials()) for case in CASES)]
    together = bake(cases, fitted())
    for i, case in enumerate(cases):
        alone = bake([case], fitted())
        assert alone.diameter_mm[0] == together.diameter_mm[i]
        assert alone.first_min[0] == together.first_min[i]


def test_an_empty_mix_is_refused() -> None:
    with pytest.raises(ValueError, match="weigh something"):
        mix_of([])


def test_air_is_bounded() -> None:
    materials = generic_materials()
    assert mix_of([(materials["egg"], 100.0)]).air_share <= MAX_AIR

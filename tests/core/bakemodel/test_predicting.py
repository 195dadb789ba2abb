"""The bake model against its reference, its calibration ranges, and itself."""

import json
import math

import numpy as np
import pytest

from finebatch.core.bakemodel.case import Shift
from finebatch.core.bakemodel.mix import MAX_AIR, mix_of
from finebatch.core.bakemodel.outcome import Baked, bake
from finebatch.core.bakemodel.parameters import fitted
from finebatch.core.bakemodel.predicting import predict, predict_many
from finebatch.core.baking.case import CATALOGUE_LN_VISCOSITY
from tests.kit import DATA, bake_cases, case_of, catalogue_materials, generic_materials

CASES = bake_cases()
REFERENCE = json.loads((DATA / "bake_reference.json").read_text())


@pytest.mark.parametrize("described", CASES, ids=lambda d: d["case"])
def test_agrees_with_the_reference_within_one_percent(described: dict) -> None:
    """Figures of an independent implementation of docs/model.md, computed once for the same cases."""
    known = REFERENCE[described["case"]]
    predicted = predict(case_of(described, generic_materials()))
    assert predicted.diameter_mm.value == pytest.approx(known["D"][0], rel=0.01)
    assert predicted.height_mm.value == pytest.approx(known["th"][0], rel=0.01)
    assert predicted.first_done_min.value == pytest.approx(known["t1"][0], rel=0.01)
    assert predicted.last_good_min.value == pytest.approx(known["t2"][0], rel=0.01)
    assert predicted.loss_pct.value == pytest.approx(known["loss"][0], abs=0.15)


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
    {"diameter": 6.9, "height": 16.7, "time": 13.2, "loss": 1.71},
    {"diameter": 11.35, "height": 19.1, "time": 12.15, "loss": 1.31},
)
CATALOGUE = (
    {"diameter": 7.05, "height": 17.4, "time": 13.2, "loss": 1.71},
    {"diameter": 11.8, "height": 19.8, "time": 12.4, "loss": 1.34},
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
    """At least 26 of 31 widths, as asked of classes left out of the fit."""
    predictions = predict_many([case_of(case, generic_materials()) for case in CASES])
    inside = [
        p.diameter_mm.low <= sum(c["target"]["D"]) / 2 <= p.diameter_mm.high
        for p, c in zip(predictions, CASES, strict=True)
        if c["target"].get("D")
    ]
    assert len(inside) == 31
    assert sum(inside) >= 26


def test_a_piece_is_the_same_alone_and_in_a_batch() -> None:
    """Pieces of one batch do not know of each other."""
    cases = [case_of(case, generic_materials()) for case in CASES[1:4]]
    together = bake(cases, fitted())
    for i, case in enumerate(cases):
        assert bake([case], fitted()).diameter_mm[0] == pytest.approx(together.diameter_mm[i], rel=1e-6)


def test_an_empty_mix_is_refused() -> None:
    with pytest.raises(ValueError, match="weigh something"):
        mix_of([])


def test_air_is_bounded() -> None:
    materials = generic_materials()
    assert mix_of([(materials["egg"], 100.0)]).air_share <= MAX_AIR

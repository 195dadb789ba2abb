"""How true the model is may not get worse: the figures of docs/model.md as floors (`make truth` prints them all)."""

import statistics

import pytest

from finebatch.core.bakemodel.parameters import fitted
from tests.truth import KEPT_BACK, Check, calibration, further, largest_jump, sweeps, trade


def near(checks: list[Check], kind: str) -> float:
    """Share within a tenth of their range."""
    of = [check for check in checks if check.kind == kind]
    return sum(check.off <= 0.10 for check in of) / len(of)


def median_error(checks: list[Check], kind: str) -> float:
    return statistics.median(abs(check.error) for check in checks if check.kind == kind)


def test_calibration_bakes() -> None:
    checks = calibration(fitted())
    assert near(checks, "width") >= 0.99
    assert near(checks, "height") >= 0.90
    assert near(checks, "minutes") >= 0.90
    assert median_error(checks, "height") <= 0.12


def test_bakes_kept_back_from_every_fit() -> None:
    checks = further(KEPT_BACK, fitted())
    assert near(checks, "minutes") >= 0.87
    assert near(checks, "width") >= 0.85
    assert median_error(checks, "minutes") <= 0.10


def test_trade_ranges_of_every_family() -> None:
    checks = trade()
    assert len(checks) >= 100
    assert near(checks, "minutes") == 1
    assert near(checks, "loss") == 1
    assert near(checks, "width") >= 0.90
    minutes = [check for check in checks if check.kind == "minutes"]
    assert sum(check.off == 0 for check in minutes) >= 32


@pytest.mark.parametrize("family", ["drop_chewy", "giant_thick", "rolled_ball", "cutout_spiced", "custard_slice"])
def test_no_jump_along_any_amount(family: str) -> None:
    found = [(name, largest_jump(first), largest_jump(width)) for name, first, width in sweeps(families=(family,))]
    assert len(found) >= 3
    assert [sweep for sweep in found if sweep[1] > 0.035 or sweep[2] > 0.01] == []

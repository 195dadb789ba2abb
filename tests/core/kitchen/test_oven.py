"""Temperatures: every scale, and the ones that cannot be meant."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.problems import Severity
from finebatch.core.kitchen.oven import OvenSetting, Scale, check_oven, gas_marks, say, to_c


@given(st.floats(100, 280))
def test_celsius_and_fahrenheit_agree(celsius: float) -> None:
    assert to_c(celsius * 9 / 5 + 32, Scale.F) == pytest.approx(celsius)


def test_gas_marks_rise_and_meet_the_table() -> None:
    marks = gas_marks()
    assert [mark for mark, _ in marks] == sorted(mark for mark, _ in marks)
    for mark, celsius in marks:
        assert to_c(mark, Scale.GAS) == pytest.approx(celsius)
    assert to_c(4, Scale.GAS) < to_c(4.5, Scale.GAS) < to_c(5, Scale.GAS)


@pytest.mark.parametrize(
    ("value", "scale", "suggested"),
    [(350, Scale.C, Scale.F), (175, Scale.F, Scale.C), (425, Scale.C, Scale.F), (200, Scale.F, Scale.C)],
)
def test_swapped_scales_are_questioned_and_offered(value: float, scale: Scale, suggested: Scale) -> None:
    (problem,) = check_oven(OvenSetting(value=value, scale=scale))
    assert problem.severity is Severity.STOP
    assert problem.remedy is not None
    assert problem.remedy.value == suggested.value
    assert not check_oven(OvenSetting(value=value, scale=suggested))


@pytest.mark.parametrize(
    ("value", "scale"), [(900, Scale.C), (20, Scale.C), (-40, Scale.F), (12, Scale.GAS), (0, Scale.GAS)]
)
def test_impossible_heat_stops_with_a_sentence(value: float, scale: Scale) -> None:
    (problem,) = check_oven(OvenSetting(value=value, scale=scale))
    assert problem.severity is Severity.STOP
    assert problem.remedy is None


def test_unusual_heat_is_asked_about_but_allowed() -> None:
    (problem,) = check_oven(OvenSetting(value=250, scale=Scale.C))
    assert problem.severity is Severity.ASK
    assert not check_oven(OvenSetting(value=180))


def test_a_baker_hears_round_numbers() -> None:
    assert say(176.7, Scale.F) == "350 °F"
    assert say(180, Scale.GAS) == "gas 4"
    assert say(180, Scale.C) == "180 °C"


@pytest.mark.parametrize(
    ("celsius", "fahrenheit"), [(150, 300), (163, 325), (177, 350), (180, 355), (190, 375), (204, 400), (218, 425)]
)
def test_fahrenheit_is_told_to_the_nearest_five(celsius: float, fahrenheit: int) -> None:
    assert say(celsius, Scale.F) == f"{fahrenheit} °F"

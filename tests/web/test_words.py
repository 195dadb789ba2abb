"""Numbers as a baker reads them: always with a unit, in the kitchen's own."""

import re
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.dough.weigh_in import tolerance_g
from finebatch.core.kitchen.oven import Scale, gas_marks, say, to_c
from tests.web.conftest import Interface

METRIC, US = {"units": "metric"}, {"units": "us"}
NUMBERS = "words/numbers.ts"
HEAT = "words/heat.ts"
MARKS = [list(mark) for mark in gas_marks()]


def inches(text: str) -> Fraction:
    """“2 3⁄8 in” as a number."""
    whole = Fraction(0)
    for part in text.removesuffix(" in").split():
        top, _, bottom = part.partition("⁄")
        whole += Fraction(int(top), int(bottom or 1))
    return whole


@given(mm=st.floats(0, 600))
def test_a_length_is_never_further_off_than_its_last_figure(interface: Interface, mm: float) -> None:
    assert abs(float(interface.call(NUMBERS, "length", mm, METRIC).removesuffix(" mm")) - mm) <= 0.5 + 1e-9
    assert abs(float(inches(interface.call(NUMBERS, "length", mm, US))) - mm / 25.4) <= 1 / 16 + 1e-9
    assert abs(float(inches(interface.call(NUMBERS, "thickness", mm, US))) - mm / 25.4) <= 1 / 32 + 1e-9


@given(g=st.floats(0, 5000))
def test_a_weight_reads_back_as_itself(interface: Interface, g: float) -> None:
    metric = interface.call(NUMBERS, "mass", g, METRIC)
    number, unit = metric.split()
    assert unit == ("kg" if g >= 1000 else "g")
    assert float(number) * (1000 if unit == "kg" else 1) == pytest.approx(g, abs=5 if g >= 1000 else 0.5)
    us = interface.call(NUMBERS, "mass", g, US)
    pounds = re.fullmatch(r"(?:(\d+) lb )?([\d.]+) oz", us)
    assert pounds is not None
    assert float(pounds[2]) < 16
    ounces = 16 * int(pounds[1] or 0) + float(pounds[2])
    assert ounces == pytest.approx(g / 28.35, abs=0.051)


@given(value=st.floats(0, 240))
def test_minutes_are_told_to_the_half(interface: Interface, value: float) -> None:
    text = interface.call(NUMBERS, "minutes", value)
    told = float(text.removesuffix("½") or 0) + (0.5 if text.endswith("½") else 0)
    assert abs(told - value) <= 0.25 + 1e-9


@pytest.mark.parametrize(
    ("name", "arguments", "text"),
    [
        ("grams", (4.44,), "4.4 g"),
        ("grams", (0,), "0 g"),
        ("grams", (214.4,), "214 g"),
        ("percent", (61.49,), "61%"),
        ("percent", (-0.2,), "0%"),
        ("duration", (3 * 3600 + 5 * 60,), "3 h 05 min"),
        ("duration", (59 * 60,), "59 min"),
        ("plural", (1, "tray"), "1 tray"),
        ("plural", (2, "batch", "batches"), "2 batches"),
        ("loadsText", ([12, 12, 9],), "12 + 12 + 9"),
        ("loadsText", ([12] * 9,), "9 × up to 12"),
        ("roomTemperature", (20, "f"), "68 °F"),
        ("roomTemperature", (20.5, "gas"), "20.5 °C"),
        ("lengthRange", ({"value": 71, "low": 66, "high": 77}, METRIC), "66 to 77 mm"),
        ("lengthRange", ({"value": 71, "low": 70.9, "high": 71.1}, METRIC), "71 mm"),
        ("clock", ({"$date": "2026-06-05T18:05:00"}, METRIC), "18:05"),
        ("clock", ({"$date": "2026-06-05T18:05:00"}, US), "6:05 PM"),
        ("day", ({"$date": "2026-06-05T18:05:00"}, METRIC), "Friday 5 June"),
        ("day", ({"$date": "2026-06-05T18:05:00"}, US), "Friday, June 5"),
        ("day", ({"$date": "2026-06-05T18:05:00"}, {**METRIC, "dates": "ymd"}), "Friday, 2026-06-05"),
        ("clock", ({"$date": "2026-06-05T18:05:00"}, {**METRIC, "clock": "12h"}), "6:05 PM"),
        ("clock", ({"$date": "2026-06-05T18:05:00"}, {**US, "clock": "24h"}), "18:05"),
    ],
)
def test_what_a_baker_reads(interface: Interface, name: str, arguments: tuple[object, ...], text: str) -> None:
    assert interface.call(NUMBERS, name, *arguments).replace("\u202f", " ") == text


@given(celsius=st.integers(100, 290), scale=st.sampled_from(list(Scale)))
def test_the_oven_is_told_as_the_core_tells_it(interface: Interface, celsius: int, scale: Scale) -> None:
    text = interface.call(HEAT, "ovenHeat", celsius, scale.value, MARKS)
    if scale is Scale.GAS:
        mark = float(text.removeprefix("gas "))
        off = abs(to_c(mark, Scale.GAS) - celsius)
        assert off == min(abs(degrees - celsius) for _, degrees in gas_marks())
    else:
        assert text == say(celsius, scale)


@given(value=st.integers(20, 55).map(lambda fives: 5 * fives), scales=st.permutations(list(Scale)))
def test_a_heat_taken_to_another_dial_is_one_that_dial_has(
    interface: Interface, value: int, scales: list[Scale]
) -> None:
    to = scales[0]
    shown = interface.call(HEAT, "onDial", value, "c", to.value, MARKS)
    if to is Scale.GAS:
        assert shown in {mark for mark, _ in gas_marks()}
    else:
        assert shown % 5 == 0
        assert to_c(shown, to) == pytest.approx(value, abs=2.6)


@given(g=st.floats(0.5, 5000))
def test_ounces_typed_as_they_are_read_are_near_enough(interface: Interface, g: float) -> None:
    said, unit = interface.call(NUMBERS, "weighed", g, US).split()
    assert unit == "oz"
    assert abs(float(said) * interface.call(NUMBERS, "gramsPer", US) - g) <= tolerance_g(g)

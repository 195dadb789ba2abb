"""How cold the dough is at the oven door."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.baking.temperature import THAWED_C, dough_temperature_c
from finebatch.core.dough.making import Making
from finebatch.core.forming.ball import BallForm
from finebatch.core.forming.block import BlockForm
from finebatch.core.forming.registry import FORMINGS
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.kitchen.cold import FREEZER_C, FRIDGE_C

hours, rooms = st.floats(0, 96), st.floats(5, 40)
forms = st.sampled_from([forming.form() for forming in FORMINGS.values()])


@given(chill_h=hours, more_h=hours, room_c=rooms, form=forms)
def test_a_longer_chill_is_never_warmer_and_nothing_is_warmer_than_the_room(
    chill_h: float, more_h: float, room_c: float, form: ScoopForm
) -> None:
    short = dough_temperature_c(Making(chill_h=chill_h), room_c, form)
    long = dough_temperature_c(Making(chill_h=min(96, chill_h + more_h)), room_c, form)
    assert long <= short + 1e-9
    assert min(FRIDGE_C, FREEZER_C) <= long
    assert short <= max(room_c, FRIDGE_C) + 1e-9


@given(chill_h=hours, room_c=rooms)
def test_hands_warm_a_ball_but_not_a_scoop(chill_h: float, room_c: float) -> None:
    scooped = dough_temperature_c(Making(chill_h=chill_h), room_c, ScoopForm())
    rolled = dough_temperature_c(Making(chill_h=chill_h), room_c, BallForm())
    assert scooped <= rolled <= scooped + 6 + 1e-9


@pytest.mark.parametrize(
    ("making", "form", "celsius"),
    [
        (Making(frozen=True), ScoopForm(), FREEZER_C),
        (Making(frozen=True, thawed=True), ScoopForm(), THAWED_C),
        (Making(), BlockForm(), FRIDGE_C),
        (Making(), BlockForm(frozen=True), FREEZER_C),
        (Making(chill_h=0), ScoopForm(), 21.0),
    ],
)
def test_what_comes_from_the_cold_is_as_cold_as_that(making: Making, form: ScoopForm, celsius: float) -> None:
    assert dough_temperature_c(making, 21.0, form) == pytest.approx(celsius)

"""More or less of a dough: every cookie the size it was, every share its part."""

from typing import Any

import pytest

from finebatch.core.bench.assess import assess
from finebatch.core.bench.scaling import scaled, times
from finebatch.core.bench.spec import Share, ShareBy
from finebatch.core.bench.starters import starters
from finebatch.core.forming.ball import BallBy, BallForm
from finebatch.core.forming.log import LogForm
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.formula.scaling import ScaleBy, ScaleRequest
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import drop_dough

KITCHEN = Kitchen()


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.style_id)
def test_twice_the_dough_is_twice_the_cookies_of_the_same_size(starter: Any) -> None:
    before, after = (assess(spec, KITCHEN).outcome for spec in (starter.spec, times(starter.spec, KITCHEN, 2)))
    assert before is not None
    assert after is not None
    assert after.pieces.mass_g == pytest.approx(before.pieces.mass_g, rel=0.03)
    assert after.pieces.raw_height_mm == pytest.approx(before.pieces.raw_height_mm, rel=0.03)
    assert after.pieces.count == pytest.approx(2 * before.pieces.count, abs=max(3, 0.08 * before.pieces.count))


def test_balls_by_count_stay_as_large_and_are_more() -> None:
    spec = drop_dough(form=BallForm(by=BallBy.COUNT, count=20))
    made = scaled(spec, KITCHEN, ScaleRequest(by=ScaleBy.COUNT, value=30))
    assert made.factor == pytest.approx(1.5)
    assert made.spec.form == BallForm(by=BallBy.COUNT, count=30)


@pytest.mark.parametrize(("by", "amount"), [(ShareBy.PERCENT, 25.0), (ShareBy.GRAMS, 150.0), (ShareBy.PIECES, 6.0)])
def test_a_share_keeps_its_part_of_a_larger_batch(by: ShareBy, amount: float) -> None:
    share = Share(id="s", name="S", by=by, amount=amount, form=ScoopForm(portion_g=25))
    spec = drop_dough(shares=(share,))
    before, after = assess(spec, KITCHEN), assess(times(spec, KITCHEN, 2), KITCHEN)
    assert after.shares[0].mass_g == pytest.approx(2 * before.shares[0].mass_g)
    assert after.shaped_g == pytest.approx(2 * (before.shaped_g or 0))


def test_so_many_of_the_rest_are_made_beside_the_shares() -> None:
    spec = drop_dough(shares=(Share(id="s", name="Log", amount=40.0, form=LogForm()),))
    made = scaled(spec, KITCHEN, ScaleRequest(by=ScaleBy.COUNT, value=24)).spec
    outcome = assess(made, KITCHEN).outcome
    assert outcome is not None
    assert outcome.pieces.count in (23, 24, 25)  # lines are rounded to spoons


def test_a_dough_made_once_is_itself() -> None:
    spec = drop_dough()
    assert times(spec, KITCHEN, 1) is spec

"""Forms and portions by what a card claims."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.card.claims import Claim, ClaimKind
from finebatch.core.forming.ball import BallBy, BallForm
from finebatch.core.forming.claimed import form_of_claims, other_way, portion_of
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.cutters import Cutter
from finebatch.core.forming.pan import PanForm, PanShape
from finebatch.core.forming.rusk import RuskForm
from finebatch.core.forming.scoop import ScoopForm


def claimed(**values: float | str | tuple[float, float]) -> dict[ClaimKind, Claim]:
    found = {}
    for name, value in values.items():
        kind = ClaimKind(name)
        if isinstance(value, str):
            found[kind] = Claim(kind=kind, word=value)
        elif isinstance(value, tuple):
            found[kind] = Claim(kind=kind, low=value[0], high=value[0], across=value[1])
        else:
            found[kind] = Claim(kind=kind, low=value, high=value)
    return found


@given(dough_g=st.floats(300, 3000), count=st.integers(10, 120))
def test_a_count_alone_shares_the_dough(dough_g: float, count: int) -> None:
    portion = portion_of(claimed(yield_pieces=count), dough_g, 1.2)
    assert portion is not None
    assert portion.said_g[ClaimKind.YIELD_PIECES] == pytest.approx(dough_g / count)
    between = sorted((25.0, dough_g / count))
    assert between[0] * 0.99 <= portion.mass_g <= between[1] * 1.01  # drawn a little towards the usual cookie


@given(mass_g=st.floats(15, 60))
def test_claims_that_agree_are_believed(mass_g: float) -> None:
    across = (6 * mass_g / 1.2 * 1000 / math.pi) ** (1 / 3)
    portion = portion_of(claimed(yield_pieces=900 / mass_g, ball_mm=across, spoon_ml=mass_g / 1.2), 900, 1.2)
    assert portion is not None
    assert portion.mass_g == pytest.approx(mass_g, rel=0.1)
    assert all(share > 0.8 for share in portion.believed.values())


def test_one_that_contradicts_the_rest_is_not_believed() -> None:
    portion = portion_of(claimed(yield_pieces=12, ball_mm=34, portion_g=25), 900, 1.2)
    assert portion is not None
    assert portion.mass_g == pytest.approx(25, rel=0.05)
    assert portion.believed[ClaimKind.YIELD_PIECES] < 0.5 < portion.believed[ClaimKind.PORTION_G]


@given(
    st.floats(1, 5000),
    st.dictionaries(st.sampled_from(["yield_pieces", "ball_mm", "spoon_ml", "portion_g"]), st.floats(0.5, 400)),
)
def test_no_claim_of_a_portion_breaks_the_sum(dough_g: float, values: dict[str, float]) -> None:
    portion = portion_of(claimed(**values), dough_g, 1.2)
    assert (portion is None) == (not values)
    if portion:
        assert 0 < portion.mass_g < 1e6
        assert all(0 <= share <= 1 + 1e-9 for share in portion.believed.values())


def test_the_words_choose_the_form_and_the_sizes() -> None:
    scoop = form_of_claims(claimed(form="scoop", yield_pieces=30), 900, 1.2)
    assert isinstance(scoop, ScoopForm)
    assert scoop.portion_g == pytest.approx(30, rel=0.05)
    star = form_of_claims(claimed(form="cutout", thickness_mm=4, cutter_mm=70), 900, 1.2, "Cut with a star cutter")
    assert star == CutoutForm(cutter=Cutter.STAR, thickness_mm=4, cutter_mm=70)
    pan = form_of_claims(claimed(form="pan", pan_mm=(280.0, 180.0), yield_pieces=24), 900, 1.2)
    assert isinstance(pan, PanForm)
    assert (pan.shape, pan.width_mm, pan.length_mm, pan.across * pan.along) == (PanShape.RECTANGLE, 180, 280, 24)
    tails = form_of_claims(claimed(form="pan", pan_mm=178, yield_pieces=8), 340, 1.2, "round sandwich tin")
    assert isinstance(tails, PanForm)
    assert (tails.shape, tails.wedges) == (PanShape.ROUND, 8)
    rusk = form_of_claims(claimed(form="twice_baked", log_mm=60, slice_mm=12, second_oven_c=140), 900, 1.2)
    assert isinstance(rusk, RuskForm)
    assert (rusk.log_mm, rusk.slice_mm, rusk.second_c) == (60, 12, 140)
    assert form_of_claims(claimed(yield_pieces=30), 900, 1.2) is None


def test_a_size_no_form_takes_is_left_out() -> None:
    assert form_of_claims(claimed(form="cutout", thickness_mm=400, cutter_mm=2), 900, 1.2) == CutoutForm()


def test_a_ball_goes_by_what_is_believed_and_offers_the_other() -> None:
    claims = claimed(form="ball", yield_pieces=36, ball_mm=25.4)
    ball = form_of_claims(claims, 800, 1.2)
    assert isinstance(ball, BallForm)
    assert ball.by is BallBy.COUNT
    assert ball.count == 36
    other = other_way(ball, claims)
    assert other is not None
    assert other[1:] == ("form.by", "width")
    assert other_way(ScoopForm(), claims) is None

"""One dough, several shares: nothing is lost or made, each is given what it asks for, and bakes as a dough of its own would."""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.base.problems import Refusal, Severity
from finebatch.core.bench.assess import assess, baked_width_mm, shares_alone
from finebatch.core.bench.dividing import alone, share_named
from finebatch.core.bench.report import Report, report
from finebatch.core.bench.spec import DoughSpec, Keep, Share, ShareBy
from finebatch.core.bench.starters import starters
from finebatch.core.bench.whatif import Factor, what_if
from finebatch.core.card.headings import split_card
from finebatch.core.finishing.kinds import Finishing, FinishKind
from finebatch.core.forming.ball import BallBy, BallForm
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.log import LogForm
from finebatch.core.forming.pan import PanForm
from finebatch.core.forming.registry import FORMINGS
from finebatch.core.forming.rope import RopeForm
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.inverse.wish import SizeWish, form_for
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.formats.cards import dough_in_markdown, to_markdown
from tests.kit import CUT_CARD, cut_dough, drop_dough

KITCHEN = Kitchen()
FORMS = [form() for form in FORMINGS]


def share(**settings: Any) -> Share:
    return Share(**{"id": "s", "name": "The other half", **settings})


def of(found: Report, index: int = 0) -> Report:
    return found.shares[index].report


@settings(max_examples=40)
@given(st.lists(st.tuples(st.sampled_from(list(ShareBy)), st.floats(1, 60)), min_size=1, max_size=5))
def test_shares_and_rest_are_the_dough_and_something_is_always_left(asked: list[tuple[ShareBy, float]]) -> None:
    forms = (ScoopForm(portion_g=20), BallForm(portion_g=15), LogForm(), RopeForm(), CutoutForm(cutter_mm=40))
    shares = tuple(share(id=f"s{n}", by=by, amount=amount, form=forms[n]) for n, (by, amount) in enumerate(asked))
    found = assess(cut_dough(shares=shares), KITCHEN)
    assert found.dough is not None
    assert found.shaped_g is not None
    assert found.shaped_g > 0
    assert found.shaped_g + sum(one.mass_g for one in found.shares) == pytest.approx(found.dough.mass_g)
    refused = {problem.field for problem in found.problems if problem.field.endswith(".amount")}
    assert refused == {f"shares.{one.id}.amount" for one in shares} - {
        f"shares.{one.id}.amount" for one in found.shares
    }


@pytest.mark.parametrize("form", FORMS, ids=lambda form: form.kind)
def test_a_tenth_asked_is_a_tenth_given_in_every_form(form: Any) -> None:
    spec = cut_dough(shares=(share(amount=10.0, form=form),))
    found = report(spec, KITCHEN)
    (one,) = found.assessment.shares
    assert one.mass_g == pytest.approx(found.assessment.dough.mass_g / 10)  # type: ignore[union-attr]
    if of(found).yields:
        (stated,) = of(found).yields
        assert stated.batch_raw_g == pytest.approx(one.mass_g)
        assert stated.count * stated.raw_each_g + stated.leftover_g == pytest.approx(one.mass_g)
    else:
        assert any(problem.field.startswith("shares.s") for problem in found.assessment.problems)


@pytest.mark.parametrize(
    "form",
    [ScoopForm(portion_g=20), BallForm(portion_g=15), BallForm(by=BallBy.WIDTH, ball_mm=25), LogForm(), RopeForm(), CutoutForm(cutter_mm=40)],
    ids=["scoop", "ball", "ball-mm", "log", "rope", "cutout"],
)  # fmt: skip
@pytest.mark.parametrize("count", [5, 12])
def test_so_many_pieces_asked_are_as_many_with_their_scraps_and_ends(form: Any, count: int) -> None:
    found = assess(cut_dough(shares=(share(by=ShareBy.PIECES, amount=count, form=form),)), KITCHEN)
    outcome = found.shares[0].found.outcome
    assert outcome is not None
    # Scraps may give a few more than the first sheet was rolled for.
    assert count <= outcome.pieces.count <= count + 2


@pytest.mark.parametrize("form", [PanForm(), BallForm(by=BallBy.COUNT)], ids=["pan", "count"])
def test_pieces_of_a_form_without_a_size_of_its_own_are_asked_for_otherwise(form: Any) -> None:
    found = assess(cut_dough(shares=(share(by=ShareBy.PIECES, amount=8, form=form),)), KITCHEN)
    assert found.shares == ()
    (problem,) = [problem for problem in found.problems if problem.field == "shares.s.amount"]
    assert "grams or in %" in problem.message
    assert found.shaped_g == pytest.approx(found.dough.mass_g)  # type: ignore[union-attr]


def test_a_share_of_the_same_shape_bakes_as_the_whole_would() -> None:
    whole = assess(drop_dough(), KITCHEN)
    spec = drop_dough(shares=(share(form=ScoopForm(portion_g=40), amount=50.0),))
    found = assess(spec, KITCHEN)
    (one,) = found.shares
    for part in (one.found, found):
        assert part.outcome is not None
        assert whole.outcome is not None
        assert part.outcome.baked == whole.outcome.baked
        assert part.outcome.window == whole.outcome.window
    assert one.found.dough == found.dough == whole.dough


def test_balls_by_count_divide_what_the_shares_leave() -> None:
    spec = drop_dough(form=BallForm(by=BallBy.COUNT, count=10), shares=(share(amount=50.0),))
    found = assess(spec, KITCHEN)
    assert found.outcome is not None
    assert found.outcome.pieces.mass_g == pytest.approx(found.dough.mass_g / 20)  # type: ignore[union-attr]
    # What is asked of it alone is asked of this half.
    assert baked_width_mm(spec, KITCHEN) == pytest.approx(found.outcome.baked.diameter_mm.value, rel=1e-3)
    form = form_for(spec, found, KITCHEN, SizeWish(count=20))
    assert isinstance(form, BallForm)
    assert form.count == 20


def test_a_share_is_a_dough_of_its_own_for_every_other_question() -> None:
    spec = drop_dough(shares=(share(amount=25.0, form=BallForm(by=BallBy.COUNT, count=8)),))
    found = assess(spec, KITCHEN)
    ((_, one),) = shares_alone(spec, found, KITCHEN)
    own = assess(one, KITCHEN)
    assert own.shaped_g == pytest.approx(found.dough.mass_g / 4)  # type: ignore[union-attr]
    curve = what_if(one, own, KITCHEN, Factor.SHAPING)
    now = next(point for point in curve.points if point.now)
    assert own.outcome is not None
    assert now.diameter_mm.value == pytest.approx(own.outcome.baked.diameter_mm.value, rel=1e-3)


@pytest.mark.parametrize("keep", [Keep.FRIDGE, Keep.FREEZER])
def test_what_is_kept_bakes_cold_narrower_and_no_sooner(keep: Keep) -> None:
    spec = drop_dough(shares=(share(form=ScoopForm(portion_g=40), keep=keep),))
    found = assess(spec, KITCHEN)
    (one,) = found.shares
    assert one.keep_note.startswith("With egg")
    assert one.found.outcome is not None
    assert found.outcome is not None
    assert one.found.outcome.baked.diameter_mm.value < found.outcome.baked.diameter_mm.value
    assert one.found.outcome.window.aim_min >= found.outcome.window.aim_min
    same = assess(spec.but(shares=(), making=one.making), KITCHEN)
    assert same.outcome is not None
    assert same.outcome.baked.diameter_mm == one.found.outcome.baked.diameter_mm


def test_raw_dough_is_not_kept_longer_than_it_keeps() -> None:
    def warned(hours: float) -> list[str]:
        spec = drop_dough(shares=(share(keep=Keep.FRIDGE, keep_h=hours),))
        return [p.message for p in assess(spec, KITCHEN).problems if p.field == "shares.s.keep_h"]

    assert warned(40) == []
    (sentence,) = warned(60)
    assert "longer than raw dough keeps" in sentence


def test_a_share_that_takes_all_or_more_is_refused_at_its_amount() -> None:
    for amount in (100.0, 260.0):
        found = assess(drop_dough(shares=(share(amount=amount), share(id="t", amount=20.0))), KITCHEN)
        (problem,) = [problem for problem in found.problems if problem.field == "shares.s.amount"]
        assert problem.severity is Severity.STOP
        assert "a part of it must stay" in problem.message
        assert [one.id for one in found.shares] == ["t"]


def test_what_stands_in_a_shares_way_is_said_with_its_name_and_the_rest_bakes() -> None:
    found = assess(drop_dough(shares=(share(amount=2.0, form=LogForm(log_mm=100)),)), KITCHEN)
    (one,) = found.shares
    assert one.found.outcome is None
    assert found.outcome is not None
    assert any(p.field == "shares.s" and p.message.startswith("The other half: ") for p in found.problems)
    assert [p.field for p in one.found.problems] == ["form.log_mm"]


def test_a_share_that_is_gone_is_said() -> None:
    with pytest.raises(Refusal, match="is gone"):
        share_named(drop_dough(), "s")


def test_alone_keeps_what_is_the_doughs_and_takes_what_is_the_shares() -> None:
    one = share(form=LogForm(), tray_id="small", finishings=(Finishing(kind=FinishKind.DRIZZLE),))
    spec = drop_dough(name="Both", shares=(one,))
    own = alone(spec, one, 0.5)
    assert (own.name, own.lines, own.making) == (spec.name, spec.lines, spec.making)
    assert (own.form, own.tray_id, own.finishings, own.of_dough, own.shares) == (
        LogForm(),
        "small",
        one.finishings,
        0.5,
        (),
    )


# --- finishes, yields, print -------------------------------------------------------------------------------------

JAM = CUT_CARD + "\nFor the filling:\n60 g gooseberry jam\nFor the glaze:\n100 g icing sugar\n20 g lemon juice"


def test_plain_and_filled_balls_of_one_dough_and_the_jam_goes_to_the_filled_ones() -> None:
    filled = share(name="Filled", form=BallForm(portion_g=15, filling_g=3), amount=40.0)
    spec = DoughSpec(lines=tuple(split_card(JAM)), form=BallForm(portion_g=15), shares=(filled,))
    found = report(spec, KITCHEN)
    # The jam goes to those that are filled; the glaze, which nobody chose for one of them, to both.
    assert [plan.kind for plan in of(found).finishes] == [FinishKind.FILLING, FinishKind.GLAZE]
    assert of(found).finishes[0].written_g == pytest.approx(60)
    assert [plan.kind for plan in found.finishes] == [FinishKind.GLAZE]
    chosen = report(spec.but(finishings=(Finishing(kind=FinishKind.GLAZE),)), KITCHEN)
    assert [plan.kind for plan in of(chosen).finishes] == [FinishKind.FILLING]
    plain, jammed = found.yields[0].nutrition, of(found).yields[0].nutrition
    without = report(spec.but(lines=tuple(split_card(CUT_CARD))), KITCHEN)
    # Jam and glaze are both in the filled ones.
    assert jammed.sugars_g > of(without).yields[0].nutrition.sugars_g
    assert plain.sugars_g > without.yields[0].nutrition.sugars_g
    total = sum(
        part.yields[0].count * (part.yields[0].nutrition.sugars_g - bare.yields[0].nutrition.sugars_g)
        for part, bare in ((found, without), (of(found), of(without)))
    )
    whole = report(DoughSpec(lines=tuple(split_card(JAM)), form=BallForm(portion_g=15)), KITCHEN).yields[0]
    bare = report(DoughSpec(lines=tuple(split_card(CUT_CARD)), form=BallForm(portion_g=15)), KITCHEN).yields[0]
    assert total == pytest.approx(whole.count * (whole.nutrition.sugars_g - bare.nutrition.sugars_g), rel=0.03)


def test_one_glaze_on_two_shares_is_given_by_what_each_needs() -> None:
    glazed = (Finishing(kind=FinishKind.GLAZE),)
    spec = DoughSpec(lines=tuple(split_card(JAM)), form=CutoutForm(), finishings=glazed, shares=(share(form=CutoutForm(cutter_mm=40), finishings=glazed),))  # fmt: skip
    found = report(spec, KITCHEN)
    mine, theirs = (next(p for p in part.finishes if p.kind is FinishKind.GLAZE) for part in (found, of(found)))
    assert mine.written_g is not None
    assert theirs.written_g is not None
    assert mine.written_g + theirs.written_g == pytest.approx(120)
    assert mine.written_g / theirs.written_g == pytest.approx(mine.total_g / theirs.total_g)


def test_the_printed_card_says_every_share_under_its_name() -> None:
    spec = drop_dough(shares=(share(name="Frozen", form=BallForm(portion_g=20), keep=Keep.FREEZER),))
    found = report(spec, KITCHEN)
    mine, theirs = found.working, of(found).working
    assert {row.label for row in theirs} >= {"Shape", "Oven", "Bake", "Makes", "Keeps"}
    assert mine[0].label == theirs[0].label == "Takes"
    assert "of the dough" in theirs[0].text
    assert "freezer" in theirs[0].text
    text = to_markdown(spec, found)
    assert text.index("### The rest") < text.index(mine[1].text) < text.index("### Frozen") < text.index(theirs[1].text)
    assert dough_in_markdown(text) == spec


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.style_id)
def test_every_starter_can_be_halved_and_each_half_is_accounted_for(starter: Any) -> None:
    spec = starter.spec
    half = share(**{name: getattr(spec, name) for name in ("form", "oven", "style_id", "finishings")}, amount=50.0)
    found = report(spec.but(shares=(half,)), KITCHEN)
    for part in (found, of(found)):
        (one,) = part.yields
        assert one.count * one.raw_each_g + one.leftover_g == pytest.approx(one.batch_raw_g)
        assert one.batch_raw_g == pytest.approx(found.assessment.dough.mass_g / 2)  # type: ignore[union-attr]

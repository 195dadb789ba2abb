"""What a record says to the model, what is asked of it, and why two bakes differ."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from finebatch.core.base.problems import Refusal, Severity
from finebatch.core.bench.assess import assess_rest, case_for
from finebatch.core.kitchen.bakeware import Liner
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import OvenSetting
from finebatch.core.learning.nominal import nominals
from finebatch.core.learning.unknowns import Output
from finebatch.core.notebook.apart import Unexplained
from finebatch.core.notebook.batch import batch_of, foretold_for
from finebatch.core.notebook.difference import difference
from finebatch.core.notebook.questions import questions
from finebatch.core.notebook.record import Measured
from finebatch.core.notebook.said import said_of
from tests.core.notebook.kit import bake, known
from tests.kit import cut_dough, drop_dough


def said(one):
    case = case_for(one.spec, one.kitchen)
    nominal = nominals([(case, False)])[0]
    return {each.output: each for each in said_of(one, case, nominal)}, nominal


def test_what_was_left_out_says_nothing() -> None:
    assert said(bake())[0] == {}


def test_more_widths_are_surer() -> None:
    one, six = (said(bake(widths_mm=(80.0,) * n))[0][Output.WIDTH] for n in (1, 6))
    assert one.value == six.value == pytest.approx(math.log(80))
    assert six.sd < one.sd
    assert one.sd == pytest.approx(math.hypot(0.012, 0.03))


def test_a_verdict_bounds_the_minutes() -> None:
    right, nominal = said(bake(oven_min=12, verdict="right"))
    pale, _ = said(bake(oven_min=12, verdict="pale"))
    dark, _ = said(bake(oven_min=12, verdict="dark"))
    assert right[Output.MINUTES].value == pytest.approx(math.log(12))
    assert pale[Output.MINUTES].value is dark[Output.MINUTES].value is None
    assert pale[Output.MINUTES].low == pytest.approx(math.log(12) + nominal.half_window)
    assert dark[Output.MINUTES].high == pytest.approx(math.log(12) - nominal.half_window)


def test_who_bakes_soft_takes_them_out_early_in_the_window() -> None:
    soft, usual, crisp = (
        said(bake(drop_dough(finish=finish), oven_min=12, verdict="right"))[0][Output.MINUTES].value for finish in ("soft", "usual", "crisp")
    )  # fmt: skip
    assert soft > usual > crisp


def test_a_thermometer_is_told_from_the_dial() -> None:
    hot, _ = said(bake(drop_dough(oven=OvenSetting(value=180)), oven_read_c=196))
    assert hot[Output.OVEN].value == pytest.approx(16)
    wild, _ = said(bake(drop_dough(oven=OvenSetting(value=180)), oven_read_c=300))
    assert wild[Output.OVEN].value == 40


def asked(**measured):
    spec, home = drop_dough(), Kitchen()
    foretold, found = foretold_for(spec, home, known())
    return questions(Measured(**measured), foretold, found), foretold


def test_what_is_likely_is_not_questioned() -> None:
    _, foretold = asked()
    likely = foretold.width_mm.value
    assert (
        asked(
            widths_mm=(likely, 1.2 * likely),
            height_mm=foretold.height_mm.value,
            oven_min=foretold.aim_min,
            count=foretold.count,
        )[0]
        == ()
    )


@pytest.mark.parametrize(("slip", "factor"), [("centimetres", 0.1), ("inches", 1 / 25.4)])
def test_a_slip_of_the_unit_is_asked_with_what_was_meant(slip: str, factor: float) -> None:
    _, foretold = asked()
    (problem,) = asked(widths_mm=(foretold.width_mm.value * factor,))[0]
    assert problem.field == "widths_mm.0"
    assert problem.severity is Severity.ASK
    assert problem.remedy is not None
    assert float(problem.remedy.value) == pytest.approx(foretold.width_mm.value, rel=0.02)


def test_a_cookie_as_wide_as_a_tray_and_more_than_the_dough_are_asked() -> None:
    found, _ = asked(widths_mm=(400,), count=500, oven_min=90)
    assert {problem.field for problem in found} == {"widths_mm.0", "count", "oven_min"}
    assert "500 cookies of this dough would be" in next(p.message for p in found if p.field == "count")


@pytest.mark.parametrize(
    "wrong", [{"oven_min": 0}, {"count": 0}, {"widths_mm": (0.5,)}, {"liked": 6}, {"oven_read_c": 900}]
)
def test_what_cannot_be_is_refused(wrong: dict) -> None:
    with pytest.raises(ValidationError):
        Measured(**wrong)


def test_a_batch_is_a_dough_of_its_own() -> None:
    home = Kitchen()
    small, name = batch_of(cut_dough(form=cut_dough().form.but(small_mm=40)), home, "small")
    assert (small.form.cutter_mm, name) == (40, "Small")
    assert batch_of(drop_dough(), home, "") == (drop_dough(), "")
    with pytest.raises(Refusal, match="second size"):
        batch_of(drop_dough(), home, "small")


def test_two_equal_bakes_have_no_shares() -> None:
    told = difference(bake(widths_mm=(80,), oven_min=12), bake(widths_mm=(82,), oven_min=12), known())
    assert told.changes == ()
    assert told.lines == ()
    assert told.width is not None
    assert told.width.seen == told.width.rest == pytest.approx(2, abs=0.05)
    assert told.width.verdict is Unexplained.USUAL


CHANGES = {
    "portion": lambda spec: spec.but(form=spec.form.but(portion_g=52)),
    "oven_answer": lambda spec: spec.but(oven=OvenSetting(value=165)),
    "cold": lambda spec: spec.but(making=spec.making.but(chill_h=12)),
    "formula": lambda spec: spec.but(lines=tuple(line.but(text="350 g plain flour", mass_g=None) if "flour" in line.text else line for line in spec.lines)),
}  # fmt: skip


@settings(max_examples=25, deadline=None)
@given(
    st.sets(st.sampled_from(sorted(CHANGES)), min_size=1),
    st.floats(60, 120),
    st.floats(60, 120),
    st.floats(8, 25),
    st.floats(8, 25),
)
def test_shares_and_rest_are_what_was_seen(kinds, w1: float, w2: float, t1: float, t2: float) -> None:
    spec = drop_dough()
    for kind in sorted(kinds):
        spec = CHANGES[kind](spec)
    told = difference(
        bake(widths_mm=(w1,), oven_min=t1, verdict="right"),
        bake(spec, widths_mm=(w2,), oven_min=t2, verdict="right"),
        known(),
    )
    assert {change.kind for change in told.changes} == kinds
    assert sum(change.wider_mm for change in told.changes) + told.width.rest == pytest.approx(told.width.seen, abs=1e-6)
    assert sum(change.longer_min for change in told.changes) + told.minutes.rest == pytest.approx(
        told.minutes.seen, abs=1e-6
    )


def test_a_change_the_model_made_is_put_down_to_it() -> None:
    """The second bake is what the model says of a larger, colder one: nearly all of the difference is explained."""
    plain, home = drop_dough(), Kitchen()
    other = CHANGES["cold"](CHANGES["portion"](plain))
    widths = [assess_rest(spec, home).outcome.baked.diameter_mm.value for spec in (plain, other)]
    told = difference(bake(plain, widths_mm=(widths[0],)), bake(other, widths_mm=(widths[1],)), known())
    assert abs(told.width.rest) < 0.012 * widths[0]
    assert told.minutes is None
    by_kind = {change.kind: change for change in told.changes}
    assert by_kind["portion"].wider_mm > 0 > by_kind["cold"].wider_mm
    assert "52 g each instead of 40 g" in by_kind["portion"].saying


def test_something_not_written_down_is_said() -> None:
    told = difference(bake(widths_mm=(80,)), bake(widths_mm=(104,)), known())
    assert told.width.verdict is Unexplained.SOMETHING
    assert told.width.least < 24


def test_a_tray_is_told_by_its_lining() -> None:
    bare = Kitchen(liner=Liner.BARE)
    (change,) = difference(bake(), bake(kitchen=bare), known()).changes
    assert change.kind == "tray"
    assert "bare instead of" in change.saying

"""What is said of shaping a tray: what is done to raw pieces, sheets and scraps, egg and its coats, dents, pans."""

import re

from finebatch.core.day.steps.step import Kind
from finebatch.core.finishing.kinds import Finishing, FinishKind
from finebatch.core.forming.ball import BallForm
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.pan import PanForm
from tests.core.day.steps.reading import RUSKS, planned, said
from tests.kit import cut_dough, drop_dough


def test_what_is_done_to_raw_pieces_is_named() -> None:
    washed = cut_dough(
        name="Knots", finishings=(Finishing(kind=FinishKind.EGG_WASH), Finishing(kind=FinishKind.ROLLING_SUGAR))
    )
    first = said(planned(washed), Kind.FORM)[0]
    assert first.title.startswith("Roll and cut ")
    assert ", roll in sugar: Knots" in first.title
    assert re.match(
        r"Flour the board and the pin lightly, or roll between two papers\. The first sheet is \d+ × \d+ mm rolled out\. Line the tray, .* \(45 s\); roll and cut \d+ \(5 mm thick, [\d.]+ min\); roll in sugar \(\d+ s\)\.",
        first.detail,
    )
    greased = cut_dough(name="Rounds", finishings=(Finishing(kind=FinishKind.GREASED_SHEET),))
    assert " Grease the tray (" in said(planned(greased), Kind.FORM)[0].detail


def test_one_sheet_feeds_both_cutters_and_scraps_are_gathered() -> None:
    both = cut_dough(name="Rounds", form=CutoutForm(cutter_mm=60, small_mm=30))
    shaped = said(planned(both), Kind.FORM)
    assert "the small ones come out of it too" in shaped[0].detail
    assert sum("first sheet" in step.detail for step in shaped) == 1
    plan = planned(cut_dough(name="Rounds", tray_id="small"))
    for step in said(plan, Kind.FORM):
        scraps = plan.work.loads[step.load or 0].scraps
        assert ("Gather the scraps" in step.title) == (scraps and "Go on" not in step.title)


def test_egg_is_beaten_once_and_brushed_on_just_before_each_tray_goes_in() -> None:
    washed = cut_dough(
        name="Knots", finishings=(Finishing(kind=FinishKind.EGG_WASH), Finishing(kind=FinishKind.TOPPING))
    )
    plan = planned(washed)
    brushed, into = said(plan, Kind.WASH), said(plan, Kind.LOAD)
    assert len(brushed) == len(plan.work.loads) > 1
    for wash, load in zip(brushed, into, strict=True):
        assert wash.end_s == load.start_s
        assert wash.title.startswith(
            f"Brush with egg, press the topping on, {plan.work.loads[wash.load or 0].pieces} on tray"
        )
    assert [step.detail.startswith("Beat an egg ") for step in brushed] == [True] + [False] * (len(brushed) - 1)
    assert not any("brush" in step.title for step in said(plan, Kind.FORM))


def test_a_first_coat_of_egg_dries_before_the_second() -> None:
    twice = cut_dough(name="Knots", finishings=(Finishing(kind=FinishKind.EGG_WASH, coats=2),))
    plan = planned(twice)
    for wash in said(plan, Kind.WASH):
        shaped = max(step.end_s for step in said(plan, Kind.FORM) if step.load == wash.load)
        assert wash.start_s - shaped >= 600
    assert ", brush with egg: Knots" in said(plan, Kind.FORM)[0].title
    (once,) = {
        load.wash_s for load in planned(cut_dough(finishings=(Finishing(kind=FinishKind.EGG_WASH),))).work.loads[:1]
    }
    assert plan.work.loads[0].wash_s == once


def test_logs_are_brushed_before_the_oven_and_pieces_out_of_the_freezer_were_sugared_before() -> None:
    plan = planned(RUSKS.but(finishings=(Finishing(kind=FinishKind.EGG_WASH),)))
    logs = [i for i, load in enumerate(plan.work.loads) if load.after_log is None]
    assert {step.load for step in said(plan, Kind.WASH)} == set(logs)
    assert all(step.title.startswith("Brush with egg, ") for step in said(plan, Kind.WASH))
    sugared = drop_dough(
        name="Drops", finishings=(Finishing(kind=FinishKind.ROLLING_SUGAR), Finishing(kind=FinishKind.EGG_WASH))
    )
    frozen = planned(sugared.but(making=sugared.making.but(frozen=True)))
    assert not any("sugar" in step.title + step.detail for step in said(frozen, Kind.FORM))
    assert said(frozen, Kind.WASH)


def test_a_tray_shaped_in_two_goes_is_gone_on_with_and_no_step_stands_twice() -> None:
    plan = planned(cut_dough(name="Rounds", tray_id="large"))
    for load in range(len(plan.work.loads)):
        mine = [step.title for step in said(plan, Kind.FORM) if step.load == load]
        assert not mine[0].startswith("Go on")
        assert all(title.startswith("Go on: ") for title in mine[1:])


def test_dents_that_are_filled_hot_are_pressed_again_half_way() -> None:
    form = BallForm(portion_g=18, pressed_mm=16, filling_g=4, filled_hot=True)
    raw, hot = (planned(cut_dough(name="Dents", form=one), racks=2) for one in (form.but(filled_hot=False), form))
    assert all("fill them level" in step.title for step in said(raw, Kind.FORM) if "Go on" not in step.title)
    assert said(raw, Kind.HOT) == []
    assert all(
        "fill" not in step.title and "press a dent in each" in step.title + step.detail
        for step in said(hot, Kind.FORM)
        if "Go on" not in step.title
    )
    turns = said(hot, Kind.TURN)
    assert turns
    for step in turns:
        assert re.match("Turn, (swap racks with tray ., )?and press the dents again: tray", step.title)
        assert step.end_s - step.start_s >= 20 + 2 * hot.work.loads[step.load or 0].pieces
    assert {step.load for step in said(hot, Kind.HOT)} == set(range(len(hot.work.loads)))
    assert all("fill the dents level" in step.title for step in said(hot, Kind.HOT))
    assert all("jam glossy" not in step.detail for step in hot.steps)


def test_a_pan_is_a_pan() -> None:
    plan = planned(cut_dough(name="Fingers", form=PanForm()))
    for step in plan.steps:
        assert "tray A" not in step.title
        assert "Tray A" not in step.title
    assert any("pan A" in step.title for step in said(plan, Kind.FORM))

"""Does a plan read as if a baker had written it? What is said, of whole plans of real doughs."""

import re
from datetime import UTC, datetime, timedelta
from itertools import pairwise

import pytest
from hypothesis import given, settings

from finebatch.core.bakemodel.mix import Mixing
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import starters
from finebatch.core.card.headings import split_card
from finebatch.core.day.byhand.place import first_plan
from finebatch.core.day.plan import Plan, make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver.search import Effort
from finebatch.core.day.steps.step import Kind, Lane, Step
from finebatch.core.day.steps.steps import steps_of
from finebatch.core.day.texts import Texts
from finebatch.core.day.times import to_ticks
from finebatch.core.day.work.work import DayWork
from finebatch.core.finishing.kinds import Finishing, FinishKind
from finebatch.core.forming.ball import BallForm
from finebatch.core.forming.batter import BatterForm
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.pan import PanForm
from finebatch.core.forming.rusk import RuskForm
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import OvenSetting
from tests.day_kit import as_steps, days
from tests.kit import cut_dough, drop_dough

NOW = datetime(2026, 5, 2, 9, 2, 37, tzinfo=UTC)
KITCHEN = Kitchen(rack_positions=2)
QUICK = Effort(shortest=0.2, calmest=0.05, tries=6)
STARTERS = {starter.style_id: starter.spec for starter in starters()}
RUSKS = STARTERS["twice_baked_lean"].but(name="Rusks", form=RuskForm(logs=2, length_mm=240))
WAFERS = STARTERS["foam_wafer"].but(name="Wafers", form=BatterForm(shaped_hot=True, shape_s=15, pliable_s=60))


def planned(*specs: DoughSpec, racks: int = 1) -> Plan:
    asks = tuple(DoughAsk(dough_id=spec.name) for spec in specs)
    asked = DayRequest(doughs=asks, when=ClockFixes.SOONEST, at=NOW, racks=racks)
    return make_plan(specs, KITCHEN, asked, NOW, QUICK)


def said(plan: Plan, kind: Kind) -> list[Step]:
    return [step for step in plan.steps if step.kind is kind]


def test_it_begins_on_full_five_minutes() -> None:
    assert planned(drop_dough()).origin == datetime(2026, 5, 2, 9, 10, tzinfo=UTC)


def test_what_gets_ready_is_what_the_method_says_never_a_fat_the_dough_has_not() -> None:
    (warm,) = said(planned(drop_dough(name="Drops")), Kind.SOFTEN)
    assert warm.title == "Take out the fat and the eggs, for Drops"
    assert "fingertip" in warm.detail
    lean = drop_dough(name="Nutty", lines=tuple(split_card("200 g plain flour\n150 g sugar\n2 eggs\n100 g hazelnuts")))
    (toast,) = said(planned(lean), Kind.SOFTEN)
    assert toast.title == "Toast the nuts and seeds if you like, for Nutty"
    assert "fat" not in toast.detail.lower().split()
    assert "fingertip" not in toast.detail


def test_a_bakers_own_words_need_no_full_stop() -> None:
    own = tuple(
        step.but(text="Butter out") if step.id == "soften" else step
        for step in _method(drop_dough())
        if step.id != "toast"
    )
    (warm,) = said(planned(drop_dough(name="Drops", method=own)), Kind.SOFTEN)
    assert warm.title == "Butter out, for Drops"
    assert warm.detail == "Ready when a fingertip leaves a clean dent."


def test_weighing_and_mixing_speak_the_methods_words_and_sifting_takes_its_time() -> None:
    plan = planned(drop_dough(name="Drops"))
    (weigh,), (mix,) = said(plan, Kind.WEIGH), said(plan, Kind.MIX)
    assert weigh.detail.startswith("Set out scale, bowls, trays and everything to be weighed. Sift together the ")
    assert "Cream the " in mix.detail or "Stir together the " in mix.detail
    assert mix.detail.endswith("Raw flour and raw egg are not for tasting.")
    (work,) = plan.work.doughs
    unsifted = drop_dough(name="Drops").but(method=tuple(s for s in _method(drop_dough()) if s.id != "sift"))
    assert planned(unsifted).work.doughs[0].weigh_s == work.weigh_s - 120


def _method(spec: DoughSpec):
    from finebatch.core.bench.assess import assess

    return assess(spec, KITCHEN).method


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


def test_butter_is_browned_by_somebody_and_then_cools_by_itself() -> None:
    brown = drop_dough(
        name="Brown",
        lines=tuple(split_card("150 g browned butter, cooled\n200 g brown sugar\n1 egg\n250 g plain flour")),
    )
    plan = planned(brown)
    (hob,), (cools,), (weigh,) = said(plan, Kind.BROWN), said(plan, Kind.SOFTEN), said(plan, Kind.WEIGH)
    assert hob.title == "Brown the butter in a light pan, for Brown"
    assert hob.detail.startswith("180 g, to have 150 g of it: 9 min, until it smells of nuts")
    assert hob.place is Lane.HANDS
    assert hob.end_s - hob.start_s == 9 * 60
    assert cools.start_s == hob.end_s
    assert cools.title.startswith("Let the browned butter cool")
    assert weigh.start_s - cools.start_s == 45 * 60
    assert not any("20 mm cubes" in step.title + step.detail for step in plan.steps)
    both = drop_dough(
        lines=tuple(split_card("80 g browned butter\n80 g soft butter\n200 g brown sugar\n1 egg\n250 g plain flour"))
    )
    assert "20 mm cubes" in " ".join(step.text for step in _method(both))


def test_butter_that_is_melted_anyway_is_not_left_to_get_soft() -> None:
    lines = tuple(split_card("150 g browned butter\n200 g brown sugar\n1 egg\n250 g plain flour"))
    melted = drop_dough(name="Melted", lines=lines)
    melted = melted.but(making=melted.making.but(mixing=Mixing.MELTED))
    plan = planned(melted)
    assert said(plan, Kind.SOFTEN) == said(plan, Kind.BROWN) == []
    (weigh,) = said(plan, Kind.WEIGH)
    assert "Brown the butter in a light pan: 180 g" in weigh.detail


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


def test_logs_and_slices_are_asked_for_their_own_bake_and_slices_are_turned_over() -> None:
    plan = planned(RUSKS, racks=2)
    logs = [i for i, load in enumerate(plan.work.loads) if load.after_log is None]
    for step in plan.steps:
        if step.load in logs and step.kind in (Kind.BAKE, Kind.LOOK, Kind.UNLOAD):
            assert "cut face" not in step.detail
            assert "slices" not in step.detail
    turns = [step for step in said(plan, Kind.TURN) if step.load not in logs]
    assert turns
    assert all(step.title.startswith("Turn the slices over") for step in turns)
    assert all("swap" not in step.title for step in turns)


def test_slices_count_as_hot_as_their_logs_do_with_the_fan() -> None:
    fan = RUSKS.but(oven=OvenSetting(value=165, fan=True))
    plain, blown = planned(RUSKS.but(oven=OvenSetting(value=165))), planned(fan)

    def between(plan: Plan) -> float:
        log, slices = (next(x for x in plan.work.loads if (x.after_log is None) is first) for first in (True, False))
        return log.oven_c - slices.oven_c

    assert between(plain) == between(blown)
    dials = [step.title for step in blown.steps if step.kind in (Kind.PREHEAT, Kind.OVEN_CHANGE)]
    assert dials
    assert all(title.endswith("with the fan") for title in dials)


def test_racks_are_swapped_only_with_a_tray_that_is_there_and_once() -> None:
    plan = planned(drop_dough(name="Drops"), cut_dough(name="Rounds"), racks=2)
    inside = {step.load: (step.start_s, step.end_s) for step in said(plan, Kind.BAKE)}
    pairs = set()
    for step in said(plan, Kind.TURN):
        there = [i for i, (a, b) in inside.items() if i != step.load and a - 30 <= step.start_s < b + 60]
        swap = re.search(r"swap racks with tray (\w)", step.title)
        if swap:
            assert there
            tray = {s.load: s.tray for s in said(plan, Kind.LOAD)}
            partner = next(i for i in there if tray[i] == swap[1])
            assert frozenset((step.load, partner)) not in pairs
            pairs.add(frozenset((step.load, partner)))
    assert all("swap" not in step.title for step in said(planned(drop_dough(), racks=1), Kind.TURN))


def test_short_bakes_are_not_turned_and_curled_wafers_are_not_moved_again() -> None:
    plan = planned(WAFERS)
    short = [i for i, load in enumerate(plan.work.loads) if load.bake_s < 8 * 60]
    assert all(step.load not in short for step in said(plan, Kind.TURN))
    assert all(step.title.startswith("Clear tray") for step in said(plan, Kind.TRANSFER))


def test_a_pan_is_a_pan() -> None:
    plan = planned(cut_dough(name="Fingers", form=PanForm()))
    for step in plan.steps:
        assert "tray A" not in step.title
        assert "Tray A" not in step.title
    assert any("pan A" in step.title for step in said(plan, Kind.FORM))


def test_the_oven_is_switched_off_with_the_last_tray_and_a_dial_of_its_own_is_set() -> None:
    near = cut_dough(name="Rounds", oven=OvenSetting(value=176))
    plan = planned(drop_dough(name="Drops", oven=OvenSetting(value=180)), near)
    last = max(said(plan, Kind.UNLOAD), key=lambda step: step.end_s)
    assert last.detail.endswith("Then switch the oven off.")
    assert sum("switch the oven off" in step.detail for step in plan.steps) == 1
    dials = {step.title.split(" to ")[-1] for step in plan.steps if step.kind in (Kind.PREHEAT, Kind.OVEN_CHANGE)}
    assert dials == {"176 °C", "180 °C"}


def test_after_the_tray_no_tray_is_named() -> None:
    iced = cut_dough(name="Iced", finishings=(Finishing(kind=FinishKind.GLAZE),))
    for step in planned(iced).steps:
        if step.kind in (Kind.COOL, Kind.ICE, Kind.DRY, Kind.PACK):
            assert step.tray is None


@pytest.mark.parametrize("racks", [1, 2])
def test_a_look_is_never_within_two_minutes_of_another_act_on_its_tray(racks: int) -> None:
    for spec in (drop_dough(name="Drops"), cut_dough(name="Rounds"), WAFERS, RUSKS):
        plan = planned(spec, racks=racks)
        for look in said(plan, Kind.LOOK):
            acts = [s for s in plan.steps if s.load == look.load and s.kind in (Kind.TURN, Kind.LOAD, Kind.UNLOAD)]
            assert all(abs(look.start_s - act.start_s) >= 120 for act in acts)
        if not said(plan, Kind.LOOK):
            assert any("Look from minute" in step.detail for step in plan.steps)


def in_dough(plan_steps: tuple[Step, ...], moment: int) -> bool:
    return any(
        step.place is Lane.HANDS and step.start_s < moment < step.end_s and step.kind is not Kind.TRANSFER
        for step in plan_steps
    )


@settings(max_examples=25)
@given(days())
def test_no_look_of_a_random_day_comes_while_hands_are_at_something_unless_that_is_said(work: DayWork) -> None:
    ticks = to_ticks(work)
    table = first_plan(ticks, 2)
    if table is None or work.room.hands > 1:
        return
    words = tuple(Texts(shape="Shape", first_look_s=round(0.8 * load.bake_s)) for load in work.loads)
    steps = steps_of(work, ticks, table, words)
    for look in (step for step in steps if step.kind is Kind.LOOK):
        if in_dough(steps, look.start_s):
            assert look.detail.endswith("wipe them first.")
        bake = next(step for step in steps if step.kind is Kind.BAKE and step.load == look.load)
        told = bake.start_s + 30 * round(0.8 * work.loads[look.load or 0].bake_s / 30)
        assert -60 <= look.start_s - told <= 90


def test_the_first_dough_is_set_out_for_and_the_others_have_a_clean_bowl() -> None:
    plan = planned(drop_dough(name="Drops"), WAFERS)
    details = [step.detail for step in said(plan, Kind.WEIGH)]
    assert details[0].startswith("Set out scale")
    assert details[1].startswith("A clean bowl and whisk first.")
    first = plan.steps.index(said(plan, Kind.WEIGH)[0])
    assert sum("Not a trace of fat" in detail for detail in details) == (plan.steps[first].dough != 1)


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


@settings(max_examples=25)
@given(days())
def test_of_random_days_no_step_stands_twice_and_numbers_go_up(work: DayWork) -> None:
    table = first_plan(to_ticks(work), 2)
    if table is None:
        return
    steps = as_steps(work, table)
    hands = [(step.title, step.load, step.dough) for step in steps if step.place is Lane.HANDS]
    named = [one for one in hands if not one[0].startswith("Go on")]
    assert len(named) == len(set(named))
    assert all(a.start_s <= b.start_s for a, b in pairwise(steps))
    assert not any("Earlier would make something wait" in step.why for step in steps)


def test_the_end_of_a_plan_is_its_last_cookie_and_its_start_is_not_before_now() -> None:
    plan = planned(drop_dough(name="Drops"))
    assert plan.start >= NOW
    assert plan.end == plan.start + timedelta(seconds=max(s.end_s for s in plan.steps if s.kind is not Kind.TRAY_COOL))


def test_the_plan_says_what_limits_the_day() -> None:
    chilled = drop_dough(name="Drops", bake_now=4, making=drop_dough().making.but(chill_h=8.0))
    assert planned(chilled).limit.startswith("What limits this day is one dough’s own way")


def test_hands_are_free_while_a_pan_cools() -> None:
    melted = drop_dough(name="Drops", making=drop_dough().making.but(mixing=Mixing.MELTED))
    plan = planned(melted)
    first, second = said(plan, Kind.MIX)
    (cooling,) = said(plan, Kind.STAND)
    assert (first.title, second.title) == ("Mix Drops", "Go on mixing Drops")
    assert "Melt the " in first.detail
    assert "below 40 °C" in first.detail
    assert "Melt" not in second.detail
    assert cooling.end_s - cooling.start_s == 12 * 60
    assert (cooling.start_s, cooling.end_s) == (first.end_s, second.start_s)
    assert cooling.place is Lane.COUNTER


def test_whoever_shapes_a_tray_goes_on_with_it() -> None:
    asks = tuple(DoughAsk(dough_id=name) for name in ("Drops", "Rounds"))
    asked = DayRequest(doughs=asks, when=ClockFixes.SOONEST, at=NOW, hands=2)
    plan = make_plan((drop_dough(name="Drops"), cut_dough(name="Rounds")), KITCHEN, asked, NOW, QUICK)
    hands = [step for step in plan.steps if step.place is Lane.HANDS]
    assert {step.person for step in hands} == {1, 2}
    assert all(step.person is None for step in plan.steps if step.place is not Lane.HANDS)
    assert all(step.person is None for step in planned(drop_dough()).steps)


def test_twelve_doughs_make_a_day() -> None:
    specs = tuple(drop_dough(name=f"Drops {n}", bake_now=4) for n in range(12))
    plan = planned(*specs)
    assert len(plan.work.doughs) == 12
    assert {step.dough for step in said(plan, Kind.PACK)} == set(range(12))


def test_a_batter_that_stands_longer_than_it_bears_is_said_and_what_to_do() -> None:
    (said_of_it,) = planned(WAFERS).cautions
    assert said_of_it.startswith("Wafers is ready ")
    assert "bears about 30 min" in said_of_it
    assert said_of_it.endswith("a whipped batter falls.")
    assert planned(WAFERS.but(bake_now=4)).cautions == ()
    cold = drop_dough(name="Drops", making=drop_dough().making.but(chill_h=1.0))
    (warms,) = planned(cold).cautions
    assert "back into the fridge" in warms


def test_the_glaze_is_mixed_before_the_first_and_its_time_is_in_the_plan() -> None:
    glazed = cut_dough(name="Iced", finishings=(Finishing(kind=FinishKind.GLAZE),))
    plan = planned(glazed)
    ices = sorted(said(plan, Kind.ICE), key=lambda step: step.start_s)
    assert ices[0].detail.startswith("Mix the glaze first, 2 min")
    assert not any(step.detail for step in ices[1:])
    pieces = sum(load.pieces for load in plan.work.loads)
    assert sum(load.ice_s for load in plan.work.loads) == pytest.approx(120 + 6 * pieces, abs=len(plan.work.loads))
    dusted = cut_dough(name="Dusted", finishings=(Finishing(kind=FinishKind.POWDERED_SUGAR),))
    assert not any(step.detail for step in said(planned(dusted), Kind.ICE))


def test_logs_firm_up_until_they_are_sliced() -> None:
    plan = planned(RUSKS)
    logs = [i for i, load in enumerate(plan.work.loads) if load.after_log is None]
    assert all("firm up until they are sliced" in step.title for step in said(plan, Kind.COOL) if step.load in logs)

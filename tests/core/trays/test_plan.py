"""The batch on the baker's trays: all of it, evenly, and never closer than it may spread."""

import itertools
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.baking.outcome import Outcome
from finebatch.core.base.interval import Interval
from finebatch.core.bench.assess import assess
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import starters
from finebatch.core.forming.batter import BatterForm
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.tray import Tray
from finebatch.core.trays.arrange import Footprint, TrayRules, most_on
from finebatch.core.trays.joining import JoinRisk, chance_of_joining, pitch_mm
from finebatch.core.trays.plan import footprint_of, lay_out, lay_slices, neighbours
from finebatch.core.trays.racks import rack_note
from tests.kit import drop_dough

KITCHEN = Kitchen()
STARTERS = {starter.style_id: starter.spec for starter in starters()}
TRAY = KITCHEN.tray("medium")


def outcome_of(spec: DoughSpec) -> Outcome:
    outcome = assess(spec, KITCHEN).outcome
    assert outcome is not None
    return outcome


DROPS = outcome_of(drop_dough())


@given(width=st.floats(150, 600), depth=st.floats(150, 600), gap=st.floats(0, 40), now=st.none() | st.integers(1, 60))
def test_every_piece_is_on_a_tray_or_kept_and_the_loads_are_even(
    width: float, depth: float, gap: float, now: int | None
) -> None:
    tray = Tray(id="t", name="Tray", width_mm=width, depth_mm=depth)
    plan, problems = lay_out(DROPS, ScoopForm(portion_g=40), tray, TrayRules(gap_mm=gap), 3, now)
    if plan is None:
        assert problems[0].field == "tray_id"
        return
    assert sum(plan.loads) + plan.kept == DROPS.pieces.count
    assert max(plan.loads) - min(plan.loads) <= 1
    assert max(plan.loads) <= plan.most_per_tray
    assert (plan.kept > 0) == bool(plan.kept_note)
    places = plan.layout.places
    assert len(places) == plan.loads[0]
    for i, a in enumerate(places):
        for b in places[:i]:
            apart = ((a.x_mm - b.x_mm) ** 2 + (a.y_mm - b.y_mm) ** 2) ** 0.5
            assert apart >= plan.widest.width_mm + gap - 1e-6


def test_a_tray_too_small_for_one_cookie_says_so() -> None:
    tiny = Tray(id="t", name="Saucer", width_mm=60, depth_mm=60)
    plan, problems = lay_out(DROPS, ScoopForm(portion_g=40), tiny, TrayRules(), 3)
    assert plan is None
    assert "the saucer has 60 × 60 mm to use" in problems[0].message


def test_a_cookie_takes_so_much_of_the_tray_that_two_join_on_one_in_twenty() -> None:
    print_ = footprint_of(DROPS, TRAY, TrayRules())
    assert print_.round
    chance = chance_of_joining(DROPS.baked.diameter_mm, print_.width_mm, neighbours(DROPS.baked.diameter_mm, TRAY))
    assert chance == pytest.approx(0.05, abs=0.002)
    star = outcome_of(STARTERS["cutout_butter"].but(form=STARTERS["cutout_butter"].form.but(cutter="star")))
    assert not footprint_of(star, TRAY, TrayRules()).round


def test_the_baker_who_minds_less_gets_more_on_a_tray() -> None:
    most = []
    for risk in (JoinRisk.HUNDRED, JoinRisk.TWENTY, JoinRisk.FIVE):
        plan, _ = lay_out(DROPS, ScoopForm(), TRAY, TrayRules(risk=risk), 1)
        assert plan is not None
        most.append(plan.most_per_tray)
    assert most == sorted(most)
    assert most[0] < most[-1]


def test_what_is_just_beyond_the_border_is_offered_with_its_chance() -> None:
    plan, _ = lay_out(DROPS, ScoopForm(), TRAY, TrayRules(), 1)
    assert plan is not None
    assert plan.more is not None
    more, width_mm, trays = plan.more.count, plan.more.most_mm, plan.more.one_in
    assert more > plan.most_per_tray
    assert (
        most_on(TRAY.width_mm, TRAY.depth_mm, Footprint(width_mm=width_mm, depth_mm=width_mm), TrayRules())[0] == more
    )
    chance = chance_of_joining(DROPS.baked.diameter_mm, width_mm, neighbours(DROPS.baked.diameter_mm, TRAY))
    assert 1 / chance == pytest.approx(trays, rel=0.3)


@given(st.floats(45, 110), st.floats(0.02, 0.2))
def test_a_millimetre_never_makes_a_cliff(width_mm: float, sd: float) -> None:
    """From one millimetre to the next a tray may lose a row, never half of what it holds."""
    held = []
    for more in range(12):
        middle = width_mm + more
        width = Interval(value=middle, low=middle * math.exp(-1.645 * sd), high=middle * math.exp(1.645 * sd))
        pitch = pitch_mm(width, 20, JoinRisk.TWENTY, neighbours(width, TRAY))
        held.append(most_on(400, 320, Footprint(width_mm=pitch, depth_mm=pitch), TrayRules())[0])
    for before, after in itertools.pairwise(held):
        assert after <= before
        assert after >= before - max(2, 0.34 * before)


def test_what_is_curled_hot_is_as_many_as_hands_can_shape() -> None:
    wafers = STARTERS["foam_wafer"]
    form = BatterForm(shaped_hot=True, shape_s=20, pliable_s=60)
    outcome = outcome_of(wafers.but(form=form))
    plan, _ = lay_out(outcome, form, TRAY, TrayRules(), 3)
    assert plan is not None
    assert plan.most_per_tray == 3
    assert "hands only 3" in plan.limit_note


@pytest.mark.parametrize("style", ["pressed_pan_shortbread", "thin_cracker_sheet"])
def test_a_pan_and_a_sheet_go_in_whole(style: str) -> None:
    spec = STARTERS[style]
    outcome = outcome_of(spec)
    plan, _ = lay_out(outcome, spec.form, TRAY, TrayRules(), 3)
    assert plan is not None
    assert plan.whole
    assert len(plan.layout.places) == 1
    assert sum(plan.loads) == outcome.pieces.count


def test_slices_lie_close_for_their_second_bake() -> None:
    outcome = outcome_of(STARTERS["twice_baked_lean"])
    plan, _ = lay_slices(outcome, TRAY, TrayRules(gap_mm=20), 3)
    assert plan is not None
    assert plan.unit == "slice"
    assert sum(plan.loads) == outcome.pieces.count
    assert lay_slices(DROPS, TRAY, TrayRules(), 3) == (None, [])


@pytest.mark.parametrize(
    ("two_racks", "positions", "loads", "two"), [(True, 3, 2, True), (True, 1, 2, False), (True, 3, 1, False), (False, 3, 4, False)]
)  # fmt: skip
def test_two_racks_need_two_positions_and_two_loads(two_racks: bool, positions: int, loads: int, two: bool) -> None:
    assert rack_note(two_racks, positions, loads).startswith("Two at a time" if two else "One at a time")


def test_a_sheet_takes_the_room_of_its_rectangle_and_may_go_two_at_a_time() -> None:
    spec = STARTERS["thin_cracker_sheet"]
    outcome = outcome_of(spec)
    plan, _ = lay_out(outcome, spec.form, TRAY, TrayRules(two_racks=True), 3)
    assert plan is not None
    assert not plan.widest.round
    sheet = outcome.pieces.sheets[0]
    assert (plan.widest.width_mm, plan.widest.depth_mm) == (sheet.width_mm, sheet.length_mm)
    assert plan.rack_note == rack_note(True, 3, len(plan.loads))


def test_what_is_kept_keeps_as_long_as_its_egg_lets_it() -> None:
    form = ScoopForm(portion_g=40)
    with_egg, _ = lay_out(DROPS, form, TRAY, TrayRules(), 3, 4, raw_egg=True)
    unsaid, _ = lay_out(DROPS, form, TRAY, TrayRules(), 3, 4)
    without, _ = lay_out(DROPS, form, TRAY, TrayRules(), 3, 4, raw_egg=False)
    assert with_egg is not None
    assert unsaid is not None
    assert without is not None
    assert with_egg.kept_note.startswith("With egg: two to four days")
    assert unsaid.kept_note == with_egg.kept_note
    assert without.kept_note.startswith("Without egg: three to seven days")


def test_two_racks_are_used_only_where_there_are_two_and_two_loads() -> None:
    form = ScoopForm(portion_g=40)
    both = TrayRules(two_racks=True)
    for positions, two in ((1, False), (2, True), (3, True)):
        plan, _ = lay_out(DROPS, form, TRAY, both, positions)
        assert plan is not None
        assert plan.rack_note.startswith("Two at a time") == two
    one, _ = lay_out(DROPS, form, TRAY, TrayRules(), 3)
    assert one is not None
    assert one.rack_note.startswith("One at a time")
    few, _ = lay_out(DROPS, form, TRAY, both, 3, 2)
    assert few is not None
    assert few.rack_note.startswith("One at a time")


def test_only_hands_that_hold_less_than_the_tray_are_spoken_of() -> None:
    plan, _ = lay_out(DROPS, ScoopForm(portion_g=40), TRAY, TrayRules(), 3)
    assert plan is not None
    assert plan.limit_note == ""
    assert plan.unit == "cookie"


@pytest.mark.parametrize("style", [id for id, spec in STARTERS.items() if spec.form.kind in ("rusk", "log")])
def test_logs_and_slices_lie_as_boxes_close_together(style: str) -> None:
    spec = STARTERS[style]
    outcome = outcome_of(spec)
    logs, _ = lay_out(outcome, spec.form, TRAY, TrayRules(), 3)
    slices, _ = lay_slices(outcome, TRAY, TrayRules(gap_mm=20, edge_mm=10), 3)
    if slices is None:
        assert outcome.second is None
        return
    assert logs is not None
    assert outcome.second is not None
    assert logs.widest.depth_mm > logs.widest.width_mm >= outcome.baked.diameter_mm.high
    assert not logs.widest.round
    assert (slices.widest.width_mm, slices.widest.depth_mm) == (outcome.second.across_mm, outcome.second.high_mm)
    assert not slices.widest.round
    wider, _ = lay_slices(outcome, TRAY, TrayRules(gap_mm=4, edge_mm=10), 3)
    assert wider is not None
    assert slices.most_per_tray == wider.most_per_tray  # slices do not spread: a wide gap is not kept


def test_a_pan_is_a_load_of_its_own_and_nothing_of_it_is_kept() -> None:
    spec = next(spec for spec in STARTERS.values() if spec.form.kind == "pan")
    plan, _ = lay_out(outcome_of(spec), spec.form, TRAY, TrayRules(two_racks=True), 1)
    assert plan is not None
    assert (plan.kept, plan.kept_note, plan.unit, plan.whole) == (0, "", "cookie", True)
    assert plan.rack_note.startswith("One at a time")


def test_a_round_that_does_not_fit_is_told_by_its_width_a_box_by_both_sides() -> None:
    tiny = Tray(id="t", name="Saucer", width_mm=60, depth_mm=60)
    _, rounds = lay_out(DROPS, ScoopForm(portion_g=40), tiny, TrayRules(), 3)
    assert f"may spread to {DROPS.baked.diameter_mm.high:.0f} mm;" in rounds[0].message
    assert rounds[0].field == "tray_id"
    rusk = next(spec for spec in STARTERS.values() if spec.form.kind == "rusk")
    _, boxes = lay_out(outcome_of(rusk), rusk.form, tiny, TrayRules(), 3)
    assert " × " in boxes[0].message.split(";")[0]

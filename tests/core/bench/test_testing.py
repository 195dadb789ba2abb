"""Where one test cookie is worth baking first."""

from finebatch.core.baking.window import OwnBake
from finebatch.core.bench.assess import assess
from finebatch.core.forming.pan import PanForm
from finebatch.core.forming.rusk import RuskForm
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.trays.arrange import TrayRules
from tests.core.notebook.kit import bake, known
from tests.kit import cut_dough, drop_dough

KITCHEN = Kitchen()


def test_a_dough_never_baked_is_worth_a_test_and_one_baked_often_is_not() -> None:
    found = assess(drop_dough(), KITCHEN)
    assert found.test
    assert found.outcome
    wide = found.outcome.baked.diameter_mm
    assert f"{wide.low:.0f} to {wide.high:.0f} mm wide" in found.test.why
    assert "done first after" in found.test.why
    minutes = found.outcome.window.aim_min
    often = known(
        *(bake(days_ago=n, widths_mm=(wide.value,) * 4, oven_min=minutes, verdict="right") for n in (9, 6, 3))
    )
    after = assess(drop_dough(), KITCHEN, often)
    assert after.test
    assert after.test.why == ""


def test_two_pieces_of_many_one_of_few_none_of_what_is_baked_whole() -> None:
    few = assess(drop_dough(form=ScoopForm(portion_g=140)), KITCHEN)
    assert few.outcome
    assert 3 <= few.outcome.pieces.count < 10
    assert few.test
    assert few.test.pieces == 1
    many = assess(drop_dough(), KITCHEN).test
    assert many
    assert many.pieces == 2
    for whole in (PanForm(), RuskForm()):
        assert assess(cut_dough(form=whole), KITCHEN).test is None


def test_a_bakers_own_spacing_and_minutes_leave_nothing_to_test() -> None:
    own = drop_dough(layout=TrayRules(apart_mm=50), own_bake=OwnBake(from_min=11, to_min=12))
    found = assess(own, KITCHEN).test
    assert found
    assert found.why == ""

"""What is on a cookie beside its dough holds nothing either that must not be in it; and what nobody can tell is said."""

import pytest

from finebatch.core.bench.starters import starters
from finebatch.core.card.line import Line, Part
from finebatch.core.finishing.kinds import Finishing, FinishKind, Topping
from finebatch.core.formula.weighed_line import weigh_lines
from finebatch.core.ingredients.catalogue import catalogue
from finebatch.core.inverse.answers import Offered, Wished
from finebatch.core.inverse.asked import Avoid, CookieWish, Want, Without
from finebatch.core.inverse.running import changes_to, granted, granted_first
from finebatch.core.inverse.structures import is_unwanted
from tests.wish_kit import KITCHEN

SPECS = {one.style_id: one.spec for one in starters()}
LEFT_OUT = (Without.EGG, Without.MILK, Without.NUT)
DRESSED = SPECS["cutout_butter"].but(
    lines=(
        *SPECS["cutout_butter"].lines,
        Line(id="wash", text="1 egg, beaten, for brushing"),
        Line(id="glaze", text="100 g icing sugar", part=Part.GLAZE),
        Line(id="milk", text="2 tbsp milk", part=Part.GLAZE),
        Line(id="what", text="a handful of moonbeams"),
    ),
    finishings=(
        Finishing(kind=FinishKind.ROYAL_ICING, of_card=False),
        Finishing(kind=FinishKind.TOPPING, topping=Topping.WHOLE_NUT),
        Finishing(kind=FinishKind.POWDERED_SUGAR),
    ),
)


def holds(one: Offered) -> list[str]:
    """What of the whole card must not be there."""
    read = [line.reading.ingredient_id for line in weigh_lines(one.spec.lines, KITCHEN.habit)]
    return [id for id in read if id and any(is_unwanted(catalogue()[id], what) for what in LEFT_OUT)]


def test_wash_glaze_and_finishes_hold_nothing_of_it_either() -> None:
    wish = CookieWish(count=24, without=tuple(Avoid(what=what) for what in LEFT_OUT))
    found = granted(Wished(wish, KITCHEN, DRESSED))
    assert len(found.offered) >= 2
    for one in found.offered:
        assert holds(one) == []
        assert [finishing.kind for finishing in one.spec.finishings] == [FinishKind.POWDERED_SUGAR]
        said = {(swapped.what, bool(swapped.to)) for swapped in one.swapped}
        assert said >= {("whole milk", True), ("royal icing", False), ("topping pressed on", False)}
        parts = {line.part for line in weigh_lines(one.spec.lines, KITCHEN.habit)}
        assert Part.GLAZE in parts
    assert any("a handful of moonbeams" in note for note in found.notes)


def test_a_part_that_nothing_stands_in_for_goes_whole() -> None:
    curd = SPECS["thumbprint"].but(
        lines=(*SPECS["thumbprint"].lines, Line(id="curd", text="60 g lemon curd", part=Part.TOPPING))
    )
    one = granted_first(Wished(CookieWish(without=(Avoid(what=Without.EGG),)), KITCHEN, curd)).offered[0]
    assert ("topping", "") in {(swapped.what, swapped.to) for swapped in one.swapped}
    assert "curd" not in " ".join(line.text for line in one.spec.lines)


def test_a_filling_of_the_form_that_has_no_lines_is_asked_about() -> None:
    bare = SPECS["thumbprint"].but(lines=tuple(line for line in SPECS["thumbprint"].lines if "jam" not in line.text))
    found = granted_first(Wished(CookieWish(without=(Avoid(what=Without.NUT),)), KITCHEN, bare))
    assert any("the filling" in note for note in found.notes)


def test_with_nothing_left_out_the_card_keeps_all_that_is_beside_its_dough() -> None:
    one = granted_first(Wished(CookieWish(width_mm=Want(value=64)), KITCHEN, DRESSED)).offered[0]
    assert one.spec.finishings == DRESSED.finishings
    assert {line.id for line in one.spec.lines} >= {"wash", "glaze", "milk", "what"}


def test_few_changes_leave_every_other_setting_as_it_was() -> None:
    spec = SPECS["drop_chewy"]
    own = spec.but(oven=spec.oven.but(value=172), form=spec.form.but(scoop_no=40), making=spec.making.but(chill_h=48))
    as_it_is, *changed = changes_to(Wished(CookieWish(width_mm=Want(value=90)), KITCHEN, own))
    assert as_it_is.spec.but(name=own.name) == own
    assert as_it_is.changes == ()
    assert changed
    for one in changed:
        what = {change.what for change in one.changes}
        assert len(what) <= (one.number or 0)
        assert ("oven" in what) == (one.spec.oven.value != 172)
        assert ("chill" in what) == (one.spec.making.chill_h != 48)
        if "portion" not in what:
            assert one.spec.form == own.form


@pytest.mark.parametrize("scale_value", [("f", 345.0, 10.0), ("gas", 4.0, 1.0)])
def test_few_changes_set_the_oven_on_its_own_marks(scale_value: tuple[str, float, float]) -> None:
    scale, value, step = scale_value
    spec = SPECS["drop_chewy"].but(oven=SPECS["drop_chewy"].oven.but(scale=scale, value=value))
    for one in changes_to(Wished(CookieWish(width_mm=Want(value=66), height_mm=Want(value=15)), KITCHEN, spec)):
        assert one.spec.oven.value == value or one.spec.oven.value % step == 0

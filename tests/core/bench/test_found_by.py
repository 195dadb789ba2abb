"""What a dough is found by: an allergen is called missing only where every line and finish is surely told."""

import pytest

from finebatch.core.bench import DoughSpec, Share, found_by
from finebatch.core.card import Line
from finebatch.core.finishing import Finishing, FinishKind
from finebatch.core.ingredients import allergens_meant

PLAIN = ("200 g plain flour", "100 g butter", "80 g caster sugar")


def dough(*texts: str, **more: object) -> DoughSpec:
    return DoughSpec(lines=tuple(Line(id=f"l{n}", text=text) for n, text in enumerate((*PLAIN, *texts))), **more)  # type: ignore[arg-type]


def test_a_plain_dough_is_told() -> None:
    found = found_by(dough())
    assert found.told
    assert found.holds == ("milk", "wheat")
    assert found.family


@pytest.mark.parametrize(
    "text",
    ["50 g of something", "50 g hazelnuts and 20 g walnuts", "a handful of mixed nuts or raisins", "3 tbsp kinako"],
)
def test_a_line_that_is_not_surely_one_thing_leaves_the_dough_untold(text: str) -> None:
    assert not found_by(dough(text)).told


def test_what_only_stands_in_for_the_bakers_own_is_not_told() -> None:
    """Kinako is of soya; that it bakes like a flour says nothing of what it holds."""
    own = Line(id="own", text="3 tbsp kinako", ingredient_id="flour_ap")
    spec = dough()
    assert not found_by(spec.model_copy(update={"lines": (*spec.lines, own)})).told


def test_every_part_of_the_card_and_every_share_counts() -> None:
    assert "egg" in found_by(dough("For the wash: 1 egg")).holds
    assert "egg" in found_by(dough(finishings=(Finishing(kind=FinishKind.EGG_WASH),))).holds
    share = Share(id="s", name="Dipped", finishings=(Finishing(kind=FinishKind.DIP),))
    assert not found_by(dough(shares=(share,))).told


def test_an_empty_dough_promises_nothing() -> None:
    assert not found_by(DoughSpec()).told
    assert found_by(DoughSpec()).family == ""


def test_without_nuts_is_without_peanuts_too() -> None:
    meant = allergens_meant("nuts")
    assert {"hazelnut", "walnut", "almond", "peanut"} <= set(meant)
    assert allergens_meant("hazelnuts") == ("hazelnut",)
    assert {"wheat", "rye"} <= set(allergens_meant("gluten"))
    assert allergens_meant("dairy") == allergens_meant("milk") == ("milk",)
    assert allergens_meant("chocolate") == ()

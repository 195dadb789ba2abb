"""Whole wishes, up to the card: what is never broken, what is exchanged, what collides, what is said where nothing can be done."""

import dataclasses

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.problems import Refusal
from finebatch.core.bench.starters import starters
from finebatch.core.formula.weighed_line import dough_parts, weigh_lines
from finebatch.core.inverse.answers import OfferKind, Stock, Traded, Wished
from finebatch.core.inverse.asked import (
    Avoid,
    Bite,
    BiteName,
    CookieWish,
    KeepsFor,
    MeasuredIn,
    RimColour,
    Sense,
    Want,
    Without,
)
from finebatch.core.inverse.collisions import Must, Tester, smallest_clash
from finebatch.core.inverse.running import changes_to, granted, granted_first, opened, traded
from finebatch.core.inverse.structures import is_unwanted
from finebatch.core.inverse.terms import Term
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import Scale
from tests.kit import drop_dough
from tests.wish_kit import KITCHEN, impossible_musts, random_wish, space_of, wrongs

SPECS = {one.style_id: one.spec for one in starters()}
every_family = pytest.mark.parametrize("style", SPECS)


@pytest.mark.parametrize("seed", range(9_000, 9_014))
def test_no_answer_breaks_a_bound_the_count_an_allergen_or_the_pantry(seed: int) -> None:
    of = random_wish(seed)
    found = granted(of)
    assert found.offered or found.clash
    assert [wrong for one in (*granted_first(of).offered, *found.offered) for wrong in wrongs(of, one)] == []


@every_family
def test_without_egg_and_milk_every_family_has_a_dough_that_one_would_bake(style: str) -> None:
    left = (Without.EGG, Without.MILK)
    of = Wished(CookieWish(without=tuple(Avoid(what=one) for one in left)), KITCHEN, SPECS[style])
    one = granted_first(of).offered[0]
    parts = dough_parts(weigh_lines(one.spec.lines, KITCHEN.habit))
    assert not any(is_unwanted(item, what) for item, _ in parts for what in left)
    grams: dict[str, float] = {}
    for item, mass in parts:
        grams[item.id] = grams.get(item.id, 0.0) + mass
    # Of what stands in for one line every part is there, in its own shares.
    for swapped in one.swapped:
        assert swapped.to or swapped.caution or "egg" not in swapped.what
    if "sour_cream" in {item.id for item, _ in dough_parts(weigh_lines(SPECS[style].lines, KITCHEN.habit))}:
        soured = {id: grams[id] for id in grams if id in ("milk_oat", "milk_soy", "oil_neutral", "juice_lemon")}
        assert len(soured) == 3
        drink = soured.get("milk_oat") or soured["milk_soy"]
        assert soured["juice_lemon"] / drink == pytest.approx(0.05 / 0.85, rel=0.25)
    # An egg's stand-in keeps the egg's place: it is not cut down as if it were milk.
    if any("egg" in swapped.what and swapped.to for swapped in one.swapped):
        assert "unlike most" in one.dough.closeness


def test_a_stand_in_for_egg_keeps_within_what_the_family_takes_of_egg() -> None:
    of = Wished(CookieWish(count=24, without=(Avoid(what=Without.EGG),)), KITCHEN, SPECS["drop_chewy"])
    for one in granted(of).offered:
        assert one.dough.percentages is not None
        assert 14 - 1e-6 <= one.dough.percentages["egg"] <= 30 + 1e-6


@every_family
def test_without_gluten_the_flour_is_measured_in_whole_cups_or_grams(style: str) -> None:
    for measures in MeasuredIn:
        wish = CookieWish(without=(Avoid(what=Without.GLUTEN),), measures=measures)
        one = granted_first(Wished(wish, KITCHEN, SPECS[style])).offered[0]
        parts = dough_parts(weigh_lines(one.spec.lines, KITCHEN.habit))
        assert not any(is_unwanted(item, Without.GLUTEN) for item, _ in parts)
        assert not any(line.mass_g for line in one.spec.lines if "flour" in line.text)
        assert "unlike most" in one.dough.closeness


def test_what_has_no_stand_in_is_named() -> None:
    honeyed = drop_dough(name="Honeyed").but(
        lines=(*drop_dough().lines, drop_dough().lines[0].but(id="honey", text="3 tbsp honey"))
    )
    of = Wished(CookieWish(without=(Avoid(what=Without.ADDED_SUGAR),)), KITCHEN, honeyed)
    found = granted(of)
    assert found.offered == ()
    assert found.clash is not None
    assert found.clash.names == ("added_sugar",)
    assert found.notes == ("Nothing here stands in for honey.",)
    # What had rather not be in it is let go of instead.
    rather = granted(
        dataclasses.replace(
            of, wish=CookieWish(width_mm=Want(value=80), without=(Avoid(what=Without.ADDED_SUGAR, must=False),))
        )
    )
    assert rather.offered
    assert rather.let_go == ("added_sugar",)


def test_what_had_rather_not_be_in_it_gives_way_to_a_must() -> None:
    wish = CookieWish(
        width_mm=Want(value=80, must=True),
        bites=(Bite(texture=BiteName.CRISP, score=99, must=True),),
        without=(Avoid(what=Without.EGG, must=False),),
    )
    found = granted(Wished(wish, KITCHEN, SPECS["drop_chewy"]))
    # It is the must itself that cannot be kept: what was only rather wished is not among what collides.
    assert found.clash is not None
    assert "egg" not in found.clash.names
    assert found.let_go == ("egg",)


def test_impossible_musts_are_put_down_to_the_fewest_that_collide_with_what_comes_nearest_without_each() -> None:
    wish = CookieWish(width_mm=Want(value=150, must=True), height_mm=Want(value=16, must=True))
    found = granted(Wished(wish, KITCHEN, SPECS["drop_chewy"]))
    assert found.clash is not None
    assert found.clash.names == ("width",)
    assert found.clash.family == "chewy drop cookie"
    assert [one.name for one in found.clash.without] == ["width"]
    near = found.clash.without[0].offered
    assert {figure.name: figure.kept for figure in near.figures} == {"height": True}
    assert found.offered[0].kind is OfferKind.NEAREST


@given(st.sets(st.frozensets(st.integers(0, 5), min_size=1, max_size=3), max_size=4))
def test_a_smallest_clash_clashes_and_without_any_one_of_it_does_not(clashes: set[frozenset[int]]) -> None:
    musts = [Must(str(i), dear=i) for i in range(6)]

    def keeps(some: tuple[Must, ...]) -> bool:
        held = {int(one.name) for one in some}
        return not any(clash <= held for clash in clashes)

    found = smallest_clash(musts, keeps)
    if not clashes:
        assert found == ()
        return
    assert not keeps(found)
    assert all(keeps(tuple(other for other in found if other is not one)) for one in found)


def test_a_clash_is_looked_for_again_from_elsewhere_before_it_is_said() -> None:
    rng = np.random.default_rng(501)
    space = space_of(starters()[0])
    for _ in range(2):
        clash = Tester(space.base, space.house).clash(impossible_musts(space, rng))
        strong = Tester(space.base, space.house, starts=5, seed=91)
        assert not clash or not strong.keeps(clash)


def test_two_that_contradict_each_other_collide() -> None:
    wide, narrow = (
        Term("width", value, sense, must=True) for value, sense in ((4.5, Sense.AT_LEAST), (4.2, Sense.AT_MOST))
    )
    space = space_of(starters()[0])
    found = Tester(space.base, space.house).clash([Must("wide", wide), Must("narrow", narrow)])
    assert {one.name for one in found} == {"wide", "narrow"}


@every_family
def test_as_many_as_wished_come_of_every_form(style: str) -> None:
    of = Wished(CookieWish(count=30), KITCHEN, SPECS[style])
    one = granted_first(of).offered[0]
    assert 30 <= one.count <= 34


def test_cups_are_said_in_cups_and_grams_in_grams_with_whole_eggs() -> None:
    for measures, unit in ((MeasuredIn.CUPS, "cup"), (MeasuredIn.GRAMS, " g ")):
        of = Wished(CookieWish(count=24, width_mm=Want(value=80), measures=measures), KITCHEN, SPECS["drop_chewy"])
        lines = [line.text for line in granted_first(of).offered[0].spec.lines]
        assert sum(unit in line for line in lines) >= 3
        assert any(line.endswith((" egg", " eggs")) and line.split()[0].isdigit() for line in lines)


def test_an_oven_in_fahrenheit_or_gas_is_set_on_its_own_marks() -> None:
    for scale, value, step in ((Scale.F, 350.0, 10), (Scale.GAS, 4.0, 1)):
        spec = SPECS["drop_chewy"].but(oven=SPECS["drop_chewy"].oven.but(scale=scale, value=value))
        found = granted_first(Wished(CookieWish(width_mm=Want(value=84)), Kitchen(scale=scale), spec)).offered[0]
        assert found.spec.oven.scale is scale
        assert found.spec.oven.value % step == 0


def test_every_word_of_a_wish_moves_the_dough_its_way() -> None:
    plain = granted_first(Wished(CookieWish(count=24), KITCHEN, SPECS["drop_chewy"])).offered[0]

    def asked(**words: object) -> dict[str, float]:
        of = Wished(CookieWish(count=24, **words), KITCHEN, SPECS["drop_chewy"])  # type: ignore[arg-type]
        one = granted_first(of).offered[0]
        return {figure.name: figure.got.value for figure in one.figures} | one.textures | {"aw": one.water_activity}

    assert asked(sweetness_pct=Want(value=20, sense=Sense.AT_MOST))["sweetness"] < plain.sweetness_pct - 2
    assert asked(keeps=KeepsFor.A_WEEK_OR_TWO)["aw"] < 0.65
    assert asked(bites=(Bite(texture=BiteName.CHEWY, score=95),))["chewy"] > plain.textures["chewy"] + 10
    assert asked(bake_min=Want(value=10, sense=Sense.AT_MOST))["minutes"] <= 10.3
    dark, pale = (asked(colour=colour)["colour"] for colour in (RimColour.BROWN, RimColour.PALE))
    assert dark > pale
    assert asked(per_tray=12, per_tray_must=True)["per_tray"] < 75


def test_the_price_of_one_is_a_wish_where_prices_are_known() -> None:
    prices = Stock(price_per_g={"choc_chips_dark": 0.02, "butter_unsalted": 0.01, "flour_ap": 0.001})
    wish = CookieWish(count=24, cost_each=Want(value=0.15, sense=Sense.AT_MOST, must=True))
    of = Wished(wish, KITCHEN, SPECS["drop_chewy"], stock=prices)
    one = granted_first(of).offered[0]
    assert one.cost_each is not None
    assert one.cost_each <= 0.15 * 1.03
    assert [figure.name for figure in one.figures] == ["cost"]


def test_only_from_the_pantry_takes_no_more_than_is_there_and_says_where_that_is_too_little() -> None:
    own = {item.id: 400.0 for item, _ in dough_parts(weigh_lines(SPECS["drop_chewy"].lines, KITCHEN.habit))}
    of = Wished(
        CookieWish(width_mm=Want(value=78), pantry_only=True), KITCHEN, SPECS["drop_chewy"], stock=Stock(have_g=own)
    )
    found = granted(of)
    assert found.offered
    assert [wrong for one in found.offered for wrong in wrongs(of, one)] == []
    many = dataclasses.replace(of, wish=CookieWish(count=200, pantry_only=True))
    clash = granted(many).clash
    assert clash is not None
    assert set(clash.names) == {"pantry", "count"}
    assert {one.name for one in clash.without} == {"pantry", "count"}


def test_from_no_dough_the_family_that_comes_nearest_is_found_and_another_beside_it() -> None:
    wish = CookieWish(count=24, bites=(Bite(texture=BiteName.CAKEY, score=90),), height_mm=Want(value=18))
    found = granted(Wished(wish, KITCHEN))
    assert found.offered[0].family == "cakey drop cookie"
    assert len({one.family for one in found.offered}) >= 2
    chosen = granted(Wished(wish, KITCHEN, families=("giant_thick",)))
    assert {one.family for one in chosen.offered} == {"thick giant cookie"}


def test_what_cannot_be_asked_is_refused_in_a_sentence() -> None:
    empty = drop_dough(name="Bare").but(lines=())
    dough = SPECS["drop_chewy"]
    wide = CookieWish(width_mm=Want(value=80))
    for of, field, words in (
        (Wished(CookieWish(), KITCHEN, dough), "wish", "Say at least how wide"),
        (Wished(wide, KITCHEN, empty), "dough", "no flour"),
        (Wished(wide, KITCHEN, families=("none",)), "families", "no such family"),
        (Wished(CookieWish(pantry_only=True), KITCHEN, dough), "wish.pantry_only", "Nothing is counted"),
        (Wished(CookieWish(cost_each=Want(value=1)), KITCHEN, dough), "wish.cost_each", "Nothing has a price yet"),
    ):
        with pytest.raises(Refusal, match=words) as refused:
            granted(of)
        assert refused.value.problem.field == field
    with pytest.raises(Refusal, match="Choose the dough"):
        changes_to(Wished(wide, KITCHEN))
    with pytest.raises(Refusal, match="two different"):
        traded(Wished(wide, KITCHEN, dough), "width", "width")
    dot = Traded(one=1, other=1, levers=(0.5,), width_mm=80, height_mm=10)
    with pytest.raises(Refusal, match="another dough"):
        opened(Wished(wide, KITCHEN, dough), "crisp", "chewy", dot)


def test_a_dot_of_the_map_opens_as_a_dough_near_it() -> None:
    of = Wished(CookieWish(count=24), KITCHEN, SPECS["drop_chewy"])
    found = traded(of, "height", "crisp")
    dot = found.dots[len(found.dots) // 2]
    one = opened(of, "height", "crisp", dot)
    got = {figure.name: figure.got.value for figure in one.figures}
    assert got["height"] == pytest.approx(dot.one, rel=0.06)
    assert got["crisp"] == pytest.approx(dot.other, abs=8)
    eggs = [line.text for line in one.spec.lines if line.text.endswith((" egg", " eggs"))]
    assert eggs
    assert all(text.split()[0].isdigit() for text in eggs)


def test_each_change_is_told_with_what_it_alone_did() -> None:
    found = changes_to(Wished(CookieWish(width_mm=Want(value=82)), KITCHEN, SPECS["drop_chewy"]))
    assert found[0].number == 0
    assert found[0].changes == ()
    one = found[1]
    assert len(one.changes) == 1
    wider = one.outcome.baked.diameter_mm.value - found[0].outcome.baked.diameter_mm.value
    assert one.changes[0].wider_mm == pytest.approx(wider, abs=0.6)


def test_where_the_pan_decides_the_width_that_is_said_and_the_rest_is_granted() -> None:
    wish = CookieWish(width_mm=Want(value=80), height_mm=Want(value=14))
    found = granted_first(Wished(wish, KITCHEN, SPECS["pressed_pan_shortbread"]))
    assert found.notes == ("The pan decides how wide it comes out: what you wish of that is left aside.",)
    assert [figure.name for figure in found.offered[0].figures] == ["height"]
    assert found.offered[0].figures[0].kept

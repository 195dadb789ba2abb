"""Ratios, scaling, swaps, balance, method, starters: the formula side of the bench."""

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from finebatch.core.bakemodel.mix import FatState, Mixing
from finebatch.core.base.problems import Refusal
from finebatch.core.bench.assess import assess
from finebatch.core.bench.compare import compare
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import starters
from finebatch.core.card.amounts import read_measure
from finebatch.core.card.headings import split_card
from finebatch.core.card.line import Line, Part
from finebatch.core.card.names import Sureness
from finebatch.core.card.reading import read_line
from finebatch.core.card.writing import household, say_amount
from finebatch.core.day.request import DoughAsk
from finebatch.core.day.work.derive import share_of
from finebatch.core.dough.balance import leavening_of, water_activity
from finebatch.core.dough.dough import mix_of_dough
from finebatch.core.dough.making import Making
from finebatch.core.dough.method import Attention, MethodStep, Stage, mixing_minutes, propose
from finebatch.core.dough.styles import styles
from finebatch.core.formula.percentages import percentages_of
from finebatch.core.formula.scaling import ScaleBy, ScaleRequest, factor_for, scale, write_measure
from finebatch.core.formula.substitution import Wish, apply, offers, swaps, unwanted
from finebatch.core.formula.weighed_line import dough_parts, weigh_lines
from finebatch.core.ingredients.catalogue import catalogue
from finebatch.core.kitchen.habit import Habit, OwnCup, Region, SettledName
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import DROP_CARD, drop_dough

HABIT = Habit()
KITCHEN = Kitchen()


def weigh(card: str, habit: Habit = HABIT):  # type: ignore[no-untyped-def]
    lines = tuple(split_card(card))
    return lines, weigh_lines(lines, habit)


def grams(card: str) -> list[float | None]:
    return [None if line.reading.mass_g is None else round(line.reading.mass_g, 1) for line in weigh(card)[1]]


# --- ratios ----------------------------------------------------------------------------------------------------


def test_ratio_lines_follow_the_eggs() -> None:
    assert grams("3 eggs\nflour = weight of 3 eggs\nsugar = 4/3 of flour\nbutter = sugar") == [150, 150, 200, 200]
    assert grams("as much flour as 3 eggs weigh\nas much sugar as flour") == [150, 150]


def test_weighing_the_eggs_moves_what_follows() -> None:
    lines = tuple(split_card("3 eggs\nflour = weight of 3 eggs\nsugar = 4/3 of flour"))
    lines = (lines[0].model_copy(update={"mass_g": 174.0}), *lines[1:])
    assert [line.reading.mass_g for line in weigh_lines(lines, HABIT)] == pytest.approx([174, 174, 232])


@pytest.mark.parametrize(
    "card", ["flour = sugar\nsugar = flour", "flour = butter\nbutter = sugar\nsugar = flour", "flour = flour"]
)
def test_ratios_in_a_circle_are_asked_about(card: str) -> None:
    for line in weigh(card)[1]:
        assert line.reading.mass_g is None
        assert line.reading.sureness is not Sureness.SURE
    assert any("circle" in line.reading.note or "no line" in line.reading.note for line in weigh(card)[1])


def test_a_ratio_to_nothing_says_so() -> None:
    assert "no line for “honey”" in weigh("200 g flour\nsugar = 2 x honey")[1][1].reading.note


@given(st.floats(30, 900), st.floats(0.1, 10))
def test_ratio_lines_stay_in_ratio_under_scaling(egg_g: float, factor: float) -> None:
    lines = tuple(split_card("3 eggs\nflour = weight of 3 eggs\nsugar = 4/3 of flour"))
    lines = (lines[0].model_copy(update={"mass_g": egg_g}), *lines[1:])
    after = weigh_lines(scale(lines, weigh_lines(lines, HABIT), HABIT, factor).lines, HABIT)
    masses = [line.reading.mass_g or 0 for line in after]
    assert masses[1] / masses[0] == pytest.approx(1)
    assert masses[2] / masses[1] == pytest.approx(4 / 3)


# --- scaling ---------------------------------------------------------------------------------------------------

cards = st.lists(
    st.sampled_from(["1½ cups plain flour", "2 sticks butter", "half an egg", "3 to 4 tbsp milk", "200 g dark chocolate, chopped",
                     "1 tsp baking soda", "¾ cup packed light brown sugar", "juice of 1 lemon", "2 large eggs", "1 lb 2 oz walnuts", "pinch of salt"]),
    min_size=2, max_size=8, unique=True,
).map("\n".join)  # fmt: skip


@given(cards, st.floats(0.1, 12))
def test_scaling_multiplies_every_gram(card: str, factor: float) -> None:
    lines, before = weigh("250 g plain flour\n" + card)
    after = weigh_lines(scale(lines, before, HABIT, factor).lines, HABIT)
    for old, new in zip(before, after, strict=True):
        assert new.reading.mass_g == pytest.approx((old.reading.mass_g or 0) * factor, rel=0.003, abs=0.002)
        assert new.reading.ingredient_id == old.reading.ingredient_id


@given(cards)
def test_undoing_a_doubling_gives_the_grams_back(card: str) -> None:
    lines, before = weigh(card)
    doubled = scale(lines, before, HABIT, 2).lines
    back = weigh_lines(scale(doubled, weigh_lines(doubled, HABIT), HABIT, 0.5).lines, HABIT)
    assert [line.reading.mass_g for line in back] == pytest.approx([line.reading.mass_g for line in before], rel=0.005)


@pytest.mark.parametrize(
    "text",
    [
        "1½ cups plain flour, sifted",
        "2 sticks soft butter",
        "3 to 4 tbsp milk",
        "200 g dark chocolate, chopped",
        "2 large eggs",
    ],
)
def test_a_written_line_is_read_back(text: str) -> None:
    measure = read_measure(text)
    assert not isinstance(measure, str)
    written = write_measure(measure)
    assert written is not None
    assert read_line(written, HABIT).mass_g == pytest.approx(read_line(text, HABIT).mass_g)


@given(st.integers(1, 8), st.sampled_from(["", "½", "¼", "¾", "1⁄3", "2⁄3"]))
def test_amounts_are_written_as_they_are_read(whole: int, part: str) -> None:
    measure = read_measure(f"{whole} {part} cups sugar")
    assert not isinstance(measure, str)
    again = read_measure(f"{say_amount(measure.low)} cups sugar")
    assert not isinstance(again, str)
    assert again.low == pytest.approx(measure.low)


@pytest.mark.parametrize(
    "text",
    [
        "1 cup (120 g) plain flour",
        "1 cup sugar, 1 tsp salt",
        "2 x 100 g bars dark chocolate",
        "½ cup sugar, plus 2 tbsp for rolling",
    ],
)
def test_a_line_too_involved_to_rewrite_keeps_its_words_and_gets_its_grams(text: str) -> None:
    lines = (Line(id="x", text=text),)
    before = weigh_lines(lines, HABIT)
    (line,) = scale(lines, before, HABIT, 2).lines
    assert line.text == text
    assert line.mass_g == pytest.approx(2 * (before[0].reading.mass_g or 0))


def test_half_an_egg_doubled_and_made_whole() -> None:
    lines, before = weigh("250 g flour\nhalf an egg")
    assert scale(lines, before, HABIT, 6).lines[1].text == "3 egg"
    factor, _ = factor_for(ScaleRequest(by=ScaleBy.WHOLE_EGGS), before, 30, 1, 1.2)
    assert factor == 2


def test_every_way_to_scale() -> None:
    _, before = weigh("300 g flour\n200 g butter\n100 g sugar")

    def factor(by: ScaleBy, value: float, line_id: str | None = None) -> tuple[float, int]:
        return factor_for(ScaleRequest(by=by, value=value, line_id=line_id), before, 30, 300 * 200, 1.2)

    assert factor(ScaleBy.FACTOR, 1.5) == (1.5, 1)
    assert factor(ScaleBy.TOTAL_G, 900) == (1.5, 1)
    assert factor(ScaleBy.COUNT, 40) == (2, 1)
    assert factor(ScaleBy.LEFT_G, 180, "l2") == (0.9, 1)
    assert factor(ScaleBy.FILL_TRAY_MM, 10)[0] == pytest.approx(300 * 200 * 10 / 1000 * 1.2 / 600)
    assert factor(ScaleBy.BOWL_ML, 2000) == (1, 1)
    assert factor(ScaleBy.BOWL_ML, 500) == (0.5, 2)


@pytest.mark.parametrize(
    ("request_", "says"),
    [(ScaleRequest(by=ScaleBy.FACTOR, value=9000), "check the number"), (ScaleRequest(by=ScaleBy.LEFT_G, value=10, line_id="none"), "Choose which"),
     (ScaleRequest(by=ScaleBy.WHOLE_EGGS), "no line of eggs")],
)  # fmt: skip
def test_scaling_that_cannot_be_meant(request_: ScaleRequest, says: str) -> None:
    _, before = weigh("300 g flour\n200 g butter")
    with pytest.raises(Refusal, match=says):
        factor_for(request_, before, 30, 1, 1.2)
    with pytest.raises(Refusal, match="nothing weighed"):
        factor_for(request_, (), 30, 1, 1.2)


def test_household_rounding_gives_up_the_pins() -> None:
    lines, before = weigh("1 cup plain flour\n1 stick butter\n1 egg")
    exact = scale(lines, before, HABIT, 1.37).lines
    rounded = scale(lines, before, HABIT, 1.37, rounded=True).lines
    assert any(line.mass_g for line in exact)
    assert not any(line.mass_g for line in rounded)


@given(
    st.sampled_from(
        [id for id, item in catalogue().items() if item.g_per_tsp and item.g_per_tbsp and item.g_per_cup_spooned]
    ),
    st.floats(1, 900),
)
def test_spoons_and_cups_say_how_far_off_they_are(id: str, amount: float) -> None:
    found = household(catalogue()[id], amount, HABIT)
    assert found is not None
    assert abs(found.error_pct) <= 60
    if amount > 30:
        assert abs(found.error_pct) <= 20


def test_own_cup_and_settled_name_are_kept_to() -> None:
    own = Habit(own_cups=(OwnCup(ingredient_id="flour_ap", cup_g=132),))
    assert read_line("1½ cups plain flour", own).mass_g == pytest.approx(198)
    settled = Habit(settled=(SettledName(name="brown sugar", ingredient_id="sugar_dark_brown"),))
    reading = read_line("1 cup brown sugar", settled)
    assert reading.sureness is Sureness.SURE
    assert reading.ingredient_id == "sugar_dark_brown"
    assert read_line("1 cup brown sugar", HABIT).asked_name == "brown sugar"


# --- substitutions ---------------------------------------------------------------------------------------------


def test_most_of_the_table_can_be_used() -> None:
    assert len(swaps()) >= 64


@pytest.mark.parametrize("swap", swaps(), ids=lambda swap: f"{swap.from_id}>{'+'.join(swap.mix)}")
def test_a_swap_keeps_mass_and_says_what_changes(swap) -> None:  # type: ignore[no-untyped-def]
    """The dough's mass changes by the ratio and corrections the table states, nothing else."""
    base = "250 g plain flour\n150 g unsalted butter\n150 g granulated sugar\n60 g water\n20 g baking powder\n20 g baking soda\n10 g fine salt"
    lines = (*split_card(base), Line(id="x", text="x", ingredient_id=swap.from_id, mass_g=100.0))
    before = weigh_lines(lines, HABIT)
    after = weigh_lines(apply(lines, before, "x", swap), HABIT)
    change = sum(g for _, g in dough_parts(after)) - sum(g for _, g in dough_parts(before))
    expected = 100 * (sum(swap.mix.values()) * swap.mass_ratio - 1)
    corrections = [100 * per_g for per_g in swap.adjust.values()]
    assert change >= expected + sum(c for c in corrections if c < 0) - 0.5
    assert change <= expected + sum(c for c in corrections if c > 0) + 0.5
    assert not any(line.reading.ingredient_id == swap.from_id and line.line_id == "x" for line in after)
    assert all((line.reading.mass_g or 0) >= 0 for line in after)
    assert swap.texture_effect


def test_wishes_find_every_line_in_the_way_and_only_fitting_stand_ins() -> None:
    _, weighed = weigh(DROP_CARD + "\n100 g walnuts")
    for wish in Wish:
        for offer in offers(weighed, "drop_chewy", wish):
            for swap in offer.swaps:
                assert not any(unwanted(catalogue()[id], wish) for id in swap.mix)
    assert [offer.ingredient_name for offer in offers(weighed, "drop_chewy", Wish.EGG_FREE)] == ["Whole egg"]
    assert offers(weighed, "drop_chewy", Wish.NUT_FREE)[0].swaps


def test_egg_free_and_nut_free_versions_compare() -> None:
    spec = DoughSpec(lines=tuple(split_card(DROP_CARD + "\n100 g walnuts")))
    found = assess(spec, KITCHEN)
    offer = offers(found.lines, "drop_chewy", Wish.NUT_FREE)[0]
    swapped = spec.model_copy(update={"lines": apply(spec.lines, found.lines, offer.line_id, offer.swaps[0])})
    comparison = compare(found, assess(swapped, KITCHEN))
    assert "walnut" in comparison.allergens_lost
    assert {line.name for line in comparison.lines} >= {"Walnuts (halves or pieces)"}
    assert compare(found, found).results == ()


def test_a_swap_of_the_wrong_line_is_refused() -> None:
    lines, weighed = weigh(DROP_CARD)
    with pytest.raises(Refusal, match="cannot be swapped"):
        apply(lines, weighed, "l1", next(swap for swap in swaps() if swap.from_id == "egg_whole"))


# --- balance, starters, method ---------------------------------------------------------------------------------


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.style_id)
def test_every_starter_is_balanced_for_its_family(starter) -> None:  # type: ignore[no-untyped-def]
    weighed = weigh_lines(starter.spec.lines, HABIT)
    percentages = percentages_of(dough_parts(weighed))
    assert percentages is not None
    for axis, usual in styles()[starter.style_id].usual.items():
        assert usual.low_pct - 1e-6 <= percentages[axis] <= usual.high_pct + 1e-6, axis
    found = assess(starter.spec, KITCHEN)
    assert found.outcome is not None
    assert found.balance is not None
    assert all(axis.place == "inside" for axis in found.balance.axes)


def test_there_is_a_starter_for_every_style() -> None:
    assert {starter.style_id for starter in starters()} == set(styles())


def test_soda_without_acid_gives_half_the_gas() -> None:
    flour, soda = (catalogue()["flour_ap"], 250.0), (catalogue()["baking_soda"], 3.0)
    bare = leavening_of([flour, soda], 250)
    sour = leavening_of([flour, soda, (catalogue()["cream_of_tartar"], 20.0)], 250)
    assert bare.gas_ml_per_100g_flour == pytest.approx(3 * 145 / 2.5)
    assert sour.gas_ml_per_100g_flour == pytest.approx(3 * 291 / 2.5)
    assert (bare.neutralised_pct, sour.neutralised_pct) == (0, 100)


@given(st.floats(0, 12), st.floats(0, 12))
def test_drier_cookies_keep_longer(a: float, b: float) -> None:
    assume(abs(a - b) > 0.01)
    parts = dough_parts(weigh(DROP_CARD)[1])
    mix = mix_of_dough(parts, Making())
    assert (water_activity(mix, a) > water_activity(mix, b)) == (a < b)


@pytest.mark.parametrize("mixing", list(Mixing))
def test_a_method_is_proposed_for_every_school(mixing: Mixing) -> None:
    _, weighed = weigh(DROP_CARD)
    fat = {Mixing.MELTED: FatState.MELTED, Mixing.RUB_IN: FatState.COLD}.get(mixing, FatState.SOFT)
    steps = propose(weighed, mixing, fat, 2, 20)
    assert len({step.id for step in steps}) == len(steps)
    assert mixing_minutes(steps) >= 3
    assert steps[-1].stage is Stage.REST
    assert steps[-1].minutes == 120
    if mixing is Mixing.MELTED:
        assert any("40 °C" in step.text and step.attention is Attention.PASSIVE for step in steps)


def test_the_bakers_own_method_moves_the_day() -> None:
    usual = share_of(drop_dough(), KITCHEN, 0, DoughAsk(dough_id="d")).dough
    slow = drop_dough(method=(MethodStep(id="mix", stage=Stage.MIX, text="Knead by hand", minutes=45),))
    own = share_of(slow, KITCHEN, 0, DoughAsk(dough_id="d")).dough
    assert own.mix_s == 45 * 60 > usual.mix_s
    assert own.lead_s == 0


def test_half_an_egg_leaves_the_other_half_as_wash() -> None:
    eggs = assess(
        DoughSpec(lines=tuple(split_card("250 g flour\n150 g butter\n100 g sugar\nhalf an egg"))), KITCHEN
    ).eggs
    assert eggs is not None
    assert (eggs.to_buy, eggs.used, eggs.left_share) == (1, 0.5, 0.5)
    assert eggs.left_g == pytest.approx(25)


@pytest.mark.parametrize(
    ("card", "says"),
    [("250 g flour\n30 g butter\n60 g sugar\n1 tsp baking soda", "Too dry"),
     ("250 g self-raising flour\n150 g butter\n150 g sugar\n1 egg\n2 tsp baking powder", "Leavener twice"),
     ("250 g flour\n150 g butter\n150 g sugar\n1 egg\n10 g baking soda", "soapy"),
     ("250 g flour\n150 g salted butter\n150 g sugar\n1 egg\n5 g salt\n1 tsp baking soda", "Salted butter"),
     ("250 g flour\n60 g butter\n150 g sugar\n120 g water\n1 tsp baking soda", "water cannot stand in")],
)  # fmt: skip
def test_warnings_with_a_remedy(card: str, says: str) -> None:
    found = assess(DoughSpec(lines=tuple(split_card(card))), KITCHEN)
    assert says in " ".join(problem.message for problem in found.problems)


def test_parts_other_than_dough_do_not_count() -> None:
    _, weighed = weigh("250 g flour\nGlaze:\n150 g icing sugar")
    assert weighed[1].part is Part.GLAZE
    assert sum(g for _, g in dough_parts(weighed)) == 250


def test_regions_change_spoons_in_households() -> None:
    item = catalogue()["honey"]
    us, au = household(item, 84.8, HABIT), household(item, 84.8, Habit(region=Region.AU))
    assert us is not None
    assert au is not None
    assert us.text != au.text

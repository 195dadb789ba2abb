"""The search from a wish to a dough: its levers and bounds, known doughs found again, whole measures, nothing broken, the same answer twice."""

import dataclasses
import itertools
import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.bench.starters import starters
from finebatch.core.formula.percentages import AXES, percentages_of
from finebatch.core.formula.weighed_line import dough_parts, weigh_lines
from finebatch.core.inverse.asked import MeasuredIn, Sense
from finebatch.core.inverse.carding import card_of
from finebatch.core.inverse.few import few_changes
from finebatch.core.inverse.relaxed import relaxed
from finebatch.core.inverse.solving import solve
from finebatch.core.inverse.space import Space
from finebatch.core.inverse.terms import Term, Terms
from finebatch.core.inverse.three import NEAR, Ask, candidates, differs, first_of
from finebatch.core.inverse.tradeoff import map_of
from finebatch.core.inverse.walk import in_kitchen
from tests.wish_kit import KITCHEN, base_for, known_doughs, somewhere, space_of

STARTERS = starters()
a_family = st.sampled_from(STARTERS)
seeds = st.integers(0, 10_000)


@given(a_family, seeds)
@settings(max_examples=60, deadline=None)
def test_any_setting_of_the_levers_is_a_dough_inside_the_familys_bounds_and_reads_back(one, seed) -> None:  # type: ignore[no-untyped-def]
    space = space_of(one)
    u = np.random.default_rng(seed).random(len(space.home))
    point = space.at(u)
    assert space.broken(point) == 0
    assert space.u_of(point) == pytest.approx(u, abs=1e-6)


@given(a_family, seeds)
@settings(max_examples=30, deadline=None)
def test_bounds_are_counted_as_the_app_counts_its_percentages(one, seed) -> None:  # type: ignore[no-untyped-def]
    space = space_of(one)
    point = somewhere(space, np.random.default_rng(seed))
    grams = np.array([point.grams])
    mine = 100 * (grams @ space.axes)[0] / float((grams @ space.as_flour)[0])
    theirs = percentages_of(space.parts(point.grams))
    assert theirs is not None
    assert mine == pytest.approx([theirs[axis] for axis in AXES], abs=1e-6)


def test_known_doughs_are_met_in_kitchen_measures_from_elsewhere_in_their_family() -> None:
    met, columns = [], []
    for one in known_doughs(4_100, MeasuredIn.CUPS, each=1):
        found = solve(one.space, one.terms(), None, 0.1, start=one.start, starts=6, seed=one.seed)
        assert found is not None
        assert found.broken == 0
        wide, high, bite = one.off(found.baked)
        met.append(wide <= 3 and high <= 3 and bite <= 10)
        columns.append(one.space.columns)
        # Every amount is a whole number of its steps.
        steps = np.array(found.point.grams) / found.steps[: len(found.space.lots)]
        assert steps == pytest.approx(np.round(steps), abs=1e-6)
    assert sum(met) >= 0.97 * len(met)
    assert np.median(columns) <= 150


def test_rounding_inside_the_search_costs_the_wish_hardly_anything() -> None:
    lost = []
    for one in known_doughs(4_200, MeasuredIn.CUPS, each=0):
        loose = relaxed(one.space, one.terms(), one.start, 0.1, one.start)
        found = in_kitchen(one.space, one.terms(), loose, None, 0.1, one.start)
        assert found is not None
        lost.append(max(one.off(found.baked)[:2]) - max(one.off(loose.baked)[:2]))
    assert np.median(lost) <= 1.0


@pytest.mark.parametrize("measures", MeasuredIn)
@pytest.mark.parametrize("one", STARTERS, ids=lambda one: one.style_id)
def test_a_card_says_exactly_what_was_found(one, measures: MeasuredIn) -> None:  # type: ignore[no-untyped-def]
    space = space_of(one, measures)
    wide = space.bake([space.base_point()])[0].height_mm * 1.06
    found = first_of(Ask(base_for(one), space.house, frozenset(), Terms([Term("height", math.log(wide))])))
    assert found is not None
    card = card_of(found.found.space, found.found.point, "as wished")
    read: dict[str, float] = {}
    for item, grams in dough_parts(weigh_lines(card.spec.lines, KITCHEN.habit)):
        read[item.id] = read.get(item.id, 0.0) + grams
    meant: dict[str, float] = {}
    for item, grams in found.found.space.parts(found.found.point.grams):
        meant[item.id] = meant.get(item.id, 0.0) + grams
    assert read == pytest.approx(meant, rel=0.005)


def test_the_same_wish_gets_the_same_answer_and_another_seed_may_not() -> None:
    space = space_of(STARTERS[0])
    terms = Terms([Term("width", math.log(84)), Term("height", math.log(12)), Term("chewy", 0.8, weight=0.6)])
    ask = Ask(base_for(STARTERS[0]), space.house, frozenset(), terms, 24)
    one, two = candidates(ask), candidates(ask)
    assert [candidate.found.point for candidate in one] == [candidate.found.point for candidate in two]
    assert [candidate.kind for candidate in one] == [candidate.kind for candidate in two]


def test_three_differ_in_two_things_at_least_and_each_keeps_the_count() -> None:
    space = space_of(STARTERS[0])
    terms = Terms([Term("width", math.log(84)), Term("height", math.log(12))])
    found = [one.found for one in candidates(Ask(base_for(STARTERS[0]), space.house, frozenset(), terms, 30))]
    assert len(found) == 3
    for i, one in enumerate(found):
        assert 30 <= one.baked.pieces + 1e-9 < 31
        assert all(differs(one, other) >= 2 for other in found[:i])


def test_what_is_as_wished_already_needs_no_change() -> None:
    space = space_of(STARTERS[0])
    now = space.bake([space.base_point()])[0]
    terms = Terms([Term("width", math.log(now.width_mm)), Term("height", math.log(now.height_mm))])
    assert [one.changes for one in few_changes(space, terms)] == [0]


def test_further_changes_come_clearly_nearer_and_change_no_more_than_they_say() -> None:
    space = space_of(STARTERS[0])
    now = space.bake([space.base_point()])[0]
    terms = Terms([Term("width", math.log(now.width_mm * 1.12)), Term("height", math.log(now.height_mm * 0.8))])
    found = few_changes(space, terms)
    assert [one.changes for one in found] == list(range(len(found)))
    assert len(found) >= 2
    for before, after in itertools.pairwise(found):
        assert after.merit < 0.9 * before.merit
    for one in found:
        home = one.space.base_point()
        changed = sum(abs(a - b) > 1e-6 for a, b in zip(one.point.grams, home.grams, strict=True))
        changed += sum(abs(a - b) > 1e-6 for a, b in zip(one.point.sizes, home.sizes, strict=True))
        changed += (one.point.oven_c != home.oven_c) + (abs(one.point.chill_h - home.chill_h) > 1e-6)
        assert changed <= one.changes
        assert one.space.broken(one.point) == 0


def test_no_dot_of_the_map_beats_another_and_todays_dough_lies_not_beyond_it() -> None:
    space = space_of(STARTERS[0])
    dots = map_of(space, "height", "crisp")
    assert len(dots) >= 5
    for dot in dots:
        assert not any(other.one > dot.one + 1e-9 and other.other > dot.other + 1e-9 for other in dots)
    now = space.bake([space.base_point()])[0]
    high, crisp = math.log(now.height_mm), now.textures()["crisp"] / 100
    assert any(dot.one >= high - 0.02 and dot.other >= crisp - 0.02 for dot in dots)
    for dot in dots:
        assert list(dot.point.sizes) == pytest.approx(list(space.base_sizes), rel=0.002)


def test_at_most_and_at_least_forgive_what_is_beyond_them() -> None:
    terms = Terms([Term("width", 4.0, Sense.AT_MOST), Term("height", 2.0, Sense.AT_LEAST), Term("sweet", 0.2)])
    assert list(terms.forgiven(np.array([-3.0, 3.0, -1.0]))) == [0.0, 0.0, -1.0]
    assert list(terms.forgiven(np.array([3.0, -3.0, 1.0]))) == [3.0, -3.0, 1.0]


def test_a_held_size_stays_while_the_rest_moves() -> None:
    space = space_of(STARTERS[0]).held_at((40.0,))
    now = space.bake([space.base_point()])[0]
    found = solve(space, Terms([Term("width", math.log(now.width_mm * 1.05))]), None, NEAR)
    assert found is not None
    assert found.point.sizes == (40.0,)


def test_a_space_is_never_searched_outside_its_pantry() -> None:
    house = space_of(STARTERS[0]).house
    have = {item: 300.0 for lot in base_for(STARTERS[0]).lots for item in lot.ids}
    space = Space(base_for(STARTERS[0]), dataclasses.replace(house, have_g=have))
    assert set(space.ingredient_ids()) <= {*have, "water"}
    found = solve(space, Terms([Term("width", math.log(80))]), None, NEAR)
    assert found is not None
    taken = dict(zip(found.space.ingredient_ids(), found.space.used(np.array([found.point.grams]))[0], strict=True))
    assert all(grams <= have.get(id, math.inf) + 1e-6 for id, grams in taken.items() if id != "water")

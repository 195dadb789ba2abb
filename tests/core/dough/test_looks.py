"""What a dough looks like: by its shares alone, whatever its size; pieces by their own weight."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.facts import rows
from finebatch.core.dough.looks import LEAST_PIECES, MOST_KINDS, looks_of, tints_of
from finebatch.core.ingredients.catalogue import catalogue

ITEMS = catalogue()
COLOURING = [row["what"] for row in rows("tints")]
PLAIN = [(ITEMS["flour_ap"], 250.0), (ITEMS["butter_unsalted"], 170.0), (ITEMS["sugar_caster"], 120.0)]


def test_the_tables_name_what_is_in_the_catalogue() -> None:
    assert set(COLOURING) <= set(ITEMS)
    categories = {item.category for item in ITEMS.values()}
    assert {row["what"] for row in rows("inclusions")} <= set(ITEMS) | categories


def test_a_plain_dough_is_not_tinted_and_has_no_pieces() -> None:
    looks = looks_of(PLAIN)
    assert (looks.tints.cocoa, looks.tints.molasses) == (0, 0)
    assert looks.inclusions == ()


@given(st.sampled_from(COLOURING), st.floats(1, 200), st.floats(1, 200), st.floats(0.1, 9))
def test_more_of_a_dark_thing_is_never_lighter_and_size_does_not_matter(
    id: str, a: float, b: float, times: float
) -> None:
    low, high = sorted((a, b))
    less, more = (tints_of([*PLAIN, (ITEMS[id], grams)]) for grams in (low, high))
    assert 0 <= less.cocoa <= more.cocoa < 1
    assert 0 <= less.molasses <= more.molasses < 1
    scaled = tints_of([(item, grams * times) for item, grams in [*PLAIN, (ITEMS[id], low)]])
    assert scaled.cocoa == pytest.approx(less.cocoa)
    assert scaled.molasses == pytest.approx(less.molasses)


def test_chocolate_pieces_are_counted_by_weight_and_do_not_tint() -> None:
    parts = [*PLAIN, (ITEMS["choc_chips_dark"], 200.0)]
    assert tints_of(parts).cocoa == 0
    (chips,) = looks_of(parts).in_piece(37.0)
    # 37 of 740 g have a twentieth of the 200 g: 10 g of chips of 0.35 g.
    assert chips.each == pytest.approx(10 / 0.35)
    assert looks_of(parts).in_piece(74.0)[0].each == pytest.approx(2 * chips.each)


def test_only_what_can_be_seen_is_drawn() -> None:
    many = [
        *PLAIN,
        *(
            (ITEMS[id], 40.0)
            for id in ("raisins", "walnuts", "choc_chips_white", "oats_rolled", "dates", "almonds_flaked")
        ),
    ]
    drawn = looks_of(many).in_piece(30.0)
    assert len(drawn) == MOST_KINDS
    assert all(one.each >= LEAST_PIECES for one in drawn)
    assert looks_of([*PLAIN, (ITEMS["walnuts"], 1.0)]).in_piece(20.0) == ()

"""Cookies on trays: none touches, none hangs over, loads are even."""

import itertools
import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from finebatch.core.trays.arrange import Footprint, Moved, Scheme, TrayRules, arrange, most_on
from finebatch.core.trays.loads import even_loads

sizes = st.floats(100, 600)
widths = st.floats(25, 140)


rules_of = st.builds(
    TrayRules, edge_mm=st.floats(0, 30), corner_mm=st.floats(0, 60), gap_mm=st.floats(0, 30),
    scheme=st.sampled_from(list(Scheme)), per_row=st.none() | st.integers(1, 6),
)  # fmt: skip
pieces = st.builds(
    lambda width, depth, is_round: Footprint(width_mm=width, depth_mm=width if is_round else depth, round=is_round),
    widths, widths, st.booleans(),
)  # fmt: skip


def box(place: object, piece: Footprint) -> tuple[float, float]:
    """Half the width and depth covered at a place."""
    shape = piece.turned() if place.turned else piece  # type: ignore[attr-defined]
    return shape.width_mm / 2, shape.depth_mm / 2


@given(sizes, sizes, pieces, rules_of, st.data())
def test_no_two_touch_and_none_leaves_the_tray_or_enters_a_corner(
    width: float, depth: float, piece: Footprint, rules: TrayRules, data: st.DataObject
) -> None:
    most, _ = most_on(width, depth, piece, rules)
    assume(most > 0)
    count = data.draw(st.integers(1, most))
    layout = arrange(count, width, depth, piece, rules)
    assert len(layout.places) == count == sum(layout.per_row)
    assert not layout.touches
    for a, b in itertools.combinations(layout.places, 2):
        (aw, ad), (bw, bd) = box(a, piece), box(b, piece)
        dx, dy = abs(a.x_mm - b.x_mm), abs(a.y_mm - b.y_mm)
        if piece.round:
            assert math.hypot(dx, dy) >= piece.width_mm + rules.gap_mm - 1e-6
        else:
            assert max(dx - aw - bw, dy - ad - bd) >= rules.gap_mm - 1e-6
    for place in layout.places:
        w, d = box(place, piece)
        left, right = place.x_mm - w, width - place.x_mm - w
        back, front = place.y_mm - d, depth - place.y_mm - d
        assert min(left, right, back, front) >= rules.edge_mm - 1e-6
        # A corner is a square: a piece keeps out of it one way or the other.
        assert max(min(left, right), min(back, front)) >= min(rules.corner_mm, max(left, back)) - 1e-6
    if rules.per_row:
        assert max(layout.per_row) <= rules.per_row


@given(sizes, sizes, pieces, rules_of, st.floats(0, 200), st.floats(0, 200))
def test_a_larger_tray_never_holds_fewer(
    width: float, depth: float, piece: Footprint, rules: TrayRules, wider: float, deeper: float
) -> None:
    assert most_on(width + wider, depth + deeper, piece, rules)[0] >= most_on(width, depth, piece, rules)[0]


def test_four_in_a_row_as_wished() -> None:
    layout = arrange(12, 450, 350, Footprint(width_mm=60, depth_mm=60), TrayRules(per_row=4))
    assert layout.per_row == (4, 4, 4)


def test_boxes_are_turned_where_more_fit() -> None:
    log = Footprint(width_mm=90, depth_mm=320, round=False)
    assert most_on(350, 250, log)[0] == 2
    assert all(place.turned for place in arrange(2, 350, 250, log).places)


def test_a_piece_put_elsewhere_is_said_to_touch() -> None:
    piece = Footprint(width_mm=60, depth_mm=60)
    free = arrange(6, 350, 250, piece)
    beside = free.places[1]
    rules = TrayRules(moved=(Moved(index=0, x_mm=beside.x_mm - 50, y_mm=beside.y_mm),))
    touches = arrange(6, 350, 250, piece, rules).touches
    assert [(touch.a, touch.b) for touch in touches] == [(0, 1)]
    assert touches[0].overlap_mm == pytest.approx(10)
    over = arrange(6, 350, 250, piece, TrayRules(moved=(Moved(index=5, x_mm=345, y_mm=230),))).touches
    assert over[-1].b is None
    assert over[-1].overlap_mm == pytest.approx(25)


@given(st.integers(0, 400), st.integers(1, 40))
def test_loads_are_even_and_as_few_as_can_be(count: int, most: int) -> None:
    loads = even_loads(count, most)
    assert sum(loads) == count
    assert len(loads) == math.ceil(count / most)
    if loads:
        assert max(loads) <= most
        assert max(loads) - min(loads) <= 1


def test_the_bakers_example() -> None:
    assert even_loads(26, 12) == (9, 9, 8)
    with pytest.raises(ValueError, match="at least one"):
        even_loads(5, 0)


def test_a_cookie_wider_than_the_tray_does_not_fit() -> None:
    wide = Footprint(width_mm=250, depth_mm=250)
    assert most_on(200, 200, wide)[0] == 0
    with pytest.raises(ValueError, match="holds 0"):
        arrange(1, 200, 200, wide)

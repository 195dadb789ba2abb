"""What is asked of a day, in the address and back."""

from datetime import datetime, timedelta
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.web.conftest import Interface

IDS = st.text("0123456789abcdef", min_size=4, max_size=8)
# A test cookie first, a change tried on half of it, or out of the freezer: one of them.
FROZEN = st.builds(
    lambda id, count, thaw: (False, None, {"id": id, "count": count, "thaw": thaw}),
    IDS,
    st.integers(1, 400),
    st.booleans(),
)
RARE = st.sampled_from([(False, None, None), (True, None, None), (False, "0a1b2c3d", None)]) | FROZEN
ASKS = st.lists(
    st.builds(
        lambda rare, **ask: {**ask, "test_first": rare[0], "try_id": rare[1], "frozen": rare[2]},
        RARE, dough_id=IDS, times=st.sampled_from([0.5, 1, 2, 3.5]), overnight=st.booleans(), share_id=st.none() | IDS, ahead=st.booleans(),
    ), min_size=1, max_size=12,
)  # fmt: skip


@settings(max_examples=40, deadline=None)
@given(ASKS)
def test_a_dough_is_the_same_out_of_the_address(interface: Interface, asks: list[dict[str, Any]]) -> None:
    for ask in asks:
        word = interface.call("places/day/choices.ts", "wordOf", ask)
        assert interface.call("places/day/choices.ts", "askOf", word) == ask


def test_a_plain_link_names_a_dough_alone(interface: Interface) -> None:
    plain = {
        "dough_id": "ab12",
        "times": 1,
        "overnight": False,
        "share_id": None,
        "test_first": False,
        "try_id": None,
        "frozen": None,
        "ahead": False,
    }
    assert interface.call("places/day/choices.ts", "askOf", "ab12") == plain
    assert interface.call("places/day/choices.ts", "askOf", "ab12,nonsense,,") == plain


@settings(max_examples=40, deadline=None)
@given(st.floats(0.02, 0.98))
def test_a_dipped_round_is_covered_as_far_as_asked(interface: Interface, cover: float) -> None:
    from math import acos, pi, sin

    depth = interface.call("drawing/finished.tsx", "dipped", cover, True)
    angle = 2 * acos(1 - 2 * depth)
    assert abs((angle - sin(angle)) / (2 * pi) - cover) < 1e-4


def test_hours_go_on_into_the_next_day_where_they_end_earlier_than_they_begin(interface: Interface) -> None:
    supper = {"kind": "oven", "from": "2026-06-05T17:00", "to": "18:30"}
    sent = interface.call("places/day/choices.ts", "sentHours", supper)
    begin, end = (datetime.fromisoformat(sent[key]) for key in ("from_at", "to_at"))
    assert end - begin == timedelta(minutes=90)
    night = interface.call(
        "places/day/choices.ts", "sentHours", {**supper, "kind": "away", "from": "2026-06-05T22:00", "to": "07:00"}
    )
    begin, end = (datetime.fromisoformat(night[key]) for key in ("from_at", "to_at"))
    assert end - begin == timedelta(hours=9)

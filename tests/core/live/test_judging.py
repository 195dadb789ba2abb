"""A look becomes minutes."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel import followed
from finebatch.core.bench import case_for
from finebatch.core.kitchen import Kitchen
from finebatch.core.live.brief import Look
from finebatch.core.live.events import Lift, Middle, Rim, Saw, Smell, Under
from finebatch.core.live.judging import AGAINST_DONE, judged, minutes, passed_on
from tests.kit import drop_dough

COURSE = followed(case_for(drop_dough(), Kitchen()))
LOOK = Look(course=COURSE, sure_ln=0.12, cue="rim set, middle soft")
AIM_S = (COURSE.first_done_s + COURSE.last_good_s) / 2
PACES = st.floats(0.75, 1.35)


def seen_at(elapsed_s: float, slower: float) -> Rim:
    """What a baker with good eyes sees of a bake that takes so many times as long."""
    index = COURSE.rim_at(elapsed_s / slower)
    goal = COURSE.rim_at(AIM_S)
    return min(AGAINST_DONE, key=lambda rim: abs(math.log(max(index, 1e-9) / (AGAINST_DONE[rim] * goal))))


@given(PACES, st.floats(0.8, 1.0))
def test_a_look_near_the_end_lands_nearer_the_truth_than_the_clock(slower: float, share: float) -> None:
    elapsed = share * AIM_S
    found = judged(LOOK, AIM_S, elapsed, Saw(load=0, rim=seen_at(elapsed, slower)))
    truth = slower * AIM_S
    by_clock = abs(AIM_S - truth)
    by_look = abs(max(elapsed + found.more_s, elapsed) - max(truth, elapsed))
    assert by_look <= max(by_clock + 30, 60)  # minutes are given to the half


@given(st.floats(0.5, 1.1))
def test_darker_is_never_longer_and_paler_never_shorter(share: float) -> None:
    elapsed = share * AIM_S
    more = [judged(LOOK, AIM_S, elapsed, Saw(load=0, rim=rim)).more_s for rim in AGAINST_DONE]
    assert more == sorted(more, reverse=True)
    assert judged(LOOK, AIM_S, elapsed, Saw(load=0, rim=Rim.DARKER)).more_s == 0


@pytest.mark.parametrize(
    "behind",
    [
        {"middle": Middle.WET},
        {"under": Under.PALE},
        {"lift": Lift.SAGS},
        {"smell": Smell.DOUGH},
        {"rim": Rim.MUCH_PALER},
    ],
)
def test_what_is_behind_at_the_end_gets_minutes_and_says_nothing_at_the_beginning(behind: dict[str, object]) -> None:
    late = judged(LOOK, AIM_S, AIM_S, Saw(load=0, **behind))  # type: ignore[arg-type]
    assert late.more_s >= 30
    assert late.ln_slower > 0
    early = judged(LOOK, AIM_S, 0.2 * AIM_S, Saw(load=0, **behind))  # type: ignore[arg-type]
    assert early.ln_slower == 0


def test_the_reason_says_what_was_to_be_seen_what_was_and_that_they_go_on() -> None:
    found = judged(LOOK, AIM_S, 0.95 * AIM_S, Saw(load=0, rim=Rim.MUCH_PALER, middle=Middle.WET))
    assert "much paler than done" in found.says
    assert f"{minutes(found.more_s)} more." in found.says
    assert "slower than foretold" in found.says
    assert "go on baking" in found.says


@given(PACES)
def test_what_one_tray_tells_of_its_dough_is_believed_in_part_and_narrows(slower: float) -> None:
    elapsed = 0.92 * AIM_S
    tray = judged(LOOK, AIM_S, elapsed, Saw(load=0, rim=seen_at(elapsed, slower)))
    mean, sd = passed_on(0.0, LOOK.sure_ln, tray)
    assert sd < LOOK.sure_ln
    assert abs(mean) <= abs(tray.ln_slower) + 1e-9


@given(st.floats(0.6, 1.8), st.floats(0, 3000))
def test_a_slower_course_is_the_same_course_on_another_clock(by: float, seconds: float) -> None:
    slow = COURSE.slower(by)
    assert slow.rim_at(seconds * by) == pytest.approx(COURSE.rim_at(seconds), rel=0.12, abs=0.05)
    assert slow.first_done_s == pytest.approx(by * COURSE.first_done_s)

"""What was told adds up to one true state: whatever the order, however often, taken back or not."""

import random
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.day import Kind, Plan
from finebatch.core.live.brief import Brief
from finebatch.core.live.events import (
    AnyEvent,
    Away,
    Did,
    DoughOff,
    Happened,
    Helper,
    Lost,
    Mark,
    More,
    OvenRuns,
    Saw,
    TrayGone,
    Undone,
)
from finebatch.core.live.facts import Facts, facts_of
from tests.core.live.kit import Evening
from tests.day_kit import NOON, planned, simple

PLAN: Plan = planned(simple(3))
BRIEF = Brief(plan=PLAN)


def mark(kind: Kind, load: int | None = None, dough: int | None = None, part: int = 0) -> Mark:
    return Mark(kind=kind, load=load, dough=dough, part=part)


def at(minute: float, event: AnyEvent, key: str = "") -> Happened:
    return Happened(key=key or f"key-{minute:09.3f}", at=NOON + timedelta(minutes=minute), event=event)


def state(facts: Facts) -> object:
    """All that is true, to be compared."""
    loads = [(x.in_at, x.turned_at, x.out_at, x.told_end, x.pieces, x.lost) for x in facts.loads]
    return (
        loads, sorted((str(m), t) for m, t in facts.done.items()), facts.oven_times, facts.off, facts.gone, facts.away, facts.helper,
        facts.pace_ln, facts.ignored,
    )  # fmt: skip


MARKS = st.builds(
    Mark,
    kind=st.sampled_from([Kind.WEIGH, Kind.MIX, Kind.FORM, Kind.LOAD, Kind.LOOK, Kind.TURN, Kind.UNLOAD, Kind.TRANSFER, Kind.PACK]),
    load=st.sampled_from([None, 0, 1, 2, 7]),
    dough=st.sampled_from([None, 0]),
    part=st.integers(0, 1),
)  # fmt: skip
LOADS = st.sampled_from([0, 1, 2, 9])
EVENTS = st.one_of(
    st.builds(Did, marks=st.lists(MARKS, min_size=1, max_size=3).map(tuple)),
    st.builds(Saw, load=LOADS, rim=st.sampled_from([None, "paler", "right", "darker"])),
    st.builds(More, load=LOADS, minutes=st.sampled_from([1.0, 2.0])),
    st.builds(Lost, load=LOADS),
    st.builds(OvenRuns, times=st.sampled_from([0.9, 1.1])),
    st.builds(Away, minutes=st.sampled_from([5.0, 30.0])),
    st.builds(Helper, comes=st.booleans()),
    st.builds(TrayGone, tray=st.just("sheet"), found=st.booleans()),
    st.builds(DoughOff, dough=st.sampled_from([0, 5])),
)


@st.composite
def tellings(draw: st.DrawFn) -> list[Happened]:
    events = draw(st.lists(st.tuples(st.integers(0, 240), EVENTS), max_size=25))
    told = [at(minute, event, f"key-{n:04d}") for n, (minute, event) in enumerate(events)]
    for n in draw(st.lists(st.integers(0, max(0, len(told) - 1)), max_size=4)) if told else []:
        told.append(at(draw(st.integers(0, 300)), Undone(of=told[n].key), f"undo-{len(told):04d}"))
    return told


@given(tellings(), st.randoms(use_true_random=False))
def test_any_order_of_arrival_and_any_repetition_add_up_to_the_same(told: list[Happened], rng: random.Random) -> None:
    shuffled = [*told, *rng.sample(told, len(told) // 2)]
    rng.shuffle(shuffled)
    assert state(facts_of(BRIEF, shuffled)) == state(facts_of(BRIEF, told))


@given(tellings())
def test_what_is_taken_back_is_as_if_it_had_never_been(told: list[Happened]) -> None:
    for one in told:
        if isinstance(one.event, Undone):
            continue
        without = [
            other
            for other in told
            if other.key != one.key and not (isinstance(other.event, Undone) and other.event.of == one.key)
        ]
        undone = [*without, one, at(400, Undone(of=one.key), "the-last-undoing")]
        assert state(facts_of(BRIEF, undone)) == state(facts_of(BRIEF, without))


@given(tellings())
def test_a_tray_is_never_out_before_it_is_in_nor_in_and_out_at_once(told: list[Happened]) -> None:
    for load in facts_of(BRIEF, told).loads:
        if load.out_at is not None:
            assert load.in_at is not None
            assert load.in_at <= load.out_at
            assert not load.inside
        if load.turned_at is not None:
            assert load.in_at is not None
            assert load.in_at <= load.turned_at


def test_an_undoing_that_is_undone_brings_the_tap_back() -> None:
    tap = at(10, Did(marks=(mark(Kind.LOAD, 0),)), "the-tap-itself")
    first = at(11, Undone(of=tap.key), "first-undoing")
    second = at(12, Undone(of=first.key), "second-undoing")
    assert facts_of(BRIEF, [tap, first]).loads[0].in_at is None
    assert facts_of(BRIEF, [tap, first, second]).loads[0].in_at == tap.at


def test_whoever_did_the_later_has_done_the_earlier() -> None:
    facts = facts_of(BRIEF, [at(60, Did(marks=(mark(Kind.LOAD, 1),)))])
    for before in (mark(Kind.FORM, 1), mark(Kind.MIX, dough=0), mark(Kind.WEIGH, dough=0)):
        assert facts.done_at(before) == NOON + timedelta(minutes=60)
    for other in (mark(Kind.FORM, 0), mark(Kind.UNLOAD, 1), mark(Kind.TURN, 1)):
        assert facts.done_at(other) is None


def test_what_happens_in_one_second_happens_in_the_order_of_a_tray() -> None:
    kinds = (Kind.TRANSFER, Kind.UNLOAD, Kind.LOAD)
    told = [at(30, Did(marks=(mark(kind, 0),)), f"key-{n}-of-it") for n, kind in enumerate(kinds)]
    facts = facts_of(BRIEF, told)
    assert not facts.ignored
    assert facts.loads[0].out_at == NOON + timedelta(minutes=30)


def test_the_impossible_is_not_counted_and_says_why() -> None:
    told = [
        at(1, Did(marks=(mark(Kind.UNLOAD, 0),)), "out-before-in"), at(2, Saw(load=0), "seen-outside"), at(3, Saw(load=42), "no-such-tray"),
        at(4, DoughOff(dough=9), "no-such-dough"), at(5, TrayGone(tray="sheet", found=True), "found-not-lost"),
    ]  # fmt: skip
    facts = facts_of(BRIEF, told)
    assert set(facts.ignored) == {one.key for one in told}
    assert all(facts.ignored.values())


def test_a_cooler_oven_lengthens_what_bakes_and_what_will() -> None:
    into = at(10, Did(marks=(mark(Kind.LOAD, 0),)))
    plain, slow = facts_of(BRIEF, [into]), facts_of(BRIEF, [into, at(12, OvenRuns(times=1.1))])
    for load in range(3):
        assert slow.bake_s(load) == plain.bake_s(load) * 1.1


@given(st.integers(0, 10**6))
@settings(max_examples=15, deadline=None)
def test_a_day_that_is_done_as_planned_leaves_nothing_to_do_and_moves_nothing(seed: int) -> None:
    evening = Evening(PLAN)
    while left := evening.left():
        evening.do(left[0])
    assert not evening.facts.ignored
    assert evening.now <= evening.plan.end


def test_the_night_the_clock_is_set_back_is_an_hour_longer_and_nothing_else() -> None:
    dublin = ZoneInfo("Europe/Dublin")
    before, after = datetime(2026, 10, 25, 0, 30, tzinfo=UTC), datetime(2026, 10, 25, 1, 10, tzinfo=UTC)
    told = [
        Happened(key="into-the-oven", at=before, event=Did(marks=(mark(Kind.LOAD, 0),))),
        Happened(key="out-of-the-oven", at=after, event=Did(marks=(mark(Kind.UNLOAD, 0),))),
    ]
    # On the wall out (01:10) comes before in (01:30).
    walls = [one.model_copy(update={"at": one.at.astimezone(dublin)}) for one in told]
    assert walls[1].at.hour == 1
    assert state(facts_of(BRIEF, walls)) == state(facts_of(BRIEF, told))
    assert facts_of(BRIEF, walls).loads[0].out_at == after

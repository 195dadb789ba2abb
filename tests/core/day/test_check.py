"""The checker of plans: a fault planted against every rule is caught."""

import dataclasses
from collections.abc import Callable
from datetime import UTC, datetime

import pytest

from finebatch.core.day.byhand.place import build, first_plan
from finebatch.core.day.check import violations
from finebatch.core.day.limits import Limits
from finebatch.core.day.solver.search import Effort, NoPlanError, search
from finebatch.core.day.steps.step import Kind, Lane, Step
from finebatch.core.day.steps.steps import steps_of
from finebatch.core.day.texts import Texts
from finebatch.core.day.times import to_ticks
from finebatch.core.day.work.work import DayWork, DoughWork, LoadWork, Pin
from tests.day_kit import as_steps, instances, simple

QUICK = Effort(shortest=0.15, calmest=0.05, tries=4)
NOON = datetime(2026, 5, 2, 12, 0, tzinfo=UTC)
INSTANCES = {one["name"]: one for one in instances()}


# --- planted faults ----------------------------------------------------------------------------------------------


def rich() -> tuple[DayWork, list[Step]]:
    """A day with a chill, a divided dough, slices, hot work, finishes and a parked tray."""
    base = LoadWork(
        dough=0, name="Rounds", pieces=9, tray="sheet", shape_s=400, oven_c=175, bake_s=720, turn_s=20, wait_max_s=600, hot_s=60, rest_s=180,
        rest_slack_s=480, transfer_s=30, cool_s=1200, area_cm2=700, ice_s=300, dry_s=1800, wash_s=40, dry_first_s=300,
    )  # fmt: skip
    logs = base.model_copy(
        update={
            "dough": 1,
            "name": "Logs",
            "oven_c": 165.0,
            "bake_s": 1800,
            "hot_s": 0,
            "ice_s": 0,
            "dry_s": 0,
            "cool_s": 600,
        }
    )
    slices = logs.model_copy(
        update={
            "name": "Slices",
            "oven_c": 150.0,
            "bake_s": 900,
            "after_log": 2,
            "slice_from_s": 600,
            "slice_to_s": 1500,
        }
    )
    scraps = base.model_copy(update={"name": "Scraps", "scraps": True})
    doughs = (
        DoughWork(name="Round dough", lead_s=1500, lead_first_s=400, weigh_s=300, mix_s=300, divide_s=120, chill_s=3 * 3600, chill_max_s=4 * 3600, temper_after_s=7200,
                  temper_s=600, rechill_s=900, pack_s=120),
        DoughWork(name="Rusk dough", lead_s=0, weigh_s=300, mix_s=300),
    )  # fmt: skip
    work = DayWork(
        doughs=doughs,
        loads=(base, scraps, logs, slices),
        room=Limits(trays={"sheet": 2}, ovens=(1,), area_cm2=1500, shelf=1),
    )
    table = first_plan(to_ticks(work), 6)
    assert table
    words = tuple(Texts(shape="Shape", first_look_s=round(0.8 * load.bake_s)) for load in work.loads)
    steps = list(steps_of(work, to_ticks(work), table, words))
    assert violations(work, steps) == []
    return work, steps


WORK, STEPS = rich()
Fault = Callable[[list[Step]], list[Step]]


def of(kind: Kind, load: int | None = None, dough: int | None = None) -> int:
    return next(
        i for i, s in enumerate(STEPS)
        if s.kind is kind and (load is None or s.load == load) and (dough is None or (s.dough == dough and s.load is None))
    )  # fmt: skip


def shift(index: int, by_s: int) -> Fault:
    def fault(steps: list[Step]) -> list[Step]:
        s = steps[index]
        return [
            *steps[:index],
            s.model_copy(update={"start_s": s.start_s + by_s, "end_s": s.end_s + by_s}),
            *steps[index + 1 :],
        ]

    return fault


def shorter(index: int, to_s: int) -> Fault:
    def fault(steps: list[Step]) -> list[Step]:
        s = steps[index]
        return [*steps[:index], s.model_copy(update={"end_s": s.start_s + to_s}), *steps[index + 1 :]]

    return fault


def named(index: int, **values: object) -> Fault:
    def fault(steps: list[Step]) -> list[Step]:
        return [*steps[:index], steps[index].model_copy(update=values), *steps[index + 1 :]]

    return fault


def without(kind: Kind) -> Fault:
    return lambda steps: [s for s in steps if s.kind is not kind]


def all_of(kinds: tuple[Kind, ...], load: int, by_s: int) -> Fault:
    def fault(steps: list[Step]) -> list[Step]:
        return [
            s.model_copy(update={"start_s": s.start_s + by_s, "end_s": s.end_s + by_s}) if s.load == load and s.kind in kinds else s
            for s in steps
        ]  # fmt: skip

    return fault


def busy_look(steps: list[Step]) -> list[Step]:
    """A first look in the middle of mixing."""
    mix = next(s for s in steps if s.kind is Kind.MIX)
    look = next(s for s in steps if s.kind is Kind.LOOK)
    moved = look.model_copy(update={"start_s": mix.start_s + 60, "end_s": mix.start_s + 60})
    return [moved if s is look else s for s in steps]


IN_AND_OUT = (Kind.LOAD, Kind.BAKE, Kind.TURN, Kind.UNLOAD)
FAULTS: dict[str, tuple[Fault, str]] = {
    "weighed before soft": (shift(of(Kind.SOFTEN), 1200), "before its fat is soft"),
    "mixed before weighed": (shift(of(Kind.MIX, dough=1), -700), "mixed before it is weighed"),
    "weighed too long ago": (shift(of(Kind.WEIGH, dough=1), -3600), "stand too long"),
    "too little mixing": (shorter(of(Kind.MIX, dough=0), 60), "too little time"),
    "divided too soon": (shift(of(Kind.DIVIDE), -200), "divided before it is mixed"),
    "chilled too short": (shorter(of(Kind.CHILL), 3600), "not chilled long enough"),
    "not warmed": (without(Kind.TEMPER), "not warmed"),
    "shaped before ready": (shift(of(Kind.FORM, 0), -7200), "before its dough is ready"),
    "shaped too fast": (shorter(of(Kind.FORM, 0), 30), "shaping is given too little time"),
    "in before shaped": (shift(of(Kind.LOAD, 0), -900), "goes in before it is shaped"),
    "waits raw": (all_of(IN_AND_OUT, 2, 3600), "wait too long"),
    "baked too long": (shorter(of(Kind.BAKE, 0), 1500), "not baked for its time"),
    "left in": (shift(of(Kind.UNLOAD, 0), 300), "not taken out when it is done"),
    "never turned": (without(Kind.TURN), "turn is in the plan 0 times"),
    "turned late": (shift(of(Kind.TURN, 0), 200), "not turned at half time"),
    "hot work late": (shift(of(Kind.HOT, 0), 240), "due while it is hot is late"),
    "no rest": (shift(of(Kind.TRANSFER, 0), -170), "does not rest"),
    "rests too long": (shift(of(Kind.TRANSFER, 2), 1800), "rests on its tray too long"),
    "moved too fast": (shorter(of(Kind.TRANSFER, 0), 5), "moving to the rack"),
    "not cooled": (shorter(of(Kind.COOL, 0), 300), "not left to cool"),
    "hot tray": (shorter(of(Kind.TRAY_COOL, 0), 60), "used again while hot"),
    "iced warm": (shift(of(Kind.ICE, 0), -900), "finished while warm"),
    "iced too fast": (shorter(of(Kind.ICE, 0), 10), "finishing is given too little time"),
    "not set": (shorter(of(Kind.DRY, 0), 60), "does not set"),
    "packed warm": (shift(of(Kind.PACK, dough=0), -3000), "packed before all of it is cold"),
    "sliced too hot": (shift(of(Kind.FORM, 3), -500), "sliced too hot"),
    "sliced too cold": (all_of((Kind.FORM,), 3, 3600), "sliced too cold"),
    "another tray on the way": (named(of(Kind.REST, 0), tray="Z"), "changes its tray"),
    "a rack too many": (named(of(Kind.BAKE, 0), rack=2), "rack position the oven does not have"),
    "not preheated": (shift(of(Kind.PREHEAT), 5400), "before the oven is hot"),
    "heated too short": (shorter(of(Kind.PREHEAT), 300), "before the oven is hot"),
    "a step twice": (lambda steps: [*steps, steps[of(Kind.BAKE, 0)]], "bake is in the plan 2 times"),
    "a step backwards": (shorter(of(Kind.WEIGH, dough=1), -5), "ends before it starts"),
    "before the day": (shift(of(Kind.SOFTEN), -7200), "begins before the day"),
    "browned too fast": (shorter(of(Kind.BROWN), 60), "before its cooling is given too little time"),
    "browned while it cools": (shift(of(Kind.BROWN), 600), "or comes after"),
    "brushed long before": (shift(of(Kind.WASH, 0), -400), "not brushed just before it goes in"),
    "brushed too fast": (shorter(of(Kind.WASH, 0), 5), "brushing is given too little time"),
    "the first coat wet": (all_of((Kind.FORM,), 0, 240), "the first coat has no time to dry"),
    "waits from later on": (shift(of(Kind.PARK if any(s.kind is Kind.PARK for s in STEPS) else Kind.WAIT), 60), "the wait before the oven is not"),
    "waits in two places": (lambda steps: [*steps, next(s for s in steps if s.kind in (Kind.WAIT, Kind.PARK))], "the wait before the oven is not"),
    "rests on a tray that is empty": (shorter(of(Kind.REST, 0), 5000), "the rest on the tray is not"),
    "cools before it is moved": (shift(of(Kind.COOL, 0), 300), "the cookies do not cool from"),
    "the tray cools later": (shift(of(Kind.TRAY_COOL, 0), 300), "the tray does not cool from"),
    "looked at after it is out": (shift(of(Kind.LOOK, 0), 900), "looked at outside its bake"),
    "looked at with hands in dough": (lambda steps: busy_look(steps), "and it is not said"),
    "never brushed": (without(Kind.WASH), "wash is in the plan 0 times"),
}  # fmt: skip


@pytest.mark.parametrize("name", FAULTS)
def test_a_planted_fault_is_caught(name: str) -> None:
    fault, says = FAULTS[name]
    found = violations(WORK, fault(list(STEPS)))
    assert any(says in sentence for sentence in found), found


def test_two_things_given_to_one_of_two_persons_at_once_are_caught() -> None:
    work = simple(4, hands=2)
    table = first_plan(to_ticks(work), 4)
    assert table
    steps = list(as_steps(work, table))
    assert violations(work, steps) == []
    hands = [step for step in steps if step.place is Lane.HANDS]
    assert {step.person for step in hands} == {1, 2}
    all_mine = [step.model_copy(update={"person": 1}) if step.place is Lane.HANDS else step for step in steps]
    assert any("at the same time" in sentence for sentence in violations(work, all_mine))
    nobody = [step.model_copy(update={"person": None}) for step in steps]
    assert any("not said who does" in sentence for sentence in violations(work, nobody))


def test_a_helper_who_is_not_there_and_an_oven_that_is_not_to_be_had_are_caught() -> None:
    work = simple(4, hands=2)
    table = first_plan(to_ticks(work), 4)
    assert table
    alone = work.model_copy(update={"lone": ((0, 24 * 3600),)})
    broken = violations(alone, as_steps(work, table))
    assert any("more hands are needed at once" in sentence for sentence in broken)
    assert any("given to a helper who is not there" in sentence for sentence in broken)
    other = first_plan(to_ticks(alone), 4)
    assert other
    assert violations(alone, as_steps(alone, other)) == []
    assert {step.person for step in as_steps(alone, other) if step.place is Lane.HANDS} == {1}
    first = min(times.load for times in table.loads) * 30
    supper = work.model_copy(update={"oven_off": ((first + 60, first + 1800),)})
    assert any("needed for something else" in sentence for sentence in violations(supper, as_steps(work, table)))
    later = first_plan(to_ticks(supper), 4)
    assert later
    assert violations(supper, as_steps(supper, later)) == []


def test_a_dough_gone_on_with_while_it_is_hot_or_with_hands_held_is_caught() -> None:
    work = simple(1)
    pan = work.doughs[0].model_copy(update={"mix_first_s": 240, "mix_lag_s": 720, "mix_s": 1200})
    work = work.model_copy(update={"doughs": (pan,)})
    table = first_plan(to_ticks(work), 4)
    assert table
    steps = list(as_steps(work, table))
    assert violations(work, steps) == []
    second = max(i for i, step in enumerate(steps) if step.kind is Kind.MIX)
    for by_s, says in ((-300, "before it is cool"), (600, "or long after")):
        assert any(says in sentence for sentence in violations(work, shift(second, by_s)(steps)))
    held = [step for step in steps if step.kind is not Kind.MIX]
    assert any("mix is in the plan 0 times" in sentence for sentence in violations(work, held))


def test_halves_shaped_before_both_doughs_are_ready_are_caught() -> None:
    work = simple(2)
    other = work.doughs[0].model_copy(update={"name": "Drops B", "chill_s": 3600, "chill_max_s": 7200})
    plain = work.model_copy(update={"doughs": (*work.doughs, other)})
    halves = tuple(load.model_copy(update={"also": 1}) for load in work.loads)
    both = plain.model_copy(update={"loads": halves})
    table = first_plan(to_ticks(both), 4)
    assert table
    assert violations(both, as_steps(both, table)) == []
    early = first_plan(
        to_ticks(plain.model_copy(update={"loads": (*work.loads, work.loads[0].model_copy(update={"dough": 1}))})), 4
    )
    assert early
    two = dataclasses.replace(early, loads=early.loads[:2])
    broken = violations(both, as_steps(both, two))
    assert any("before its dough is ready" in sentence for sentence in broken), broken


def test_the_rest_shaped_before_the_test_cookie_is_measured_is_caught() -> None:
    work = simple(2)
    test = work.loads[0].model_copy(update={"name": "Drops test", "test": True, "pieces": 1, "turn_s": 0})
    work = work.model_copy(update={"loads": (*work.loads, test)})
    table = first_plan(to_ticks(work), 4)
    assert table
    assert violations(work, as_steps(work, table)) == []
    untested = work.model_copy(update={"loads": (*work.loads[:2], test.model_copy(update={"test": False}))})
    other = first_plan(to_ticks(untested), 4)
    assert other
    broken = violations(work, as_steps(work, other))
    assert any("before the test cookie of its dough is measured" in sentence for sentence in broken), broken


def test_scraps_shaped_warm_are_caught() -> None:
    firsts = max(s.end_s for s in STEPS if s.kind is Kind.FORM and s.load == 0)
    moved = [
        s.model_copy(update={"start_s": firsts + 60, "end_s": firsts + 60 + s.end_s - s.start_s})
        if s.kind is Kind.FORM and s.load == 1
        else s
        for s in STEPS
    ]
    assert any("before its dough is ready" in sentence for sentence in violations(WORK, moved))


def with_room(**room: object) -> DayWork:
    return WORK.model_copy(update={"room": WORK.room.model_copy(update=room)})


@pytest.mark.parametrize(
    ("work", "says"),
    [
        (with_room(trays={"sheet": 1}), "more trays of a kind"),
        (with_room(area_cm2=600), "cooling rack is too full"),
        (with_room(shelf=0), "fridge is too full"),
        (
            WORK.model_copy(
                update={
                    "doughs": tuple(
                        d.model_copy(update={"chill_s": 60, "chill_max_s": 600}) if d.chill_s else d
                        for d in WORK.doughs
                    )
                }
            ),
            "chilled too long",
        ),
        (WORK.model_copy(update={"closed": ((0, 40_000),)}), "hours when hands rest"),
        (WORK.model_copy(update={"deadline_s": 3600}), "ends after the time asked for"),
        (with_room(heats_c_min=0.05, cools_c_min=0.05), "no time to change"),
        (
            WORK.model_copy(
                update={
                    "doughs": tuple(d.model_copy(update={"chill_max_s": 3 * 3600, "chill_s": 0}) for d in WORK.doughs)
                }
            ),
            "times",
        ),
    ],
    ids=["trays", "area", "shelf", "chill", "closed", "deadline", "oven", "made"],
)
def test_a_smaller_kitchen_than_planned_for_is_noticed(work: DayWork, says: str) -> None:
    found = violations(work, STEPS)
    assert any(says in sentence for sentence in found), found


def test_two_things_at_once_are_caught() -> None:
    hands = [s for s in STEPS if s.place is Lane.HANDS]
    a, b = hands[0], hands[1]
    clash = [
        s.model_copy(update={"start_s": a.start_s, "end_s": a.start_s + b.end_s - b.start_s}) if s is b else s
        for s in STEPS
    ]
    assert any("at once" in sentence for sentence in violations(WORK, clash))


def test_two_alarms_bowls_and_mixers_at_once_are_caught() -> None:
    """A helper's day with everything doubled up."""
    work = simple(2, hands=2, ovens=(2,), bowls=2)
    two = work.model_copy(
        update={"doughs": work.doughs * 2, "loads": (work.loads[0], work.loads[1].model_copy(update={"dough": 1}))}
    )
    table = build(to_ticks(two), [("dough", 0), ("dough", 1), ("load", 0), ("load", 1)])
    assert table
    same = dataclasses.replace(table, doughs=(table.doughs[0],) * 2, loads=(table.loads[0],) * 2)
    found = violations(two, as_steps(two, same))
    for says in ("two alarms ring at once", "the mixer at once"):
        assert any(says in sentence for sentence in found), (says, found)
    one_bowl = two.model_copy(update={"room": two.room.model_copy(update={"bowls": 1})})
    assert any("bowls" in sentence for sentence in violations(one_bowl, as_steps(two, same)))
    three_hands = [
        s.model_copy(update={"start_s": 3000, "end_s": 3300}) if s.place is Lane.HANDS else s
        for s in as_steps(two, table)
    ]
    assert any("more hands" in sentence for sentence in violations(two, three_hands))


def test_the_same_rack_or_a_full_tray_twice_is_caught() -> None:
    work = simple(2, ovens=(2,))
    steps = list(as_steps(work, first_plan(to_ticks(work), 2)))
    inside = (Kind.LOAD, Kind.BAKE, Kind.UNLOAD)
    first = next(s for s in steps if s.kind is Kind.LOAD and s.load == 0)
    by = first.start_s - next(s for s in steps if s.kind is Kind.LOAD and s.load == 1).start_s + 60
    crowded = [
        s.model_copy(update={"rack": 1, "start_s": s.start_s + by, "end_s": s.end_s + by}) if s.load == 1 and s.kind in inside
        else s.model_copy(update={"rack": 1}) if s.kind in inside else s
        for s in steps
    ]  # fmt: skip
    assert any("same rack at once" in sentence for sentence in violations(work, crowded))
    shared = [s.model_copy(update={"tray": "A"}) if s.tray else s for s in steps]
    assert any("hot or full tray" in sentence for sentence in violations(work, shared))


def test_a_parked_tray_may_wait_in_the_fridge_if_there_is_room() -> None:
    work = simple(1)
    steps = list(as_steps(work, first_plan(to_ticks(work), 2)))
    late = 3600
    moved = [
        s.model_copy(update={"start_s": s.start_s - late, "end_s": s.end_s - late})
        if s.kind in (Kind.FORM, Kind.WEIGH, Kind.MIX, Kind.SOFTEN) else s
        for s in steps
    ]  # fmt: skip
    moved = [
        s.model_copy(update={"start_s": s.start_s + late, "end_s": s.end_s + late})
        for s in moved
        if s.kind is not Kind.WAIT
    ]
    assert any("wait too long" in sentence for sentence in violations(work, moved))
    shaped = max(s.end_s for s in moved if s.kind is Kind.FORM)
    into = next(s for s in moved if s.kind is Kind.LOAD)
    park = into.model_copy(
        update={
            "kind": Kind.PARK,
            "place": Lane.FRIDGE,
            "start_s": shaped,
            "end_s": into.start_s,
            "oven": None,
            "rack": None,
        }
    )
    assert any("more raw trays" in sentence for sentence in violations(work, [*moved, park]))
    roomy = work.model_copy(update={"room": work.room.model_copy(update={"tray_shelves": 1})})
    assert violations(roomy, [*moved, park]) == []


def test_the_solver_parks_a_tray_where_that_alone_makes_a_plan() -> None:
    """Hands rest between shaping and the oven: only a tray in the fridge bridges the gap."""
    work = simple(1).model_copy(
        update={"closed": ((3300, 3 * 3600),), "pins": (Pin(what="shape", index=0, at_s=2700),)}
    )
    with pytest.raises(NoPlanError):
        search(work, effort=QUICK)
    roomy = work.model_copy(update={"room": work.room.model_copy(update={"tray_shelves": 1})})
    found = search(roomy, effort=QUICK)
    assert found.timetable.loads[0].parked
    assert violations(roomy, as_steps(roomy, found.timetable)) == []

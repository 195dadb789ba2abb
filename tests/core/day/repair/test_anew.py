"""A test cookie in the day: baked before the rest, measured, and the rest laid out and timed by it."""

from datetime import UTC, datetime, timedelta

import pytest

from finebatch.core.base.problems import Refusal
from finebatch.core.bench.assess import assess
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.day.change import OvenSlower
from finebatch.core.day.plan import Plan, make_plan
from finebatch.core.day.repair.anew import Foretelling, laid_anew
from finebatch.core.day.repair.repair import repaired
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver.search import Effort
from finebatch.core.day.steps.step import Kind
from finebatch.core.finishing.kinds import Finishing, FinishKind
from finebatch.core.forming.pan import PanForm
from finebatch.core.kitchen.kitchen import Kitchen
from tests.core.notebook.kit import bake, known
from tests.kit import cut_dough, drop_dough

NOW = datetime(2026, 6, 5, 9, 0, tzinfo=UTC)
KITCHEN = Kitchen()
DROPS = drop_dough(name="Drops")
ROUNDS = cut_dough(name="Rounds", finishings=(Finishing(kind=FinishKind.GLAZE),))
ASK = DoughAsk(dough_id="d", test_first=True)
QUICK = Effort(shortest=0.2, calmest=0.05, tries=6)


def planned(*specs: DoughSpec, test: bool = True, times: float = 1.0) -> Plan:
    asks = tuple(DoughAsk(dough_id=spec.name, test_first=test, times=times) for spec in specs)
    return make_plan(specs, KITCHEN, DayRequest(doughs=asks, when=ClockFixes.SOONEST, at=NOW), NOW, QUICK)


def by(width_mm: float, minutes: float, asked: DoughAsk = ASK) -> Foretelling:
    once = bake(DROPS, widths_mm=(width_mm, width_mm), oven_min=minutes, verdict="right")
    return Foretelling(DROPS, KITCHEN, asked, known(once))


def cookie_of(plan: Plan, dough: int = 0) -> int:
    return next(i for i, load in enumerate(plan.work.loads) if load.test and load.dough == dough)


def measured_at(plan: Plan, load: int) -> datetime:
    step = next(step for step in plan.steps if step.kind is Kind.TRANSFER and step.load == load)
    return plan.start + timedelta(seconds=step.end_s)


def pieces(plan: Plan, dough: int = 0) -> int:
    return sum(load.pieces for load in plan.work.loads if load.dough == dough)


def test_it_is_baked_first_with_a_step_of_its_own_and_the_rest_waits_for_it() -> None:
    plan, plain = planned(DROPS), planned(DROPS, test=False)
    assert pieces(plan) == pieces(plain)
    load = cookie_of(plan)
    (measuring,) = (step for step in plan.steps if step.title.startswith("Measure Drops test"))
    assert measuring.load == load
    assert "laid out and timed by it" in measuring.detail
    rest = [step for step in plan.steps if step.kind is Kind.FORM and step.load != load]
    assert min(step.start_s for step in rest) >= measuring.end_s
    many = len(plan.work.loads) - 1
    assert {one.name for one in plan.work.loads} == {
        "Drops test",
        *(f"Drops {n} of {many}" for n in range(1, many + 1)),
    }


def test_narrow_cookies_are_laid_closer_and_quick_ones_taken_out_sooner() -> None:
    plan = planned(DROPS)
    load = cookie_of(plan)
    found = assess(DROPS, KITCHEN).outcome
    assert found
    wide, aim = found.baked.diameter_mm, found.window.aim_min
    narrow = laid_anew(plan, load, by(wide.low, 0.75 * aim), measured_at(plan, load))
    broad = laid_anew(plan, load, by(wide.high, 1.3 * aim), measured_at(plan, load))
    assert pieces(narrow) == pieces(broad) == pieces(plan)

    def most(of: Plan) -> int:
        return max(one.pieces for one in of.work.loads if not one.test)

    def minutes(of: Plan) -> float:
        return next(one.bake_s for one in of.work.loads if not one.test) / 60

    assert most(narrow) > most(plan) >= most(broad)
    assert minutes(narrow) < minutes(plan) < minutes(broad)
    assert narrow.told.startswith("Drops by its test cookie: ")
    assert f"{most(narrow)}" in narrow.told
    # What was done stands.
    before = [(s.kind, s.title, s.start_s) for s in plan.steps if s.load == load and s.kind is not Kind.COOL]
    after = [
        (s.kind, s.title, s.start_s) for s in narrow.steps if s.load == cookie_of(narrow) and s.kind is not Kind.COOL
    ]
    assert before == after
    assert narrow.work.loads[cookie_of(narrow)].told


@pytest.mark.parametrize("specs", [(DROPS, ROUNDS), (ROUNDS, DROPS)])
def test_other_doughs_keep_their_loads(specs: tuple[DoughSpec, ...]) -> None:
    plan = planned(*specs)
    mine = next(d for d, spec in enumerate(specs) if spec is DROPS)
    load = cookie_of(plan, mine)
    made = laid_anew(plan, load, by(55, 9), measured_at(plan, load))
    assert [x.model_copy(update={"told": False}) for x in made.work.loads if x.dough != mine] == [
        x for x in plan.work.loads if x.dough != mine
    ]
    other = cookie_of(made, 1 - mine)
    assert not made.work.loads[other].told
    # And the plan goes on being mended.
    slower = repaired(made, OvenSlower(percent=10), measured_at(made, cookie_of(made, mine)))
    assert all(a.bake_s >= b.bake_s for a, b in zip(slower.work.loads, made.work.loads, strict=True))


def test_with_trays_begun_only_the_minutes_change() -> None:
    plan = planned(DROPS, times=2)
    load = cookie_of(plan)
    shaped = sorted(step.end_s for step in plan.steps if step.kind is Kind.FORM and step.load != load)
    late = plan.start + timedelta(seconds=shaped[0] + 60)
    made = laid_anew(plan, load, by(55, 7, ASK.but(times=2)), late)
    assert [x.pieces for x in made.work.loads] == [x.pieces for x in plan.work.loads]
    assert "keep their pieces" in made.told
    assert made.work.loads[-1].bake_s < plan.work.loads[-1].bake_s


def test_told_twice_or_of_what_is_no_test_is_refused() -> None:
    plan = planned(DROPS)
    load = cookie_of(plan)
    made = laid_anew(plan, load, by(60, 10), measured_at(plan, load))
    with pytest.raises(Refusal, match="written down before"):
        laid_anew(made, cookie_of(made), by(60, 10), NOW)
    for wrong in (1 - load if load < 2 else 0, 99):
        with pytest.raises(Refusal, match="no such test cookie"):
            laid_anew(plan, wrong, by(60, 10), NOW)


def test_what_is_baked_whole_has_no_test() -> None:
    with pytest.raises(Refusal, match="no one cookie to bake first"):
        planned(cut_dough(name="Fingers", form=PanForm()))

"""A dough of which half is made with a change, both halves on each tray."""

from datetime import UTC, datetime

import pytest

from finebatch.core.base.problems import Refusal
from finebatch.core.day.plan import make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver.search import Effort
from finebatch.core.day.steps.step import Kind
from finebatch.core.forming.pan import PanForm
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import cut_dough, drop_dough

NOW = datetime(2026, 5, 2, 9, 0, tzinfo=UTC)
KITCHEN = Kitchen()
QUICK = Effort(shortest=0.2, calmest=0.05, tries=6)


def test_half_of_a_dough_is_made_with_a_change_and_both_halves_lie_on_each_tray() -> None:
    drops, tried = drop_dough(name="Drops"), drop_dough(name="Drops", making=drop_dough().making.but(chill_h=1.0))
    asked = DayRequest(
        doughs=(DoughAsk(dough_id="d", try_id="t"), DoughAsk(dough_id="r")), when=ClockFixes.SOONEST, at=NOW
    )
    plan = make_plan((drops, cut_dough(name="Rounds")), KITCHEN, asked, NOW, QUICK, (), (tried, None))
    plain = make_plan((drops,), KITCHEN, asked.but(doughs=asked.doughs[:1]), NOW, QUICK)
    assert [dough.name for dough in plan.work.doughs] == ["Drops A", "Rounds", "Drops B"]
    assert plan.work.doughs[2].chill_s == 3600
    assert [dough.asked for dough in plan.work.doughs] == [0, 1, 0]
    halves = [load for load in plan.work.loads if load.also is not None]
    assert {(load.dough, load.also) for load in halves} == {(0, 2)}
    assert [load.pieces for load in halves] == [load.pieces for load in plain.work.loads]
    shaped = [step for step in plan.steps if step.kind is Kind.FORM and step.dough == 0]
    assert all(
        step.detail.endswith("Left half Drops A, right half Drops B, with a mark beside each.") for step in shaped
    )
    cold = next(step for step in plan.steps if step.kind is Kind.CHILL and step.dough == 2)
    assert min(step.start_s for step in shaped) >= cold.end_s


def test_what_has_no_single_pieces_has_no_halves() -> None:
    pan = cut_dough(name="Fingers", form=PanForm())
    asked = DayRequest(doughs=(DoughAsk(dough_id="d", try_id="t"),), when=ClockFixes.SOONEST, at=NOW)
    with pytest.raises(Refusal, match="no halves of a tray"):
        make_plan((pan,), KITCHEN, asked, NOW, QUICK, (), (pan,))

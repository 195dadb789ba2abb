"""Whole plans of real doughs, and what is said in them, for the tests beside."""

from datetime import UTC, datetime

from finebatch.core.bench.assess import assess
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import starters
from finebatch.core.day.plan import Plan, make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver.search import Effort
from finebatch.core.day.steps.step import Kind, Step
from finebatch.core.dough.method import MethodStep
from finebatch.core.forming.batter import BatterForm
from finebatch.core.forming.rusk import RuskForm
from finebatch.core.kitchen.kitchen import Kitchen

NOW = datetime(2026, 5, 2, 9, 2, 37, tzinfo=UTC)
KITCHEN = Kitchen(rack_positions=2)
QUICK = Effort(shortest=0.2, calmest=0.05, tries=6)
STARTERS = {starter.style_id: starter.spec for starter in starters()}
RUSKS = STARTERS["twice_baked_lean"].but(name="Rusks", form=RuskForm(logs=2, length_mm=240))
WAFERS = STARTERS["foam_wafer"].but(name="Wafers", form=BatterForm(shaped_hot=True, shape_s=15, pliable_s=60))


def planned(*specs: DoughSpec, racks: int = 1) -> Plan:
    asks = tuple(DoughAsk(dough_id=spec.name) for spec in specs)
    asked = DayRequest(doughs=asks, when=ClockFixes.SOONEST, at=NOW, racks=racks)
    return make_plan(specs, KITCHEN, asked, NOW, QUICK)


def said(plan: Plan, kind: Kind) -> list[Step]:
    return [step for step in plan.steps if step.kind is kind]


def method_of(spec: DoughSpec) -> tuple[MethodStep, ...]:
    """The steps the dough's own method has."""
    return assess(spec, KITCHEN).method

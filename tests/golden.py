"""What a move of code must not change: `make golden` writes it to var/golden, or compares with what lies there.

The API's schema; assessment and report of every starter and demo dough, plain, frozen and in a US kitchen; the plan of every
small benchmark day. Not a test: the figures are those of one machine at one moment, before and after.
"""

import sys
from contextlib import suppress
from datetime import UTC, datetime
from pathlib import Path

from fastapi.testclient import TestClient

from finebatch.api.app import create_app
from finebatch.core.base.problems import Refusal
from finebatch.core.bench.report import report
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import starters
from finebatch.core.bench.whatif import Factor, what_if
from finebatch.core.day.plan import make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver.search import search
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.demo.doughs import demo_doughs
from tests.day_kit import as_steps, instances, work_of

GOLDEN = Path("var/golden")
NOON = datetime(2026, 6, 5, 12, tzinfo=UTC)


def doughs() -> dict[str, DoughSpec]:
    """Every dough the app ships, and each of them frozen."""
    plain = {spec.name: spec for spec in (*demo_doughs(), *(starter.spec for starter in starters()))}
    frozen = {
        f"{name}, frozen": spec.but(making=spec.making.but(frozen=True, thawed=len(name) % 2 == 0))
        for name, spec in plain.items()
    }
    return plain | frozen


def golden() -> dict[str, str]:
    """Each part's text by its file's name."""
    with TestClient(create_app(Path("var/golden-data")), base_url="http://localhost") as client:
        parts = {"schema.json": client.get("/openapi.json").text}
    kitchen = Kitchen()
    for number, spec in enumerate(doughs().values()):
        whole = report(spec, kitchen)
        parts[f"dough-{number:02}.json"] = whole.model_dump_json(indent=1)
        if whole.assessment.outcome is not None:
            curves = []
            for factor in Factor:
                with suppress(Refusal):  # a form that is shaped in one way only
                    curves.append(what_if(spec, whole.assessment, kitchen, factor).model_dump_json(indent=1))
            parts[f"whatif-{number:02}.json"] = "\n".join(curves)
            request = DayRequest(doughs=(DoughAsk(dough_id="a"),), when=ClockFixes.READY_BY, at=NOON)
            plan = make_plan((spec,), kitchen, request, NOON.replace(day=1))
            parts[f"plan-{number:02}.json"] = plan.model_dump_json(indent=1)
    for instance in (instance for instance in instances() if len(instance["loads"]) <= 10):
        work = work_of(instance)
        steps = as_steps(work, search(work).timetable)
        parts[f"day-{instance['name']}.json"] = "\n".join(step.model_dump_json() for step in steps)
    return parts


def main() -> int:
    parts = golden()
    if not GOLDEN.is_dir():
        GOLDEN.mkdir(parents=True)
        for name, text in parts.items():
            (GOLDEN / name).write_text(text)
        print(f"{len(parts)} files written to {GOLDEN}.")
        return 0
    before = {path.name: path.read_text() for path in GOLDEN.iterdir() if path.suffix == ".json"}
    changed = sorted(name for name in before.keys() | parts.keys() if before.get(name) != parts.get(name))
    for name in changed:
        (GOLDEN / f"{name}.now").write_text(parts.get(name, ""))
    print(f"{len(parts)} compared; changed: {', '.join(changed) or 'none'}.")
    return 1 if changed else 0


if __name__ == "__main__":
    sys.exit(main())

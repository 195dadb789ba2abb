"""The list of a day for every dough of the demo, read line by line and kept: a change of words is seen. After a change that is wanted,
`python -m tests.core.day.steps.test_approved` writes them anew, to be read again."""

import re
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest

from finebatch.core.bench.spec import DoughSpec
from finebatch.core.day.plan import AT_ONCE, make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.demo.doughs import demo_doughs
from tests.kit import DATA

APPROVED = DATA / "approved_days"
NOW = datetime(2026, 5, 2, 8, 55, tzinfo=UTC)
DOUGHS = demo_doughs()


def text_of(spec: DoughSpec) -> str:
    """A day of one dough as a baker reads it: its sittings, and each thing to do with how long it takes."""
    asked = DayRequest(
        doughs=(DoughAsk(dough_id="d"),), when=ClockFixes.START_AT, at=NOW + timedelta(minutes=5), racks=2
    )
    plan = make_plan((spec,), Kitchen(rack_positions=2), asked, NOW, AT_ONCE)

    def at(seconds: int) -> str:
        return f"{plan.start + timedelta(seconds=seconds):%H:%M}"

    lines = [spec.name]
    for sitting in plan.sittings:
        lines.append(f"\n{at(sitting.start_s)} to {at(sitting.end_s)} {sitting.title}")
        for row in sitting.rows:
            length = (
                f" [{(row.end_s - row.start_s) / 60:g} min{'' if row.hands else ', by itself'}]"
                if row.end_s > row.start_s
                else ""
            )
            lines.append(f"  {at(row.start_s)} {row.title}.{length}{' ' + row.detail if row.detail else ''}")
        if sitting.free_s:
            lines.append(
                f"  free {round(sitting.free_s / 60)} min{f', nobody need stay for {round(sitting.away_s / 60)}' if sitting.away_s else ''}"
            )
    return "\n".join([*lines, *(f"! {caution}" for caution in plan.cautions), ""])


def kept(spec: DoughSpec) -> Path:
    return APPROVED / f"{re.sub('[^a-z]+', '-', spec.name.lower())}.txt"


@pytest.mark.parametrize("spec", DOUGHS, ids=lambda spec: spec.name)
def test_the_list_of_a_day_reads_as_it_was_approved(spec: DoughSpec) -> None:
    assert text_of(spec) == kept(spec).read_text()


def test_every_form_is_among_them() -> None:
    assert len({spec.form.kind for spec in DOUGHS}) >= 9
    assert {path.name for path in APPROVED.iterdir()} == {kept(spec).name for spec in DOUGHS}


if __name__ == "__main__":
    APPROVED.mkdir(exist_ok=True)
    for dough in DOUGHS:
        kept(dough).write_text(text_of(dough))

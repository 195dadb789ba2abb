"""A card one can bake from: every form says its shape, tray, oven, minutes, yield and keeping."""

import re

import pytest

from finebatch.core.bench.report import report
from finebatch.core.bench.starters import Starter, starters
from finebatch.core.forming.claimed import claims_of_form, form_of_claims
from finebatch.core.kitchen.kitchen import Kitchen, Units


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.spec.name)
@pytest.mark.parametrize("units", list(Units))
def test_every_form_has_what_one_needs_to_bake_it(starter: Starter, units: Units) -> None:
    kitchen = Kitchen(units=units)
    found = report(starter.spec, kitchen)
    rows = {row.label: row.text for row in found.working}
    assert {"Shape", "Oven", "Bake", "Makes", "Keeps"} <= set(rows)
    outcome = found.assessment.outcome
    assert outcome is not None
    assert str(outcome.pieces.count) in rows["Shape"]
    assert outcome.window.cue in rows["Bake"]
    assert ("Bake again" in rows) == (outcome.second is not None)
    assert ("in" in rows["Makes"].split()) == (units is Units.US)
    assert rows["Makes"].count(" in " if units is Units.US else " mm ") == 1
    assert ("split along the top" in rows["Bake"]) == (outcome.second is not None)
    assert outcome.second is None or "cut" not in rows["Bake"]
    assert ("ends" in rows["Makes"]) == bool(outcome.pieces.ends)
    assert units is Units.METRIC or not any(re.search(r"\d (?:mm|g)\b", text) for text in rows.values())
    assert all(text and "None" not in text and "nan" not in text for text in rows.values())


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.spec.name)
def test_a_form_said_as_a_card_says_it_is_that_form_again(starter: Starter) -> None:
    form = starter.spec.form
    again = form_of_claims({claim.kind: claim for claim in claims_of_form(form)}, 800.0, 1.2)
    assert again is not None
    assert type(again) is type(form)
    for size in ("thickness_mm", "cutter_mm", "log_mm", "slice_mm"):
        if hasattr(form, size):
            assert getattr(again, size) == pytest.approx(getattr(form, size), abs=0.05)

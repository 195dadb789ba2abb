"""Nobody starts from an empty page: every family has a starter, in a form that can be it, that can be baked as it is."""

import pytest

from finebatch.core.base.problems import Severity
from finebatch.core.bench.assess import assess
from finebatch.core.bench.starters import Starter, starters
from finebatch.core.dough.styles import styles
from finebatch.core.forming.registry import FORMINGS, forming_of
from finebatch.core.kitchen.kitchen import Kitchen


def test_every_family_has_a_starter_and_a_form() -> None:
    assert [starter.style_id for starter in starters()] == list(styles())
    assert {family for forming in FORMINGS.values() for family in forming.families} == set(styles())


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.style_id)
def test_a_starter_bakes_as_it_is_in_a_form_its_family_can_have(starter: Starter) -> None:
    assert starter.style_id in forming_of(starter.spec.form).families
    found = assess(starter.spec, Kitchen())
    assert [problem.message for problem in found.problems if problem.severity is Severity.STOP] == []
    assert found.outcome is not None
    assert found.outcome.pieces.count > 0
    assert found.dough is not None
    assert found.dough.style_id == starter.style_id
    style = styles()[starter.style_id]
    assert style.oven_low_c - 10 <= found.outcome.oven_c <= style.oven_high_c + 10

"""Every finish says what it is, and its figures can be found."""

import pytest

from finebatch.core.finishing.kinds import FACTS, FinishKind
from finebatch.core.finishing.setting import setting_min, work_s

every_kind = pytest.mark.parametrize("kind", FinishKind)


@every_kind
def test_every_kind_is_made_of_something_and_goes_on_some_time(kind: FinishKind) -> None:
    facts = FACTS[kind]
    assert facts.label
    assert facts.how.endswith(".")
    if facts.parts:
        assert sum(share for _, share in facts.parts) == pytest.approx(1.0, abs=0.01)


@every_kind
def test_every_kind_sets_in_a_time_that_is_known_and_takes_hands(kind: FinishKind) -> None:
    low, usual, high = setting_min(FACTS[kind].sets)
    assert 0 <= low <= usual <= high
    assert work_s(FACTS[kind].work) >= 0
    if FACTS[kind].sets is None:
        assert (low, usual, high) == (0, 0, 0)
    else:
        assert usual > 0

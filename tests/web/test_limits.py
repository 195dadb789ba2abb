"""The interface's limits and starting values are the core's own."""

import pytest
from pydantic import ValidationError

from finebatch.core.forming.registry import FORMINGS
from finebatch.core.kitchen.kitchen import Kitchen
from tests.web.conftest import Interface


@pytest.mark.parametrize("form", FORMINGS, ids=lambda form: form.__name__)
def test_a_form_starts_on_the_bench_as_in_the_core(interface: Interface, form: type) -> None:
    started = interface.call("client/within.ts", "starting", form.__name__)
    assert form(**started) == form()


def test_a_limit_on_screen_is_the_last_value_that_is_taken(interface: Interface) -> None:
    for field in ("bowls", "room_c", "altitude_m", "cooling_cm2", "tray_shelves"):
        limits = interface.call("client/within.ts", "within", "Kitchen", field)
        for value in limits.values():
            assert getattr(Kitchen().but(**{field: value}), field) == value
        for value in (limits["min"] - 1, limits["max"] + 1):
            with pytest.raises(ValidationError):
                Kitchen().but(**{field: value})


def test_a_figure_that_must_be_more_than_nothing_starts_above_it(interface: Interface) -> None:
    assert interface.call("client/within.ts", "within", "OvenSlower", "percent") == {"min": 0.01, "max": 100}

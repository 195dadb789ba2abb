"""What waits on this device is laid over what the server has, field by field, as the server itself does."""

from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.merging import changes_between
from tests.web.conftest import Interface

leaves = st.one_of(st.integers(0, 5), st.sampled_from(["a", "b"]))  # null is what a field is that is not there
trees = st.dictionaries(
    st.sampled_from(["bowls", "room_c", "name"]), leaves | st.dictionaries(st.sampled_from(["x", "y"]), leaves, max_size=2), max_size=3
)  # fmt: skip


@given(before=trees, after=trees)
def test_the_changes_between_two_values_make_the_one_into_the_other(
    interface: Interface, before: dict[str, Any], after: dict[str, Any]
) -> None:
    same_fields = {key: after.get(key, value) for key, value in before.items()}
    changes = interface.call("client/merging.ts", "changesBetween", before, same_fields)
    assert interface.call("client/merging.ts", "withChanges", before, changes) == same_fields


@given(before=trees)
def test_nothing_changed_is_nothing_sent(interface: Interface, before: dict[str, Any]) -> None:
    assert interface.call("client/merging.ts", "changesBetween", before, before) == []
    assert changes_between(before, before) == ()

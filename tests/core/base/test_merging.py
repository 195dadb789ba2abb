"""Merging two devices' changes, by its laws."""

from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.merging import FieldChange, changes_between, merge
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.tray import Tray

leaves = st.one_of(st.booleans(), st.integers(-9, 9), st.text(max_size=3))
names = st.sampled_from("abcd")
things = st.lists(
    st.fixed_dictionaries({"id": names, "size": st.integers(0, 9)}), max_size=3, unique_by=lambda t: t["id"]
)
objects = st.dictionaries(names, st.one_of(leaves, st.dictionaries(names, leaves, max_size=3)), max_size=4).flatmap(
    lambda plain: things.map(lambda listed: {**plain, "things": listed})
)


def by_id(thing: dict[str, Any]) -> dict[str, Any]:
    """The order of things with ids is no field."""
    return {**thing, "things": sorted(thing["things"], key=lambda entry: entry["id"])}


@given(objects, objects)
def test_what_differs_makes_the_one_into_the_other(before: dict[str, Any], after: dict[str, Any]) -> None:
    merged, conflicts = merge(before, changes_between(before, after))
    assert conflicts == ()
    assert by_id(merged) == by_id(after)


@given(objects)
def test_nothing_differs_from_itself(thing: dict[str, Any]) -> None:
    assert changes_between(thing, thing) == ()


@given(objects, objects, objects)
def test_a_change_is_made_or_told_of_never_lost(
    before: dict[str, Any], mine: dict[str, Any], theirs: dict[str, Any]
) -> None:
    wanted = changes_between(before, mine)
    merged, conflicts = merge(theirs, wanted)
    told = {conflict.path for conflict in conflicts}
    for change in wanted:
        left = list(changes_between(merged, merge(merged, (change,))[0]))
        assert change.path in told or any(path[: len(change.path)] == change.path for path in told) or left == []


@given(objects, objects, objects)
def test_the_other_devices_fields_stay(before: dict[str, Any], mine: dict[str, Any], theirs: dict[str, Any]) -> None:
    wanted = changes_between(before, mine)
    heads = {change.path[0] for change in wanted}
    merged, _ = merge(theirs, wanted)
    assert {key: value for key, value in merged.items() if key not in heads} == {
        key: value for key, value in theirs.items() if key not in heads
    }


@given(objects, objects)
def test_merging_leaves_what_it_was_given_alone(current: dict[str, Any], other: dict[str, Any]) -> None:
    kept = repr(current)
    merge(current, changes_between(current, other))
    assert repr(current) == kept


def test_a_tray_added_on_one_device_and_one_changed_on_the_other_both_stand() -> None:
    before = Kitchen()
    added = before.model_copy(
        update={"trays": (*before.trays, Tray(id="big", name="Big", width_mm=430, depth_mm=340, count=1))}
    )
    widened = before.model_copy(
        update={"trays": (before.trays[0].model_copy(update={"width_mm": 360.0}), before.trays[1])}
    )
    base, one, two = (kitchen.model_dump(mode="json") for kitchen in (before, added, widened))
    merged, conflicts = merge(two, changes_between(base, one))
    assert conflicts == ()
    kitchen = Kitchen.model_validate(merged)
    assert kitchen.trays[0].width_mm == 360
    assert kitchen.trays[-1].id == "big"


def test_a_tray_removed_there_and_changed_here_is_a_conflict() -> None:
    base = Kitchen().model_dump(mode="json")
    there = {**base, "trays": base["trays"][1:]}
    change = FieldChange(path=("trays", "medium", "width_mm"), was=350.0, now=380.0)
    merged, (conflict,) = merge(there, (change,))
    assert merged == there
    assert (conflict.mine, conflict.theirs) == (380.0, None)

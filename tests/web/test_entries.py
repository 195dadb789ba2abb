"""The changes that wait on the device: joined, ordered, chained."""

from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from tests.web.conftest import Interface

MODULE = "client/entries.ts"


def kitchen(**values: float) -> dict[str, Any]:
    return {"kind": "kitchen", "changes": [{"path": [name], "was": 0, "now": now} for name, now in values.items()]}


def dough(id: str, revision: int = 1, name: str = "Drops") -> dict[str, Any]:
    return {"kind": "save-dough", "id": id, "revision": revision, "spec": {"name": name}}


def aside(id: str, revision: int = 1) -> dict[str, Any]:
    return {"kind": "put-aside", "id": id, "revision": revision, "name": "Drops"}


CHANGES = st.one_of(
    st.builds(dough, st.sampled_from("ab"), name=st.sampled_from(["Drops", "Snaps", "Rounds"])),
    st.builds(aside, st.sampled_from("ab")),
    st.builds(lambda now: kitchen(room_c=now), st.integers(1, 40)),
    st.builds(lambda id: {"kind": "put-aside-plan", "id": id, "revision": 1, "name": "A day"}, st.sampled_from("xy")),
)


def put(interface: Interface, entries: list[dict[str, Any]], change: dict[str, Any]) -> list[dict[str, Any]]:
    entry = interface.call(MODULE, "placed", entries, change, 0)
    return sorted([*(e for e in entries if e["seq"] != entry["seq"]), entry], key=lambda e: e["seq"])


def thing(interface: Interface, change: dict[str, Any]) -> str:
    return str(interface.call(MODULE, "thingOf", change))


@given(changes=st.lists(CHANGES, max_size=8), tried=st.integers(0, 8))
def test_the_last_word_on_everything_waits_and_in_the_order_it_was_said(
    interface: Interface, changes: list[dict[str, Any]], tried: int
) -> None:
    entries: list[dict[str, Any]] = []
    for n, change in enumerate(changes):
        if n == tried and entries:
            entries[0]["tried"] = True
        entries = put(interface, entries, change)
    seqs = [entry["seq"] for entry in entries]
    assert seqs == sorted(set(seqs))
    assert len({entry["key"] for entry in entries}) == len(entries)
    for about in {thing(interface, change) for change in changes}:
        said = [change for change in changes if thing(interface, change) == about][-1]
        waits = [entry["change"] for entry in entries if thing(interface, entry["change"]) == about][-1]
        assert waits["kind"] == said["kind"]
        if said["kind"] == "save-dough":
            assert waits["spec"] == said["spec"]
        if said["kind"] == "kitchen":
            assert waits["changes"][0]["now"] == said["changes"][0]["now"]


def test_quick_changes_become_one_and_what_is_on_its_way_stays_as_it_is(interface: Interface) -> None:
    entries = put(interface, put(interface, [], dough("a", name="D")), dough("a", name="Dr"))
    assert [entry["change"]["spec"]["name"] for entry in entries] == ["Dr"]
    entries[0]["tried"] = True
    entries = put(interface, entries, dough("a", name="Drops"))
    assert [entry["change"]["spec"]["name"] for entry in entries] == ["Dr", "Drops"]


def test_what_waits_for_the_baker_holds_up_its_own_thing_alone(interface: Interface) -> None:
    entries = put(interface, [], dough("a"))
    entries[0]["state"] = "stale"
    entries = put(interface, put(interface, entries, aside("a")), dough("b"))
    assert interface.call(MODULE, "nextOf", entries)["change"]["id"] == "b"
    entries[0]["state"] = "waiting"
    assert interface.call(MODULE, "nextOf", entries)["change"]["kind"] == "save-dough"
    assert interface.call(MODULE, "nextOf", []) is None


def test_fields_in_conflict_hold_up_nothing(interface: Interface) -> None:
    entries = put(interface, [], kitchen(room_c=20))
    entries[0]["state"] = "conflict"
    entries = put(interface, entries, kitchen(rack_positions=3))
    assert len(entries) == 2
    assert interface.call(MODULE, "nextOf", entries)["seq"] == entries[1]["seq"]


def test_what_follows_on_a_kept_change_names_its_revision(interface: Interface) -> None:
    entries = put(interface, [], dough("a", 4))
    entries[0]["tried"] = True
    for change in (dough("a", 4, "Snaps"), aside("a", 4), dough("b", 9)):
        entries = put(interface, entries, change)
    left = interface.call(MODULE, "withoutDone", entries, entries[0], {"revision": 5})
    assert [(entry["change"]["id"], entry["change"]["revision"]) for entry in left] == [("a", 5), ("a", 5), ("b", 9)]
    version = put(interface, [], {"kind": "keep-version", "id": "a", "revision": 4, "note": ""})[0]
    kept = interface.call(MODULE, "withoutDone", [version, *left], version, {"revision": 1})
    assert [entry["change"]["revision"] for entry in kept] == [5, 5, 9]


def test_a_field_that_met_another_devices_stands_with_both_values(interface: Interface) -> None:
    (entry,) = put(interface, [], kitchen(room_c=20, rack_positions=3))
    answer = {"conflicts": [{"path": ["room_c"], "mine": 20, "theirs": 24}]}
    (left,) = interface.call(MODULE, "withoutDone", [entry], entry, answer)
    assert left["state"] == "conflict"
    assert left["change"]["changes"] == [{"path": ["room_c"], "was": 24, "now": 20}]
    assert left["key"] != entry["key"]

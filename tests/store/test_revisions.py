"""Two devices on one store, in the same moment: of two saves over one revision exactly one is told “saved”."""

from collections.abc import Callable, Iterator
from pathlib import Path

import pytest

from finebatch.core.base.merging import FieldChange
from finebatch.store import doughs, kitchen, plans, versions, weigh_ins
from finebatch.store.database import Store
from finebatch.store.doughs import SavedDough
from finebatch.store.received import once
from finebatch.store.revisions import StaleError
from finebatch.store.tables import PlanRow, utc_now
from tests.barrier import at_once
from tests.kit import drop_dough

ROUNDS = 100


@pytest.fixture
def store(tmp_path: Path) -> Iterator[Store]:
    store = Store(tmp_path)
    yield store
    store.close()


@pytest.fixture
def dough(store: Store) -> SavedDough:
    with store.session() as session:
        return doughs.add(session, drop_dough(name="Deck Drops"))


def in_session(store: Store, work: Callable[..., object], *arguments: object) -> Callable[[], object]:
    def act() -> object:
        with store.session() as session:
            return work(session, *arguments)

    return act


def test_of_two_saves_at_one_revision_one_is_kept_and_the_other_told(store: Store, dough: SavedDough) -> None:
    revision = dough.revision
    for turn in range(ROUNDS):
        mine, theirs = (dough.spec.model_copy(update={"name": f"{who} {turn}"}) for who in ("laptop", "tablet"))
        answers = at_once(*(in_session(store, doughs.save, dough.id, revision, spec) for spec in (mine, theirs)))
        saved = [answer for answer in answers if isinstance(answer, SavedDough)]
        stale = [answer for answer in answers if isinstance(answer, StaleError)]
        assert (len(saved), len(stale)) == (1, 1)
        assert stale[0].current == saved[0]
        with store.reading() as session:
            assert doughs.get(session, dough.id) == saved[0]
        revision = saved[0].revision


def test_a_dough_is_not_taken_off_the_shelf_under_a_save(store: Store, dough: SavedDough) -> None:
    revision = dough.revision
    for turn in range(ROUNDS):
        spec = dough.spec.model_copy(update={"name": f"edited {turn}"})
        answers = at_once(
            in_session(store, doughs.save, dough.id, revision, spec),
            in_session(store, doughs.put_aside, dough.id, revision),
        )
        (stale,) = (answer for answer in answers if isinstance(answer, StaleError))
        assert stale.gone == isinstance(answers[0], StaleError)
        with store.session() as session:
            if stale.gone:
                revision = doughs.put_back(session, dough.id, revision + 1).revision
            else:
                revision = doughs.get(session, dough.id).revision


def test_a_kept_version_is_what_the_baker_saw(store: Store, dough: SavedDough) -> None:
    revision, seen = dough.revision, dough.spec
    for turn in range(ROUNDS):
        after = seen.model_copy(update={"name": f"edited {turn}"})
        kept, saved = at_once(
            in_session(store, versions.keep, dough.id, revision, f"round {turn}"),
            in_session(store, doughs.save, dough.id, revision, after),
        )
        assert isinstance(saved, SavedDough)
        assert kept is None or kept.spec == seen  # type: ignore[union-attr]
        revision, seen = saved.revision, after


def test_two_devices_change_different_fields_of_the_kitchen(store: Store) -> None:
    for turn in range(ROUNDS):
        with store.reading() as session:
            before = kitchen.get(session).kitchen
        room_c, bowls = 10 + turn % 20 + 0.5, 1 + turn % 7
        at_once(
            in_session(store, kitchen.change, (FieldChange(path=("room_c",), was=before.room_c, now=room_c),)),
            in_session(store, kitchen.change, (FieldChange(path=("bowls",), was=before.bowls, now=bowls),)),
        )
        with store.reading() as session:
            after = kitchen.get(session).kitchen
        assert (after.room_c, after.bowls) == (room_c, bowls)


def test_of_two_changes_of_one_field_one_is_told_of_the_other(store: Store) -> None:
    for turn in range(ROUNDS):
        with store.reading() as session:
            before = kitchen.get(session).kitchen.room_c
        wanted = [10 + turn / 8, 25 + turn / 8]
        answers = at_once(
            *(
                in_session(store, kitchen.change, (FieldChange(path=("room_c",), was=before, now=now),))
                for now in wanted
            )
        )
        conflicts = [conflict for answer in answers for conflict in answer.conflicts]  # type: ignore[union-attr]
        assert len(conflicts) == 1
        with store.reading() as session:
            assert kitchen.get(session).kitchen.room_c == conflicts[0].theirs


def test_two_devices_pour_into_one_bowl(store: Store, dough: SavedDough) -> None:
    poured: dict[str, float] = {}
    for turn in range(ROUNDS):
        lines = [f"a{turn % 30}", f"b{turn % 30}"]
        changes = [FieldChange(path=("poured_g", line), was=poured.get(line), now=float(turn + 1)) for line in lines]
        at_once(*(in_session(store, weigh_ins.change, dough.id, (change,)) for change in changes))
        poured |= {line: float(turn + 1) for line in lines}
        with store.reading() as session:
            assert weigh_ins.get(session, dough.id).state.poured_g == poured


def test_of_a_change_and_a_throwing_away_of_one_plan_one_is_told(store: Store) -> None:
    for _ in range(ROUNDS // 4):
        with store.session() as session:
            row = PlanRow(
                id="p", revision=1, title="", created_at=utc_now(), starts_at=utc_now(), ends_at=utc_now(), doughs=[],
                request={}, body={},
            )  # fmt: skip
            session.add(row)

        def touch(session: object) -> bool:
            return plans.save_over(session, PlanRow, "p", 1, {"title": "changed"})  # type: ignore[arg-type]

        def throw(session: object) -> bool:
            return plans.drop_over(session, PlanRow, "p", 1)  # type: ignore[arg-type]

        answers = at_once(in_session(store, touch), in_session(store, throw))
        assert sorted(answers) == [False, True]  # type: ignore[type-var]
        with store.session() as session:
            row_ = session.get(PlanRow, "p")
            assert (row_ is not None) == answers[0]
            if row_ is not None:
                session.delete(row_)


def test_a_change_sent_again_under_its_key_is_made_once(store: Store, dough: SavedDough) -> None:
    def add(session: object) -> SavedDough:
        return once(  # type: ignore[arg-type]
            session, "key-0001", SavedDough, lambda: doughs.add(session, dough.spec), lambda id: doughs.get(session, id)
        )

    first, second = at_once(in_session(store, add), in_session(store, add))
    assert first == second
    with store.reading() as session:
        assert doughs.shelf(session).total == 2


def test_what_is_asked_of_a_thing_that_is_not_there_says_so(store: Store) -> None:
    with store.session() as session, pytest.raises(plans.NotThereError):
        plans.get(session, "none")
    with store.session() as session, pytest.raises(doughs.NotThereError):
        doughs.save(session, "none", 1, drop_dough())

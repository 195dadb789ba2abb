"""A kitchen goes out as one file and comes back whole; into another it is merged, and what is wrong with a file is said."""

import json
import re
import shutil
import tempfile
import zipfile
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.cli import main
from finebatch.core.bench import DoughSpec
from finebatch.core.live.events import Noted
from finebatch.demo.fill import fill
from finebatch.store import bakes, doughs, runs
from finebatch.store.archive.comparing import Compared, compare
from finebatch.store.archive.lines import NOT_KEPT, TABLES, ArchiveError
from finebatch.store.archive.merging import Take, Unanswered, take_in
from finebatch.store.archive.reading import opened
from finebatch.store.archive.writing import MANIFEST, write
from finebatch.store.database import Store
from finebatch.store.knowledge import known_of
from finebatch.store.schema import newest
from finebatch.store.tables import Base
from tests.kit import DATA, drop_dough
from tests.store.kitchens import JPEG, all_lines, filled, kitchens, lines_in

EVERYTHING = (
    [drop_dough(name="Deck Drops"), drop_dough(name="Ķiploku Ķēpas 🍪")],
    [("version", 0), ("aside", 1), ("weigh", 0), ("bake", 0), ("change bake", 0), ("picture", 1), ("try", 0), ("plan", 0), ("run", 0), ("room", 4), ("thing", 0), ("thing aside", 0)],
)  # fmt: skip
Change = Callable[[dict[str, bytes]], None]


def archived(store: Store, path: Path) -> Path:
    with store.reading() as db:
        write(db, path)
    return path


def taken(store: Store, path: Path, takes: dict[str, Take] | None = None) -> Compared:
    with opened(path) as archive, store.session() as db:
        return take_in(db, archive, takes or {})


@contextmanager
def folders() -> Iterator[Path]:
    folder = Path(tempfile.mkdtemp())
    try:
        yield folder
    finally:
        shutil.rmtree(folder)


def test_every_table_has_its_place() -> None:
    assert {table.name for table in TABLES} | set(NOT_KEPT) == set(Base.metadata.tables)


@settings(max_examples=25)
@given(kitchens())
def test_any_kitchen_comes_back_whole_and_a_second_time_nothing_happens(
    made: tuple[list[DoughSpec], list[tuple[str, int]]],
) -> None:
    with folders() as folder:
        first = filled(folder / "a", made)
        path = archived(first, folder / "a.zip")
        assert lines_in(path) == all_lines(first)
        second = Store(folder / "b")
        taken(second, path)
        assert all_lines(second) == all_lines(first)
        assert all(one.new == 0 for one in taken(second, path).counted)
        assert all_lines(second) == all_lines(first)
        with second.reading() as db, first.reading() as of_first:
            assert doughs.shelf(db) == doughs.shelf(of_first)
            assert bakes.listed(db, None) == bakes.listed(of_first, None)


@settings(max_examples=15)
@given(kitchens(), kitchens())
def test_two_kitchens_become_one_with_everything_of_both(
    one: tuple[list[DoughSpec], list[tuple[str, int]]], other: tuple[list[DoughSpec], list[tuple[str, int]]]
) -> None:
    with folders() as folder:
        here, there = (
            filled(folder / "a", one),
            filled(folder / "b", (other[0], [d for d in other[1] if d[0] not in ("room", "plan")])),
        )
        before, coming = all_lines(here), all_lines(there)
        taken(here, archived(there, folder / "b.zip"))
        after = all_lines(here)
        for table in TABLES:
            assert {table.key_of(line) for line in after[table.name]} == {
                table.key_of(line) for line in (*before[table.name], *coming[table.name])
            }
        with here.reading() as db:
            assert runs.open_run(db) is None or sum(run.ended_at is None for run in runs.listed(db)) == 1


@pytest.fixture
def both(tmp_path: Path) -> tuple[Store, Path]:
    """A kitchen and its archive, with a dough, a bake and a setting that were changed since."""
    store = filled(tmp_path / "a", EVERYTHING)
    path = archived(store, tmp_path / "a.zip")
    with store.session() as db:
        (dough,) = doughs.shelf(db).doughs
        doughs.save(db, dough.id, dough.revision, doughs.get(db, dough.id).spec.but(name="Deck Drops, thinner"))
        written = bakes.listed(db, None).bakes[0]
        bakes.save(db, written.id, written.revision, written.bake.but(measured=written.bake.measured.but(note="mine")))
    return store, path


def test_what_differs_is_asked_and_nothing_is_done_till_it_is_answered(both: tuple[Store, Path]) -> None:
    store, path = both
    before = all_lines(store)
    with pytest.raises(Unanswered) as asked:
        taken(store, path)
    assert {(one.kind, one.name, one.both) for one in asked.value.compared.differing} == {
        ("doughs", "Deck Drops, thinner", True), ("bakes", "New dough", False)
    }  # fmt: skip
    assert all_lines(store) == before
    with pytest.raises(Unanswered):  # both of a bake are not kept
        taken(store, path, {one.id: Take.BOTH for one in asked.value.compared.differing})
    assert all_lines(store) == before


@pytest.mark.parametrize("take", [Take.MINE, Take.THEIRS])
def test_mine_stays_or_theirs_comes(both: tuple[Store, Path], take: Take) -> None:
    store, path = both
    with opened(path) as archive, store.reading() as db:
        differing = compare(db, archive).differing
    taken(store, path, {one.id: take for one in differing})
    with store.reading() as db:
        (dough,) = doughs.shelf(db).doughs
        mine = take is Take.MINE
        assert dough.name == ("Deck Drops, thinner" if mine else "Deck Drops")
        assert dough.preview  # listed and searched by its own rules
        assert {bake.bake.measured.note for bake in bakes.listed(db, None).bakes} >= ({"mine"} if mine else {""})
        assert any(bake.bake.measured.note == "mine" for bake in bakes.listed(db, None).bakes) is mine
        # Whoever has the old one open is told: the revision went on.
        assert dough.revision == (2 if mine else 3)


def test_a_run_of_the_archives_comes_with_all_that_was_told_in_it(tmp_path: Path) -> None:
    store = filled(tmp_path / "a", ([], [("run", 1)]))
    path = archived(store, tmp_path / "a.zip")
    there = all_lines(store)
    with store.session() as db:
        (run,) = runs.listed(db)
        for number in range(2):
            runs.told(db, run.id, f"key-later-{number}", Noted(text="later"))
    with opened(path) as archive, store.reading() as db:
        (differing,) = compare(db, archive).differing
    assert differing.kind == "runs"
    taken(store, path, {differing.id: Take.MINE})
    assert len(all_lines(store)["run_events"]) == 5
    taken(store, path, {differing.id: Take.THEIRS})
    after = all_lines(store)
    assert after["run_events"] == there["run_events"]
    assert after["oven_readings"] == there["oven_readings"]
    with store.reading() as db:
        assert len(runs.get(db, run.id).events) == 3


def test_of_a_dough_both_can_be_kept(both: tuple[Store, Path]) -> None:
    store, path = both
    with opened(path) as archive, store.reading() as db:
        differing = compare(db, archive).differing
    taken(store, path, {one.id: Take.BOTH if one.both else Take.MINE for one in differing})
    with store.reading() as db:
        assert {dough.name for dough in doughs.shelf(db).doughs} == {"Deck Drops, thinner", "Deck Drops (archive)"}


def test_what_was_thrown_away_here_comes_back_with_what_belongs_to_it(tmp_path: Path) -> None:
    store = filled(tmp_path / "a", EVERYTHING)
    path = archived(store, tmp_path / "a.zip")
    before = all_lines(store)
    with store.session() as db:
        for dough in [*doughs.shelf(db).doughs]:
            doughs.throw_away(db, dough.id, doughs.put_aside(db, dough.id, dough.revision).revision)
    taken(store, path)
    assert all_lines(store) == before


def test_an_unreadable_dough_goes_along_as_it_is(tmp_path: Path) -> None:
    store = filled(tmp_path / "a", EVERYTHING)
    with store.session() as db:
        row = db.scalars(doughs.select(doughs.DoughRow)).first()
        assert row is not None
        row.body = {"form": {"kind": "pyramid"}, "lines": 3}
    other = Store(tmp_path / "b")
    taken(other, archived(store, tmp_path / "a.zip"))
    assert all_lines(other) == all_lines(store)


def test_a_rehearsal_is_of_no_kitchen(tmp_path: Path) -> None:
    store = Store(tmp_path / "a")
    fill(store)
    from finebatch.core.live.truth import drawn
    from tests.store.kitchens import BRIEF, Kitchen

    with store.session() as db:
        runs.begin(db, "plan", "Drops", BRIEF, (drop_dough(),), Kitchen(), runs.utc_now(), 30, drawn(3))
    assert all_lines(store)["runs"] == []


def rewritten(path: Path, change: Change) -> Path:
    """An archive with some of its files changed."""
    with zipfile.ZipFile(path) as old:
        files = {name: old.read(name) for name in old.namelist()}
    change(files)
    wrong = path.with_name("wrong.zip")
    with zipfile.ZipFile(wrong, "w") as new:
        for name, data in files.items():
            new.writestr(name, data)
    return wrong


def about(**changes: object) -> Change:
    return lambda files: files.update({MANIFEST: json.dumps({**json.loads(files[MANIFEST]), **changes}).encode()})


def dough_line(**changes: object) -> Change:
    def change(files: dict[str, bytes]) -> None:
        first, *rest = files["doughs.jsonl"].splitlines(keepends=True)
        files["doughs.jsonl"] = json.dumps({**json.loads(first), **changes}).encode() + b"\n" + b"".join(rest)

    return change


def file(name: str, data: Callable[[bytes], bytes]) -> Change:
    return lambda files: files.update({name: data(files.get(name, b""))})


WRONG: dict[str, tuple[Change, str]] = {
    "of a newer program": (about(form="9999"), "newer Fine Batch"),
    "with no first page": (lambda files: files.pop(MANIFEST) and None, "no archive of Fine Batch"),
    "of another kind": (about(format="other"), "begins with"),
    "with what no kitchen has": (about(lines={"dragons": 3}), "dragons"),
    "with lines missing": (file("doughs.jsonl", lambda data: data[: data.index(b"\n") + 1]), "1 lines instead of 2"),
    "with a line cut off": (file("doughs.jsonl", lambda data: data[:-40] + b"\n"), "cannot be read"),
    "with a line too deep": (file("doughs.jsonl", lambda data: b'{"id":' + b"[" * 90_000 + b"\n" + data.splitlines()[0]), "Line 1 of doughs"),
    "with no number": (dough_line(body={"name": float("nan")}), "Line 1 of doughs"),
    "with a field too many": (dough_line(admin=True), "admin"),
    "with a field of another kind": (dough_line(revision="7"), "revision"),
    "with a moment without zone": (dough_line(created_at="2026-11-20T10:00:00"), "created_at"),
    "with a moment before all": (dough_line(created_at="0001-01-01T00:00:00+14:00"), "Line 1 of doughs"),
    "with a moment after all": (dough_line(created_at="9999-12-31T23:59:59-14:00"), "Line 1 of doughs"),
    "with half a letter": (dough_line(name="\ud83c"), "Line 1 of doughs"),
    "with a list for a body": (dough_line(body=[]), "body"),
    "with a number beyond all": (dough_line(revision=10**30), "revision"),
    "with a bake of no dough": (file("bakes.jsonl", lambda data: re.sub(rb'"dough_id":"..', b'"dough_id":"zz', data)), "which is not in it"),
    "with a picture missing": (lambda files: [files.pop(name) for name in list(files) if name.startswith("pictures/")] and None, "picture"),
    "with a picture that is none": (
        lambda files: files.update({name: b"<svg onload=alert(1)>" for name in files if name.startswith("pictures/")}), "no picture"
    ),
}  # fmt: skip


@pytest.fixture(scope="module")
def whole(tmp_path_factory: pytest.TempPathFactory) -> Path:
    folder = tmp_path_factory.mktemp("whole")
    return archived(filled(folder / "a", EVERYTHING), folder / "a.zip")


@pytest.mark.parametrize("what", WRONG)
def test_an_archive_is_refused_with_a_sentence_and_nothing_changed(what: str, whole: Path, tmp_path: Path) -> None:
    change, said = WRONG[what]
    copy = tmp_path / "a.zip"
    shutil.copy(whole, copy)
    store = Store(tmp_path / "b")
    with pytest.raises(ArchiveError, match=said) as refused:
        taken(store, rewritten(copy, change))
    assert "Nothing was changed" in str(refused.value)
    assert not any(all_lines(store).values())


def test_a_line_that_stands_twice_is_refused(whole: Path, tmp_path: Path) -> None:
    def twice(files: dict[str, bytes]) -> None:
        files["doughs.jsonl"] += files["doughs.jsonl"].splitlines(keepends=True)[0]
        found = json.loads(files[MANIFEST])
        found["lines"]["doughs"] += 1
        files[MANIFEST] = json.dumps(found).encode()

    copy = tmp_path / "a.zip"
    shutil.copy(whole, copy)
    with pytest.raises(ArchiveError, match="stands in it twice"):
        taken(Store(tmp_path / "b"), rewritten(copy, twice))


@pytest.mark.parametrize("cut", [0, 30, 2000, -30])
def test_a_file_that_was_cut_off_or_is_none_is_refused(cut: int, whole: Path, tmp_path: Path) -> None:
    wrong = tmp_path / "wrong.zip"
    wrong.write_bytes(whole.read_bytes()[:cut])
    with pytest.raises(ArchiveError, match="cut off"):
        taken(Store(tmp_path / "b"), wrong)


@given(st.data())
def test_an_archive_spoiled_anywhere_is_refused_or_bears_it(whole: Path, data: st.DataObject) -> None:
    """Any bytes of it changed: it is refused with a sentence, or what was changed did not matter. Nothing else comes of it."""
    raw = bytearray(whole.read_bytes())
    for at, byte in data.draw(
        st.lists(st.tuples(st.integers(0, len(raw) - 1), st.integers(0, 255)), min_size=1, max_size=6)
    ):
        raw[at] = byte
    with folders() as folder:
        (folder / "wrong.zip").write_bytes(raw)
        with suppress(ArchiveError), opened(folder / "wrong.zip") as archive:
            for table in TABLES:
                for line in archive.lines(table):
                    if table.name == "pictures":
                        archive.picture(str(line["id"]))


def test_what_is_learned_of_an_oven_and_of_a_bake_is_believed_only_in_its_form(whole: Path, tmp_path: Path) -> None:
    def strange(files: dict[str, bytes]) -> None:
        for name, field in (("runs", "traits"), ("bakes", "look")):
            lines = [json.loads(line) for line in files[f"{name}.jsonl"].splitlines()]
            value = [{"lie": 3}] if field == "traits" else {"edition": 99}
            files[f"{name}.jsonl"] = b"".join(json.dumps({**line, field: value}).encode() + b"\n" for line in lines)

    copy = tmp_path / "a.zip"
    shutil.copy(whole, copy)
    store = Store(tmp_path / "b")
    taken(store, rewritten(copy, strange))
    with store.reading() as db:
        assert runs.all_traits(db, 1) == ()
        assert known_of(db, bakes.listed(db, None).bakes[0].dough_id, 1) is not None


def test_a_bomb_is_refused_before_it_is_unpacked(whole: Path, tmp_path: Path) -> None:
    wrong = tmp_path / "wrong.zip"
    shutil.copy(whole, wrong)
    with (
        zipfile.ZipFile(wrong, "a", zipfile.ZIP_DEFLATED) as archive,
        archive.open("bomb", "w", force_zip64=True) as out,
    ):
        for _ in range(210):
            out.write(bytes(10_000_000))
    assert wrong.stat().st_size < 4_000_000
    with pytest.raises(ArchiveError, match="more than any kitchen holds"):
        taken(Store(tmp_path / "b"), wrong)


def test_every_form_of_an_archive_is_read_for_ever(tmp_path: Path) -> None:
    """An example of each, made by the program of that form: of a new form there must be one too."""
    examples = sorted((DATA / "stored").glob("archive-*.zip"))
    assert examples[-1].stem == f"archive-{newest()}"
    for example in examples:
        store = Store(tmp_path / example.stem)
        found = taken(store, example)
        with zipfile.ZipFile(example) as archive:
            told = json.loads(archive.read(MANIFEST))["lines"]
        assert {one.kind: (one.there, one.new) for one in found.counted if one.kind in told} == {
            kind: (count, count) for kind, count in told.items() if count
        }
        with store.reading() as db:
            assert {dough.name for dough in doughs.shelf(db).doughs} == {"Deck Drops"}
            assert all(dough.readable for dough in doughs.shelf(db).doughs)
            with_picture = next(one for one in bakes.listed(db, None).bakes if one.picture_id)
            assert bakes.picture(db, with_picture.id) == JPEG
            (run,) = runs.listed(db)
            assert len(runs.get(db, run.id).events) == 3
            assert len(runs.readings(db, run.id)) == 1


def test_the_schema_in_an_archive_is_that_of_its_lines(whole: Path) -> None:
    with zipfile.ZipFile(whole) as archive:
        schema = json.loads(archive.read("schema.json"))
        for table in TABLES:
            for line in archive.read(f"{table.name}.jsonl").splitlines():
                assert (
                    set(schema[table.name]["required"])
                    <= set(json.loads(line))
                    <= set(schema[table.name]["properties"])
                )


def test_the_command_line_takes_out_and_in(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    store = filled(tmp_path / "a", EVERYTHING)
    store.close()
    path = tmp_path / "kept.zip"
    assert main(["archive", "--data", str(tmp_path / "a"), str(path)]) == 0
    assert "2 doughs" in capsys.readouterr().out
    assert main(["archive", "--data", str(tmp_path / "a"), str(path)]) == 1
    assert "exists already" in capsys.readouterr().err
    assert main(["take-in", "--data", str(tmp_path / "b"), str(path)]) == 0
    assert "2 doughs" in capsys.readouterr().out
    other = Store(tmp_path / "b")
    with other.session() as db:
        (dough,) = doughs.shelf(db).doughs
        doughs.save(db, dough.id, dough.revision, doughs.get(db, dough.id).spec.but(name="Mine"))
    other.close()
    assert main(["take-in", "--data", str(tmp_path / "b"), str(path)]) == 1
    assert "doughs Mine" in capsys.readouterr().out
    assert main(["take-in", "--data", str(tmp_path / "b"), "--differing", "both", str(path)]) == 0
    again = Store(tmp_path / "b")
    with again.reading() as db:
        assert {dough.name for dough in doughs.shelf(db).doughs} == {"Mine", "Deck Drops (archive)"}
    assert main(["take-in", "--data", str(tmp_path / "b"), str(tmp_path / "none.zip")]) == 1
    assert "no file" in capsys.readouterr().err

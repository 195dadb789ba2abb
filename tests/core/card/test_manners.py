"""Over a thousand lines in ten manners of writing, with what each means. How many were right when each batch was first read is
told in docs/reading.md.

A line is right when it is read, surely, with the right ingredients and grams, or asked where a careful friend would ask. What
is sure and wrong is the worst outcome. `python -m tests.core.card.test_manners` prints what fails.
"""

import csv
from collections import Counter
from dataclasses import dataclass

import pytest

from finebatch.core.card.items import items_of
from finebatch.core.card.names import Sureness
from finebatch.core.card.reading import Reading, read_each, read_line
from finebatch.core.kitchen.habit import Habit, Region
from tests.kit import DATA

REGIONS = {"uk": Region.UK, "aus": Region.AU}


@dataclass(frozen=True)
class Want:
    """One ingredient of a line as it should be read; no ids where nobody can know it."""

    ids: frozenset[str]
    low_g: float | None
    high_g: float | None
    part: str

    def met_by(self, reading: Reading) -> bool:
        named = not self.ids or reading.ingredient_id in self.ids
        if self.low_g is None or self.high_g is None:
            return named
        return named and reading.mass_g is not None and self.low_g <= reading.mass_g <= self.high_g


@dataclass(frozen=True)
class Case:
    """A line, whether it is to be read, asked or left unweighed, and what is in it."""

    manner: str
    text: str
    kind: str
    wants: tuple[Want, ...]


def _want(text: str) -> Want:
    words = text.replace("~", " ").split()
    part = next((word[1:] for word in words if word.startswith("@")), "")
    words = [word for word in words if not word.startswith("@")]
    low, high = (float(g) for g in words[1].split("-")) if len(words) > 1 else (None, None)
    return Want(ids=frozenset(words[0].split("|")) if words else frozenset(), low_g=low, high_g=high, part=part)


def _case(row: list[str]) -> Case:
    manner, text, truth = row[0], "\t".join(row[1:-1]), row[-1]
    kind = {"?": "ask", "-": "reject"}.get(truth[:1], "read")
    wants = tuple(_want(part) for part in truth.lstrip("?- ").split(" + "))
    return Case(manner=manner, text=text, kind=kind, wants=wants)


with (DATA / "card_manners.tsv").open(encoding="utf-8", newline="") as file:
    CASES = [_case(row) for row in csv.reader(file, delimiter="\t", quoting=csv.QUOTE_NONE)]


def habit_of(case: Case) -> Habit:
    return Habit(region=REGIONS.get(case.manner, Region.US))


def outcome(case: Case) -> str:
    """right, asked (though it is clear), or silently wrong."""
    readings = read_each(case.text, habit_of(case))
    sure = all(reading.sureness is Sureness.SURE for reading in readings)
    if case.kind == "reject":
        weighs = any(reading.mass_g for reading in readings)
        return "right" if not weighs else "silently wrong" if sure else "asked"
    met = len(readings) == len(case.wants) and all(
        want.met_by(reading) for want, reading in zip(case.wants, readings, strict=True)
    )
    if case.kind == "ask":
        return "right" if met or not sure else "silently wrong"
    return "right" if met and sure else "silently wrong" if sure else "asked"


def share_right(cases: list[Case]) -> float:
    return sum(outcome(case) == "right" for case in cases) / len(cases)


def test_at_least_97_percent_of_the_lines_are_right() -> None:
    assert len(CASES) >= 1000
    assert share_right(CASES) >= 0.97


def test_no_line_is_silently_wrong() -> None:
    assert [case.text for case in CASES if outcome(case) == "silently wrong"] == []


@pytest.mark.parametrize("case", [case for case in CASES if case.wants[0].part], ids=lambda case: case.text)
def test_what_is_not_for_the_dough_is_put_where_it_goes(case: Case) -> None:
    assert [reading.part for reading in read_each(case.text, habit_of(case))] == [want.part for want in case.wants]


@pytest.mark.parametrize("case", [case for case in CASES if len(case.wants) > 1], ids=lambda case: case.text)
def test_a_line_of_several_ingredients_is_asked_and_each_part_reads_alone(case: Case) -> None:
    habit = habit_of(case)
    whole = read_line(case.text, habit)
    assert whole.sureness is not Sureness.SURE
    assert len(whole.split) == len(case.wants)
    for item in items_of(case.text):
        (again,) = read_each(item.text, habit)
        assert again.ingredient_id == item.match.ids[0]


if __name__ == "__main__":
    print(len(CASES), dict(Counter(outcome(case) for case in CASES)), f"{share_right(CASES):.1%} right")
    print("\n".join(f"   {outcome(case)} | {case.text}" for case in CASES if outcome(case) != "right"))

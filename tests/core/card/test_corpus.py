"""Lines in the manners of US, UK, Indian and Australian home cards: how many are read right with no help?"""

import csv

import pytest

from finebatch.core.card.names import Sureness
from finebatch.core.card.reading import read_line
from finebatch.core.kitchen.habit import Habit, Region
from tests.kit import DATA

REGIONS = {"us": Region.US, "uk": Region.UK, "in": Region.US, "au": Region.AU}
with (DATA / "card_lines.tsv").open(encoding="utf-8") as file:
    LINES = list(csv.DictReader(file, delimiter="\t"))


def outcome(row: dict[str, str]) -> str:
    """right, asked (not sure, with the right thing offered or nothing claimed), or silently wrong."""
    reading = read_line(row["text"], Habit(region=REGIONS[row["region"]]))
    expected = row["ingredient"]
    if expected == r"\N":
        return "right" if reading.sureness is not Sureness.SURE else "silently wrong"
    grams = float(row["grams"])
    same = reading.ingredient_id == expected.rstrip("?")
    near = reading.mass_g is not None and abs(reading.mass_g - grams) <= max(0.02 * grams, 0.02)
    sure = reading.sureness is Sureness.SURE
    if same and near and sure != expected.endswith("?"):
        return "right"
    return "silently wrong" if sure and not (same and near) else "asked"


def test_the_corpus_is_large_and_varied() -> None:
    assert len(LINES) >= 120
    assert {row["region"] for row in LINES} == set(REGIONS)


def test_at_least_97_percent_are_read_right() -> None:
    assert sum(outcome(row) == "right" for row in LINES) / len(LINES) >= 0.97


@pytest.mark.parametrize("row", LINES, ids=lambda row: row["text"])
def test_none_is_silently_wrong(row: dict[str, str]) -> None:
    assert outcome(row) != "silently wrong"

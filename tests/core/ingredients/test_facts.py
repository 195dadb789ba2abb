"""The tables that ship: whole, read, and in agreement with themselves."""

import csv
import re
from importlib.resources import files
from pathlib import Path

import pytest

from finebatch.core.base.facts import number, rows
from finebatch.core.ingredients.catalogue import FRACTIONS, catalogue
from finebatch.core.yields.nutrition import ENERGY_KCAL, kcal_per_g

ROOT = Path(__file__).parents[3]
TABLES = sorted(path.name for path in files("finebatch.reference").iterdir() if path.name.endswith(".csv"))  # type: ignore[attr-defined]
# What stands beside a figure for the reader: where it comes from, what it means.
FOR_READERS = {"prior", "prior_sd", "prior_kind", "posterior_over_prior_sd", "meaning_unit_range", "kcal_note"}
AXIS = re.compile(r"(sugar|fat|egg|liquid|soda|powder|salt|inclusions)_(min|typical|max)")


@pytest.mark.parametrize("table", TABLES)
def test_every_row_has_a_field_for_every_column(table: str) -> None:
    with (ROOT / "finebatch" / "reference" / table).open(newline="") as file:
        header, *others = csv.reader(file)
    assert len(set(header)) == len(header)
    assert {row[0] for row in others if len(row) != len(header)} == set()


@pytest.mark.parametrize("table", TABLES)
def test_every_column_is_read(table: str) -> None:
    code = "\n".join(path.read_text() for path in (ROOT / "finebatch").rglob("*.py"))
    with (ROOT / "finebatch" / "reference" / table).open(newline="") as file:
        header = next(csv.reader(file))
    unread = {column for column in header if f'"{column}"' not in code and not AXIS.fullmatch(column)}
    assert unread <= FOR_READERS


def test_an_ingredient_is_no_more_than_itself() -> None:
    for item in catalogue().values():
        assert sum(getattr(item, field) for field in FRACTIONS) == pytest.approx(1, abs=0.06), item.id
        assert item.true_density_g_ml > 0.5, item.id


def test_energy_as_tabulated_agrees_with_what_is_in_it_or_says_why_not() -> None:
    noted = {row["id"] for row in rows("ingredients") if row["kcal_note"]}
    unexplained = []
    for row in rows("ingredients"):
        item = catalogue()[row["id"]]
        parts = {
            "fat": item.fat, "carbohydrate": item.sugars + item.starch, "polyol": item.polyol, "fibre": item.fibre,
            "protein": item.protein, "alcohol": item.alcohol,
        }  # fmt: skip
        by_factors = sum(100 * ENERGY_KCAL[name] * share for name, share in parts.items())
        tabulated = number(row["kcal_per_100g"])
        if item.id not in noted and abs(by_factors - tabulated) > max(60.0, 0.15 * tabulated):
            unexplained.append((item.id, round(by_factors), tabulated))
    assert unexplained == []


def test_a_sugar_that_gives_little_energy_is_not_counted_as_one_that_gives_much() -> None:
    sugar, erythritol, allulose = (kcal_per_g(catalogue()[id]) for id in ("sugar_granulated", "erythritol", "allulose"))
    assert sugar == pytest.approx(4.0, abs=0.15)
    assert erythritol < 0.1 * sugar
    assert allulose < 0.2 * sugar

"""Labels: in the order of mass, allergens emphasised, nothing cut, each in its place on the sheet."""

from datetime import date
from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.base import RingMark, WordMark
from finebatch.core.bench import DoughSpec, report
from finebatch.core.bench.starters import starters
from finebatch.core.card import Part
from finebatch.core.card.headings import split_card
from finebatch.core.finishing import Finishing, FinishKind, Topping
from finebatch.core.kitchen import Housekeeping, Kitchen, Units
from finebatch.core.stores.label_layout import LEAST_MM, PADDING_MM, laid_out, pages, wrapped
from finebatch.core.stores.label_sheet import LabelPaper, LabelSheet
from finebatch.core.stores.labels import Label, LabelText, Stuff, Word, by_mass, ingredients_text, label_text, stuff_of
from finebatch.formats.typeface import width_of
from tests.kit import drop_dough

TODAY = date(2026, 11, 27)
WORDS = st.text(st.sampled_from("abcdefgh éß,.()-·"), max_size=60)


def text_of(spec: DoughSpec, kitchen: Kitchen | None = None, **about: object) -> LabelText:
    place = kitchen or Kitchen()
    found = report(spec, place)
    label = Label.model_validate({"dough_id": "a", "may_contain": "nuts", **about})
    return label_text(label, spec, found, place, (4.0, 7.0), TODAY)


@given(
    st.lists(
        st.tuples(st.sampled_from(["flour", "sugar", "nuts", "butter"]), st.floats(0.1, 900)), min_size=1, max_size=9
    )
)
def test_the_heaviest_comes_first(stuff: list[tuple[str, float]]) -> None:
    ordered = by_mass(Stuff(name=name, grams=grams) for name, grams in stuff)
    assert all(a.grams >= b.grams for a, b in pairwise(ordered))
    assert len(ordered) == len(stuff)


@pytest.mark.parametrize("starter", starters(), ids=lambda one: one.spec.name)
def test_every_starters_label_is_in_the_order_of_its_mass(starter: object) -> None:
    stuff = stuff_of(report(starter.spec, Kitchen()))  # type: ignore[attr-defined]
    assert stuff
    assert all(a.grams >= b.grams for a, b in pairwise(stuff))
    assert all(a.grams >= b.grams for one in stuff for a, b in pairwise(one.of))


def test_parts_stand_in_brackets_with_their_own_order() -> None:
    card = "250 g flour\n150 g butter\n\nGlaze:\n20 g lemon juice\n120 g icing sugar"
    lines = tuple(split_card(card))
    assert {line.part for line in lines} >= {Part.GLAZE}
    said = "".join(word.text for word in text_of(drop_dough(lines=lines)).ingredients)
    assert "glaze (icing sugar,lemon juice)" in said


def test_allergens_are_emphasised_where_they_stand_or_named_behind() -> None:
    words = {word.text: word.strong for word in text_of(drop_dough()).ingredients}
    assert words["all-purpose WHEAT flour"]
    assert words["unsalted butter (MILK)"]
    assert words["whole EGG"]
    assert not words["granulated sugar"]


def test_a_swap_changes_the_list_at_once() -> None:
    butter = next(line for line in drop_dough().lines if "butter" in line.text)
    oil = tuple(line.but(text="200 g sunflower oil") if line == butter else line for line in drop_dough().lines)
    assert "milk" in text_of(drop_dough()).contains
    dairy = [line for line in oil if "chocolate" not in line.text]
    assert "milk" not in text_of(drop_dough(lines=tuple(dairy))).contains


def test_a_named_ingredient_has_its_share() -> None:
    said = [word.text for word in text_of(drop_dough(), percent_of="granulated sugar").ingredients]
    assert any(word.startswith("granulated sugar ") and word.endswith("%") for word in said)


@pytest.mark.parametrize(
    ("about", "field"),
    [({"may_contain": None}, "may_contain"), ({"keeps_days": 90}, "keeps_days"), ({"percent_of": "gold"}, "percent_of"),
     ({"sheet": LabelSheet(columns=3)}, "sheet.columns"), ({"sheet": LabelSheet(rows=9)}, "sheet.rows")],
)  # fmt: skip
def test_what_must_be_answered_is_said_at_its_field(about: dict[str, object], field: str) -> None:
    assert field in {problem.field for problem in text_of(drop_dough(), **about).problems}


def test_a_line_that_cannot_be_weighed_stops_the_label() -> None:
    lines = (*drop_dough().lines, drop_dough().lines[0].but(id="x", text="a bunch of moonbeams"))
    (problem,) = text_of(drop_dough(lines=lines)).problems
    assert "moonbeams" in problem.message


def test_the_kitchens_own_statement_stands_for_every_label() -> None:
    place = Kitchen(stores=Housekeeping(may_contain="nuts and sesame", maker="The boat shed"), units=Units.US)
    text = text_of(drop_dough(), place, may_contain=None, nutrition=True)
    assert text.may_contain == "May contain nuts and sesame."
    assert text.maker == "The boat shed"
    assert "oz" in text.net
    assert "11/27/2026" in text.dates
    assert "kJ" in text.nutrition
    assert not text.problems


def test_what_is_laid_on_stands_on_the_label_with_its_allergens() -> None:
    dough = drop_dough(
        lines=tuple(line for line in drop_dough().lines if "chocolate" not in line.text and "egg" not in line.text)
    )
    assert not {"egg", "soya"} & set(text_of(dough).contains)
    dressed = text_of(
        dough.model_copy(update={"finishings": (Finishing(kind=FinishKind.EGG_WASH), Finishing(kind=FinishKind.DIP))})
    )
    assert {"egg", "soya", "milk"} <= set(dressed.contains)
    words = " ".join(word.text for word in dressed.ingredients)
    assert "chocolate dip (" in words
    assert "whole EGG" in words
    assert not dressed.problems


def test_a_nut_without_a_name_stops_the_label() -> None:
    topped = drop_dough(finishings=(Finishing(kind=FinishKind.TOPPING, topping=Topping.HALF_NUT),))
    (problem,) = text_of(topped).problems
    assert problem.field == "dough_id"
    assert "nut halves" in problem.message
    named = (*topped.lines, topped.lines[0].but(id="nuts", text="40 g hazelnuts", part=Part.TOPPING))
    text = text_of(topped.model_copy(update={"lines": named}))
    assert not text.problems
    assert "hazelnut" in text.contains


@st.composite
def texts(draw: st.DrawFn) -> LabelText:
    words = tuple(
        Word(text=text, strong=draw(st.booleans())) for text in draw(st.lists(WORDS.filter(str.strip), max_size=25))
    )
    rest = {
        name: draw(WORDS)
        for name in ("title", "pieces", "may_contain", "net", "dates", "keeping", "nutrition", "words", "maker")
    }
    return LabelText(
        ingredients=words, contains=tuple(draw(st.lists(st.sampled_from(["milk", "egg", "wheat"]), max_size=3))), **rest
    )


SHEETS = st.builds(LabelSheet, width_mm=st.floats(20, 200), height_mm=st.floats(12, 150))


@settings(max_examples=60)
@given(texts(), SHEETS)
def test_no_text_is_ever_cut(text: LabelText, sheet: LabelSheet) -> None:
    laid = laid_out(text, sheet, width_of)
    rows = [mark for mark in laid.guide.marks if isinstance(mark, WordMark)]
    said = " ".join(row.text for row in rows).split()
    for part in (text.title, text.words, text.may_contain, text.dates, text.nutrition, text.maker):
        assert " ".join(part.split()) in " ".join(said)
    for word in text.ingredients:
        for piece in word.text.split():
            assert any(piece in row.text for row in rows)
    assert laid.letters_mm >= LEAST_MM - 1e-9
    fields = {problem.field for problem in laid.problems}
    if "sheet.width_mm" not in fields:
        assert all(row.x_mm + width_of(row.text, row.high_mm) <= sheet.width_mm - PADDING_MM + 1e-6 for row in rows)
    if "sheet.height_mm" not in fields:
        assert all(row.y_mm + row.high_mm / 2 <= sheet.height_mm - PADDING_MM + 1e-6 for row in rows)
    assert laid.guide.height_mm >= max((row.y_mm + row.high_mm / 2 for row in rows), default=0)
    assert all(b.y_mm - a.y_mm >= (a.high_mm + b.high_mm) / 2 - 1e-6 for a, b in pairwise(rows))


@given(WORDS, st.floats(5, 80))
def test_rows_together_are_the_text(text: str, room_mm: float) -> None:
    assert " ".join(wrapped(text, 3, room_mm, width_of)) == " ".join(text.split())


def test_every_label_lies_in_its_place_on_the_sheet() -> None:
    sheet = LabelSheet(
        columns=2, rows=3, width_mm=60, height_mm=40, left_mm=11, top_mm=13, across_gap_mm=2.5, down_gap_mm=1
    )
    laid = laid_out(text_of(drop_dough()), sheet, width_of)
    first, second = pages(laid, sheet, 8)
    corners = [mark.points[0] for mark in first.marks if isinstance(mark, RingMark)]
    assert corners == [(11, 13), (73.5, 13), (11, 54), (73.5, 54), (11, 95), (73.5, 95)]
    assert sum(isinstance(mark, RingMark) for mark in second.marks) == 2
    assert (first.width_mm, first.height_mm) == (210, 297)
    roll = sheet.but(paper=LabelPaper.ROLL)
    assert len(pages(laid, roll, 3)) == 3


def test_the_list_ends_with_a_full_stop() -> None:
    assert ingredients_text((Stuff(name="flour", grams=2), Stuff(name="salt", grams=1)))[-1].text == "."

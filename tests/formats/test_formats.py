"""Open formats out and in; hostile files are refused in words."""

import contextlib
import csv
import io
import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.problems import Refusal
from finebatch.core.bench.report import report
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.card.claims import ClaimKind
from finebatch.core.card.headings import split_card
from finebatch.core.card.line import Line, Part
from finebatch.core.formula.weighed_line import weigh_lines
from finebatch.core.kitchen.habit import Habit
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.demo.doughs import demo_doughs
from finebatch.formats.cards import to_csv, to_markdown, to_text
from finebatch.formats.jsonld import read_jsonld, to_jsonld
from finebatch.formats.reading import card
from tests.kit import drop_dough

KITCHEN = Kitchen()


@pytest.mark.parametrize("spec", demo_doughs(), ids=lambda spec: spec.name)
def test_jsonld_round_trips_whole(spec: DoughSpec) -> None:
    text = to_jsonld(spec, report(spec, KITCHEN))
    assert read_jsonld(text)[0] == spec
    recipe = json.loads(text)
    assert recipe["@type"] == "Recipe"
    assert len(recipe["recipeIngredient"]) == len(spec.lines)


@given(
    st.lists(
        st.text(st.characters(blacklist_categories=("Cs", "Cc")), min_size=1, max_size=60), min_size=1, max_size=20
    ),
    st.sampled_from(list(Part)),
)
def test_any_text_survives_the_round_trip(texts: list[str], part: Part) -> None:
    spec = DoughSpec(lines=tuple(Line(id=f"x{i}", text=text, part=part) for i, text in enumerate(texts)))
    assert read_jsonld(to_jsonld(spec, report(spec, KITCHEN)))[0] == spec


@pytest.mark.parametrize("spec", demo_doughs(), ids=lambda spec: spec.name)
def test_plain_text_pastes_back_to_the_same_grams(spec: DoughSpec) -> None:
    again = tuple(split_card(to_text(spec, report(spec, KITCHEN))))
    before = [(line.part, line.reading.mass_g) for line in weigh_lines(spec.lines, Habit())]
    assert [(line.part, line.reading.mass_g) for line in weigh_lines(again, Habit())] == before


def test_pinned_grams_travel_in_brackets() -> None:
    spec = DoughSpec(lines=(Line(id="a", text="1 cup plain flour", mass_g=133.0),))
    (line,) = weigh_lines(tuple(split_card(to_text(spec, report(spec, KITCHEN)))), Habit())
    assert line.reading.mass_g == 133


def test_csv_has_a_row_a_line_and_no_live_formulas() -> None:
    spec = DoughSpec(lines=(Line(id="a", text="=1+1 g flour"), Line(id="b", text="200 g plain flour")))
    rows = list(csv.DictReader(io.StringIO(to_csv(spec, report(spec, KITCHEN)))))
    assert rows[0]["line"].startswith("'=")
    assert rows[1]["mass_g"] == "200.00"


def test_markdown_holds_the_method() -> None:
    text = to_markdown(drop_dough(name="Deck"), report(drop_dough(name="Deck"), KITCHEN))
    assert text.startswith("# Deck")
    assert "## Method" in text
    assert "* **Oven**: 180 °C" in text
    assert "* **Keeps**: In an airtight tin" in text


def test_a_strangers_recipe_is_read_as_the_card_it_stands_for() -> None:
    recipe = {
        "@graph": [{"@type": "WebPage"}, {"@type": ["Recipe", "Thing"], "name": "<b>Drops</b>", "recipeYield": "24",
                    "recipeIngredient": ["2 cups <script>alert(1)</script> flour", 5, None, {"x": 1}, "1 stick butter"], "recipeInstructions": "Bake."}]
    }  # fmt: skip
    spec = card(json.dumps(recipe), KITCHEN).dough.spec
    assert spec.name == "Drops"
    assert [line.text for line in spec.lines] == ["2 cups alert(1) flour", "1 stick butter"]
    assert spec.card is not None
    assert [claim.low for claim in spec.card.claims if claim.kind is ClaimKind.YIELD_PIECES] == [24]


def nested(levels: int) -> str:
    return "[" * levels + "]" * levels


@pytest.mark.parametrize(
    ("text", "says"),
    [("{", "not JSON"), (nested(100_000), "nested"), ("{}", "no Recipe"), ('{"@type": "Recipe"}', "no ingredients"), ("[1, 2]", "no Recipe"),
     ('{"@type": "Recipe", "recipeIngredient": 5}', "no ingredients"), ('{"@type": "Recipe", "recipeIngredient": ' + json.dumps(["1 g salt"] * 500) + "}", "500 ingredients"),
     ('"' + "x" * 600_000 + '"', "characters"), ('{"a": "[[[[", "@type": "Recipe"}', "no ingredients")],
    ids=["broken", "deep", "empty", "bare", "list", "types", "many", "huge", "brackets in text"],
)  # fmt: skip
def test_hostile_files_are_refused_in_words(text: str, says: str) -> None:
    with pytest.raises(Refusal, match=says):
        read_jsonld(text)


def test_a_forged_settings_block_is_checked_and_not_trusted() -> None:
    recipe = {
        "@type": "Recipe",
        "recipeIngredient": ["200 g flour"],
        "additionalProperty": [{"name": "finebatch:dough", "value": {"name": "x" * 900}}],
    }
    assert card(json.dumps(recipe), KITCHEN).dough.spec.lines[0].text == "200 g flour"


@given(st.text(max_size=300))
def test_any_text_at_all_is_refused_or_read(text: str) -> None:
    with contextlib.suppress(Refusal):
        assert any(read_jsonld(text))

"""What goes out comes back: the same lines, parts, grams, form, settings and claims."""

import csv
import io

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.problems import Refusal
from finebatch.core.bench.report import report
from finebatch.core.bench.spec import Card, DoughSpec
from finebatch.core.bench.starters import Starter, starters
from finebatch.core.card.claims import Claim, ClaimKind
from finebatch.core.card.line import Line, Part
from finebatch.core.dough.making import Making
from finebatch.core.formula.weighed_line import weigh_lines
from finebatch.core.kitchen.habit import Habit
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import OvenSetting
from finebatch.formats.cards import to_csv, to_markdown, to_text
from finebatch.formats.jsonld import to_jsonld
from finebatch.formats.reading import card
from tests.kit import drop_dough

KITCHEN = Kitchen()
TEXTS = (
    "2¼ cups plain flour", "200 g butter", "1 stick soft butter", "3 eggs", "1 tsp baking soda", "½ tsp fine salt", "100 g caster sugar",
    "2 tbsp honey", "juice of half a lemon", "1 pinch of nutmeg", "150 g dark chocolate, chopped", "3 to 4 tbsp milk",
)  # fmt: skip
lines = st.lists(
    st.builds(
        dict, text=st.sampled_from(TEXTS), part=st.sampled_from([None, *Part]), mass_g=st.none() | st.integers(1, 900).map(float)
    ), min_size=1, max_size=8, unique_by=lambda line: line["text"],
)  # fmt: skip
claims = st.lists(
    st.builds(
        Claim,
        kind=st.sampled_from([ClaimKind.YIELD_PIECES, ClaimKind.OVEN_C, ClaimKind.BAKE_MIN, ClaimKind.CHILL_MIN, ClaimKind.SPACING_MM]),
        low=st.integers(20, 60).map(float), high=st.integers(60, 90).map(float),
    ), max_size=4, unique_by=lambda claim: claim.kind,
)  # fmt: skip


@st.composite
def doughs(draw: st.DrawFn) -> DoughSpec:
    return DoughSpec(
        name=draw(st.sampled_from(["Pier Drops", "Night Snaps", "Low Tide"])),
        lines=tuple(Line(id=f"l{n}", **line) for n, line in enumerate(draw(lines))),
        form=draw(st.sampled_from([starter.spec.form for starter in starters()])),
        making=Making(chill_h=draw(st.sampled_from([0.0, 1.0, 12.0]))),
        oven=OvenSetting(value=draw(st.sampled_from([160.0, 175.0, 190.0]))),
        card=draw(st.none() | st.builds(Card, text=st.text(max_size=60), claims=claims.map(tuple))),
    )


def again(text: str) -> DoughSpec:
    return card(text, KITCHEN).dough.spec


@given(doughs())
def test_markdown_table_and_jsonld_come_back_as_the_very_same_dough(spec: DoughSpec) -> None:
    found = report(spec, KITCHEN)
    assert again(to_markdown(spec, found)) == spec
    assert again(to_csv(spec, found)) == spec
    assert again(to_jsonld(spec, found)) == spec


@given(doughs())
def test_plain_text_comes_back_with_the_same_lines_parts_grams_and_claims(spec: DoughSpec) -> None:
    read = again(to_text(spec, report(spec, KITCHEN)))
    before, after = weigh_lines(spec.lines, Habit()), weigh_lines(read.lines, Habit())

    def contents(weighed: tuple) -> list:  # type: ignore[type-arg]
        return sorted(
            (line.part.value, line.reading.ingredient_id, round(line.reading.mass_g or 0.0, 1)) for line in weighed
        )

    assert contents(after) == contents(before)
    assert read.name == spec.name
    if spec.card:
        assert read.card is not None
        said = {claim.kind: claim.high for claim in read.card.claims}
        for claim in spec.card.claims:
            if claim.kind is not ClaimKind.OVEN_C:
                assert said.get(claim.kind) == claim.high


def test_lines_changed_in_the_file_count() -> None:
    spec = drop_dough(name="Deck")
    found = report(spec, KITCHEN)
    markdown = to_markdown(spec, found).replace("- 2 large eggs", "- 3 large eggs")
    assert "3 large eggs" in [line.text for line in again(markdown).lines]
    assert again(markdown).form == spec.form
    rows = list(csv.reader(io.StringIO(to_csv(spec, found))))
    rows[1] = ["dough", "300 g plain flour", "flour_ap", "300", ""]
    out = io.StringIO()
    csv.writer(out).writerows(rows)
    changed = again(out.getvalue())
    assert changed.lines[0].text == "300 g plain flour"
    assert changed.form == spec.form


def test_a_table_without_settings_is_read_by_its_lines() -> None:
    read = again("part,line,ingredient,mass_g\ndough,plain flour,,250\nfilling,jam,,80\n")
    assert [(line.text, line.part, line.mass_g) for line in read.lines] == [
        ("plain flour", Part.DOUGH, 250),
        ("jam", Part.FILLING, 80),
    ]


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "nothing on this card"),
        ("\0\1\2\3" * 40, "no text"),
        ("part,line,ingredient,mass_g\n", "no lines"),
        ("<html><body><p>Welcome to our shop</p></body></html>", "No ingredient"),
        ("Lait et sucre, bien mélanger, puis laisser reposer.", "No ingredient"),
        ("# Deck\n\n<!-- finebatch:dough {\"name\": 5} -->", "settings in this file"),
        ("x" * 900_000, "900,000 characters"),
    ],
    ids=["empty", "binary", "bare table", "page", "another language", "forged", "huge"],
)  # fmt: skip
def test_what_is_no_card_is_refused_in_words(text: str, says: str) -> None:
    with pytest.raises(Refusal, match=says):
        card(text, KITCHEN)


def test_a_saved_page_is_read_by_its_data_or_else_by_its_words() -> None:
    data = '{"@type": "Recipe", "name": "Page Drops", "recipeIngredient": ["200 g flour", "100 g butter"], "recipeInstructions": [{"text": "Bake at 180 C for 12 minutes."}]}'
    page = f"<!doctype html><html><head><script>var a = 1 < 2;</script><script type='application/ld+json'>{data}</script></head><body>x</body></html>"
    spec = again(page)
    assert spec.name == "Page Drops"
    assert len(spec.lines) == 2
    assert spec.oven.value == 180
    words = "<html><body><nav>Home</nav><h1>Plain Drops</h1><ul><li>200 g flour</li><li>100 g butter &amp; a bit for the tin</li></ul><p>Bake 10 minutes.</p></body></html>"
    plain = again(words)
    assert plain.name == "Plain Drops"
    assert [line.text for line in plain.lines] == ["200 g flour", "100 g butter & a bit for the tin"]


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.spec.name)
def test_a_plain_card_of_a_dough_that_never_had_one_says_how_it_is_baked(starter: Starter) -> None:
    found = report(starter.spec, KITCHEN)
    read = again(to_text(starter.spec, found))
    assert type(read.form) is type(starter.spec.form)
    assert read.oven.value == pytest.approx(starter.spec.oven.value, abs=5)
    assert read.making.chill_h == pytest.approx(starter.spec.making.chill_h, abs=0.01)
    assert read.card is not None
    claims = read.card.counted
    assert found.assessment.outcome is not None
    assert claims[ClaimKind.YIELD_PIECES].low == found.assessment.outcome.pieces.count
    assert claims[ClaimKind.BAKE_MIN].low == round(found.assessment.outcome.window.likely_from_min)

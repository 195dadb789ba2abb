"""Whole cards with what each claims. How many were right when each was first read is told in docs/reading.md.

`python -m tests.core.card.test_whole` prints what fails.
"""

import itertools
import json
import re
from dataclasses import dataclass
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.card.claims import Claim, ClaimKind
from finebatch.core.card.headings import split_card
from finebatch.core.card.line import Part
from finebatch.core.card.names import Sureness
from finebatch.core.card.saying import say_claims
from finebatch.core.card.sections import cards_in
from finebatch.core.card.whole import CardReading, read_card
from finebatch.core.kitchen.habit import Habit, Region
from tests.kit import DATA

WORDS = ("form", "lining")


@dataclass(frozen=True)
class Card:
    """A card's text, and what a careful reader takes from it."""

    text: str
    truth: dict[str, Any]

    def read(self) -> CardReading:
        return read_card(self.text, Habit(region=Region.AU if "20 ml tablespoon" in self.text else Region.US))


def _cards() -> list[Card]:
    blocks = re.split(r"^===== ", (DATA / "cards.txt").read_text(encoding="utf-8"), flags=re.M)[1:]
    return [Card(text, json.loads(head)) for head, _, text in (block.partition("\n") for block in blocks)]


CARDS = _cards()
CLAIMED = {kind.value for kind in ClaimKind} - {"done_when"}


def met(claim: Claim | None, want: Any) -> bool:
    """Whether a claim is what was wanted: the word, the figure, the range, or both sides."""
    if claim is None:
        return False
    if isinstance(want, str):
        return claim.word == want
    low, high = want if isinstance(want, list) else (want, want)
    if claim.low is None or claim.high is None:
        return False
    slack = 4.0 if claim.kind in (ClaimKind.OVEN_C, ClaimKind.SECOND_OVEN_C) else max(0.06 * high, 0.5)
    top = claim.across if claim.across is not None and isinstance(want, list) else claim.high
    return abs(claim.low - low) <= slack and abs(top - high) <= slack


def outcomes(cards: list[Card]) -> list[tuple[bool, str]]:
    """Every claim of the cards, right or not, and every claim read that is none."""
    found = []
    for card in cards:
        read = card.read()
        for kind in sorted(CLAIMED):
            claim, want = read.claim(ClaimKind(kind)), card.truth.get(kind)
            if want is not None:
                found.append(
                    (
                        met(claim, want),
                        f"{card.truth['title']}: {kind} {want}, read {claim and (claim.low, claim.high, claim.word)}",
                    )
                )
            elif claim is not None and kind not in WORDS:
                found.append((False, f"{card.truth['title']}: {kind} {claim.low} read of “{claim.text}”"))
    return found


def share_right(cards: list[Card]) -> float:
    found = outcomes(cards)
    return sum(right for right, _ in found) / len(found)


def test_at_least_97_percent_of_the_claims_are_right() -> None:
    assert len(CARDS) >= 40
    assert share_right(CARDS) >= 0.97


@pytest.mark.parametrize("card", CARDS, ids=lambda card: card.truth["title"])
def test_title_lines_and_method_are_told_apart(card: Card) -> None:
    read = card.read()
    assert read.title == card.truth["title"]
    assert len(read.lines) == card.truth["lines"]
    assert abs(len(read.steps) - card.truth["steps"]) <= max(1, card.truth["steps"] / 3)
    steps = " ".join(step.text for step in read.steps)
    assert all(line.text not in steps for line in read.lines)


@pytest.mark.parametrize("card", CARDS, ids=lambda card: card.truth["title"])
def test_what_is_read_stands_where_it_says(card: Card) -> None:
    read = card.read()
    for line in read.lines:
        assert 0 <= line.start < line.end <= len(card.text)
    for claim in read.claims:
        assert 0 <= claim.start <= claim.end <= len(card.text)
        if claim.low is not None and claim.kind is not ClaimKind.FORM:
            words = " ".join(card.text[claim.start : claim.end].replace("*", "").split())
            assert words in " ".join(claim.text.split()) or len(claim.text) >= 200


def read(text: str) -> CardReading:
    return read_card(text, Habit())


LINES = "200 g flour\n100 g butter\n50 g sugar\n"


def test_parts_follow_their_headings_with_or_without_a_colon() -> None:
    for heading in ("For the filling:", "Filling", "FILLING", "**Filling**", "For the filling", "2. Filling"):
        found = read(f"Tarts\n\nDough\n{LINES}\n{heading}\n4 tbsp jam\n")
        assert [line.part for line in found.lines] == [Part.DOUGH] * 3 + [Part.FILLING], heading
    underlined = read(f"Tarts\n=====\n\nDough\n-----\n{LINES}\nIcing\n-----\n100 g icing sugar\n")
    assert [line.part for line in underlined.lines][-1] is Part.GLAZE


def test_a_step_is_never_a_line() -> None:
    found = read(
        f"Plain\n\n{LINES}\nCream butter and sugar until fluffy, then add 1 cup more of the flour.\nBake 10 minutes.\n"
    )
    assert len(found.lines) == 3
    assert len(found.steps) == 2


def test_a_card_that_contradicts_itself_says_so() -> None:
    found = read(f"Snaps\nMakes 36\n\n{LINES}\n1. Divide into 9 balls.\n2. Bake at 180 °F for 80-10 minutes.\n")
    said = " ".join(conflict.text for conflict in found.conflicts)
    assert "180 °F cannot be meant" in said
    assert "runs backwards" in said
    assert "36 pieces and 9 pieces" in said


def test_serves_is_no_count_but_a_dozen_is_twelve() -> None:
    assert read(f"Cake\nServes 8\n{LINES}").claim(ClaimKind.YIELD_PIECES) is None
    dozen = read(f"Drops\nMakes 2 dozen\n{LINES}").claim(ClaimKind.YIELD_PIECES)
    assert dozen is not None
    assert dozen.low == 24


def test_a_scanned_card_is_read_and_asked() -> None:
    found = read(
        "CR1SP SNAPS\n\n3/4 cup rnargarine\nl cup sugar\nl egg\nI/4 cup rno1asses\n2 l/4 cups fIour\n\nRoII into l in. ba11s. Bake 3S0° 8-l0 rnin.\n"
    )
    assert found.title == "Crisp Snaps"
    assert len(found.lines) == 5
    assert any(line.reading.sureness is not Sureness.SURE for line in found.lines)
    oven, ball = found.claim(ClaimKind.OVEN_C), found.claim(ClaimKind.BALL_MM)
    assert oven is not None
    assert oven.low == pytest.approx(176.7, abs=0.1)
    assert ball is not None
    assert ball.low == pytest.approx(25.4)


def test_a_spoken_card_has_its_amounts_and_its_claims() -> None:
    found = read(
        "okay so i take two sticks of butter and a cup of brown sugar and beat that good. two eggs and a teaspoon of vanilla. then two cups of flour "
        "and half a teaspoon of salt. drop them by the tablespoon and i get about three dozen. three fifty ten to twelve minutes on parchment."
    )
    assert len(found.lines) == 6
    minutes, count = found.claim(ClaimKind.BAKE_MIN), found.claim(ClaimKind.YIELD_PIECES)
    assert minutes is not None
    assert (minutes.low, minutes.high) == (10, 12)
    assert count is not None
    assert count.low == 36


SAYABLE = {
    ClaimKind.YIELD_PIECES: (4, 300), ClaimKind.PORTION_G: (5, 400), ClaimKind.BALL_MM: (10, 90), ClaimKind.THICKNESS_MM: (2, 19),
    ClaimKind.LOG_MM: (20, 100), ClaimKind.SLICE_MM: (3, 30), ClaimKind.SPACING_MM: (10, 80), ClaimKind.OVEN_C: (130, 240),
    ClaimKind.BAKE_MIN: (4, 70), ClaimKind.CHILL_MIN: (10, 900), ClaimKind.STAND_MIN: (5, 60), ClaimKind.TRAY_REST_MIN: (1, 20),
}  # fmt: skip


@given(st.sampled_from(sorted(SAYABLE)), st.data())
def test_a_claim_reads_back_from_the_words_it_is_said_in(kind: ClaimKind, data: st.DataObject) -> None:
    least, most = SAYABLE[kind]
    low = data.draw(st.integers(least, most))
    high = low if kind is ClaimKind.OVEN_C else data.draw(st.integers(low, min(most, 2 * low)))
    (said,) = say_claims([Claim(kind=kind, low=low, high=high)])
    again = read(f"Rounds\n{said}\n\nDough:\n{LINES}").claim(kind)
    assert again is not None, said
    assert (again.low, again.high) == (low, high), said


@given(st.text(max_size=400))
def test_any_text_at_all_is_read_without_failing(text: str) -> None:
    found = read(text)
    assert all(line.reading.mass_g is None or line.reading.mass_g >= 0 for line in found.lines)


@given(
    st.lists(
        st.sampled_from(
            [
                "1 cup",
                "sugar",
                "bake",
                "350",
                "until",
                "roll",
                "into",
                "balls",
                "½",
                "x",
                "-",
                "(",
                ")",
                "12 min",
                "makes",
                "\n",
                ":",
            ]
        ),
        max_size=60,
    )
)
def test_any_words_of_the_kitchen_in_any_order_are_read_without_failing(words: list[str]) -> None:
    read(" ".join(words))


@pytest.mark.parametrize("card", CARDS, ids=lambda card: card.truth["title"])
def test_the_lines_of_a_card_are_those_of_its_reading(card: Card) -> None:
    assert [line.text for line in split_card(card.text)] == [line.text for line in card.read().lines]


def test_two_cards_in_one_paste_are_two_and_one_is_one() -> None:
    assert all(len(cards_in(card.text)) == 1 for card in CARDS)
    pairs = list(itertools.pairwise(CARDS))
    split = [cards_in(f"{one.text}\n\n{other.text}") for one, other in pairs]
    assert all(
        "".join(cards) == f"{one.text}\n\n{other.text}" for cards, (one, other) in zip(split, pairs, strict=True)
    )
    assert sum(len(cards) == 2 for cards in split) >= 0.95 * len(pairs)


if __name__ == "__main__":
    print(len(CARDS), "cards", f"{share_right(CARDS):.1%} of claims right")
    print("\n".join(f"   {said}" for right, said in outcomes(CARDS) if not right))

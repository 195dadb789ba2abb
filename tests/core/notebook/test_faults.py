"""What went wrong: planted causes are found, and the evidence is this bake's own."""

import pytest

from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.notebook.batch import foretold_for
from finebatch.core.notebook.causes import CAUSES
from finebatch.core.notebook.faults import likely_causes
from finebatch.core.notebook.wrong import Symptom, listed
from tests.core.notebook.kit import bake, known
from tests.fault_bench import planted, rank_of

CASES, SEED = 100, 33
HOME = [bake(widths_mm=(98, 99), oven_min=13, verdict="right", days_ago=n) for n in (9, 5, 3)]


def told(*symptoms: Symptom, **measured):
    return likely_causes(bake(**measured), symptoms, known(*HOME))


def test_a_planted_cause_is_among_the_first_two() -> None:
    ranks = [rank_of(one) for one in planted(CASES, SEED)]
    assert sum(rank < 2 for rank in ranks) >= 0.85 * CASES


def test_every_symptom_has_causes_and_every_cause_words() -> None:
    known_ids = {cause.id for cause in CAUSES} | {"long", "short"}
    assert set(listed()) == set(Symptom)
    for causes in listed().values():
        for cause in causes:
            assert cause.cause in known_ids or (cause.saying and cause.next)
            assert 0 < cause.weight < 1


def test_a_thermometer_decides_for_the_oven() -> None:
    without = told(Symptom.TOO_DARK, widths_mm=(95,), oven_min=13, verdict="dark")
    with_it = told(Symptom.TOO_DARK, widths_mm=(95,), oven_min=13, verdict="dark", oven_read_c=204)
    assert with_it[0].cause == "hot"
    assert with_it[0].share > next(cause.share for cause in without if cause.cause == "hot")
    assert any(
        sign.saying == "The thermometer read 204 °C, the dial 180 °C." and sign.speaks_for for sign in with_it[0].signs
    )


def test_a_count_speaks_for_or_against_the_portions() -> None:
    def large(count: int | None) -> float:
        one = bake(widths_mm=(112, 113), count=count)
        counted = one.but(foretold=foretold_for(one.spec, Kitchen(), known(*HOME))[0])
        causes = likely_causes(counted, (Symptom.JOINED_EDGES,), known(*HOME))
        return next((cause.share for cause in causes if cause.cause == "large"), 0.0)

    foretold, _ = foretold_for(bake().spec, Kitchen(), known(*HOME))
    assert foretold is not None
    assert large(foretold.count) < large(None) < large(round(foretold.count / 1.3))


def test_too_long_is_only_what_was_longer_than_the_window() -> None:
    forgotten = told(Symptom.HARD_AS_STONE, widths_mm=(98,), oven_min=21, verdict="dark")
    assert forgotten[0].cause == "long"
    assert forgotten[0].longer_min < -5
    in_time = told(Symptom.HARD_AS_STONE, widths_mm=(98,), oven_min=13, verdict="dark")
    assert in_time[0].cause != "long"


def test_evidence_tells_for_and_against_with_this_bakes_numbers() -> None:
    causes = told(Symptom.SPREAD_TOO_MUCH, widths_mm=(112, 113), height_mm=11, oven_min=13, verdict="right")
    assert causes[0].share >= causes[1].share
    signs = [sign for cause in causes for sign in cause.signs]
    assert any("mm wider than foretold" in sign.saying and sign.speaks_for for sign in signs)
    assert sum(cause.share for cause in causes) <= 1 + 1e-9
    soft = next(cause for cause in causes if cause.cause == "soft")
    assert soft.wider_mm < 0
    assert "% of the flour" in " ".join(sign.saying for sign in soft.signs)


def test_two_bakes_with_the_same_words_have_causes_of_their_own() -> None:
    wide = told(Symptom.PALE, widths_mm=(109,), oven_min=13, verdict="pale")
    early = told(Symptom.PALE, widths_mm=(98,), oven_min=9, verdict="pale")
    assert early[0].cause == "short"
    assert wide[0].cause == "cool"


@pytest.mark.parametrize("symptom", list(Symptom))
def test_words_alone_are_answered_for_a_bake_of_which_nothing_was_measured(symptom: Symptom) -> None:
    causes = told(symptom)
    assert causes
    assert all(cause.next for cause in causes)

"""Warnings come from the outcome itself, with number and remedy; what the trade bakes does not warn."""

import re

import pytest

from finebatch.core.bench.assess import assess
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import Starter, starters
from finebatch.core.card.headings import split_card
from finebatch.core.card.line import Line
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import OvenSetting
from tests.truth import typical

KITCHEN = Kitchen()
RUNNY = "150 g flour\n260 g butter\n420 g sugar\n1 egg\n1 tsp baking powder"


def told(card: str, **settings: object) -> list[str]:
    spec = DoughSpec(lines=tuple(split_card(card)), **settings)
    return [problem.message for problem in assess(spec, KITCHEN).problems]


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.style_id)
def test_no_starter_and_no_typical_dough_of_a_family_is_warned_about(starter: Starter) -> None:
    for spec in (starter.spec, typical(starter.spec, starter.style_id)):
        for pinned in (starter.style_id, None):
            problems = assess(spec.model_copy(update={"style_id": pinned}), KITCHEN).problems
            assert [problem.message for problem in problems] == []


def test_what_runs_is_said_with_the_flour_that_holds_it() -> None:
    (said,) = [message for message in told(RUNNY, style_id="drop_chewy") if "run to" in message]
    found = re.search(r"run to ([\d.]+) times .*\(([\d.]+) to ([\d.]+)\).*: (\d+) g more flour", said)
    assert found is not None
    ratio, low, high, more = map(float, found.groups())
    assert low < ratio < high
    mended = RUNNY.replace("150 g flour", f"{150 + more:.0f} g flour")
    assert not [message for message in told(mended, style_id="drop_chewy") if "run to" in message]
    less = RUNNY.replace("150 g flour", "155 g flour")
    assert [message for message in told(less, style_id="drop_chewy") if "run to" in message]


def test_lace_may_run() -> None:
    assert not [message for message in told(RUNNY, style_id="drop_lacy") if "run to" in message]


def test_what_stays_white_is_told_to_go_hotter() -> None:
    card = "250 g flour\n160 g butter\n90 g sugar\n80 g honey\n1 egg\n1 tsp baking powder"
    cool = DoughSpec(lines=tuple(split_card(card)), style_id="giant_thick", oven=OvenSetting(value=175))
    (pale,) = [problem for problem in assess(cool, KITCHEN).problems if "The rim stays" in problem.message]
    assert pale.remedy is not None
    assert pale.remedy.label == "Oven at 185 °C"
    assert (pale.remedy.field, pale.remedy.value) == ("oven.value", "185")
    assert not [
        message
        for message in told(card, style_id="giant_thick", oven=OvenSetting(value=200))
        if "The rim stays" in message
    ]


def test_what_sets_hard_is_told_how_much_butter() -> None:
    lean = "300 g flour\n15 g butter\n200 g sugar\n2 eggs\n2 tsp baking powder"
    (said,) = [message for message in told(lean, style_id="drop_crisp") if "hard once cold" in message]
    more = re.search(r"(\d+) g more butter", said)
    assert more is not None
    mended = lean.replace("15 g butter", f"{16 + int(more[1])} g butter")
    assert not [message for message in told(mended, style_id="drop_crisp") if "hard once cold" in message]


@pytest.mark.parametrize(
    ("lines", "settings"),
    [
        ((Line(id="a", text="200 g flour"), Line(id="b", text="2 kg sugar"), Line(id="c", text="20 g butter")), {}),
        ((Line(id="a", text="10 g flour"), Line(id="b", text="900 g butter")), {}),
        ((Line(id="a", text="1 kg flour"),), {}),
    ],
)
@pytest.mark.parametrize("portion_g", [0.5, 30, 2000])
@pytest.mark.parametrize("oven_c", [90, 180, 300])
def test_the_absurd_gets_a_wide_range_or_a_sentence_and_never_nonsense(
    lines: tuple[Line, ...], settings: dict, portion_g: float, oven_c: float
) -> None:
    found = assess(
        DoughSpec(lines=lines, form={"kind": "scoop", "portion_g": portion_g}, oven=OvenSetting(value=oven_c)), KITCHEN
    )
    if found.outcome is None:
        assert found.problems
        return
    baked = found.outcome.baked
    for interval in (baked.diameter_mm, baked.height_mm, baked.first_done_min, baked.last_good_min, baked.loss_pct):
        assert 0 <= interval.low <= interval.value <= interval.high < 1e5
    assert baked.loss_pct.value < 100

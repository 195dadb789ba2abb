"""What is printed at 1:1 lies on its paper, and shows as many as there are."""

import pytest

from finebatch.core.base.marks import Guide, Ink, LineMark, RingMark, RoundMark, WordMark
from finebatch.core.bench.report import Report, report
from finebatch.core.bench.starters import starters
from finebatch.core.kitchen.kitchen import Kitchen

REPORTS = {starter.style_id: report(starter.spec, Kitchen()) for starter in starters()}
every_report = pytest.mark.parametrize("whole", REPORTS.values(), ids=REPORTS)


def extent(guide: Guide) -> tuple[float, float, float, float]:
    xs: list[float] = []
    ys: list[float] = []
    for mark in guide.marks:
        if isinstance(mark, RingMark):
            xs += [x for x, _ in mark.points]
            ys += [y for _, y in mark.points]
        elif isinstance(mark, RoundMark):
            xs += [mark.x_mm - mark.diameter_mm / 2, mark.x_mm + mark.diameter_mm / 2]
            ys += [mark.y_mm - mark.diameter_mm / 2, mark.y_mm + mark.diameter_mm / 2]
        elif isinstance(mark, LineMark):
            xs += [mark.x0_mm, mark.x1_mm]
            ys += [mark.y0_mm, mark.y1_mm]
    return min(xs), min(ys), max(xs), max(ys)


@every_report
def test_every_mark_lies_on_the_paper(whole: Report) -> None:
    for guide in whole.guides:
        left, top, right, bottom = extent(guide)
        assert left >= -0.5, guide.id
        assert top >= -0.5, guide.id
        # A slanting cut at the end of a log leaves its strip.
        assert right <= guide.width_mm + (80 if guide.id == "rusk" else 0.5), guide.id
        assert bottom <= guide.height_mm + 0.5, guide.id


@every_report
def test_a_tray_guide_numbers_every_piece_of_the_fullest_load(whole: Report) -> None:
    trays = whole.assessment.trays
    assert trays is not None
    guides = {guide.id: guide for guide in whole.guides}
    if trays.whole:
        assert "tray" not in guides
        return
    numbers = [mark.text for mark in guides["tray"].marks if isinstance(mark, WordMark)]
    assert numbers == [f"{i + 1}" for i in range(trays.loads[0])]


@every_report
def test_guides_are_told_apart(whole: Report) -> None:
    ids = [guide.id for guide in whole.guides]
    assert len(set(ids)) == len(ids)
    assert all(guide.saying.endswith(".") for guide in whole.guides)


def test_a_cutting_guide_shows_every_cut() -> None:
    whole = REPORTS["cutout_butter"]
    outcome = whole.assessment.outcome
    assert outcome is not None
    cuts = sum(mark.ink is Ink.CUT for guide in whole.guides if guide.id.startswith("roll-") for mark in guide.marks if not isinstance(mark, WordMark))  # fmt: skip
    assert cuts == outcome.pieces.count


def test_a_log_rule_has_a_mark_on_both_sides_of_every_slice() -> None:
    whole = REPORTS["sliced_log_shortbread"]
    outcome = whole.assessment.outcome
    assert outcome is not None
    (rule,) = [guide for guide in whole.guides if guide.id == "log"]
    assert sum(isinstance(mark, LineMark) for mark in rule.marks) == outcome.pieces.count + 1

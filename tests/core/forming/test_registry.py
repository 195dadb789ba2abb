"""Every form answers everything for itself: nobody else asks which form it is, and a new one is one module."""

import re
import typing
from datetime import UTC, datetime
from pathlib import Path
from typing import Literal

import pytest
from pydantic import Field

from finebatch.core.bakemodel.shapes import Shape, flattened
from finebatch.core.base.problems import Problem, Refusal
from finebatch.core.base.value import Value
from finebatch.core.bench.report import report
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.whatif import Factor, what_if
from finebatch.core.bench.why import why
from finebatch.core.card.headings import split_card
from finebatch.core.day.plan import make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.dough.styles import Style, styles
from finebatch.core.forming.pieces import Pieces
from finebatch.core.forming.portioning import one_piece, portioned
from finebatch.core.forming.protocol import AnyForming, Forming, Size, Wanted
from finebatch.core.forming.registry import FORMINGS, AnyForm, forming_of, pieces_of
from finebatch.core.inverse.answers import Wished
from finebatch.core.inverse.asked import CookieWish, Want
from finebatch.core.inverse.running import granted_first
from finebatch.core.inverse.wish import SizeWish, form_for
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.paces import pace_s, typical_s
from finebatch.formats.svg import guide_to_svg
from tests.kit import CUT_CARD

KITCHEN = Kitchen()
TRAY = KITCHEN.tray("medium")
CORE = Path(__file__).parents[3] / "finebatch" / "core"

every_form = pytest.mark.parametrize("forming", FORMINGS.values(), ids=lambda forming: forming.form().kind)


def test_the_union_and_the_registry_name_the_same_forms() -> None:
    assert set(typing.get_args(AnyForm)) == set(FORMINGS)
    kinds = [form().kind for form in FORMINGS]  # type: ignore[attr-defined]
    assert len(set(kinds)) == len(kinds)


def test_no_other_room_asks_which_form_it_is() -> None:
    names = "|".join(form.__name__ for form in FORMINGS)
    asked = re.compile(rf"isinstance\([^)]*({names})|\.kind (==|in) |\[[\w.]*form\.kind\]")
    asking = [
        f"{path.relative_to(CORE)}: {line.strip()}"
        for path in CORE.rglob("*.py")
        if "forming" not in path.parts
        for line in path.read_text().splitlines()
        if asked.search(line) and not re.search(r"\b(step|mark|plan|row|claim)\.kind", line)
    ]
    assert asking == []


@every_form
def test_every_form_answers_what_it_can_be_and_how_it_is_worked(forming: AnyForming) -> None:
    form = forming.form()
    assert forming.families
    assert set(forming.families) <= set(styles())
    assert forming.verb[0].isupper()
    assert pace_s(KITCHEN, forming.shape_step(form)) > 0
    assert forming.leftover_is
    assert forming.chilled_as
    assert forming.hot_words
    if forming.tempers_as is not None:
        assert typical_s("temper_dough_after_chill", forming.tempers_as) > 0
    field = forming.size_field(form).removeprefix("form.")
    assert field in type(form).model_fields
    if forming.widened_by is not None:
        limits = type(form).model_fields[forming.widened_by.field]
        assert form.but(**{forming.widened_by.field: forming.widened_by.least})
        assert form.but(**{forming.widened_by.field: forming.widened_by.most})
        assert limits.annotation is not None


@every_form
def test_every_form_gives_pieces_of_a_size_that_follows_the_factor(forming: AnyForming) -> None:
    form, style = forming.form(), styles()[forming.families[0]]
    pieces, problems = pieces_of(form, 600.0, 1.1, style, TRAY)
    assert pieces is not None, problems
    assert pieces.mass_g == pytest.approx(forming.piece_mass_g(form, 600.0, 1.1))
    whole = pieces.count * pieces.mass_g + pieces.leftover_g
    assert whole == pytest.approx(600.0)
    shape = forming.raw_shape(form, pieces.mass_g, 1.1)
    assert forming.raw_width_mm(form, shape) > 0
    # A pan's dough and a log's stay what they are: their pieces are not lighter for being smaller.
    if not forming.held_by_walls and forming.sliced(form) is None:
        halved = forming.sized(form, pieces.mass_g, 0.5)
        assert forming.piece_mass_g(halved, 600.0, 1.1) == pytest.approx(pieces.mass_g / 2, rel=1e-6)


@every_form
def test_every_form_meets_a_count(forming: AnyForming) -> None:
    form = forming.form()
    wanted = Wanted(count=12, dough_g=600.0, density_g_ml=1.1, tray=TRAY, baked_log_mm=(90.0, 270.0))
    made = forming.for_count(form, wanted)
    pieces, problems = pieces_of(made, 600.0, 1.1, styles()[forming.families[0]], TRAY)
    assert pieces is not None, problems
    if forming.sliced(made) is None:
        assert pieces.count >= 12


class PatForm(Value):
    """A pat between two palms: a form that the app does not have."""

    kind: Literal["pat"] = "pat"
    pat_g: float = Field(default=25.0, ge=1, le=500)
    thick_mm: float = Field(default=9.0, ge=2, le=40)


class Patting(Forming[PatForm]):
    """All there is to say of it."""

    form = PatForm
    families = ("rolled_ball", "thumbprint")
    verb = "Pat"
    step = "form_ball"
    size_is = "pat_g"
    counted_by_mass = True

    def sizes(self, form: PatForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        return (Size(field="pat_g", low=10, high=60, step=1, mass_power=1),)

    def piece_mass_g(self, form: PatForm, dough_g: float, density_g_ml: float) -> float:
        return form.pat_g

    def raw_shape(self, form: PatForm, mass_g: float, density_g_ml: float) -> Shape:
        return flattened(mass_g, form.thick_mm, density_g_ml * 1000)

    def pieces(self, form, dough_g, density_g_ml, style: Style, tray) -> tuple[Pieces | None, list[Problem]]:  # type: ignore[no-untyped-def]
        shape = self.raw_shape(form, form.pat_g, density_g_ml)
        return portioned(one_piece(form.pat_g, shape.diameter_mm, form.thick_mm), dough_g, style, "form.pat_g")

    def for_count(self, form: PatForm, wanted: Wanted) -> PatForm:
        return form.but(pat_g=wanted.dough_g / wanted.count)

    def sized(self, form: PatForm, piece_g: float, factor: float) -> PatForm:
        return form.but(pat_g=piece_g * factor)


class SpecWithPats(DoughSpec):
    form: PatForm = PatForm()  # type: ignore[assignment]


def test_a_new_form_in_one_module_goes_through_bench_trays_plan_and_print(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setitem(FORMINGS, PatForm, Patting())
    spec = SpecWithPats(name="Pats", lines=tuple(split_card(CUT_CARD)))
    whole = report(spec, KITCHEN)
    outcome, trays = whole.assessment.outcome, whole.assessment.trays
    assert outcome is not None
    assert outcome.pieces.count == int(whole.assessment.dough.mass_g / 25.0)  # type: ignore[union-attr]
    assert outcome.baked.diameter_mm.low > 20
    assert trays is not None
    assert sum(trays.loads) == outcome.pieces.count
    # And a wish goes back through it: so many, so wide.
    wished = granted_first(Wished(CookieWish(count=20, width_mm=Want(value=60)), KITCHEN, spec)).offered[0]
    assert wished.count == 20
    assert wished.outcome.baked.diameter_mm.value == pytest.approx(60, rel=0.03)
    (yielded,) = whole.yields
    assert yielded.leftover_is == "dough over"
    assert "<svg" in guide_to_svg(next(guide for guide in whole.guides if guide.id == "tray"))
    for factor in set(Factor) - {Factor.SHAPING}:  # a form may know one way only to shape it
        assert sum(point.now for point in what_if(spec, whole.assessment, KITCHEN, factor).points) == 1
    assert why(spec, KITCHEN).width_mm == pytest.approx(outcome.baked.diameter_mm.value, rel=1e-3)
    sized = form_for(spec, whole.assessment, KITCHEN, SizeWish(count=20))
    assert forming_of(sized).piece_mass_g(sized, 0, 0) == pytest.approx(whole.assessment.dough.mass_g / 20)  # type: ignore[union-attr]
    with pytest.raises(Refusal, match="decides the width"):
        form_for(spec, whole.assessment, KITCHEN, SizeWish(diameter_mm=60))
    now = datetime(2026, 6, 1, 9, tzinfo=UTC)
    request = DayRequest(doughs=(DoughAsk(dough_id="a"),), when=ClockFixes.READY_BY, at=now.replace(hour=20))
    plan = make_plan((spec,), KITCHEN, request, now)
    assert any(step.title.startswith("Pat ") for step in plan.steps)

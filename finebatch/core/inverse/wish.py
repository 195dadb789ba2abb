"""The other way round: the size that gives so many cookies, or a cookie so wide."""

from typing import TYPE_CHECKING

from pydantic import Field, ValidationError

from ..base import Value, refusal
from ..bench import Assessment, DoughSpec, assess_rest, baked_width_mm
from ..forming import AnyForm, Wanted, forming_of
from ..kitchen import Kitchen

if TYPE_CHECKING:
    from ..learning.known import Known

_LIMITS = (("le", "at most"), ("lt", "less than"), ("ge", "at least"), ("gt", "more than"))
NEAR_MM = 0.25
MOST_STEPS = 24


class SheetWish(Value):
    """The sheet that the dough is to be rolled to."""

    width_mm: float = Field(ge=60, le=700)
    length_mm: float = Field(ge=60, le=700)


class SizeWish(Value):
    """One of the three: how many cookies, how wide baked, or how large the sheet that the dough is rolled to."""

    count: int | None = Field(default=None, ge=1, le=400)
    diameter_mm: float | None = Field(default=None, ge=15, le=300)
    sheet: SheetWish | None = None


def form_for(
    spec: DoughSpec, found: Assessment, kitchen: Kitchen, wish: SizeWish, known: "Known | None" = None
) -> AnyForm:
    """The form with the one size changed that meets the wish. Refusal at `wish` where none does."""
    if found.dough is None:
        raise refusal("wish", "There is no dough yet to portion.")
    forming = forming_of(spec.form)
    try:
        if wish.count is not None:
            counted: AnyForm = forming.for_count(spec.form, wanted_of(spec, found, kitchen, wish.count))
            return counted
        if wish.diameter_mm is not None:
            sized = _for_width(spec, kitchen, wish.diameter_mm, found)
            # What was learned moves one size more than another: once more from where that led.
            there = spec.model_copy(update={"form": sized})
            return _for_width(there, kitchen, wish.diameter_mm, assess_rest(there, kitchen, known)) if known else sized
        if wish.sheet is not None:
            rolled: AnyForm = forming.rolled_to(
                spec.form, wanted_of(spec, found, kitchen), (wish.sheet.width_mm, wish.sheet.length_mm)
            )
            return rolled
    except ValidationError as error:
        raise refusal("wish", _beyond(error)) from error
    raise refusal("wish", "Say how many, how wide, or how large a sheet.")


def _beyond(error: ValidationError) -> str:
    """Which size would leave its limits, and which those are."""
    wrong = error.errors()[0]
    size = str(wrong["loc"][-1])
    name, unit = next(
        ((size.removesuffix(f"_{u}"), u) for u in ("g", "mm", "ml") if size.endswith(f"_{u}")), (size, "")
    )
    limit = next(
        (f"{word} {value:g}" for key, word in _LIMITS if (value := wrong.get("ctx", {}).get(key)) is not None),
        "otherwise",
    )
    would = f"{wrong['input']:.4g}" if isinstance(wrong["input"], int | float) else str(wrong["input"])
    words = name.replace("_", " ")
    return f"For that the {words} would be {would} {unit}; it can be {limit} {unit}. Wish otherwise, or change the amount of dough."


def wanted_of(spec: DoughSpec, found: Assessment, kitchen: Kitchen, count: int = 1) -> Wanted:
    """A wish for so many pieces of this dough, with all that a form needs to grant it."""
    assert found.dough is not None
    log = None
    if found.outcome is not None and found.outcome.second is not None:
        log = (found.outcome.baked.diameter_mm.value, found.outcome.second.log_length_mm)
    return Wanted(
        count=count, dough_g=found.shaped_g or found.dough.mass_g, density_g_ml=found.dough.density_g_ml.value, tray=kitchen.tray(spec.tray_id),
        baked_log_mm=log,
    )  # fmt: skip


def _for_width(spec: DoughSpec, kitchen: Kitchen, diameter_mm: float, found: Assessment) -> AnyForm:
    """Bisection on the predicted middle width, which rises with the size; what is known beside the formula is taken as it is at the size
    that was `found`."""
    forming = forming_of(spec.form)
    if forming.widened_by is None:
        raise refusal("wish", "Here the pan or the scoring decides the width: change those.")

    def form(size: float) -> AnyForm:
        sized: AnyForm = forming.widened(spec.form, size)
        return sized

    def width(size: float) -> float:
        return known * baked_width_mm(spec.model_copy(update={"form": form(size)}), kitchen)

    known = 1.0
    if found.outcome is not None and found.outcome.basis is not None:
        known = found.outcome.baked.diameter_mm.value / baked_width_mm(spec, kitchen)
    low, high = forming.widened_by.least, forming.widened_by.most
    smallest, widest = width(low), width(high)
    if not smallest <= diameter_mm <= widest:
        raise refusal(
            "wish",
            f"This dough bakes {smallest:.0f} to {widest:.0f} mm wide in this form; {diameter_mm:.0f} mm is out of its reach.",
        )
    for _ in range(MOST_STEPS):
        middle = (low + high) / 2
        now = width(middle)
        if abs(now - diameter_mm) <= NEAR_MM:
            return form(middle)
        low, high = (middle, high) if now < diameter_mm else (low, middle)
    return form((low + high) / 2)

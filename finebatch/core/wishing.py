"""The other way round: the size that gives so many cookies, or a cookie so wide."""

from pydantic import Field

from .assess import Assessment, DoughSpec, baked_width_mm
from .forming import (
    AnyForm,
    BallBy,
    BallForm,
    BatterForm,
    BlockForm,
    CutoutForm,
    LogForm,
    PanForm,
    RopeForm,
    RuskForm,
    ScoopForm,
    SheetForm,
    cut,
    score,
)
from .forming.log import slice_for_count
from .forming.pan import grid_for
from .forming.rope import rope_mass_g
from .forming.rusk import slice_for_rusks
from .kitchen import Kitchen
from .value import Value

# The figure that makes each form's cookie wider, and how far it may go.
_WIDENS: dict[str, tuple[str, float, float]] = {
    "scoop": ("portion_g", 3.0, 400.0),
    "block": ("portion_g", 3.0, 400.0),
    "rusk": ("log_mm", 25.0, 150.0),
    "ball": ("portion_g", 3.0, 400.0),
    "batter": ("spoon_ml", 1.0, 60.0),
    "cutout": ("cutter_mm", 15.0, 200.0),
    "log": ("log_mm", 15.0, 120.0),
    "rope": ("length_mm", 40.0, 800.0),
}
NEAR_MM = 0.25
MOST_STEPS = 24


class SizeWish(Value):
    """One of the two: how many cookies, or how wide baked."""

    count: int | None = Field(default=None, ge=1, le=400)
    diameter_mm: float | None = Field(default=None, ge=15, le=300)


class WishError(ValueError):
    """A wish that cannot be met; the message is for a person."""


def form_for(spec: DoughSpec, found: Assessment, kitchen: Kitchen, wish: SizeWish) -> AnyForm:
    """The form with the one size changed that meets the wish. Raises WishError where none does."""
    if found.dough is None:
        raise WishError("There is no dough yet to portion.")
    if wish.count is not None:
        return _for_count(spec, found, kitchen, wish.count)
    if wish.diameter_mm is not None:
        return _for_width(spec, kitchen, wish.diameter_mm)
    raise WishError("Say how many, or how wide.")


def _for_count(spec: DoughSpec, found: Assessment, kitchen: Kitchen, count: int) -> AnyForm:
    assert found.dough is not None
    form, dough_g, density_g_ml = spec.form, found.dough.mass_g, found.dough.density_g_ml.value
    if isinstance(form, ScoopForm):
        return form.model_copy(update={"portion_g": dough_g / count, "scoop_no": None})
    if isinstance(form, BlockForm):
        return form.model_copy(update={"portion_g": dough_g / count})
    if isinstance(form, BallForm):
        return form.model_copy(update={"by": BallBy.COUNT, "count": count})
    if isinstance(form, BatterForm):
        spoon = dough_g / count / density_g_ml
        if not 1 <= spoon <= 60:
            raise WishError(f"{count} cookies would need spoons of {spoon:.1f} ml; 1 to 60 ml can be spread by hand.")
        return form.model_copy(update={"spoon_ml": spoon})
    if isinstance(form, RopeForm):
        length = form.length_mm * dough_g / count / rope_mass_g(form, density_g_ml)
        if not 40 <= length <= 800:
            raise WishError(
                f"{count} cookies would need ropes {length:.0f} mm long; change the rope's thickness first."
            )
        return form.model_copy(update={"length_mm": length})
    if isinstance(form, LogForm):
        try:
            thickness = slice_for_count(dough_g, form, density_g_ml, count)
        except ValueError as error:
            raise WishError(f"That cannot be sliced: {error}.") from error
        if not 2 <= thickness <= 40:
            raise WishError(f"{count} slices would be {thickness:.1f} mm thick; change the log's width first.")
        return form.model_copy(update={"slice_mm": thickness})
    if isinstance(form, PanForm):
        try:
            return grid_for(form, count)
        except ValueError as error:
            raise WishError(f"That cannot be cut: {error}.") from error
    if isinstance(form, RuskForm):
        return _for_rusks(form, found, count)
    tray = kitchen.tray(spec.tray_id)
    return _for_cuts(form, dough_g, density_g_ml, count, (tray.width_mm, tray.depth_mm))


def _for_rusks(form: RuskForm, found: Assessment, count: int) -> AnyForm:
    if found.outcome is None or found.outcome.second is None:
        raise WishError("The logs cannot be baked yet: answer the questions first.")
    width, length = found.outcome.baked.diameter_mm.value, found.outcome.second.log_length_mm
    try:
        thickness = slice_for_rusks(form, width, length, count)
    except ValueError as error:
        raise WishError(f"That cannot be sliced: {error}.") from error
    if not 5 <= thickness <= 40:
        raise WishError(
            f"{count} slices would be {thickness:.1f} mm thick; 5 to 40 mm can be sliced. Change the logs first."
        )
    return form.model_copy(update={"slice_mm": thickness})


def _for_cuts(
    form: CutoutForm | SheetForm, dough_g: float, density_g_ml: float, count: int, tray_mm: tuple[float, float]
) -> AnyForm:
    """The largest size, to half a millimetre, that still gives the count."""

    def sized(size: float) -> CutoutForm | SheetForm:
        if isinstance(form, CutoutForm):
            return form.model_copy(update={"cutter_mm": size})
        aspect = form.piece_length_mm / form.piece_width_mm
        return form.model_copy(update={"piece_width_mm": size, "piece_length_mm": size * aspect})

    def gives(size: float) -> int:
        found = sized(size)
        if isinstance(found, CutoutForm):
            return cut(dough_g, found, density_g_ml).count
        return score(dough_g, found, density_g_ml, tray_mm).count

    low, high = 30, 400  # half millimetres
    if gives(low / 2) < count:
        raise WishError(
            f"Even at {low / 2:.0f} mm there is not dough enough for {count}: roll thinner, or make more dough."
        )
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (middle, high) if gives(middle / 2) >= count else (low, middle)
    return sized(low / 2)


def _for_width(spec: DoughSpec, kitchen: Kitchen, diameter_mm: float) -> AnyForm:
    """Bisection on the predicted middle width, which rises with the size."""
    if spec.form.kind not in _WIDENS:
        raise WishError("Here the pan or the scoring decides the width: change those.")
    field, low, high = _WIDENS[spec.form.kind]
    base: dict[str, object] = {"scoop_no": None} if isinstance(spec.form, ScoopForm) else {}
    base |= {"by": BallBy.GRAMS} if isinstance(spec.form, BallForm) else {}

    def form(size: float) -> AnyForm:
        return spec.form.model_copy(update={**base, field: size})

    def width(size: float) -> float:
        return baked_width_mm(spec.model_copy(update={"form": form(size)}), kitchen)

    smallest, widest = width(low), width(high)
    if not smallest <= diameter_mm <= widest:
        raise WishError(
            f"This dough bakes {smallest:.0f} to {widest:.0f} mm wide in this form; {diameter_mm:.0f} mm is out of its reach."
        )
    for _ in range(MOST_STEPS):
        middle = (low + high) / 2
        now = width(middle)
        if abs(now - diameter_mm) <= NEAR_MM:
            return form(middle)
        low, high = (middle, high) if now < diameter_mm else (low, middle)
    return form((low + high) / 2)

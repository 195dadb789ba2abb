"""The other way round: the size that gives so many cookies, or a cookie so wide."""

from pydantic import Field

from .assess import Assessment, DoughSpec, baked_width_mm
from .forming import AnyForm, BallBy, BallForm, BatterForm, LogForm, RopeForm, ScoopForm
from .forming.log import slice_for_count
from .forming.rope import rope_mass_g
from .kitchen import Kitchen
from .value import Value

# The figure that makes each form's cookie wider, and how far it may go.
_WIDENS: dict[str, tuple[str, float, float]] = {
    "scoop": ("portion_g", 3.0, 400.0),
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
        return _for_count(spec.form, found.dough.mass_g, found.dough.density_g_ml.value, wish.count)
    if wish.diameter_mm is not None:
        return _for_width(spec, kitchen, wish.diameter_mm)
    raise WishError("Say how many, or how wide.")


def _for_count(form: AnyForm, dough_g: float, density_g_ml: float, count: int) -> AnyForm:
    if isinstance(form, ScoopForm):
        return form.model_copy(update={"portion_g": dough_g / count, "scoop_no": None})
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
    raise WishError("How many rounds a sheet gives follows from the cutter and the thickness: change those.")


def _for_width(spec: DoughSpec, kitchen: Kitchen, diameter_mm: float) -> AnyForm:
    """Bisection on the predicted middle width, which rises with the size."""
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

"""Which form, and how large, does a card's words mean?"""

import itertools
import math
from collections.abc import Callable, Mapping
from typing import Any

from pydantic import BaseModel

from ..base import Value
from ..card import Claim, ClaimKind
from .ball import BallBy, BallForm
from .batter import BatterForm
from .block import BlockForm
from .cutout import CutoutForm
from .cutters import Cutter
from .log import LogForm
from .pan import PanForm, PanShape
from .registry import Form
from .rope import RopeForm, rope_mass_g
from .rusk import RuskForm
from .scoop import ScoopForm
from .sheet import SheetForm

# How far a claim of a portion strays when it is meant (sd of ln): a count, a ball, a spoon, grams. Judged, as the trade speaks.
_SPREAD = {ClaimKind.YIELD_PIECES: 0.18, ClaimKind.BALL_MM: 0.22, ClaimKind.SPOON_ML: 0.25, ClaimKind.PORTION_G: 0.05}
_WRONG, _WRONG_SPREAD = 0.10, 0.9  # one claim in ten is not meant, and may then be anything
_USUAL_G, _USUAL_SPREAD = 25.0, 0.6  # a home cookie before any claim
BELIEVED = 0.5


class Portion(Value):
    """What a piece weighs by all that the card says of it: `mass_g`, and how far each claim is believed, 0 to 1."""

    mass_g: float
    said_g: dict[ClaimKind, float]
    believed: dict[ClaimKind, float]


def portion_of(claims: Mapping[ClaimKind, Claim], dough_g: float, density_g_ml: float) -> Portion | None:
    """The portion that a card's count, ball, spoon and grams mean together; None where it says none of them.

    Each claim is a reading of ln(mass) with a spread of its own, or (one in ten) not meant at all; the cases of which are meant are
    summed exactly. dough_g: over 0; density_g_ml: about 0.6 to 1.4.

    >>> made = Claim(kind=ClaimKind.YIELD_PIECES, low=36, high=36)
    >>> round(portion_of({ClaimKind.YIELD_PIECES: made}, 900, 1.2).mass_g)
    25
    """
    said = said_portions(claims, dough_g, density_g_ml)
    if not said:
        return None
    kinds = list(said)
    weights, means = [], []
    meant: dict[ClaimKind, float] = dict.fromkeys(kinds, 0.0)
    for case in itertools.product((True, False), repeat=len(kinds)):
        spreads = [_SPREAD[kind] if is_meant else _WRONG_SPREAD for kind, is_meant in zip(kinds, case, strict=True)]
        prior = math.prod(1 - _WRONG if is_meant else _WRONG for is_meant in case)
        weight, mean = _evidence([math.log(said[kind]) for kind in kinds], spreads)
        weights.append(prior * weight)
        means.append(mean)
        for kind, is_meant in zip(kinds, case, strict=True):
            meant[kind] += prior * weight if is_meant else 0.0
    total = sum(weights)
    if total <= 0:
        return None
    mean = sum(weight * mean for weight, mean in zip(weights, means, strict=True)) / total
    return Portion(mass_g=math.exp(mean), said_g=said, believed={kind: meant[kind] / total for kind in kinds})


def said_portions(claims: Mapping[ClaimKind, Claim], dough_g: float, density_g_ml: float) -> dict[ClaimKind, float]:
    """Grams of a piece by each claim alone."""
    said = {}
    for kind in _SPREAD:
        claim = claims.get(kind)
        if claim is None or not claim.low or not claim.high:
            continue
        middle = (claim.low + claim.high) / 2
        grams = {
            ClaimKind.YIELD_PIECES: dough_g / middle,
            ClaimKind.BALL_MM: math.pi / 6 * middle**3 / 1000 * density_g_ml,
            ClaimKind.SPOON_ML: middle * density_g_ml,
            ClaimKind.PORTION_G: middle,
        }[kind]
        if grams > 0:
            said[kind] = grams
    return said


def _evidence(values: list[float], spreads: list[float]) -> tuple[float, float]:
    """Likelihood of readings of one ln(mass) with these spreads, and their weighted mean, the usual cookie included."""
    readings = [(math.log(_USUAL_G), _USUAL_SPREAD), *zip(values, spreads, strict=True)]
    precision = sum(1 / spread**2 for _, spread in readings)
    mean = sum(value / spread**2 for value, spread in readings) / precision
    misfit = sum(((value - mean) / spread) ** 2 for value, spread in readings)
    norm = math.prod(spread for _, spread in readings)
    return math.exp(-misfit / 2) / norm / math.sqrt(precision), mean


def form_of_claims(
    claims: Mapping[ClaimKind, Claim], dough_g: float, density_g_ml: float, words: str = ""
) -> Form | None:
    """The form that a card's words mean, with its sizes; None where it says nothing of the form. Sizes no form takes are left out.

    `words` is what the card says of the cutter or the pan.
    """
    named = claims.get(ClaimKind.FORM)
    if named is None:
        return None
    build = _BUILD.get(named.word)
    return build(claims, dough_g, density_g_ml, words.lower()) if build else None


def middle_of(claims: Mapping[ClaimKind, Claim], kind: ClaimKind) -> float | None:
    """The middle of what a claim says, in its kind's unit; None where it is not claimed."""
    claim = claims.get(kind)
    return (claim.low + claim.high) / 2 if claim and claim.low and claim.high else None


def _fits(model: type[BaseModel], **sizes: float | None) -> dict[str, float]:
    """The sizes that a form takes."""
    kept = {}
    for name, value in sizes.items():
        limits = {type(limit).__name__: limit for limit in model.model_fields[name].metadata}
        least, most = limits.get("Ge"), limits.get("Le")
        if value is not None and (least is None or value >= least.ge) and (most is None or value <= most.le):
            kept[name] = round(value, 1)
    return kept


def _scoop(claims: Mapping[ClaimKind, Claim], dough_g: float, density: float, words: str) -> Form:
    portion = portion_of(claims, dough_g, density)
    return ScoopForm(**_fits(ScoopForm, portion_g=portion.mass_g if portion else None))


def _ball(claims: Mapping[ClaimKind, Claim], dough_g: float, density: float, words: str) -> Form:
    portion = portion_of(claims, dough_g, density)
    if portion is None:
        return BallForm()
    across, count = middle_of(claims, ClaimKind.BALL_MM), middle_of(claims, ClaimKind.YIELD_PIECES)
    trusted = {kind for kind, share in portion.believed.items() if share >= BELIEVED}
    sizes = _fits(BallForm, portion_g=portion.mass_g, ball_mm=across, count=float(round(count)) if count else None)
    by = BallBy.GRAMS
    if ClaimKind.PORTION_G not in trusted:
        by = BallBy.COUNT if ClaimKind.YIELD_PIECES in trusted and "count" in sizes else by
        by = BallBy.WIDTH if by is BallBy.GRAMS and ClaimKind.BALL_MM in trusted and "ball_mm" in sizes else by
    return BallForm.model_validate({"by": by, **sizes})


PRESSED = 0.6  # a ball flattened slightly is so much of its height (judged)


def _pressed(claims: Mapping[ClaimKind, Claim], dough_g: float, density: float, words: str) -> Form:
    ball = _ball(claims, dough_g, density, words)
    portion = portion_of(claims, dough_g, density)
    across = (6 * portion.mass_g / density * 1000 / math.pi) ** (1 / 3) if portion else 30.0
    return ball.model_copy(
        update=_fits(BallForm, pressed_mm=middle_of(claims, ClaimKind.THICKNESS_MM) or PRESSED * across)
    )


_CUTTERS = (
    ("star", Cutter.STAR), ("heart", Cutter.HEART), ("square", Cutter.SQUARE), ("finger", Cutter.FINGER), ("gingerbread m", Cutter.FIGURE),
    ("figure", Cutter.FIGURE), ("crescent", Cutter.CRESCENT), ("moon", Cutter.CRESCENT), ("boat", Cutter.BOAT),
)  # fmt: skip


def _cutout(claims: Mapping[ClaimKind, Claim], dough_g: float, density: float, words: str) -> Form:
    cutter = next((cutter for word, cutter in _CUTTERS if word in words), Cutter.ROUND)
    sizes = _fits(
        CutoutForm,
        thickness_mm=middle_of(claims, ClaimKind.THICKNESS_MM),
        cutter_mm=middle_of(claims, ClaimKind.CUTTER_MM),
    )
    return CutoutForm(cutter=cutter, **sizes)


def _sliced(claims: Mapping[ClaimKind, Claim], dough_g: float, density: float, words: str) -> Form:
    return LogForm(
        **_fits(LogForm, log_mm=middle_of(claims, ClaimKind.LOG_MM), slice_mm=middle_of(claims, ClaimKind.SLICE_MM))
    )


def _pan(claims: Mapping[ClaimKind, Claim], dough_g: float, density: float, words: str) -> Form:
    pan, pieces = claims.get(ClaimKind.PAN_MM), middle_of(claims, ClaimKind.YIELD_PIECES)
    width = middle_of(claims, ClaimKind.PAN_MM)
    if pan and pan.across:
        width, length = sorted((pan.low or 0.0, pan.across))
        shape = PanShape.SQUARE if length < 1.05 * width else PanShape.RECTANGLE
    else:
        length = width or 0.0
        shape = PanShape.SQUARE if "square" in words else PanShape.ROUND if width else PanShape.RECTANGLE
    sizes = _fits(PanForm, width_mm=width, length_mm=length)
    if not pieces or not 2 <= pieces <= 400:
        return PanForm(shape=shape, **sizes)
    if shape is PanShape.ROUND and pieces <= 40:
        return PanForm(shape=shape, wedges=round(pieces), **sizes)
    across, along = _grid(round(pieces))
    return PanForm(shape=shape, across=across, along=along, **sizes)


def _grid(pieces: int) -> tuple[int, int]:
    """Rows and columns of so many pieces, as near to twice as long as wide as their number allows."""
    pairs = [(n, pieces // n) for n in range(1, 31) if pieces % n == 0 and pieces // n <= 30 and n <= pieces // n]
    return (
        min(pairs, key=lambda pair: abs(math.log(pair[1] / pair[0] / 2)))
        if pairs
        else (2, max(1, min(30, round(pieces / 2))))
    )


def _scored(claims: Mapping[ClaimKind, Claim], dough_g: float, density: float, words: str) -> Form:
    piece = claims.get(ClaimKind.CUTTER_MM)
    sides = (piece.low, piece.across or piece.high) if piece else (None, None)
    sizes = _fits(
        SheetForm,
        thickness_mm=middle_of(claims, ClaimKind.THICKNESS_MM),
        piece_width_mm=sides[0],
        piece_length_mm=sides[1],
    )
    return SheetForm(**sizes)


def _rope(claims: Mapping[ClaimKind, Claim], dough_g: float, density: float, words: str) -> Form:
    portion = portion_of(claims, dough_g, density)
    one = RopeForm()
    length = one.length_mm * portion.mass_g / rope_mass_g(one, density) if portion else None
    return RopeForm(**_fits(RopeForm, length_mm=length))


def _wafer(claims: Mapping[ClaimKind, Claim], dough_g: float, density: float, words: str) -> Form:
    return BatterForm(**_fits(BatterForm, spoon_ml=middle_of(claims, ClaimKind.SPOON_ML)))


def _twice(claims: Mapping[ClaimKind, Claim], dough_g: float, density: float, words: str) -> Form:
    sizes = _fits(
        RuskForm,
        log_mm=middle_of(claims, ClaimKind.LOG_MM),
        slice_mm=middle_of(claims, ClaimKind.SLICE_MM),
        second_c=middle_of(claims, ClaimKind.SECOND_OVEN_C),
    )
    return RuskForm(**sizes)


_BUILD = {
    "scoop": _scoop, "ball": _ball, "ball_pressed": _pressed, "thumbprint": _ball, "cutout": _cutout, "slice": _sliced, "pan": _pan,
    "scored": _scored, "rope": _rope, "wafer": _wafer, "twice_baked": _twice,
}  # fmt: skip


def claims_of_form(form: Form) -> tuple[Claim, ...]:
    """What a card would say of a form and its sizes, so that `form_of_claims` gives one of that kind again."""
    word, sizes = _SAID[type(form)](form)
    claims = [Claim(kind=kind, low=round(value, 1), high=round(value, 1)) for kind, value in sizes.items() if value]
    return (Claim(kind=ClaimKind.FORM, word=word), *claims)


def _said_ball(form: BallForm) -> tuple[str, dict[ClaimKind, float | None]]:
    word = "ball_pressed" if form.pressed_mm else "thumbprint" if form.filling_g else "ball"
    return word, {ClaimKind.THICKNESS_MM: form.pressed_mm}


# A block's cubes are dropped as scoops are; how many there are says how large.
_SAID: dict[type[BaseModel], Callable[[Any], tuple[str, dict[ClaimKind, float | None]]]] = {
    ScoopForm: lambda form: ("scoop", {}),
    BlockForm: lambda form: ("scoop", {}),
    BallForm: _said_ball,
    BatterForm: lambda form: ("wafer", {}),
    CutoutForm: lambda form: (
        "cutout",
        {ClaimKind.THICKNESS_MM: form.thickness_mm, ClaimKind.CUTTER_MM: form.cutter_mm},
    ),
    SheetForm: lambda form: ("scored", {ClaimKind.THICKNESS_MM: form.thickness_mm}),
    PanForm: lambda form: ("pan", {ClaimKind.PAN_MM: form.width_mm}),
    LogForm: lambda form: ("slice", {ClaimKind.LOG_MM: form.log_mm, ClaimKind.SLICE_MM: form.slice_mm}),
    RopeForm: lambda form: ("rope", {}),
    RuskForm: lambda form: ("twice_baked", {ClaimKind.LOG_MM: form.log_mm, ClaimKind.SLICE_MM: form.slice_mm}),
}


def other_way(form: Form, claims: Mapping[ClaimKind, Claim]) -> tuple[str, str, str] | None:
    """The other claim a ball may go by: what to call it, the field to set and its value; None where there is none."""
    if not isinstance(form, BallForm):
        return None
    if form.by is BallBy.COUNT and ClaimKind.BALL_MM in claims:
        return f"Go by the {form.ball_mm:.0f} mm balls", "form.by", BallBy.WIDTH.value
    if form.by is BallBy.WIDTH and ClaimKind.YIELD_PIECES in claims:
        return f"Go by the {form.count} pieces", "form.by", BallBy.COUNT.value
    return None

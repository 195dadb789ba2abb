"""From raw pieces to baked cookies."""

from typing import TYPE_CHECKING

from ..bakemodel import Case, Prediction, predict
from ..base import grown
from ..dough import Looks
from ..forming import AnyForm, Pieces, forming_of
from ..learning import Basis
from .crust import crust_of, scale_of
from .doneness import Doneness
from .outcome import Outcome, as_laid
from .second import sliced_and_dried
from .window import window_of

if TYPE_CHECKING:
    from ..learning.known import Foreknown


def bake_pieces(
    case: Case,
    form: AnyForm,
    pieces: Pieces,
    finish: Doneness,
    cue: str,
    weighed: bool,
    looks: Looks,
    crust_ln: float = 0.0,
    of: "Foreknown | None" = None,
) -> Outcome:
    """The outcome of one kind of piece; a twice-baked log's slices and second bake with it. `of`: what is known beside the formula."""
    forming = forming_of(form)
    model, basis = foretold(case, weighed, of)
    baked = as_laid(model, case.shape, forming.raw_width_mm(form, case.shape))
    outcome = Outcome(
        pieces=pieces,
        dough_c=case.dough_c,
        oven_c=case.oven_c,
        baked=baked,
        window=window_of(baked, finish, forming.cue(form) or cue),
        crust=crust_of(baked, looks.tints, crust_ln),
        inclusions=looks.in_piece(pieces.mass_g),
        scale=scale_of(looks.tints),
        basis=basis,
    )
    log = forming.sliced(form)
    if log is not None:
        return sliced_and_dried(outcome, case, log, finish)
    if pieces.outline and forming.outline_spreads:
        raw_mm = case.shape.diameter_mm
        likely, widest = model.diameter_mm.value - raw_mm, model.diameter_mm.high - raw_mm
        outcome = outcome.model_copy(
            update={
                "outline": grown(pieces.outline, likely / 2),
                "widest_outline": grown(pieces.outline, max(widest, 0) / 2),
            }
        )
    return outcome


def foretold(case: Case, weighed: bool, of: "Foreknown | None") -> tuple[Prediction, Basis | None]:
    """The model's prediction, moved by what is known beside the formula where anything is."""
    if of is None:
        return predict(case, weighed), None
    from ..learning.known import foreknown

    return foreknown(case, weighed, of)

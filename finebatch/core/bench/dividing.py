"""One dough, several shares: how much of it each gets, and each as a dough of its own."""

from ..base import Problem, Value, refusal, stop
from ..dough import Making, Style
from ..forming import forming_of, pieces_of
from ..kitchen import Kitchen
from .spec import DoughSpec, Keep, Shaping, Share, ShareBy

LEAST_REST = 1e-3  # of the dough: less is nothing to shape
MOST_TRIES = 8


class Division(Value):
    """`rest_g` is left for the dough's own shaping; `shares_g` by id has those that could be taken from it. Together they are the
    dough; `problems` says why a share could not be."""

    rest_g: float
    shares_g: dict[str, float]
    problems: tuple[Problem, ...] = ()


def divided(spec: DoughSpec, dough_g: float, density_g_ml: float, style: Style, kitchen: Kitchen) -> Division:
    """`dough_g` of dough given to the shares in their order; what they leave is the rest, and there is always some.

    A share in pieces takes what those need with their scraps and ends, so that as many come out; dough_g: over 0.
    """
    whole_g = dough_g * spec.of_dough
    left_g, given, problems = whole_g, dict[str, float](), list[Problem]()
    for share in spec.shares:
        grams, wrong = _asked_g(share, whole_g, density_g_ml, style, kitchen)
        if not wrong and grams > left_g - LEAST_REST * whole_g:
            wrong = (
                f"{share.name} would take {grams:.0f} g, and {left_g:.0f} g are left of the dough. Take less: what is left keeps the "
                "dough’s own shape, so a part of it must stay."
            )  # fmt: skip
        if wrong:
            problems.append(stop(f"shares.{share.id}.amount", wrong))
            continue
        given[share.id] = grams
        left_g -= grams
    return Division(rest_g=left_g, shares_g=given, problems=tuple(problems))


def _asked_g(
    share: Share, whole_g: float, density_g_ml: float, style: Style, kitchen: Kitchen
) -> tuple[float, str | None]:
    """Grams that a share asks for, or why they cannot be told."""
    if share.by is ShareBy.PERCENT:
        return whole_g * share.amount / 100, None
    if share.by is ShareBy.GRAMS:
        return share.amount, None
    forming, count = forming_of(share.form), round(share.amount)
    one_g = forming.piece_mass_g(share.form, whole_g, density_g_ml)
    if abs(forming.piece_mass_g(share.form, whole_g / 2, density_g_ml) - one_g) > 1e-6 * one_g:
        return 0.0, f"{share.name}: this form has no size of its own to count by. Give the share in grams or in %."
    tray = kitchen.tray(share.tray_id)
    grams = count * one_g
    for _ in range(MOST_TRIES):
        made, _ = pieces_of(share.form, grams, density_g_ml, style, tray)
        missing = count - (made.count if made else 0)
        if missing <= 0:
            break
        grams += missing * one_g if made else one_g
    return grams, None


def alone(spec: DoughSpec, share: Share, of_dough: float) -> DoughSpec:
    """A share as a dough of its own: the same lines, its own shaping, and out of the fridge or the freezer where it is kept."""
    shaping = {name: getattr(share, name) for name in Shaping.model_fields}
    return spec.model_copy(
        update={**shaping, "making": _making(spec.making, share), "shares": (), "of_dough": of_dough}
    )


def _making(making: Making, share: Share) -> Making:
    if share.keep is Keep.FRIDGE:
        return making.model_copy(update={"chill_h": max(making.chill_h, share.keep_h)})
    if share.keep is Keep.FREEZER:
        return making.model_copy(update={"frozen": True, "thawed": share.thaw})
    return making


def share_named(spec: DoughSpec, share_id: str) -> Share:
    """One share; Refusal at `share_id` if there is none of that id."""
    found = next((share for share in spec.shares if share.id == share_id), None)
    if found is None:
        raise refusal("share_id", "This share of the dough is gone. Choose another.")
    return found

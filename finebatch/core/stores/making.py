"""What can be made of what is there now, and with which stand-in?"""

from collections.abc import Mapping

from ..base import Value
from ..formula import WeighedLine, offers
from ..ingredients import catalogue
from .needs import Needs
from .pantry import Level

SHORT_OF = 0.98  # of what is needed: so much nobody misses


class Missing(Value):
    """An ingredient of which there is too little, and what could stand in for it of what there is; empty where nothing could."""

    ingredient_id: str
    name: str
    need_g: float
    have_g: float
    stand_in: str = ""


class Makes(Value):
    """How many whole batches the pantry gives now; what is missing for one. Only what the pantry keeps count of is looked at."""

    batches: int
    missing: tuple[Missing, ...] = ()
    uncounted: tuple[str, ...] = ()


def makes_of(
    needs: Needs, weighed: tuple[WeighedLine, ...], levels: Mapping[str, Level], kept: frozenset[str]
) -> Makes:
    """One dough against the pantry. `kept`: the ingredients it keeps count of; the others are taken to be there, and named."""
    counted = {id: grams for id, grams in needs.grams.items() if id in kept and grams > 0}
    have = {id: levels[id].amount_g if id in levels else 0.0 for id in kept}
    times = min((have[id] / (SHORT_OF * grams) for id, grams in counted.items()), default=0.0)
    short = [id for id, grams in counted.items() if have[id] < SHORT_OF * grams]
    missing = tuple(
        Missing(
            ingredient_id=id, name=catalogue()[id].name, need_g=counted[id], have_g=have[id],
            stand_in=_stand_in(id, counted[id] - have[id], weighed, have),
        )
        for id in short
    )  # fmt: skip
    names = tuple(sorted(catalogue()[id].name for id in needs.grams if id not in kept))
    return Makes(batches=int(times), missing=missing, uncounted=names)


def _stand_in(id: str, missing_g: float, weighed: tuple[WeighedLine, ...], have: Mapping[str, float]) -> str:
    """A stand-in for what is missing of an ingredient whose every part is there, in words."""
    for offer in offers(weighed, "", None):
        for swap in offer.swaps:
            grams = {of: missing_g * swap.mass_ratio * share for of, share in swap.mix.items()}
            if swap.from_id == id and all(have.get(of, 0.0) >= need for of, need in grams.items()):
                return f"{swap.label}: {swap.texture_effect}" if swap.texture_effect else swap.label
    return ""

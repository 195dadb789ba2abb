"""What does a card say of the batch besides its lines: how many, how hot, how long, how large? Each with the words it stands in."""

from ...kitchen import TBSP_ML, TSP_ML, Region
from .claim import Claim, ClaimKind, Passage
from .counts import counts
from .heat import heats, with_second_heat
from .shape import form_of, linings
from .sizes import sizes, spoons
from .times import cues, durations, first_minutes

__all__ = ["Claim", "ClaimKind", "Passage", "claims_of", "first_minutes", "with_own"]


def with_own(claims: tuple[Claim, ...], own: tuple[Claim, ...]) -> tuple[Claim, ...]:
    """What a card claims, with what the baker says instead or besides."""
    said = {
        claim.kind: claim.model_copy(update={"by_hand": True, "conflict": "", "sure": True, "note": ""})
        for claim in own
    }
    kept = tuple(said.pop(claim.kind, claim) for claim in claims)
    return (*kept, *said.values())


def claims_of(
    passages: list[Passage], region: Region, spoon_ml: tuple[float, float] | None = None
) -> tuple[Claim, ...]:
    """Everything that passages of a card claim, in the order it stands there; of two that say the same, the first.

    `spoon_ml` are the tablespoon and teaspoon of the card itself where it names them.
    """
    tbsp, tsp = spoon_ml or (TBSP_ML[region], TSP_ML[region])
    found: list[Claim] = []
    for passage in passages:
        for read in (counts, sizes, heats, linings):
            found += read(passage)
        found += spoons(passage, tbsp, tsp)
        found += cues(passage)
    found += durations(passages)
    found.sort(key=lambda claim: claim.start)
    found = with_second_heat(found)
    form = form_of(passages, found)
    return (*found, *([form] if form else []))

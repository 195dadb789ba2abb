"""How did each thing that is known move a prediction? By the prediction without it."""

from dataclasses import replace

from ..bakemodel import Case, Prediction
from ..bakemodel.predicting import summary
from .basis import Evidence, Evidences, Source
from .foresee import foreseen
from .known import DOUBTED_BAKE, DOUBTED_CLAIM, Foreknown, moved
from .nominal import with_answers

MOST_SHOWN = 8  # bakes of the dough told one by one; older ones together


def evidence_of(case: Case, weighed: bool, of: Foreknown, more_mm: float = 0.0) -> Evidences:
    """Each thing known left out in turn. `more_mm`: how much wider the whole piece lies than what the model bakes (a rope's ring)."""
    fan, nominal = with_answers(case, weighed, of.known.usual)
    alone = summary(fan)

    def told(what: Foreknown) -> Prediction:
        return moved(alone, nominal, *foreseen(what.learned(), of.look(nominal)))

    whole = told(of)
    known, own = of.known, [look.id for look in of.known.bakes if look.dough == of.known.dough]
    others = [look.id for look in known.bakes if look.dough != known.dough]
    left_out: list[tuple[Source, str, Foreknown]] = [
        (Source.FAMILY, "", replace(of, known=known.without(trade=False))),
        *([(Source.CARD, "", replace(of, card=None))] if of.card is not None and of.card.said() else []),
        *([(Source.OTHERS, "", replace(of, known=known.without(*others)))] if others else []),
        *([(Source.OWN, "", replace(of, known=known.without(*own)))] if len(own) > 1 else []),
        *((Source.BAKE, id, replace(of, known=known.without(id))) for id in own[:MOST_SHOWN]),
    ]
    if own[MOST_SHOWN:]:
        left_out.append((Source.OLDER, "", replace(of, known=known.without(*own[MOST_SHOWN:]))))
    weights: dict[str, list[float]] = {}
    for belief in of.learned().beliefs:
        weights.setdefault(belief.look.id, []).append(belief.weight)
    pieces = []
    for source, id, what in left_out:
        without = told(what)
        believed = weights.get("card" if source is Source.CARD else id, [1.0])
        pieces.append(
            Evidence(
                source=source,
                id=id,
                wider_mm=whole.diameter_mm.value - without.diameter_mm.value,
                longer_min=_middle(whole) - _middle(without),
                without_width_mm=without.diameter_mm.plus(more_mm),
                without_first_min=without.first_done_min,
                believed=min(believed),
                doubted=min(believed) < (DOUBTED_CLAIM if source is Source.CARD else DOUBTED_BAKE),
            )
        )
    return Evidences(
        alone_width_mm=alone.diameter_mm.plus(more_mm),
        alone_first_min=alone.first_done_min,
        width_mm=whole.diameter_mm.plus(more_mm),
        first_min=whole.first_done_min,
        pieces=tuple(pieces),
    )


def _middle(of: Prediction) -> float:
    return (of.first_done_min.value + of.last_good_min.value) / 2

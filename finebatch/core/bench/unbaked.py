"""What is known of a dough before it is baked: quick enough for a list of many."""

from ..base import Value
from ..dough import Dough, mix_of_dough, styles
from ..finishing import FACTS
from ..formula import dough_parts, weigh_lines
from ..kitchen import Kitchen
from .assess import portioned_dough
from .report import OF_PART
from .spec import DoughSpec
from .working import keeping_days


class Unbaked(Value):
    """The dough, and how many days what it bakes to keeps in a tin: as usual, and at most."""

    dough: Dough
    keeps_days: float
    keeps_at_most_days: float


def unbaked(spec: DoughSpec, kitchen: Kitchen) -> Unbaked | None:
    """A dough as it is mixed; None where no line of it weighs anything."""
    weighed = weigh_lines(spec.lines, kitchen.habit)
    parts = dough_parts(weighed)
    if not parts:
        return None
    _, dough, _ = portioned_dough(spec, parts, mix_of_dough(parts, spec.making), kitchen)
    on_card = {OF_PART[line.part] for line in weighed if line.reading.mass_g and line.part in OF_PART}
    iced = any(FACTS[kind].sets for kind in (*on_card, *(finishing.kind for finishing in spec.finishings)))
    usual, most = keeping_days(styles()[dough.style_id], iced, spec.form)
    return Unbaked(dough=dough, keeps_days=usual, keeps_at_most_days=most)

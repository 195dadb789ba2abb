"""From a dough to its work before the oven."""

from functools import partial

from ...bench import Assessment, DoughSpec
from ...card import Part
from ...dough import LONGEST_CHILL_S, chill_hours, mixing_minutes, softening_minutes
from ...forming import forming_of
from ...kitchen import Kitchen, pace_s, typical_s
from .work import DoughWork

OVERNIGHT_S = 8 * 3600
RECHILL_S = 15 * 60
PACK_BOX_S = 60.0


def work_of_dough(spec: DoughSpec, found: Assessment, kitchen: Kitchen, overnight: bool) -> DoughWork:
    assert found.dough is not None
    counted = sum(1 for line in found.lines if line.part is Part.DOUGH)
    chill = round(3600 * chill_hours(found.method))
    if overnight:
        chill = max(chill, OVERNIGHT_S)
    forming = forming_of(spec.form)
    divide = forming.dividing_s(spec.form, partial(pace_s, kitchen), chill > 0)
    pieces = sum(found.trays.loads) if found.trays else 0
    pack = round(PACK_BOX_S + pace_s(kitchen, "pack_piece") * pieces)
    if spec.making.frozen:
        thaw = round(typical_s("thaw_dough_counter_portioned")) if spec.making.thawed else 0
        return DoughWork(name=spec.name, lead_s=thaw, weigh_s=0, mix_s=0, shelf=0, pack_s=pack, made=True)
    temper = typical_s("temper_dough_after_chill", forming.tempers_as) if forming.tempers_as else 0.0
    return DoughWork(
        name=spec.name,
        lead_s=round(60 * softening_minutes(found.method)),
        weigh_s=round(pace_s(kitchen, "set_out") + pace_s(kitchen, "weigh_line") * counted),
        mix_s=max(60, round(60 * mixing_minutes(found.method))),
        divide_s=round(divide),
        chill_s=chill,
        chill_max_s=max(chill, LONGEST_CHILL_S[found.dough.raw_egg]) if chill else 0,
        temper_after_s=forming.temper_after_s,
        temper_s=round(temper),
        shelf=1,
        rechill_s=RECHILL_S if chill else 0,
        pack_s=pack,
    )

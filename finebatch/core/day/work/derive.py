"""From doughs on the bench to the day's work."""

from ...base import refusal
from ...bench import DoughSpec, Report
from ...dough import styles
from ...forming import forming_of
from ...kitchen import Kitchen, pace_s, typical_s
from ..limits import Limits
from ..texts import Texts
from .dough_work import work_of_dough
from .load_work import icing_of, plain_loads, rusk_loads
from .share import DoughShare
from .work import LoadWork


def share_of(spec: DoughSpec, report: Report, kitchen: Kitchen, index: int, overnight: bool = False) -> DoughShare:
    """The work of one dough, as number `index` of the day. `overnight` chills it eight hours at least. Raises
    Refusal with a sentence for a person if it cannot be baked yet."""
    found = report.assessment
    if found.outcome is None or found.trays is None or found.dough is None:
        raise refusal(f"doughs.{index}", f"{spec.name} cannot be planned yet: answer the questions on the bench first.")
    style = styles()[found.dough.style_id]
    dough = work_of_dough(spec, found, kitchen, overnight)
    loads: list[LoadWork] = []
    words: list[Texts] = []
    trays = {found.trays.tray.id: found.trays.tray.count}
    forming = forming_of(spec.form)
    pans, log = forming.own_trays(spec.form), forming.sliced(spec.form)
    if pans:
        trays = {f"pan{index}": pans}
    ice = icing_of(report.finishes)
    if log is not None:
        rusk_loads(spec, log, found, kitchen, style, index, loads, words, ice)
    else:
        plain_loads(spec, found.outcome, found.trays, kitchen, style, index, loads, words, ice, "")
    if found.small is not None and found.small.trays is not None:
        trays[found.small.trays.tray.id] = found.small.trays.tray.count
        plain_loads(spec, found.small.outcome, found.small.trays, kitchen, style, index, loads, words, ice, " small")
    return DoughShare(dough=dough, loads=tuple(loads), words=tuple(words), trays=trays)


def moved_by(loads: tuple[LoadWork, ...], by: int) -> tuple[LoadWork, ...]:
    """The loads of one dough with their log numbers counted in the whole day."""
    return tuple(
        load if load.after_log is None else load.model_copy(update={"after_log": load.after_log + by}) for load in loads
    )


def limits_of(kitchen: Kitchen, trays: dict[str, int], racks: int, hands: int) -> Limits:
    """The kitchen's limits for the day."""
    return Limits(
        hands=hands, mixers=1, bowls=kitchen.bowls, shelf=kitchen.shelf_doughs, tray_shelves=kitchen.tray_shelves,
        ovens=(racks,) * kitchen.ovens, preheat_s=round(pace_s(kitchen, "preheat_home_oven_180c")), trays=trays,
        tray_cool_s=round(pace_s(kitchen, "cool_bare_tray")), area_cm2=kitchen.cooling_cm2, load_s=round(typical_s("oven_load")),
        unload_s=round(typical_s("oven_unload")),
    )  # fmt: skip

"""From doughs on the bench to the day's work."""

from typing import TYPE_CHECKING, NamedTuple

from ...base import Severity, refusal
from ...bench import Assessment, DoughSpec, Keep, Report, Share, alone, report, share_named, times
from ...dough import styles
from ...finishing import FinishPlan
from ...forming import forming_of
from ...kitchen import Kitchen, pace_s, typical_s
from ...trays import TrayPlan, even_loads
from ..limits import Limits
from ..request import DoughAsk
from ..texts import Texts
from .dough_work import KeptShare, work_of_dough
from .load_work import plain_loads, rusk_loads
from .share import DoughShare
from .work import DoughWork, LoadWork

if TYPE_CHECKING:
    from ...learning.known import Known


MEASURE_S = 20  # with the strip beside it; what is written down goes with the cookie to the rack


def share_of(
    spec: DoughSpec, kitchen: Kitchen, index: int, asked: DoughAsk, known: "Known | None" = None, tested: int = 0
) -> DoughShare:
    """The work of one dough, as number `index` of the day: its rest and the shares baked with it, or the one share that is asked for.
    `tested` pieces of it are baked already. Raises Refusal with a sentence for a person if it cannot be baked yet."""
    whole = report(spec, kitchen, known)
    batches, kept = _batches(spec, whole, index, asked)
    loads: list[LoadWork] = []
    words: list[Texts] = []
    trays: dict[str, int] = {}
    pieces = tested or (_to_test(batches[0], index) if asked.test_first else 0)
    if pieces:
        batches[0] = _with_test(batches[0], pieces)
    for batch in batches:
        _add_loads(batch, kitchen, index, loads, words, trays)
    if pieces:
        loads = _test_apart(loads, batches[0].spec.name, len(_laid(batches[0]).loads))
    if tested:
        loads, words = loads[1:], words[1:]
    dough = work_of_dough(
        spec, [(one.spec, one.found) for one in batches], whole.assessment.method, kitchen, asked.overnight, kept
    )
    dough = dough.model_copy(update={"asked": index, "ahead": asked.ahead})
    if asked.share_id is not None:
        dough = dough.model_copy(update={"name": batches[0].spec.name})
    return DoughShare(dough=dough, loads=tuple(loads), words=tuple(words), trays=trays)


def halves_of(
    halves: tuple[DoughSpec, DoughSpec], kitchen: Kitchen, index: int, asked: DoughAsk, known: "Known | None" = None
) -> tuple[DoughShare, DoughWork]:
    """The work of a dough of which half is made with a change, both on each tray, and that of the other half until it is shaped. Raises Refusal where
    there are no single pieces to lay left and right."""
    plain, tried = halves
    if asked.test_first:
        raise refusal(
            f"doughs.{index}", f"{plain.name}: a test cookie first, or a change on one half. Choose one of them."
        )
    share = share_of(times(plain, kitchen, asked.times), kitchen, index, asked, known)
    if (
        any(load.after_log is not None for load in share.loads)
        or asked.share_id is not None
        or _is_whole(plain, kitchen)
    ):
        message = f"{plain.name} is baked whole or in shares: there are no halves of a tray. Bake the two a day each."
        raise refusal(f"doughs.{index}", message)
    alone = asked.but(times=max(0.1, asked.times / 2))
    a, b = (share_of(times(one, kitchen, alone.times), kitchen, index, alone, known).dough for one in halves)
    left = a.model_copy(update={"name": f"{plain.name} A", "pack_s": share.dough.pack_s, "asked": index})
    right = b.model_copy(update={"name": f"{tried.name} B", "pack_s": 0, "asked": index})
    return share.model_copy(update={"dough": left}), right


def _is_whole(spec: DoughSpec, kitchen: Kitchen) -> bool:
    found = report(spec, kitchen).assessment
    return found.outcome is not None and found.test is None


class _Batch(NamedTuple):
    """What of a dough is shaped alike, named as the plan names it."""

    spec: DoughSpec
    found: Assessment
    finishes: tuple[FinishPlan, ...]
    id: str = ""


def _batches(spec: DoughSpec, whole: Report, index: int, asked: DoughAsk) -> tuple[list[_Batch], tuple[KeptShare, ...]]:
    """What is baked on the day, the rest of the dough first, and the shares that are kept for another."""
    found = whole.assessment
    of = {one.id: one.report for one in whole.shares}
    parts = {one.id: one.of_dough for one in found.shares}
    missing = [share.name for share in spec.shares if share.id not in of]
    if missing and asked.share_id is None:
        message = f"{spec.name}: the dough is not enough for {missing[0]}. Take less of it on the bench first."
        raise refusal(f"doughs.{index}", message)

    def batch(share: Share) -> _Batch:
        one = alone(spec, share, parts[share.id]).model_copy(update={"name": f"{spec.name}, {share.name}"})
        return _Batch(one, of[share.id].assessment, of[share.id].finishes, share.id)

    kept: tuple[KeptShare, ...] = ()
    if asked.share_id is not None:
        chosen = share_named(spec, asked.share_id)
        if chosen.keep is Keep.NOW:
            raise refusal(
                f"doughs.{index}",
                f"{chosen.name} is baked with the rest of {spec.name}. Plan that, or keep the share on the bench.",
            )
        batches = [batch(chosen)] if chosen.id in of else []
    else:
        batches = [_Batch(spec, found, whole.finishes)]
        batches += [batch(share) for share in spec.shares if share.keep is Keep.NOW]
        away = ((share.name, batch(share)) for share in spec.shares if share.keep is not Keep.NOW)
        kept = tuple(KeptShare(name, one.spec, one.found) for name, one in away)
    if not batches or any(
        one.found.outcome is None or one.found.trays is None or one.found.dough is None for one in batches
    ):
        asked_there = [p for one in batches for p in one.found.problems if p.severity is Severity.STOP]
        why = asked_there[0].message if asked_there else "Questions are open."
        raise refusal(f"doughs.{index}", f"{spec.name} cannot be planned yet. {why} Change it on the bench first.")
    return batches, kept


def _to_test(batch: _Batch, index: int) -> int:
    if batch.found.test is None:
        message = f"{batch.spec.name} is baked whole, or has few pieces: there is no one cookie to bake first."
        raise refusal(f"doughs.{index}", message)
    return batch.found.test.pieces


def _laid(batch: _Batch) -> TrayPlan:
    assert batch.found.trays is not None
    return batch.found.trays


def _with_test(batch: _Batch, pieces: int) -> _Batch:
    """The batch with so many pieces on a tray before the others."""
    trays = _laid(batch)
    loads = (pieces, *even_loads(max(0, sum(trays.loads) - pieces), trays.most_per_tray))
    found = batch.found.model_copy(update={"trays": trays.model_copy(update={"loads": loads})})
    return batch._replace(found=found)


def _test_apart(loads: list[LoadWork], name: str, count: int) -> list[LoadWork]:
    """The first of `count` loads as the test, the others numbered without it. It is looked at all the time, and so not turned, and
    dressed with the others."""
    test = loads[0]
    many = count - 1
    named = [
        load.model_copy(update={"name": f"{name} {n} of {many}" if many > 1 else name})
        for n, load in enumerate(loads[1:count], start=1)
    ]
    measured = {
        "name": f"{name} test",
        "test": True,
        "turn_s": 0,
        "ice_s": 0,
        "dry_s": 0,
        "transfer_s": test.transfer_s + MEASURE_S,
    }
    return [test.model_copy(update=measured), *named, *loads[count:]]


def _add_loads(
    batch: _Batch, kitchen: Kitchen, index: int, loads: list[LoadWork], words: list[Texts], trays: dict[str, int]
) -> None:
    spec, found = batch.spec, batch.found
    assert found.outcome is not None
    assert found.trays is not None
    assert found.dough is not None
    style = styles()[found.dough.style_id]
    forming = forming_of(spec.form)
    pans, log = forming.own_trays(spec.form), forming.sliced(spec.form)
    pan = f"pan{index}.{len(loads)}"
    trays |= {pan: pans} if pans else {found.trays.tray.id: found.trays.tray.count}
    tray = pan if pans else found.trays.tray.id
    if log is not None:
        rusk_loads(spec, log, found, kitchen, style, index, loads, words, batch.finishes, batch.id)
    else:
        plain_loads(
            spec, found.outcome, found.trays, kitchen, style, index, loads, words, batch.finishes, "", tray, batch.id
        )
    if found.small is not None and found.small.trays is not None:
        small = found.small.trays
        trays[small.tray.id] = small.tray.count
        plain_loads(
            spec,
            found.small.outcome,
            small,
            kitchen,
            style,
            index,
            loads,
            words,
            batch.finishes,
            " small",
            small.tray.id,
        )


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

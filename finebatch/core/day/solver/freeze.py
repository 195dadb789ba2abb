"""A day under way: what of it stands as it is, what hands have begun, and when a dough not begun may be."""

from dataclasses import dataclass

from ..times import DoughTimes, Ticks, Timetable


@dataclass(frozen=True)
class Freeze:
    """A day under way: what began before `now` stays as in `was`, the rest begins from `resume` on; each of `lost` is a kind
    and the tick from which one tray of it is out of use. Longest times may be overstepped at a price, unless `strict`. In a day that is `lived`, what is
    over is as it was: hands and alarms may have met."""

    was: Timetable
    now: int
    resume: int
    lost: tuple[tuple[str, int], ...] = ()
    strict: bool = False
    lived: bool = False


def begun_of(t: Ticks, was: Timetable) -> dict[str, int]:
    """When each work of the hands begins in a timetable, by the name it has in the model."""
    found: dict[str, int] = {}
    for d, (dough, made) in enumerate(zip(t.doughs, was.doughs, strict=True)):
        found |= {
            f"lead{d}": made.weigh - dough.lead,
            f"weigh{d}": made.weigh,
            f"divide{d}": made.divide,
            f"pack{d}": made.pack,
        }
        found |= {f"mix{d}_{k}": made.mix + after for k, (after, _) in enumerate(dough.mixings)}
    for i, (load, times) in enumerate(zip(t.loads, was.loads, strict=True)):
        out = times.load + t.load + load.bake
        found |= {
            f"load{i}": times.load - load.wash,
            f"unload{i}": out,
            f"turn{i}": times.turn,
            f"transfer{i}": times.transfer,
        }
        found |= {f"shape{i}_{k}": start for k, start in enumerate(times.shape)}
        found |= {f"ice{i}_{k}": start for k, start in enumerate(times.ice)}
    return found


def in_hand_of(t: Ticks, freeze: Freeze) -> dict[str, tuple[int, int]]:
    """The work of the hands that is begun and not over, (start, length) by the name it has in the model."""
    lengths: dict[str, int] = {}
    for d, dough in enumerate(t.doughs):
        lengths |= {
            f"lead{d}": dough.lead_first,
            f"weigh{d}": dough.weigh,
            f"divide{d}": dough.divide,
            f"pack{d}": dough.pack,
        }
        lengths |= {f"mix{d}_{k}": length for k, (_, length) in enumerate(dough.mixings)}
    for i, load in enumerate(t.loads):
        lengths |= {
            f"load{i}": load.wash + t.load,
            f"unload{i}": t.unload + load.hot,
            f"turn{i}": load.turn,
            f"transfer{i}": load.transfer,
        }
        lengths |= {f"shape{i}_{k}": length for k, length in enumerate(load.shape)}
        lengths |= {f"ice{i}_{k}": length for k, length in enumerate(load.ice)}
    return {
        name: (start, lengths[name])
        for name, start in begun_of(t, freeze.was).items()
        if start < freeze.now < start + lengths[name]
    }


def soft_again(t: Ticks, d: int, was: DoughTimes, now: int, resume: int) -> int:
    """The first tick at which a dough not yet begun may be weighed: its fat goes on softening if it is out, else it is taken
    out when work goes on."""
    lead = t.doughs[d].lead
    return max(resume, was.weigh) if was.weigh - lead < now else resume + lead

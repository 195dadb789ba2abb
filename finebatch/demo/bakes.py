"""What the boat shed wrote down of its bakes: an oven that takes a tenth longer than most, and drops that run a little wider."""

from collections.abc import Callable, Iterator
from datetime import datetime, timedelta
from typing import NamedTuple

from sqlalchemy.orm import Session

from ..core.bench import DoughSpec, assess_rest
from ..core.forming import ScoopForm
from ..core.kitchen import Kitchen, OvenSetting
from ..core.notebook import Bake, Measured, Shade, Texture, Verdict, foretold_for
from ..store import bakes
from ..store.doughs import SavedDough
from ..store.knowledge import known_of

SLOWER, WIDER = 1.10, 1.05
BAKED_HOUR = 15


class _Written(NamedTuple):
    """A bake so many days ago: what was set otherwise, how far the widths and the minutes of the day strayed, and the rest."""

    dough: str
    days_ago: int
    changed: Callable[[DoughSpec], DoughSpec]
    stray: float
    minutes_stray: float
    shade: Shade
    textures: tuple[Texture, ...]
    liked: int
    note: str = ""


def _as_it_is(spec: DoughSpec) -> DoughSpec:
    return spec


def _chilled(hours: float) -> Callable[[DoughSpec], DoughSpec]:
    return lambda spec: spec.but(making=spec.making.model_copy(update={"chill_h": hours}))


_WRITTEN = (
    _Written("Deck Drops", 54, _chilled(0), 1.02, 1.0, Shade.BROWN, (Texture.CRISP,), 2, "ran into each other on the small sheet"),
    _Written("Deck Drops", 47, _as_it_is, 0.99, 1.03, Shade.GOLDEN, (Texture.CHEWY,), 4),
    _Written("Deck Drops", 26, lambda spec: spec.but(oven=OvenSetting(value=170), form=ScoopForm(portion_g=36)), 1.0, 0.98,
             Shade.LIGHT_GOLD, (Texture.CHEWY, Texture.SOFT), 3, "could have stayed in a minute"),
    _Written("Deck Drops", 12, _as_it_is, 1.01, 1.0, Shade.GOLDEN, (Texture.CHEWY,), 5, "the ones for the fair"),
    _Written("Engine Room Ginger", 40, _as_it_is, 1.0, 1.02, Shade.BROWN, (Texture.SNAPPY,), 4),
    _Written("Engine Room Ginger", 19, _chilled(12), 0.97, 1.0, Shade.BROWN, (Texture.SNAPPY, Texture.CRISP), 5),
    _Written("Lamp-room Fingers", 33, _as_it_is, 1.0, 0.98, Shade.PALE, (Texture.SANDY,), 4, "docked twice, no bubbles"),
)  # fmt: skip


def write_down(session: Session, place: Kitchen, saved: list[SavedDough], now: datetime) -> None:
    """Add what was written down, the oldest first, each with what was foretold on its day."""
    by_name = {dough.spec.name: dough for dough in saved}
    for one in sorted(_WRITTEN, key=lambda one: -one.days_ago):
        dough = by_name[one.dough]
        spec = one.changed(dough.spec)
        day = (now - timedelta(days=one.days_ago)).replace(hour=BAKED_HOUR, minute=0, second=0, microsecond=0)
        foretold, _ = foretold_for(spec, place, known_of(session, dough.id, place.oven_number))
        measured = Measured(
            count=foretold.count if foretold else None,
            widths_mm=tuple(_widths(spec, place, one)),
            oven_min=_minutes(spec, place, one),
            verdict=Verdict.RIGHT,
            shade=one.shade,
            textures=one.textures,
            liked=one.liked,
            note=one.note,
        )
        bake = Bake(baked_at=day, spec=spec, kitchen=place, measured=measured, foretold=foretold)
        bakes.add(session, dough.id, bake)


def _widths(spec: DoughSpec, place: Kitchen, one: _Written) -> Iterator[float]:
    outcome = assess_rest(spec, place).outcome
    assert outcome is not None
    width = outcome.baked.diameter_mm
    if width.high > width.low:
        yield from (round(WIDER * one.stray * width.value + off) for off in (-1, 0, 2))


def _minutes(spec: DoughSpec, place: Kitchen, one: _Written) -> float:
    outcome = assess_rest(spec, place).outcome
    assert outcome is not None
    return round(2 * SLOWER * one.minutes_stray * outcome.window.aim_min) / 2

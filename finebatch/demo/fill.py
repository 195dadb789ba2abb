"""Filling an empty data folder with the demo kitchen, through the same core and store as a baker's own work."""

from datetime import UTC, datetime, timedelta

from ..core.assess import assess
from ..core.day import DayRequest, When, make_plan
from ..core.kitchen import Kitchen, Tray
from ..store import Store, doughs, kitchen, plans
from .doughs import demo_doughs

READY_HOUR = 18


def fill(store: Store, now: datetime | None = None) -> bool:
    """Add the demo kitchen, doughs and a plan for tomorrow; False, changing nothing, if there are doughs already."""
    now = now or datetime.now(UTC)
    with store.session() as session:
        if doughs.shelf(session):
            return False
        place = Kitchen(
            trays=(
                Tray(id="medium", name="Baking sheet", width_mm=350, depth_mm=250, count=3),
                Tray(id="small", name="Six-cookie sheet", width_mm=300, depth_mm=200, count=2),
                Tray(id="wide", name="Full-width oven tray", width_mm=430, depth_mm=340, count=1),
            )
        )
        kitchen.save(session, place)
        saved = [doughs.add(session, spec) for spec in demo_doughs()]
        first = saved[-1]
        ready = (now + timedelta(days=1)).replace(hour=READY_HOUR, minute=0, second=0, microsecond=0)
        request = DayRequest(when=When.READY_BY, at=ready, trays=2, racks=2)
        plans.add(
            session,
            first.id,
            first.spec,
            request,
            make_plan(first.spec, assess(first.spec, place), place, request, now),
        )
    return True

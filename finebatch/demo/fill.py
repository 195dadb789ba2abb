"""Filling an empty data folder with the demo kitchen, through the same core and store as a baker's own work."""

from datetime import UTC, datetime, timedelta

from ..core.base import changes_between
from ..core.day import ClockFixes, DayRequest, DoughAsk, make_plan
from ..core.kitchen import Housekeeping, Kitchen, Tray
from ..store import doughs, kitchen, plans
from ..store.database import Store
from ..store.knowledge import known_of
from .bakes import write_down
from .doughs import demo_doughs
from .stores import shop_for, stock

READY_HOUR = 18


def fill(store: Store, now: datetime | None = None) -> bool:
    """Add the demo kitchen, doughs, bakes written down and two plans for tomorrow; False, changing nothing, if there are doughs already."""
    now = now or datetime.now(UTC)
    with store.session() as session:
        if doughs.shelf(session).total:
            return False
        place = Kitchen(
            introduced=True,
            stores=Housekeeping(
                keeps_pantry=True,
                energy_price="0.31",
                may_contain="nuts and sesame",
                maker="The kitchen above the boat shed",
            ),
            cooling_cm2=5000,
            tray_shelves=1,
            trays=(
                Tray(id="medium", name="Baking sheet", width_mm=350, depth_mm=250, count=3),
                Tray(id="small", name="Six-cookie sheet", width_mm=300, depth_mm=200, count=2),
                Tray(id="wide", name="Full-width oven tray", width_mm=430, depth_mm=340, count=1),
            ),
        )
        kitchen.change(session, changes_between(Kitchen().model_dump(mode="json"), place.model_dump(mode="json")))
        saved = [doughs.add(session, spec) for spec in demo_doughs()]
        write_down(session, place, saved, now)
        stock(session, saved, now)
        ready = (now + timedelta(days=1)).replace(hour=READY_HOUR, minute=0, second=0, microsecond=0)
        for names in (("Deck Drops",), ("Deck Drops", "Tide Rounds", "Keeper's Rusks")):
            chosen = [next(dough for dough in saved if dough.spec.name == name) for name in names]
            asked = tuple(DoughAsk(dough_id=dough.id) for dough in chosen)
            request = DayRequest(doughs=asked, when=ClockFixes.READY_BY, at=ready, racks=2)
            specs = tuple(dough.spec for dough in chosen)
            known = tuple(known_of(session, dough.id, place.oven_number) for dough in chosen)
            last = plans.add(session, specs, request, make_plan(specs, place, request, now, None, known))
        shop_for(session, last.id, now)
    return True

"""The kitchen."""

from typing import Any

from fastapi import APIRouter
from pydantic import ValidationError

from ...core.live.oven import OvenKnown, known_oven
from ...core.notebook import Habits, habits_of
from ...store import bakes, runs
from ...store import kitchen as kept
from ...store.kitchen import SavedKitchen
from ...store.knowledge import known_of
from ...store.received import once
from ..deps import ChangeKey, Reading, Transaction
from ..problems import invalid_value
from ..requests import Changes

MOST_BAKES = 200  # that are looked at for scatter and drift

router = APIRouter(prefix="/api/kitchen", tags=["kitchen"])


@router.get("", operation_id="getKitchen")
def get_kitchen(db: Reading) -> SavedKitchen:
    """The kitchen as saved, or the usual one."""
    return kept.get(db)


@router.patch("", operation_id="changeKitchen")
def change_kitchen(request: Changes, db: Transaction, key: ChangeKey = None) -> SavedKitchen:
    """Change some fields. A field that another device changed meanwhile is left, and comes back among `conflicts`; 422 at
    the field for a value that cannot be."""
    try:
        return once(db, key, SavedKitchen, lambda: kept.change(db, request.changes))
    except ValidationError as error:
        raise invalid_value(error) from error


@router.get("/habits", operation_id="getHabits")
def get_habits(db: Reading) -> Habits:
    """What the bakes in the present oven tell of it and of these hands."""
    oven = kept.get(db).kitchen.oven_number
    return habits_of(known_of(db, None, oven), bakes.all_of(db, None, oven, MOST_BAKES))


@router.get("/ovens", operation_id="getOvens")
def get_ovens(db: Reading) -> tuple[OvenKnown, ...]:
    """What the thermometer told of each oven on the days that were run: how far off its dial, how it swings, how fast it recovers."""
    found = kept.get(db).kitchen
    traits = runs.all_traits(db, found.oven_number)
    known = (known_oven(oven, traits) for oven in range(1, found.ovens + 1))
    return tuple(one for one in known if one is not None)


@router.get("/raw", operation_id="getRawKitchen")
def get_raw_kitchen(db: Reading) -> dict[str, Any]:
    """What is stored of the kitchen, whether it can be read or not."""
    return kept.raw(db)

"""Bakes of a drop dough as they are written down."""

from datetime import UTC, datetime, timedelta
from typing import Any

from finebatch.core.bench.spec import DoughSpec
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.learning.known import Known
from finebatch.core.learning.look import Look
from finebatch.core.notebook.looks import kept_look, look_of, usual_case
from finebatch.core.notebook.record import Bake, Measured
from tests.kit import drop_dough

NOW = datetime(2026, 6, 5, 15, 0, tzinfo=UTC)


def bake(spec: DoughSpec | None = None, days_ago: int = 0, kitchen: Kitchen | None = None, **measured: Any) -> Bake:
    return Bake(
        baked_at=NOW - timedelta(days=days_ago), spec=spec or drop_dough(), kitchen=kitchen or Kitchen(), measured=Measured(**measured)
    )  # fmt: skip


def look(one: Bake, id: str = "b", dough: str = "d", first: Bake | None = None) -> Look:
    kept = kept_look(one, "first", usual_case(first or one))
    assert kept is not None
    return look_of(id, dough, one.baked_at.timestamp() / 86_400, one.kitchen.oven_number, one.tray, kept)


def known(*bakes: Bake, dough: str = "d", oven: int = 1, trade: bool = True) -> Known:
    looks = tuple(look(one, f"b{i}", "d", bakes[0]) for i, one in enumerate(bakes))
    return Known(dough, f"oven {oven}", NOW.timestamp() / 86_400, looks, usual_case(bakes[0]) if bakes else None, trade)

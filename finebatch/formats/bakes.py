"""Bakes as a table: one row each, with what was foretold beside what was measured."""

import csv
import io
from collections.abc import Iterable
from datetime import UTC

from ..core.notebook import Bake
from .cells import plain_cell

HEAD = (
    "baked_at_utc", "dough", "batch", "half", "oven_set", "oven_scale", "fan", "chill_h", "count", "widths_mm", "height_mm", "oven_min",
    "verdict", "rim", "oven_read_c", "textures", "liked", "note", "learn_from", "foretold_count", "foretold_width_mm", "foretold_width_low_mm",
    "foretold_width_high_mm", "foretold_first_done_min", "foretold_last_good_min", "foretold_aim_min",
)  # fmt: skip


def bakes_to_csv(bakes: Iterable[Bake]) -> str:
    """Every bake as a row; figures not known are empty."""
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(HEAD)
    for one in bakes:
        table.writerow(_row(one))
    return out.getvalue()


def _row(one: Bake) -> list[str]:
    m, f, spec = one.measured, one.foretold, one.spec

    def figure(value: float | None) -> str:
        return "" if value is None else f"{value:g}"

    told: tuple[str, ...] = ("",) * 7
    if f is not None:
        told = tuple(
            f"{value:.1f}" if isinstance(value, float) else str(value)
            for value in (
                f.count, f.width_mm.value, f.width_mm.low, f.width_mm.high, f.first_done_min.value, f.last_good_min.value, f.aim_min,
            )
        )  # fmt: skip
    return [
        one.baked_at.astimezone(UTC).isoformat(), plain_cell(spec.name), plain_cell(one.batch_name), one.half, f"{spec.oven.value:g}",
        spec.oven.scale.value, "yes" if spec.oven.fan else "no", f"{spec.making.chill_h:g}", figure(m.count),
        " ".join(f"{mm:g}" for mm in m.widths_mm), figure(m.height_mm), figure(m.oven_min), m.verdict.value if m.verdict else "",
        m.shade.value if m.shade else "", figure(m.oven_read_c), " ".join(m.textures), figure(m.liked), plain_cell(m.note),
        "yes" if one.learn_from else "no", *told,
    ]  # fmt: skip

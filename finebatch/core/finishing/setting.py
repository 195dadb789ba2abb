"""How long does a finish take to put on, and to set?"""

from ..base import number, rows


def _process(step: str, column: str) -> float:
    row = next(row for row in rows("process") if row["step"] == step)
    return number(row[column])


def setting_min(step: str | None) -> tuple[float, float, float]:
    if step is None:
        return 0.0, 0.0, 0.0
    return _process(step, "low_min"), _process(step, "typical_min"), _process(step, "high_min")


def work_s(work: str | float) -> float:
    return work if isinstance(work, float) else _process(work, "typical_min")

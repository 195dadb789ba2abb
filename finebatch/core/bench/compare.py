"""Two versions side by side: which lines, percentages and predicted results differ."""

from ..base import Value
from .assess import Assessment

SHOWN = 0.05  # differences that the shown decimal would hide are none


class LineChange(Value):
    """One ingredient in both versions; None where it is not there. Percentages of flour."""

    name: str
    before_g: float | None
    after_g: float | None
    before_pct: float | None
    after_pct: float | None


class ResultChange(Value):
    """One figure of the outcome; `certain` when the two ranges do not meet."""

    what: str
    unit: str
    before: float
    after: float
    certain: bool


class Comparison(Value):
    """Everything that differs; empty tuples mean nothing does."""

    lines: tuple[LineChange, ...]
    results: tuple[ResultChange, ...]
    allergens_gained: tuple[str, ...]
    allergens_lost: tuple[str, ...]


def compare(before: Assessment, after: Assessment) -> Comparison:
    """What changed from one assessed dough to another."""
    b, a = (set(found.dough.allergens) if found.dough else set() for found in (before, after))
    return Comparison(
        lines=tuple(_lines(before, after)),
        results=tuple(_results(before, after)),
        allergens_gained=tuple(sorted(a - b)),
        allergens_lost=tuple(sorted(b - a)),
    )


def _sums(found: Assessment) -> dict[tuple[str, str], tuple[float, float | None]]:
    sums: dict[tuple[str, str], tuple[float, float | None]] = {}
    for line in found.lines:
        if not line.reading.ingredient_name or line.reading.mass_g is None:
            continue
        key = (line.part.value, line.reading.ingredient_name)
        grams, pct = sums.get(key, (0.0, None))
        both = line.bakers_pct if pct is None else pct + (line.bakers_pct or 0.0)
        sums[key] = grams + line.reading.mass_g, both
    return sums


def _lines(before: Assessment, after: Assessment) -> list[LineChange]:
    old, new = _sums(before), _sums(after)
    found = []
    for key in dict.fromkeys([*old, *new]):
        part, name = key
        b, a = old.get(key), new.get(key)
        same_g = b and a and abs(b[0] - a[0]) < 0.05
        same_pct = b and a and abs((b[1] or 0) - (a[1] or 0)) < 0.05
        if same_g and same_pct:
            continue
        label = name if part == "dough" else f"{name} ({part})"
        found.append(
            LineChange(
                name=label, before_g=b[0] if b else None, after_g=a[0] if a else None,
                before_pct=b[1] if b else None, after_pct=a[1] if a else None,
            )
        )  # fmt: skip
    return found


_Pair = tuple[str, str, float, float, bool]


def _results(before: Assessment, after: Assessment) -> list[ResultChange]:
    pairs: list[_Pair] = []
    if before.dough and after.dough:
        pairs.append(("Dough", "g", before.dough.mass_g, after.dough.mass_g, True))
    pairs += _of_one(before, after, "")
    old, new = ({share.id: share for share in found.shares} for found in (before, after))
    for id in dict.fromkeys([*old, *new]):
        name = (new.get(id) or old[id]).name
        b, a = (found[id].mass_g if id in found else 0.0 for found in (old, new))
        pairs.append((name, "g", b, a, True))
        if id in old and id in new:
            pairs += _of_one(old[id].found, new[id].found, f"{name}: ")
    return [
        ResultChange(what=what, unit=unit, before=b, after=a, certain=certain)
        for what, unit, b, a, certain in pairs
        if abs(a - b) >= SHOWN
    ]


def _of_one(before: Assessment, after: Assessment, of: str) -> list[_Pair]:
    """What comes out of one share, or of what the shares leave."""
    pairs: list[_Pair] = []
    if before.outcome and after.outcome:
        pairs.append((f"{of}Cookies", "", before.outcome.pieces.count, after.outcome.pieces.count, True))
        x, y = before.outcome.baked, after.outcome.baked
        for what, unit, b, a in (
            ("Width", "mm", x.diameter_mm, y.diameter_mm),
            ("Height", "mm", x.height_mm, y.height_mm),
            ("First done", "min", x.first_done_min, y.first_done_min),
            ("Bake loss", "%", x.loss_pct, y.loss_pct),
        ):
            pairs.append((f"{of}{what}", unit, b.value, a.value, a.low > b.high or a.high < b.low))
    return pairs

"""What do lines weigh that follow others (“as much sugar as butter”)?"""

from ..card import Line, Ratio, Reading, Sureness, Unit, read_line, read_ratio
from ..kitchen import Habit


def resolve_ratios(lines: tuple[Line, ...], habit: Habit) -> list[Reading]:
    """A reading for every line. Lines in ratio wait for the line they follow; those that go round in a circle, or
    follow nothing, come back unknown and say so."""
    ratios = [read_ratio(line.text) if line.mass_g is None else None for line in lines]
    readings: list[Reading | None] = [
        None if ratio else read_line(line.text, habit, line.ingredient_id, line.mass_g)
        for line, ratio in zip(lines, ratios, strict=True)
    ]
    names = [_named_in(line, ratio, habit) for line, ratio in zip(lines, ratios, strict=True)]
    waiting = [i for i, ratio in enumerate(ratios) if ratio]
    while waiting:
        settled = []
        for i in waiting:
            ratio = ratios[i]
            assert ratio is not None
            grams = _follows(ratio, i, lines, names, readings, habit)
            if grams is not None:
                readings[i] = _in_ratio(lines[i], ratio, grams, habit)
                settled.append(i)
        if not settled:
            break
        waiting = [i for i in waiting if i not in settled]
    for i in waiting:
        ratio = ratios[i]
        assert ratio is not None
        known = any(name == names[i] or name in _ids_of(ratio.of, habit) for k, name in enumerate(names) if k != i)
        note = (
            "these lines follow each other in a circle: give one of them an amount"
            if known
            else f"no line for “{ratio.of}” to follow: add it, or give an amount"
        )
        readings[i] = read_line(ratio.name, habit, lines[i].ingredient_id).model_copy(
            update={"text": lines[i].text, "note": note, "sureness": Sureness.CHECK, "mass_g": None, "household": None}
        )
    return [reading for reading in readings if reading is not None]


def _named_in(line: Line, ratio: Ratio | None, habit: Habit) -> str | None:
    return read_line(ratio.name if ratio else line.text, habit, line.ingredient_id).ingredient_id


def _ids_of(of: str, habit: Habit) -> set[str | None]:
    reading = read_line(of, habit)
    return {reading.ingredient_id, *(choice.ingredient_id for choice in reading.choices)}


def _follows(
    ratio: Ratio,
    own: int,
    lines: tuple[Line, ...],
    names: list[str | None],
    readings: list[Reading | None],
    habit: Habit,
) -> float | None:
    """Grams of what a ratio follows: a line of that ingredient (per piece where both count pieces), else the amount
    it names itself; None while that line is not worked out, or if there is neither."""
    target = read_line(ratio.of, habit)
    ids = _ids_of(ratio.of, habit)
    for i, name in enumerate(names):
        if i == own or name not in ids or name is None:
            continue
        reading = readings[i]
        if reading is None or reading.mass_g is None:
            return None
        counted = target.amount_high if target.unit is Unit.PIECE else None
        if counted and reading.unit is Unit.PIECE and reading.amount_high:
            return ratio.factor * reading.mass_g * counted / reading.amount_high
        return ratio.factor * reading.mass_g
    return ratio.factor * target.mass_g if target.mass_g else None


def _in_ratio(line: Line, ratio: Ratio, grams: float, habit: Habit) -> Reading:
    reading = read_line(ratio.name, habit, line.ingredient_id, grams)
    times = "" if ratio.factor == 1 else f"{ratio.factor:.3g} × "
    note = "; ".join(note for note in (reading.note, f"follows {times}{ratio.of}") if note)
    return reading.model_copy(update={"text": line.text, "note": note})

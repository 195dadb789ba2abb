"""A dough as plain text, Markdown or CSV."""

import csv
import io

from ..core.bench import Assessment, DoughSpec
from ..core.card import Line, Part, read_line
from ..core.formula import WeighedLine
from ..core.kitchen import Habit, Scale
from .cells import plain_cell


def line_text(line: Line, weighed: WeighedLine | None) -> str:
    """A line as a card carries it: as typed, with the grams in brackets where the baker fixed them otherwise."""
    grams = weighed.reading.mass_g if weighed else None
    if line.mass_g is None or grams is None:
        return line.text
    own = read_line(line.text, Habit()).mass_g
    if own is not None and abs(own - line.mass_g) < 0.05:
        return line.text
    return f"{line.text} ({line.mass_g:.1f} g)"


def _oven(spec: DoughSpec) -> str:
    unit = {Scale.C: "°C", Scale.F: "°F", Scale.GAS: ""}[spec.oven.scale]
    name = "gas " if spec.oven.scale is Scale.GAS else ""
    return f"{name}{spec.oven.value:g} {unit}".strip() + (", fan" if spec.oven.fan else "")


def _sections(spec: DoughSpec, found: Assessment) -> list[tuple[Part, list[str]]]:
    by_id = {line.line_id: line for line in found.lines}
    sections: list[tuple[Part, list[str]]] = []
    for part in Part:
        texts = [
            line_text(line, by_id.get(line.id))
            for line in spec.lines
            if by_id[line.id].part is part and line.text.strip()
        ]
        if texts:
            sections.append((part, texts))
    return sections


def to_text(spec: DoughSpec, found: Assessment) -> str:
    """A plain card; pasting it back gives the same lines."""
    rows = []
    for part, texts in _sections(spec, found):
        if part is not Part.DOUGH:
            rows += ["", f"For the {part.value}:"]
        rows += texts
    return "\n".join(rows) + "\n"


def to_markdown(spec: DoughSpec, found: Assessment) -> str:
    """Headings, a list of ingredients, the method with times and cues."""
    rows = [f"# {spec.name}", ""]
    for part, texts in _sections(spec, found):
        rows += [
            f"## {'Dough' if part is Part.DOUGH else part.value.capitalize()}",
            "",
            *(f"- {text}" for text in texts),
            "",
        ]
    if found.method:
        rows += ["## Method", ""]
        for i, step in enumerate(found.method, start=1):
            cue = f" Until: {step.cue}." if step.cue else ""
            rows.append(f"{i}. {step.text} ({step.minutes:g} min){cue}")
        rows.append("")
    rows.append(f"Bake at {_oven(spec)}.")
    if found.outcome:
        window = found.outcome.window
        rows.append(f"About {window.done_from_min:.0f} to {window.done_to_min:.0f} minutes: {window.cue}.")
    return "\n".join(rows) + "\n"


def to_csv(spec: DoughSpec, found: Assessment) -> str:
    """One row a line. Cells that a spreadsheet would take for a formula are quoted with a leading apostrophe."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["part", "line", "ingredient", "mass_g", "bakers_pct"])
    by_id = {line.line_id: line for line in found.lines}
    for line in spec.lines:
        seen = by_id[line.id]
        grams, pct = seen.reading.mass_g, seen.bakers_pct
        text = plain_cell(line.text)
        writer.writerow(
            [
                seen.part.value,
                text,
                seen.reading.ingredient_id or "",
                "" if grams is None else f"{grams:.2f}",
                "" if pct is None else f"{pct:.2f}",
            ]
        )
    return out.getvalue()

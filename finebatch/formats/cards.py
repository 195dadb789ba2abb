"""A dough as plain text, Markdown or CSV."""

import csv
import io
import json
import re

from pydantic import ValidationError

from ..core.base import refusal
from ..core.bench import Assessment, DoughSpec, Report
from ..core.card import Claim, ClaimKind, Line, Part, read_line, say_claims, split_card
from ..core.forming import claims_of_form
from ..core.formula import WeighedLine, weigh_lines
from ..core.kitchen import Habit, dial, to_c
from .cells import plain_cell, typed_cell

MARK = "<!-- finebatch:dough "  # before a dough's settings in a Markdown file, which readers of Markdown do not show
SETTINGS = "settings"  # the first cell of the row that holds them in a table
_HEAD = ["part", "line", "ingredient", "mass_g", "bakers_pct"]


def line_text(line: Line, weighed: WeighedLine | None) -> str:
    """A line as a card carries it: as typed, with the grams in brackets where the baker fixed them otherwise."""
    grams = weighed.reading.mass_g if weighed else None
    if line.mass_g is None or grams is None:
        return line.text
    own = read_line(line.text, Habit()).mass_g
    if own is not None and abs(own - line.mass_g) < 0.05:
        return line.text
    bracketed = f"{line.text} ({line.mass_g:.1f} g)"
    read = read_line(bracketed, Habit()).mass_g
    if read is not None and abs(read - line.mass_g) < 0.05:
        return bracketed
    return f"{line.mass_g:.1f} g {weighed.reading.said_as or line.text}" if weighed else bracketed


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


def to_text(spec: DoughSpec, found: Report) -> str:
    """A plain card; pasting it back gives the same lines, parts and claims."""
    rows = [spec.name, *say_claims(spec.card.claims if spec.card else claims_of(spec, found.assessment))]
    for part, texts in _sections(spec, found.assessment):
        rows += ["", "Dough:" if part is Part.DOUGH else _HEADINGS[part], *texts]
    if found.assessment.method:
        rows += ["", "Method:", *(f"{n}. {step.text}" for n, step in enumerate(found.assessment.method, start=1))]
    return "\n".join(rows) + "\n"


def claims_of(spec: DoughSpec, found: Assessment) -> tuple[Claim, ...]:
    """What a dough without a card would have written on one: form, sizes, how many, oven, minutes, chilling, rest on the tray."""
    said = [*claims_of_form(spec.form)]

    def says(kind: ClaimKind, low: float, high: float) -> None:
        said.append(Claim(kind=kind, low=low, high=high))

    if found.outcome is not None:
        says(ClaimKind.YIELD_PIECES, found.outcome.pieces.count, found.outcome.pieces.count)
        window = found.outcome.window
        says(ClaimKind.BAKE_MIN, round(window.likely_from_min), round(window.likely_to_min))
    heat = round(to_c(spec.oven.value, spec.oven.scale))
    says(ClaimKind.FAN_C if spec.oven.fan else ClaimKind.OVEN_C, heat, heat)
    if spec.making.chill_h:
        says(ClaimKind.CHILL_MIN, round(60 * spec.making.chill_h), round(60 * spec.making.chill_h))
    if found.tray_rest_min:
        says(ClaimKind.TRAY_REST_MIN, round(found.tray_rest_min), round(found.tray_rest_min))
    return tuple(said)


_HEADINGS = {
    Part.FILLING: "For the filling:", Part.TOPPING: "For the topping:", Part.COATING: "For the coating:", Part.WASH: "For the egg wash:",
    Part.GLAZE: "For the glaze:", Part.PAN: "For the tin:",
}  # fmt: skip


def to_markdown(spec: DoughSpec, found: Report) -> str:
    """Headings, a list of ingredients, the method with times and cues, and what one needs to bake from it."""
    rows = [f"# {spec.name}", ""]
    for part, texts in _sections(spec, found.assessment):
        rows += [
            f"## {'Dough' if part is Part.DOUGH else part.value.capitalize()}",
            "",
            *(f"- {text}" for text in texts),
            "",
        ]
    if found.assessment.method:
        rows += ["## Method", ""]
        for i, step in enumerate(found.assessment.method, start=1):
            cue = f" Until: {step.cue}." if step.cue else ""
            rows.append(f"{i}. {step.text} ({step.minutes:g} min){cue}")
        rows.append("")
    if found.working:
        rows += ["## To bake", ""]
        for name, share in (("The rest", found), *((one.name, one.report) for one in found.shares)):
            rows += [f"### {name}", ""] if found.shares else []
            rows += [*(f"* **{row.label}**: {row.text}" for row in share.working), ""]
        rows.pop()
    else:
        rows.append(f"Bake at {dial(spec.oven)}.")
    rows += ["", f"{MARK}{_settings(spec)} -->"]
    return "\n".join(rows) + "\n"


def _settings(spec: DoughSpec) -> str:
    """A dough as one line of JSON that no comment can end in."""
    return (
        json.dumps(spec.model_dump(mode="json"), ensure_ascii=True)
        .replace("--", "\\u002d\\u002d")
        .replace("<", "\\u003c")
    )


def dough_in_markdown(text: str) -> DoughSpec:
    """The dough of a Markdown file of ours. Where its ingredient lists were changed since, the lists count."""
    before, _, after = text.partition(MARK)
    kept = _from_settings(after.split(" -->", 1)[0])
    listed = [row[2:].strip() for row in before.splitlines() if row.startswith("- ")]
    readings = weigh_lines(kept.lines, Habit())
    written = [
        line_text(line, seen).strip() for line, seen in zip(kept.lines, readings, strict=True) if line.text.strip()
    ]
    if sorted(listed) == sorted(written):
        return kept
    return kept.model_copy(update={"lines": tuple(split_card(before))})


def _from_settings(text: str) -> DoughSpec:
    try:
        return DoughSpec.model_validate_json(text)
    except ValidationError as error:
        raise refusal(
            "text", "The settings in this file cannot be read by this version. Delete them to read the rest."
        ) from error


def is_csv(text: str) -> bool:
    """Whether a text is a dough's table."""
    return text.split("\n", 1)[0].strip().split(",")[:3] == _HEAD[:3]


def dough_in_csv(text: str) -> DoughSpec:
    """The dough of a table of ours; where its lines were changed since, the rows count."""
    try:
        rows = [row for row in csv.reader(io.StringIO(text)) if row][1:]
    except csv.Error as error:
        raise refusal("text", "This table cannot be read. Save it as comma-separated text.") from error
    kept = next((_from_settings(row[1]) for row in rows if row[0] == SETTINGS and len(row) > 1), None)
    read = [_line_of_row(n, row) for n, row in enumerate(rows, start=1) if len(row) > 1 and row[0] != SETTINGS]
    lines = tuple(line for line in read if line)
    if kept and [(line.text, line.part or Part.DOUGH) for line in lines] == [
        (line.text, line.part or Part.DOUGH) for line in kept.lines
    ]:
        return kept
    if kept and len(kept.lines) == len(lines) and all(a.text == b.text for a, b in zip(lines, kept.lines, strict=True)):
        return kept
    if not lines:
        raise refusal("text", "This table holds no lines. It needs the columns part, line and mass_g.")
    return (kept or DoughSpec()).model_copy(update={"lines": lines})


def _line_of_row(n: int, row: list[str]) -> Line | None:
    part = next((part for part in Part if part.value == row[0].strip().lower()), Part.DOUGH)
    text = typed_cell(row[1]).strip()
    if not text:
        return None
    grams = re.fullmatch(r"\d+(?:\.\d+)?", row[3].strip()) if len(row) > 3 else None
    return Line(id=f"l{n}", text=text[:300], part=part, mass_g=min(float(row[3]), 20_000.0) if grams else None)


def to_csv(spec: DoughSpec, found: Report) -> str:
    """One row a line. Cells that a spreadsheet would take for a formula are quoted with a leading apostrophe."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(_HEAD)
    by_id = {line.line_id: line for line in found.assessment.lines}
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
    writer.writerow([SETTINGS, _settings(spec), "", "", ""])
    return out.getvalue()

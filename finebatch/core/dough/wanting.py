"""A main line without grams: nothing can be foretold, but the family's usual amount can be offered."""

from ..base import Problem, Remedy, stop
from ..card import Part
from ..formula import Role, WeighedLine
from .styles import Style

_MAIN = {Role.FLOUR: "flour", Role.FAT: "fat", Role.SUGAR: "sugar"}


def wanting(weighed: tuple[WeighedLine, ...], style: Style) -> list[Problem]:
    """A question for each flour, fat or sugar of the dough that has no grams yet, with the family's usual amount to take."""
    dough = [line for line in weighed if line.part is Part.DOUGH and line.role in _MAIN]
    found = []
    for line in dough:
        if line.reading.mass_g is not None:
            continue
        name = line.reading.said_as.lower()
        grams = _usual_g(line, dough, style)
        said = f"“{line.reading.text}” has no grams yet, and without its {_MAIN[line.role or Role.FLOUR]} nothing can be foretold."
        if grams is None:
            found.append(stop("lines", f"{said} Give it an amount."))
        else:
            remedy = Remedy(label=f"Take {grams:.0f} g", field=f"lines.{line.line_id}", value=f"{grams:.0f}")
            found.append(stop("lines", f"{said} A {style.label} like this has about {grams:.0f} g of {name}.", remedy))
    return found


def _usual_g(line: WeighedLine, dough: list[WeighedLine], style: Style) -> float | None:
    """The family's typical amount beside what is weighed already; None where nothing is, or the family has none of it."""
    masses = {role: sum(one.reading.mass_g or 0.0 for one in dough if one.role is role) for role in _MAIN}
    share = {Role.FLOUR: 100.0, Role.FAT: style.usual["fat"].typical_pct, Role.SUGAR: style.usual["sugar"].typical_pct}
    flour = masses[Role.FLOUR]
    if not flour:
        others = [masses[role] / share[role] * 100 for role in (Role.FAT, Role.SUGAR) if masses[role] and share[role]]
        flour = sum(others) / len(others) if others else 0.0
    role = line.role or Role.FLOUR
    usual = flour * share[role] / 100 - masses[role]
    return usual if usual >= 1 else None

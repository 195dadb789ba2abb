"""What stands on a label: name, ingredients by mass, allergens, net mass, dates, as food is labelled."""

from collections.abc import Iterable
from datetime import date, timedelta
from typing import Literal

from pydantic import Field

from ..base import OneLine, Problem, Value, ask, stop
from ..bench import Assessment, DoughSpec, Report
from ..card import Part
from ..formula import WeighedLine
from ..ingredients import Ingredient, allergens_of, catalogue
from ..kitchen import Kitchen
from .label_sheet import LabelSheet
from .laid_on import LaidOn, holds, laid_on, unnamed
from .shopping import weight

DATES = {"dmy": "%d.%m.%Y", "mdy": "%m/%d/%Y", "ymd": "%Y-%m-%d"}


class Label(Value):
    """What the baker wants on a dough's label. Everything else follows from the dough as it now is."""

    kind: Literal["label"] = "label"
    dough_id: str = Field(max_length=40)
    title: OneLine = Field(default="", max_length=80)  # empty: the dough's name
    words: OneLine = Field(default="", max_length=200)
    pieces: int = Field(default=6, ge=1, le=400)
    made_on: date | None = None
    keeps_days: int | None = Field(default=None, ge=1, le=400)  # None: as usual
    may_contain: OneLine | None = Field(default=None, max_length=200)  # None: the kitchen's own statement
    no_traces: bool = False  # the baker has answered: nothing is to be said of traces
    nutrition: bool = False
    percent_of: str | None = Field(default=None, max_length=60)  # an ingredient whose share is named
    copies: int = Field(default=8, ge=1, le=400)
    sheet: LabelSheet = LabelSheet()


class Word(Value):
    """A word of the list of ingredients; what is an allergen is emphasised."""

    text: str
    strong: bool = False


class LabelText(Value):
    """A label's text, section by section, as it is printed."""

    title: str
    pieces: str
    ingredients: tuple[Word, ...]
    contains: tuple[str, ...]
    may_contain: str
    net: str
    dates: str
    keeping: str
    nutrition: str
    words: str
    maker: str
    problems: tuple[Problem, ...] = ()


class Stuff(Value):
    """An ingredient of the label's list: grams, and what is in it where it is a part with ingredients of its own."""

    name: str
    grams: float
    allergens: tuple[str, ...] = ()
    of: tuple["Stuff", ...] = ()


_PART_NAME = {
    Part.FILLING: "filling", Part.GLAZE: "glaze", Part.TOPPING: "topping", Part.COATING: "coating", Part.WASH: "wash",
}  # fmt: skip


def stuff_of(report: Report) -> tuple[Stuff, ...]:
    """Ingredients in descending order by mass as mixed: those of the dough, and each other part or finish as a compound one with its own in brackets."""
    return by_mass((*_of_lines(report.assessment.lines), *_of_finishes(laid_on(report))))


def _of_finishes(on: tuple[LaidOn, ...]) -> list[Stuff]:
    finishes: dict[str, list[Stuff]] = {}
    for one in on:
        stuff = _plain(one.item, one.grams) if one.item else Stuff(name=one.name, grams=one.grams)
        finishes.setdefault(one.finish, []).append(stuff)
    return [_compound(name, by_mass(of)) for name, of in finishes.items()]


def _compound(name: str, of: tuple[Stuff, ...]) -> Stuff:
    return of[0] if len(of) == 1 else Stuff(name=name, grams=sum(one.grams for one in of), of=of)


def _of_lines(lines: tuple[WeighedLine, ...]) -> list[Stuff]:
    own: dict[Part, dict[str, float]] = {}
    for line in lines:
        id, mass_g = line.reading.ingredient_id, line.reading.mass_g
        if id and mass_g:
            there = own.setdefault(line.part, {})
            there[id] = there.get(id, 0.0) + mass_g
    found = [_plain(catalogue()[id], grams) for id, grams in own.pop(Part.DOUGH, {}).items()]
    for part, ids in own.items():
        of = by_mass(_plain(catalogue()[id], grams) for id, grams in ids.items())
        found.append(_compound(_PART_NAME.get(part, part.value), of))
    return found


def by_mass(stuff: Iterable[Stuff]) -> tuple[Stuff, ...]:
    """The heaviest first, by name where two weigh the same."""
    return tuple(sorted(stuff, key=lambda one: (-one.grams, one.name)))


def _plain(item: Ingredient, grams: float) -> Stuff:
    return Stuff(name=_label_name(item), grams=grams, allergens=allergens_of([(item, grams)]))


def _label_name(item: Ingredient) -> str:
    """The catalogue's name as a label has it: what stands in brackets or behind a comma is the shop's, not the food's."""
    name = item.name.split(" (")[0].split(",")[0]
    return name[:1].lower() + name[1:]


def ingredients_text(stuff: tuple[Stuff, ...], percent_of: str | None = None) -> tuple[Word, ...]:
    """The list as words, allergens emphasised: by capitals where the word names one, else named in capitals behind it."""
    total = sum(one.grams for one in stuff) or 1.0
    words: list[Word] = []
    for number, one in enumerate(stuff):
        words += _words(one, total, percent_of)
        words.append(Word(text="." if number == len(stuff) - 1 else ","))
    return tuple(words)


def _words(one: Stuff, total_g: float, percent_of: str | None) -> list[Word]:
    share = f" {100 * one.grams / total_g:.0f}%" if percent_of and percent_of == one.name else ""
    if one.of:
        words = [Word(text=f"{one.name}{share} (")]
        for number, part in enumerate(one.of):
            words += _words(part, total_g, percent_of)
            words.append(Word(text=")" if number == len(one.of) - 1 else ","))
        return words
    text, named = one.name, []
    for allergen in one.allergens:
        if allergen.split()[0] in text.lower():
            text = _capitals(text, allergen.split()[0])
        else:
            named.append(allergen.upper())
    strong = bool(one.allergens)
    behind = f" ({', '.join(named)})" if named else ""
    return [Word(text=f"{text}{behind}{share}", strong=strong)]


def _capitals(text: str, word: str) -> str:
    at = text.lower().index(word)
    end = at + len(word)
    while end < len(text) and text[end].isalpha():
        end += 1
    return text[:at] + text[at:end].upper() + text[end:]


def label_text(
    label: Label, spec: DoughSpec, report: Report, kitchen: Kitchen, keeps: tuple[float, float] | None, today: date
) -> LabelText:
    """Everything that stands on it, by the dough as it now is."""
    found, stores = report.assessment, kitchen.stores
    stuff, on = stuff_of(report), laid_on(report)
    traces = "" if label.no_traces else (label.may_contain if label.may_contain is not None else stores.may_contain)
    made = label.made_on or today
    days = label.keeps_days or (int(keeps[0]) if keeps else None)
    return LabelText(
        title=label.title or spec.name, pieces=f"{label.pieces} piece{'s' if label.pieces > 1 else ''}",
        ingredients=ingredients_text(stuff, label.percent_of), contains=holds(found.lines, on),
        may_contain=f"May contain {traces.removesuffix('.')}." if traces else "", net=_net(label, report, kitchen),
        dates=_dates(made, days, kitchen), keeping=_keeping(found), nutrition=_nutrition(report) if label.nutrition else "",
        words=label.words, maker=stores.maker, problems=tuple(_asked(label, stuff, traces, found, keeps, unnamed((), on))),
    )  # fmt: skip


def _asked(
    label: Label, stuff: tuple[Stuff, ...], traces: str, found: Assessment, keeps: tuple[float, float] | None, unsaid: tuple[str, ...]
) -> list[Problem]:  # fmt: skip
    problems = label.sheet.problems()
    if not stuff:
        problems.append(stop("dough_id", "This dough has no ingredients that could be read: there is nothing to list."))
    unread = [
        line.reading.text
        for line in found.lines
        if not (line.reading.ingredient_id and line.reading.mass_g) and line.reading.text.strip()
    ]
    if unread:
        problems.append(
            stop(
                "dough_id",
                f"Not on the list, because it cannot be weighed: “{unread[0]}”. Settle the line on the bench first.",
            )
        )
    if unsaid:
        message = f"Which {unsaid[0]} go on them is not said. Write it on the card as a line of its own, such as “40 g almonds”, for what it is."
        problems.append(stop("dough_id", message))
    if not traces and not label.no_traces:
        message = "What may get in from elsewhere in this kitchen is not answered. Name it, such as “nuts and sesame”, or say that there is nothing to name."
        problems.append(stop("may_contain", message))
    if label.keeps_days and keeps and label.keeps_days > keeps[1]:
        problems.append(ask("keeps_days", f"Longer than such cookies keep: {keeps[1]:.0f} days at most is usual."))
    if label.percent_of and not any(
        label.percent_of == one.name or any(label.percent_of == part.name for part in one.of) for one in stuff
    ):
        problems.append(ask("percent_of", f"There is no {label.percent_of} on the list now."))
    return problems


def _net(label: Label, report: Report, kitchen: Kitchen) -> str:
    """The least a packet holds, of what is foretold: a label promises it."""
    if not report.yields:
        return ""
    first = report.yields[0]
    grams = label.pieces * (first.baked_each_g.low + first.toppings_each_g)
    rounded = int(grams // 5 * 5) if grams >= 20 else round(grams)
    other = f" ({weight(rounded, kitchen)})" if kitchen.units == "us" else ""
    return f"Net {rounded} g{other}"


def _dates(made: date, days: int | None, kitchen: Kitchen) -> str:
    order = kitchen.dates or ("mdy" if kitchen.units == "us" else "dmy")
    said = f"Made {made.strftime(DATES[order])}"
    return f"{said} · Best before {(made + timedelta(days=days)).strftime(DATES[order])}" if days else said


def _keeping(found: Assessment) -> str:
    return "Keep dry and closed, at room temperature." if found.dough else ""


def _nutrition(report: Report) -> str:
    """Per 100 g as baked, about: worked out from tables, not measured."""
    if not report.yields:
        return ""
    first = report.yields[0]
    per = 100 / first.baked_each_g.value
    n = first.nutrition
    wide = round(100 * max(first.baked_each_g.high / first.baked_each_g.value - 1, 0.1))
    return (
        f"Per 100 g about (± {wide}%, worked out, not measured): {n.energy_kj * per:.0f} kJ / {n.energy_kcal * per:.0f} kcal, fat {n.fat_g * per:.0f} g, "
        f"carbohydrate {n.carbohydrate_g * per:.0f} g of which sugars {n.sugars_g * per:.0f} g, fibre {n.fibre_g * per:.0f} g, protein {n.protein_g * per:.0f} g, "
        f"salt {n.salt_g * per:.1f} g."
    )

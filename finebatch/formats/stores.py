"""The stores as tables and lists: written so that they can be read again, read line by line with what is wrong said by line."""

import csv
import io
from collections.abc import Callable, Iterable, Iterator
from datetime import UTC, date, datetime
from typing import Any, TypeVar

from pydantic import ValidationError

from ..core.base import Problem, Value, one_line, stop
from ..core.ingredients import catalogue, name_key, names
from ..core.stores import Kept, OwnItem, PantryItem, Price, Put, Shelved, Shopping
from .cells import plain_cell, typed_cell

One = TypeVar("One", bound=Value)
MOST_ROWS = 2000
PANTRY = ("ingredient", "amount_g", "pack_g", "pack", "low_g", "best_before", "opened_on", "keeps_opened_days")
PRICES = ("ingredient", "pack_g", "paid", "on", "shop")
FREEZER = ("name", "kind", "place", "where", "count", "left", "each_g", "made_on", "keeps_until", "note")
SHOPPING = ("aisle", "what", "buy", "buy_g", "need_g", "have_g", "left_g", "in_basket")


def _table(head: tuple[str, ...], rows: Iterable[Iterable[object]]) -> str:
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(head)
    for row in rows:
        table.writerow(
            ""
            if cell is None
            else plain_cell(cell)
            if isinstance(cell, str)
            else f"{cell:g}"
            if isinstance(cell, float)
            else cell
            for cell in row
        )
    return out.getvalue()


def pantry_to_csv(items: Iterable[Shelved]) -> str:
    """The pantry, an ingredient a row."""
    return _table(
        PANTRY,
        ((one.item.ingredient_id, one.amount_g, one.item.pack_g, one.item.pack_is, one.item.low_g, one.item.best_before, one.item.opened_on, one.item.keeps_opened_days) for one in items),
    )  # fmt: skip


def prices_to_csv(prices: Iterable[Price]) -> str:
    """Prices, one a row."""
    return _table(PRICES, ((one.ingredient_id, one.pack_g, one.paid, one.on, one.shop) for one in prices))


def freezer_to_csv(kept: Iterable[Kept]) -> str:
    """What is frozen or in tins, one a row."""
    return _table(
        FREEZER,
        ((one.put.name, one.put.keeps.value, one.put.at.value, one.put.place, one.put.count, one.left, one.put.each_g, one.put.made_on, one.put.keeps_until, one.put.note) for one in kept),
    )  # fmt: skip


def shopping_to_csv(shopping: Shopping) -> str:
    """A list, a line a row."""
    return _table(
        SHOPPING,
        ((one.aisle, one.name, one.says, one.buy_g, one.need_g, one.have_g, one.left_g, "yes" if one.ticked else "no") for one in shopping.lines if not one.left_out),
    )  # fmt: skip


def shopping_to_text(name: str, shopping: Shopping) -> str:
    """A list as plain text, by aisle."""
    rows, aisle = [name, ""], ""
    for line in shopping.lines:
        if line.left_out:
            continue
        if line.aisle != aisle:
            aisle = line.aisle
            rows.append(f"{aisle}:")
        rows.append(f"  [{'x' if line.ticked else ' '}] {line.name}{f', {line.says}' if line.says else ''}")
    return "\r\n".join((*rows, ""))


def shopping_to_todo(id: str, name: str, shopping: Shopping, made: datetime, due: date | None = None) -> bytes:
    """RFC 5545: one VTODO, its lines in the description, and one more for every line."""
    from icalendar import Calendar, Todo

    calendar = Calendar()
    calendar.add("prodid", "-//Fine Batch//shopping//EN")
    calendar.add("version", "2.0")
    rows = [("", name, shopping_to_text(name, shopping), False)]
    rows += [
        (line.key, f"{line.name}{f', {line.says}' if line.says else ''}", line.aisle, line.ticked)
        for line in shopping.lines
        if not line.left_out
    ]
    for key, summary, description, done in rows:
        todo = Todo()
        todo.add("uid", f"{id}{'-' if key else ''}{key}@finebatch")
        todo.add("dtstamp", made.astimezone(UTC))
        todo.add("summary", one_line(summary))
        todo.add("description", description)
        todo.add("status", "COMPLETED" if done else "NEEDS-ACTION")
        if key:
            todo.add("related-to", f"{id}@finebatch")
        if due:
            todo.add("due", due)
        calendar.add_component(todo)
    return bytes(calendar.to_ical())


def pantry_from_csv(text: str) -> tuple[tuple[PantryItem, ...], dict[str, float], tuple[Problem, ...]]:
    """What a table of the pantry holds, how much is there of each, and what of it could not be read, by line."""
    amounts: dict[str, float] = {}

    def item(row: dict[str, str]) -> PantryItem:
        id = _ingredient(row.get("ingredient", ""))
        if row.get("amount_g"):
            amounts[id] = _positive(row["amount_g"])
        return PantryItem.model_validate(
            {"ingredient_id": id, **_given(row, ("pack_g", "low_g", "best_before", "opened_on", "keeps_opened_days")), **({"pack_is": row["pack"]} if row.get("pack") else {})}
        )  # fmt: skip

    items, problems = _read(text, PANTRY, item)
    return (
        items,
        {id: grams for id, grams in amounts.items() if any(one.ingredient_id == id for one in items)},
        problems,
    )


def prices_from_csv(text: str) -> tuple[tuple[Price, ...], tuple[Problem, ...]]:
    """The prices of a table, and what of it could not be read, by line."""

    def price(row: dict[str, str]) -> Price:
        return Price.model_validate(
            {"ingredient_id": _ingredient(row.get("ingredient", "")), **_given(row, ("pack_g", "paid", "on", "shop"))}
        )

    return _read(text, PRICES, price)


def freezer_from_csv(text: str) -> tuple[tuple[Put, ...], tuple[Problem, ...]]:
    """What a table of the freezer holds, and what of it could not be read, by line. What is `left` counts."""

    def put(row: dict[str, str]) -> Put:
        named = {"kind": "keeps", "place": "at", "where": "place"}
        given = {
            named.get(name, name): value
            for name, value in row.items()
            if value and name in FREEZER and name not in ("left", "count")
        }
        return Put.model_validate({**given, "count": row.get("left") or row.get("count")})

    return _read(text, FREEZER, put)


def list_from_csv(text: str) -> tuple[tuple[OwnItem, ...], tuple[Problem, ...]]:
    """What stands in a table of things to buy, each in its own words with how much, and what of it could not be read, by line."""

    def item(row: dict[str, str]) -> OwnItem:
        said = ", ".join(row[name] for name in ("what", "buy") if row.get(name))
        return OwnItem(id="read", text=said, aisle=row.get("aisle", ""))

    return _read(text, ("what",), item)


def _given(row: dict[str, str], fields: tuple[str, ...]) -> dict[str, str]:
    return {field: row[field] for field in fields if row.get(field)}


def _positive(cell: str) -> float:
    value = float(cell.replace(",", "."))
    if not 0 <= value <= 100_000:
        raise ValueError("an amount lies between nothing and 100 kg")
    return value


def _ingredient(cell: str) -> str:
    if cell in catalogue():
        return cell
    found = names().get(name_key(cell), ())
    if not found:
        raise ValueError(f"“{cell[:40]}” is no ingredient known here")
    return found[0]


def _read(
    text: str, head: tuple[str, ...], made: Callable[[dict[str, str]], One]
) -> tuple[tuple[One, ...], tuple[Problem, ...]]:
    found: list[One] = []
    problems: list[Problem] = []
    for number, row in _rows(text, head, problems):
        try:
            found.append(made(row))
        except ValidationError as error:
            wrong = error.errors()[0]
            problems.append(
                stop(
                    f"line {number}",
                    f"Line {number}, {'.'.join(map(str, wrong['loc']))}: {wrong['msg'].removeprefix('Value error, ')}.",
                )
            )
        except ValueError as error:
            problems.append(stop(f"line {number}", f"Line {number}: {error}."))
    return tuple(found), tuple(problems[:60])


def _rows(text: str, head: tuple[str, ...], problems: list[Problem]) -> Iterator[tuple[int, dict[str, str]]]:
    first = text.lstrip("\ufeff").split("\n", 1)[0]
    delimiter = ";" if first.count(";") > first.count(",") else ","
    table: Any = csv.reader(io.StringIO(text.lstrip("\ufeff")), delimiter=delimiter)
    try:
        names = [cell.strip().lower() for cell in next(table, [])]
        if head[0] not in names:
            problems.append(
                stop("text", f"The first line must name the columns: {', '.join(head)}. “{head[0]}” is missing.")
            )
            return
        for number, cells in enumerate(table, start=2):
            if number > MOST_ROWS:
                problems.append(stop("text", f"Only the first {MOST_ROWS} lines were read."))
                return
            if any(cell.strip() for cell in cells):
                yield number, {name: typed_cell(cell.strip()) for name, cell in zip(names, cells, strict=False)}
    except csv.Error as error:
        problems.append(stop("text", f"This is no table that can be read: {error}."))

"""A whole card read: its title, its lines, what it claims, its method, and what does not fit together."""

import math
import re
from functools import lru_cache

from ..base import Value
from ..kitchen import Habit, Scale, to_c
from .claims import Claim, ClaimKind, Passage, claims_of
from .items import items_of
from .line import MAX_LINE_CHARS, Part
from .reading import Context, Reading, is_bare, read_each
from .scanned import is_scanned, mended
from .sections import Row, RowKind, rows_of, steps_of, title_of
from .tidy import unmarked


class CardLine(Value):
    """One ingredient of a card: its words (a line of its own where a row held several), where its row stands, its part, its reading."""

    text: str
    start: int
    end: int
    part: Part
    reading: Reading


class CardStep(Value):
    """A step of the method in the baker's own words."""

    text: str
    start: int
    end: int


class Conflict(Value):
    """Two things a card says that cannot both be meant, or one that cannot."""

    text: str
    start: int
    end: int


class CardReading(Value):
    """What a card was read as. Nothing of the card is lost: rows that are none of these are `notes`."""

    title: str
    lines: tuple[CardLine, ...]
    claims: tuple[Claim, ...]
    steps: tuple[CardStep, ...]
    notes: tuple[CardStep, ...]
    conflicts: tuple[Conflict, ...]

    def claim(self, kind: ClaimKind) -> Claim | None:
        """What is claimed of that kind: the figure that counts, where the card says it twice."""
        return next((claim for claim in self.claims if claim.kind is kind), None)


_CLAIMING = (RowKind.TITLE, RowKind.STEP, RowKind.CLAIM, RowKind.NOTE)
FAN = "fan"  # the word of an oven claim that is a fan oven's
_HEAT_K = 12.0  # the same heat in °C, °F and gas is rounded by no more
_FAR = 1.25  # two figures for one thing that differ by more are said to differ


@lru_cache(maxsize=64)
def read_card(text: str, habit: Habit) -> CardReading:
    """Read a whole card by this kitchen's habit. Never raises for what a person may type."""
    rows = rows_of(text)
    scanned = is_scanned(text)
    context = _context(rows)
    lines = tuple(line for row in rows if row.kind is RowKind.INGREDIENT for line in _lines(row, habit, context))
    spoons = (context.tbsp_ml, 5.0) if context.tbsp_ml else None
    fore = next((n for n, row in enumerate(rows) if row.kind is RowKind.INGREDIENT), len(rows))
    # Notes behind the recipe tell of freezing, keeping and other sizes.
    passages = [
        _passage(row, text, scanned)
        for n, row in enumerate(rows)
        if row.kind in _CLAIMING and (row.kind is not RowKind.NOTE or n < fore)
    ]
    found = claims_of(passages, habit.region, spoons)
    front = {row.start for row in rows if row.kind in (RowKind.TITLE, RowKind.CLAIM, RowKind.NOTE)}
    claims = _ranked(found, rows, front)
    title = next((title_of(mended(row.text) if scanned else row.text) for row in rows if row.kind is RowKind.TITLE), "")
    kept, conflicts = _settled(
        _by_portion(claims, sum(line.reading.mass_g or 0.0 for line in lines if line.part is Part.DOUGH))
    )
    return CardReading(
        title=title,
        lines=lines,
        claims=kept,
        steps=tuple(CardStep(text=row.text, start=row.start, end=row.end) for row in steps_of(rows)),
        notes=tuple(
            CardStep(text=row.text, start=row.start, end=row.end)
            for row in rows
            if row.kind in (RowKind.NOTE, RowKind.OTHER)
        ),
        conflicts=conflicts,
    )


def _lines(row: Row, habit: Habit, context: Context) -> list[CardLine]:
    words = row.text[:MAX_LINE_CHARS]
    items, readings = items_of(words), read_each(words, habit, context)
    found = []
    for item, reading in zip(items, readings, strict=True):
        text = unmarked(words) if len(items) == 1 else item.text
        part = reading.part or row.part or Part.DOUGH
        found.append(CardLine(text=text, start=row.start, end=row.end, part=part, reading=reading))
    return found


def _passage(row: Row, text: str, scanned: bool) -> Passage:
    within = text[row.start : row.end].find(row.text[:24])  # past a bullet, a number or a mark
    return Passage(text=mended(row.text) if scanned else row.text, start=row.start + max(0, within))


_CUP = re.compile(r"(\d{3})\s*ml\s*cup|\bcup\s*=\s*(\d{3})\s*ml", re.I)
_SPOON = re.compile(
    r"(\d{2}(?:\.\d)?)\s*ml\s*(?:table ?spoons?|tbsps?)|(?:table ?spoon|tbsp)\s*=\s*(\d{2}(?:\.\d)?)\s*ml", re.I
)
FEW = 2  # lines that show a habit


def _context(rows: tuple[Row, ...]) -> Context:
    """What the card as a whole tells of its lines: its own cup and spoon, numbers without a unit, another language's spoons."""
    others = " ".join(row.text for row in rows if row.kind is not RowKind.INGREDIENT)
    items = [item for row in rows if row.kind is RowKind.INGREDIENT for item in items_of(row.text[:MAX_LINE_CHARS])]
    cup, spoon = _CUP.search(others), _SPOON.search(others)
    foreign = sum(item.measure is not None and item.measure.unusual for item in items)
    bare = sum(is_bare(item) for item in items)
    return Context(
        bare_g=bare >= FEW and 2 * bare > len(items),
        foreign=foreign >= FEW,
        cup_ml=float(cup[1] or cup[2]) if cup else None,
        tbsp_ml=float(spoon[1] or spoon[2]) if spoon else None,
    )


def _ranked(claims: tuple[Claim, ...], rows: tuple[Row, ...], front: set[int]) -> list[Claim]:
    """Minutes, heat and sizes count from the method before the front of the card; how many, from the front."""
    starts = sorted(row.start for row in rows)

    def row_of(claim: Claim) -> int:
        return max((start for start in starts if start <= claim.start), default=0)

    def rank(claim: Claim) -> tuple[bool, int]:
        fore = row_of(claim) in front
        return (not fore if claim.kind is ClaimKind.YIELD_PIECES else fore), claim.start

    return sorted(claims, key=rank)


def _by_portion(claims: list[Claim], dough_g: float) -> list[Claim]:
    """Of two counts, the one that the grams of a piece bear out comes first."""
    portion = next((claim.high for claim in claims if claim.kind is ClaimKind.PORTION_G), None)
    if not portion or not dough_g:
        return claims
    wanted = dough_g / portion

    def off(claim: Claim) -> float:
        if claim.kind is not ClaimKind.YIELD_PIECES or not claim.high:
            return 0.0
        return abs(math.log(claim.high / wanted))

    return sorted(claims, key=off)


def _settled(claims: list[Claim]) -> tuple[tuple[Claim, ...], tuple[Conflict, ...]]:
    """The claims, the one that counts first of its kind, and what is said against it."""
    kept: dict[ClaimKind, Claim] = {}
    conflicts = [Conflict(text=claim.conflict, start=claim.start, end=claim.end) for claim in claims if claim.conflict]
    for claim in claims:
        first = kept.get(claim.kind)
        if first is None:
            kept[claim.kind] = claim
        elif claim.kind in _ONE_FIGURE and _apart(first, claim):
            conflicts.append(
                Conflict(text=f"{_said(first)} and {_said(claim)}: which?", start=claim.start, end=claim.end)
            )
    if ClaimKind.FAN_C in kept and ClaimKind.OVEN_C not in kept and ClaimKind.GAS_MARK not in kept:
        kept[ClaimKind.OVEN_C] = kept.pop(ClaimKind.FAN_C).model_copy(update={"kind": ClaimKind.OVEN_C, "word": FAN})
    gas, oven = kept.get(ClaimKind.GAS_MARK), kept.get(ClaimKind.OVEN_C)
    if gas and oven and gas.low and oven.low and abs(to_c(gas.low, Scale.GAS) - oven.low) > _HEAT_K:
        said = (
            f"gas {gas.low:g} is about {to_c(gas.low, Scale.GAS):.0f} °C, the card says {oven.low:.0f} °C too: which?"
        )
        conflicts.append(Conflict(text=said, start=gas.start, end=gas.end))
    return tuple(sorted(kept.values(), key=lambda claim: (claim.kind is ClaimKind.FORM, claim.start))), tuple(conflicts)


def _apart(one: Claim, other: Claim) -> bool:
    if one.low is None or one.high is None or other.low is None or other.high is None:
        return False
    if one.kind is ClaimKind.OVEN_C and one.text == other.text:  # one setting in two scales
        return abs(one.low - other.low) > _HEAT_K
    return other.low > _FAR * one.high or one.low > _FAR * other.high


# Of these a card has one figure; there may well be two cutters, two chills or two trays to rest on.
_ONE_FIGURE = (ClaimKind.YIELD_PIECES, ClaimKind.OVEN_C, ClaimKind.BAKE_MIN, ClaimKind.PORTION_G)


def _said(claim: Claim) -> str:
    unit = {
        ClaimKind.YIELD_PIECES: "pieces",
        ClaimKind.OVEN_C: "°C",
        ClaimKind.BAKE_MIN: "minutes",
        ClaimKind.PORTION_G: "g",
    }[claim.kind]
    assert claim.low is not None
    low, high = f"{claim.low:.0f}", f"{claim.high:.0f}"
    return f"{low if low == high else f'{low} to {high}'} {unit}"

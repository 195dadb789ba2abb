"""Which ingredients does one line name, each with its amount? One line may hold two or three; none is dropped."""

import re
from dataclasses import dataclass, replace
from functools import lru_cache

from .amounts import HEDGES, Measure, measure_at, measure_behind
from .line import MAX_LINE_CHARS, Part
from .names import Match, known_name, match_name
from .numbers import Token, tokens_of
from .purpose import Purpose, purpose_of
from .tidy import tidied
from .units import Unit


@dataclass(frozen=True)
class Item:
    """One ingredient of a line: its words, its amount (None where none is said), where it goes, and what is not sure about it."""

    text: str
    name: str
    match: Match
    measure: Measure | None = None
    part: Part | None = None
    by_feel: bool = False
    optional: bool = False
    uncounted: bool = False  # an amount that nobody can weigh beforehand: "enough to bind", "to taste"
    to_taste: bool = False
    doubts: tuple[str, ...] = ()
    fruit: bool = False  # its measure counts fruits, not grams of zest
    weight_of: str = ""


_CITRUS = {
    ("zest", "lemon"): "zest_lemon", ("zest", "orange"): "zest_orange", ("zest", "lime"): "zest_lime",
    ("juice", "lemon"): "juice_lemon", ("juice", "lime"): "juice_lemon", ("juice", "orange"): "juice_orange",
}  # fmt: skip
_EACH = re.compile(r"^(?P<amount>.*?[\w.)½¼¾⅓⅔⅛])\s+(?:each|ea)\.?(?:\s+of)?\s*:?\s+(?P<names>.+)$", re.I)
_JOINS = re.compile(r"\s*(?:,|;|&|\+|\band\b)\s*", re.I)
_WEIGHT_OF = re.compile(
    r"^(?:the )?(?:same )?weight of (?P<of>.+?)(?:,| in| of) (?:the )?(?:their shells,? (?:in|of) )?(?P<name>[\w\s-]+)$",
    re.I,
)
_STEP = re.compile(
    r"^(?:pre-?heat|bake|divide|portion|take|dissolve|work|gather|wrap|pat|pipe|lay|prick|score|mark|break|lift|transfer|allow|put|stamp|warm|soften|lower|reduce|return|squash|gently|brown (?:the|your)|using|with (?:wet|floured|an?)|meanwhile|mix|cream|beat|stir|fold|roll|chill|cool|whisk|combine|place|drop|sift|rub|melt|knead|press|cut|shape|let|rest|store|heat|blend|"
    r"refrigerate|freeze|wrap|turn|remove|spread|sprinkle|brush|line|grease|pour|bring|set|scoop|form|slice|serve|arrange|add|leave|dip|dust|flatten|"
    r"makes?|yields?|serves?|see|cook|prep|total|recipe|from|note|tip|gives|enough for|keeps?)\b",
    re.I,
)
_SEPARATORS = {",", ";", "+", "&", "and", "plus", "with", "in", "then", "|", "/"}


@lru_cache(maxsize=8192)
def items_of(text: str) -> tuple[Item, ...]:
    """The ingredients of a line, at least one. Never fails for what a person may type."""
    tidy = tidied(text[:MAX_LINE_CHARS])
    doubts = (f"{tidy.guess}: is that right?",) if tidy.guess else ()
    halves = next((halves for mark in (";", r"\s[/|]\s", ",") if (halves := _halves(tidy.text, mark))), [])
    found = tuple(item for half in halves for item in _items(half)) if halves else _items(tidy.text)
    return tuple(replace(item, doubts=(*doubts, *item.doubts)) for item in found)


def _halves(text: str, mark: str) -> list[str]:
    """The parts of a list of ingredients: each with an amount of its own, and between commas each behind its name."""
    halves = [half.strip() for half in re.split(rf"{mark}(?![^(]*\))", text) if half.strip()]
    if len(halves) < 2:
        return []
    split = [tokens_of(half) for half in halves]
    if not all(split):
        return []
    first = [measure_at(tokens, 0) is not None for tokens in split]
    behind = [not front and measure_behind(tokens) is not None for front, tokens in zip(first, split, strict=True)]
    if "/" in mark and not all(_named(half, tokens) for half, tokens in zip(halves, split, strict=True)):
        return []  # one amount in two measures
    whole = all(behind) if mark == "," else all(front or back for front, back in zip(first, behind, strict=True))
    return halves if whole else []


def _named(half: str, tokens: list[Token]) -> bool:
    """Whether an amount has a name that is known behind it."""
    found, behind = measure_at(tokens, 0), measure_behind(tokens)
    name = half[tokens[found.end].start :] if found and found.end < len(tokens) else ""
    if not found and behind:
        name = half[: tokens[behind[0]].start].strip(" :–—-,(=.")
    match = known_name(name) if name else None
    return match is not None and not match.partly


def is_step(text: str) -> bool:
    """Whether a line begins as a step of the method, or a note, does."""
    return bool(_STEP.match(text.strip()))


def _items(text: str) -> tuple[Item, ...]:
    purpose = purpose_of(text)
    line = re.sub(
        r"^(?:(?:oh|and|then|so|ok|okay|next|also|now|well|right|plus|add|(?:take|say)(?= (?:an?|one|two|three|four|five|six|ten|half|\d)))\b[ ,]*)+(?=\S)",
        "",
        purpose.text,
        flags=re.I,
    )
    line = line if re.search(r"\w", line) else purpose.text
    hedged = HEDGES.search(line)
    doubts: tuple[str, ...] = ("the amount is not sure: type the grams",) if hedged else ()
    if hedged:
        line = re.sub(
            r"^\s*(?:maybe|perhaps|um|uh|er)\b[ ,]*|[ ,]*\b(?:i think|i guess|or so)\b|\?\s*$", "", line, flags=re.I
        ).strip()
    found = _weight_of(line) or _citrus(line) or _of_each(line) or _one_by_one(line)
    return _placed(tuple(replace(item, doubts=(*item.doubts, *doubts)) for item in found), purpose)


def _placed(found: tuple[Item, ...], purpose: Purpose) -> tuple[Item, ...]:
    shared = {"by_feel": purpose.by_feel, "optional": purpose.optional, "to_taste": purpose.to_taste}
    # A wash is one thing, however many it is made of; else what a line is for is said of its last ingredient.
    whole = purpose.part is Part.WASH or len(found) == 1
    placed = [
        replace(
            item,
            part=purpose.part if whole or item is found[-1] else None,
            uncounted=purpose.enough and (item.measure is None or not re.search(r"\d", item.text)),
            **shared,  # type: ignore[arg-type]
        )
        for item in found
    ]
    if purpose.besides:
        part, amount = purpose.besides
        extra = _one_by_one(amount)
        if extra and extra[0].measure:
            named = extra[0] if extra[0].match.ids else replace(extra[0], name=found[0].name, match=found[0].match)
            placed.append(replace(named, text=f"{amount} {found[0].name}", part=part))
    return tuple(placed)


def _weight_of(line: str) -> tuple[Item, ...] | None:
    found = _WEIGHT_OF.match(line)
    if not found:
        return None
    return (Item(text=line, name=found["name"], match=match_name(found["name"]), weight_of=found["of"]),)


def _citrus(line: str) -> tuple[Item, ...] | None:
    """Zest or juice counted by the fruit: "juice of ½ lemon", "zest and juice of 1 lemon", "1 lemon, zest only"."""
    fruit = re.search(r"\b(lemon|orange|lime)s?\b", line, re.I)
    if not fruit or re.search(
        r"\b(tsp|tbsp|tbs|cups?|ml|g|gm|oz|teaspoons?|tablespoons?|T|t|candied|dried|extract|marmalade|curd)\b", line
    ):
        return None
    peel, juice = re.search(r"\b(zest|zested|rind|peel)\b", line, re.I), re.search(r"\b(juice|juiced)\b", line, re.I)
    if not peel and not juice:
        return None
    counted = re.search(r"\b(?:of|from)\b\s*(?P<amount>.+)$", line, re.I)
    amount = counted["amount"] if counted else line
    tokens = tokens_of(amount)
    measure = measure_at(tokens, 0) if tokens else None
    if measure is None and tokens and (behind := measure_behind(tokens)):  # "zest 1 lime"
        measure = behind[1]
    if measure is None and not counted:
        return None
    said = measure.measure if measure else Measure(low=1, high=1, unit=None)
    if said.unit not in (None, Unit.PIECE):
        return None
    kinds = [kind for kind, there in (("zest", peel), ("juice", juice)) if there]
    return tuple(
        Item(
            text=line if len(kinds) == 1 else f"{kind} of {amount}",
            name=f"{kind} of {fruit[1].lower()}",
            match=Match(ids=(_CITRUS[(kind, fruit[1].lower())],), certain=True),
            measure=said,
            fruit=True,
        )
        for kind in kinds
    )


def _of_each(line: str) -> tuple[Item, ...] | None:
    found = _EACH.match(line)
    if not found:
        return None
    tokens = tokens_of(found["amount"])
    measure = measure_at(tokens, 0) if tokens else None
    if measure is None or measure.end < len(tokens):
        return None
    named = [name for name in _JOINS.split(re.sub(r"\([^)]*\)", "", found["names"])) if name.strip()]
    matches = [match_name(name) for name in named]
    if len(named) < 2 or not all(match.ids for match in matches):
        return None
    return tuple(
        Item(text=f"{found['amount']} {name}", name=name, match=match, measure=measure.measure)
        for name, match in zip(named, matches, strict=True)
    )


def _one_by_one(line: str) -> tuple[Item, ...]:
    tokens = tokens_of(line)
    if not tokens:
        return (Item(text=line, name=line, match=match_name(line)),)
    if tokens[0].text in "-−" and len(tokens) > 1 and tokens[1].sort in ("figure", "vulgar"):  # a minus
        less = measure_at(tokens, 1)
        name = line[tokens[less.end].start :] if less and less.end < len(tokens) else line
        return (Item(text=line, name=name, match=match_name(name)),)
    first = measure_at(tokens, 0)
    if first:
        return _amount_first(line, tokens, first.measure, first.end)
    behind = measure_behind(tokens)
    if behind is None or is_step(line):
        return (Item(text=line, name=line, match=match_name(line)),)
    at, found = behind
    name = line[: tokens[at].start].strip(" :–—-,(=.")
    rest = line[tokens[found.end].start :].strip(" ),;.") if found.end < len(tokens) else ""
    end = len(tokens)
    again = _pair_after(line, tokens, found.end)
    if again:
        return (_item(line[:again].strip(), name, found.measure), *_one_by_one(line[again:]))
    further = _boundary(line, tokens, found.end) if rest else None
    if further:
        end = further
        rest = line[tokens[found.end].start : tokens[end].start].strip(" ),;.+&") if found.end < end else ""
    item = _item(
        line[: tokens[end - 1].end] if end < len(tokens) else line, f"{name}, {rest}" if rest else name, found.measure
    )
    return (item, *_one_by_one(line[tokens[end].start :])) if end < len(tokens) else (item,)


def _pair_after(line: str, tokens: list[Token], at: int) -> int | None:
    """Where a second name with its amount behind begins: "Butter 4oz Sugar 4oz"; the character it begins at."""
    behind = measure_behind(tokens, at + 1) if at < len(tokens) else None
    if behind is None or behind[1].measure.unit in (None, Unit.PIECE):
        return None
    begins = tokens[at].start
    name = line[begins : tokens[behind[0]].start].strip(" :–—-,(=.")
    match = known_name(name) if re.fullmatch(r"[^\W\d][^\d()]*", name) else None
    return begins if match and not match.partly else None


def _amount_first(line: str, tokens: list[Token], measure: Measure, end: int) -> tuple[Item, ...]:
    further = _boundary(line, tokens, end)
    stop = tokens[further].start if further else len(line)
    name = line[tokens[end].start : stop] if end < len(tokens) else ""
    name = (
        re.sub(
            r"[\s,;+&|/]*(?:\b(?:and|plus|with|in|dissolved|beaten|mixed|tossed|then)\b[\s,]*)*$", "", name, flags=re.I
        ).strip()
        if further
        else name.strip()
    )
    text = line[:stop].strip(" ,;+&|") if further else line
    more = re.search(r"\s*(?:\+|&|\bplus\b|\band\b)\s*((?:\d|[½¼¾⅓⅔⅛]|an?\b|one\b|two\b|three\b)[^,;()]*)$", name, re.I)
    again = tokens_of(more[1]) if more else []
    added = measure_at(again, 0, lone=False) if again else None
    if (
        more and added and added.measure.unit not in (None, Unit.PIECE) and added.end >= len(again)
    ):  # "1 cup flour + 2 tbsp"
        measure = measure.model_copy(update={"extra": (*measure.extra, added.measure)})
        name = name[: more.start()]
    instead = re.search(r"\s+or\s+(?=\d|[½¼¾⅓⅔⅛]|an?\b|one\b|two\b|three\b)(.+)$", name, re.I)
    doubts: tuple[str, ...] = ()
    if instead:
        tail = tokens_of(instead[1])
        if tail and measure_at(tail, 0) is not None:
            doubts = (f"or {instead[1]}: the first is taken",)
            name = name[: instead.start()]
    if re.match(r"^\s*or\s+\w+\b", name) and measure.unit is None:
        doubts = (*doubts, "the amount is not clear: type the grams")
    item = replace(_item(text, name, measure), doubts=doubts)
    return (item, *_one_by_one(line[stop:])) if further else (item,)


def _boundary(line: str, tokens: list[Token], start: int) -> int | None:
    """Where the next ingredient's amount begins, if there is one: an amount of its own before a name that is known."""
    depth = 0
    for at in range(start, len(tokens)):
        depth += {"(": 1, ")": -1}.get(tokens[at].text, 0)
        if depth or at == start:
            continue
        before = tokens[at - 1].lower
        parted = before in _SEPARATORS
        figure = tokens[at].sort in ("figure", "vulgar")
        if not (figure or (parted and tokens[at].sort == "letters")):
            continue
        found = measure_at(tokens, at, lone=False)
        if found is None or found.end >= len(tokens):
            continue
        if before in ("with", "in", "/") and found.measure.unit in (None, Unit.PIECE):
            continue
        if not parted and found.measure.unit in (None, Unit.PIECE):
            continue
        if tokens[at].lower in ("a", "an", "some") and (found.measure.unit is None or before in ("with", "in")):
            continue
        rest = line[tokens[found.end].start :]
        name = re.split(r",|;|\+|&|\band\b|\(|\d|\.$", rest, maxsplit=1)[0].strip()
        match = known_name(name) if name else None
        if match and not match.partly:
            return at
    return None


def _item(text: str, name: str, measure: Measure) -> Item:
    bare = re.sub(
        r"\b(?:dissolved|mixed|sifted|blended|beaten|soaked|tossed)\s+(?:in|with)\b.*$",
        "",
        _without_sizes(name),
        flags=re.I,
    )
    return Item(text=text, name=name, match=match_name(bare or name), measure=measure)


def _without_sizes(name: str) -> str:
    return re.sub(r"\(\s*(?:size\s+)?(?:[smlSML]|XL|xl)\s*\)|\bsize\s+[smlSML]\b", " ", name).strip(" ,:.-–")

"""Which row of a card is what: title, ingredient, heading, step of the method, note, or nothing of ours."""

import re
from dataclasses import dataclass
from enum import StrEnum

from .amounts import measure_at
from .claims.counts import COUNT_ALONE, COUNT_BEHIND
from .items import Item, is_step, items_of
from .line import Part
from .names import known_name
from .numbers import VULGAR, Token, tokens_of
from .ratios import read_ratio
from .tidy import tidied
from .units import Unit


class RowKind(StrEnum):
    """What a row of a card is."""

    TITLE = "title"
    INGREDIENT = "ingredient"
    HEADING = "heading"
    STEP = "step"
    NOTE = "note"
    CLAIM = "claim"  # says something of the batch, and is neither an ingredient nor a step: "makes 36"
    OTHER = "other"


@dataclass(frozen=True)
class Row:
    """A row of a card: its words without marks, where they stand in the card, what it is, and the part it belongs to."""

    text: str
    start: int
    end: int
    kind: RowKind
    part: Part | None = None


_PARTS: tuple[tuple[Part | None, str], ...] = (
    (Part.PAN, r"(?:for )?(?:the )?(?:tins?|pans?|trays?|greasing|board)"),
    (Part.WASH, r"(?:egg ?)?wash|(?:to|for) (?:brush(?:ing)?|glaz(?:e|ing))"),
    (Part.GLAZE, r"(?:[\w-]+ )?(?:glaze|icing|frosting|drizzle|ganache)|(?:to|for) (?:ice|icing|drizzl\w+)"),
    (Part.FILLING, r"(?:[\w-]+ )?(?:filling|middles?|cent(?:re|er)s?|buttercream|sandwich(?:ing)?)|jam|(?:to|for) (?:fill(?:ing)?|sandwich(?:ing)?)"),
    (Part.COATING, r"(?:[\w-]+ )?coating|(?:to|for) (?:roll(?:ing)?|coat(?:ing)?|dust(?:ing)?|dredg\w+)(?: in)?|rolling sugar"),
    (Part.TOPPING, r"(?:[\w-]+ )?(?:topping|streusel|crumble|decorations?)|(?:to|for) (?:finish(?:ing)?|decorat\w+|top(?:ping)?|sprinkl\w+|serve)"),
    (Part.DOUGH, r"(?:[\w-]+ )?(?:dough|base|batter|pastry|biscuits?|cookies?|shortbread|mixture|crust|sponge|logs?)|dry|wet|(?:dry |wet |main )?ingredients?|(?:the )?dry (?:mix|things)|what you need|you(?:'ll| will)? need"),
)  # fmt: skip
_METHOD = re.compile(
    r"(?:the )?(?:method|directions?|instructions?|procedure|preparation|steps?|what to do|how to(?: make(?: (?:it|them))?)?|to make(?: (?:it|them|the (?:dough|biscuits|cookies)))?|making|recipe method|mixing(?: method)?|baking|to bake|how i make (?:it|them))",
    re.I,
)
_NOTES = re.compile(
    r"(?:(?:recipe |cook'?s |baker'?s |my )?notes?|tips?(?: and tricks)?|nutrition(?:al)?(?: (?:facts|information))?|storage|storing|keeping|variations?|equipment|p\.?s\.?)",
    re.I,
)
_NOISE = re.compile(
    r"^(?:skip to|jump to|print\b|pin\b|save\b|share\b|rate\b|[★⭐]{2}|\W*$|leave a (?:comment|review|reply|rating)|comments?\b|advert|subscribe|posted|by [A-Z]\w+$|calories|baked them|\d+ reviews?|keep my screen|"
    r"(?:scale )?1x\b|us customary|cook mode|from the kitchen of|page \d+$)|\bkcal\b|keep my screen|\d+ from \d+ reviews",
    re.I,
)
_CLAIMS = re.compile(
    r"^\W*(?:makes?|yields?|gives|serves?|servings?|enough for|prep(?:aration)?(?: time)?\b|cook(?:ing)?(?: time)|cook\b|bak(?:e|ing) time|total(?: time)?|oven|pre-?heat(?:ed)?(?: the)?(?: oven)?|"
    r"temp(?:erature)?|gas(?: mark)?\b|fan\b|chill(?:ing)?(?: time)?|resting|keeps?|difficulty|time|tin|pan|quantity|qty|portion)\b",
    re.I,
)
HOT = 90  # nobody writes so many cups
_SIZES = re.compile(
    r"^\W*\(?\s*\d+\s*(?:cup\s*=|ml cup|ml\b.*(?:cup|spoon))|^\W*\(?\s*1\s*(?:cup|tbsp|tablespoon|katori)\s*=", re.I
)
_MARKS = re.compile(r"^\s*(?:#{1,6}\s+|>\s+|[*_]{1,3}(?=\S)|=+\s*|\[[ xX]?\]\s*)|[*_]{1,3}\s*$")
_NUMBERED = re.compile(r"^\s*(?:step\s*)?\(?\d{1,2}[.):]?\s+(?=[A-Za-z(])|^\s*(?:step\s*)\d{1,2}\s*[.):-]*\s*", re.I)
_V = "".join(VULGAR)
_UNDERLINE = re.compile(r"^\s*(?:[-=_~*]\s*){3,}$")
_SENTENCE = re.compile(r"[.!]\s|[.!]$|\b(?:until|then|the|into|with|and)\b", re.I)


def rows_of(text: str) -> tuple[Row, ...]:
    """Every row of a card with what it is."""
    raw = _raw(text)
    if _is_speech(raw):
        return _speech(raw)
    found: list[Row] = []
    part: Part | None = None
    mode = "front"
    for n, (words, start, end) in enumerate(raw):
        heading = _heading(words, text, start, raw, n)
        if heading is not None:
            mode, part = heading
            found.append(Row(words, start, end, RowKind.HEADING, part))
            continue
        kind = _kind(words, mode, found, text[start:end])
        if kind is RowKind.INGREDIENT and mode in ("front", "method"):
            mode = "lines"
        if kind is RowKind.STEP:
            mode = "method"
        found.append(Row(words, start, end, kind, part if kind is RowKind.INGREDIENT else None))
    return tuple(_titled(found))


def _raw(text: str) -> list[tuple[str, int, int]]:
    """Rows with their place; two columns are two rows, marks are taken off, empty rows and underlines left out."""
    found = []
    at = 0
    for row in text.splitlines(keepends=True):
        for start, end in _columns(row.rstrip("\r\n")):
            piece = row[start:end]
            bare = _MARKS.sub("", _MARKS.sub("", piece.strip())).strip()
            if re.search(r"\w", bare) and not _UNDERLINE.match(piece):
                place = at + start + (len(piece) - len(piece.lstrip()))
                found.append((re.sub(r"\*\*|__", "", bare), place, place + len(piece.strip())))
        at += len(row)
    return found


def _columns(row: str) -> list[tuple[int, int]]:
    gaps = list(re.finditer(r"\S(\s{3,}|\t+)(?=\S)", row))
    for gap in gaps:
        left, right = row[: gap.start() + 1], row[gap.end() :]
        if all(_weighs(side) for side in (left, right)):
            return [(0, gap.start() + 1), *((start + gap.end(), end + gap.end()) for start, end in _columns(right))]
    return [(0, len(row))]


def _weighs(text: str) -> bool:
    """Whether a row names an amount of something known."""
    if COUNT_BEHIND.fullmatch(text):  # a title and how many
        return False
    if re.search(r"\b(?:makes?|yields?|serves|servings)\b\W*(?:about |approx\w*\.? )?\d", text, re.I):
        return False
    return not is_step(text) and any(_good(item) for item in items_of(text))


def _good(item: Item) -> bool:
    timed = (
        item.measure is not None
        and item.measure.unit is None
        and re.search(r"\b(?:minutes?|mins?|hours?|hrs?|mm|cm|inch(?:es)?)\b", item.name)
    )
    said = item.measure is not None or bool(item.weight_of)
    return said and not timed and bool(item.match.ids) and not item.match.guessed


def _heading(
    words: str, text: str, start: int, raw: list[tuple[str, int, int]], n: int
) -> tuple[str, Part | None] | None:
    """The part or section a heading opens; None for a row that is none."""
    bare = re.sub(r"^\s*(?:part\s*)?(?:\d{1,2}|[IVX]{1,3}|[a-d])[.)]\s*", "", words, flags=re.I).strip(" :*_#—–-.")
    bare = re.sub(r"\s*\([^)]*\)\s*$", "", bare) if not re.search(r"\d", bare) else bare
    bare = re.split(r"\s{2,}", bare)[0]
    marked = (
        words.rstrip().endswith(":") or words.isupper() or bool(re.match(r"\s*(?:#|\*\*|__|=)", _line_at(text, start)))
    )
    underlined = n + 1 < len(raw) and _UNDERLINE.match(_line_after(text, start) or "") is not None
    if re.search(r"\d", bare) or len(bare.split()) > 6:
        return None
    if _METHOD.fullmatch(bare):
        return "method", None
    if _NOTES.fullmatch(bare):
        return "notes", None
    named = re.sub(r"^(?:for\s+)?(?:the\s+|your\s+)?", "", bare, flags=re.I)
    for part, pattern in _PARTS:
        if re.fullmatch(pattern, bare, re.I) or re.fullmatch(pattern, named, re.I):
            alone = part is Part.FILLING and bare.lower() == "jam"
            followed = any(_weighs(row) for row, _, _ in raw[n + 1 : n + 3])
            title = (
                n == 0
                and part is Part.DOUGH
                and not re.fullmatch(r"(?:the )?(?:dough|(?:dry |wet )?ingredients?|base)", bare, re.I)
            )
            if title or not followed or (alone and not (marked or underlined)):
                continue
            return "lines", part
    if re.match(r"for (?:the|your) ", bare, re.I) and marked:
        return "lines", None
    return None


def _line_at(text: str, start: int) -> str:
    begin = text.rfind("\n", 0, start) + 1
    return text[begin : text.find("\n", begin) if "\n" in text[begin:] else len(text)]


def _line_after(text: str, start: int) -> str:
    end = text.find("\n", start)
    return _line_at(text, end + 1) if end >= 0 else ""


def _kind(words: str, mode: str, before: list[Row], original: str) -> RowKind:
    if COUNT_ALONE.fullmatch(words) and not any(row.kind is RowKind.INGREDIENT for row in before):
        return RowKind.CLAIM
    if _NOISE.search(words):
        return RowKind.OTHER
    if mode == "notes":
        return RowKind.NOTE
    if (
        re.match(r"\W*(?:prep|cook|total|servings?|yield|makes)\b", words, re.I)
        and re.search(r"\||\bmins?\b|\bhrs?\b", words)
        and mode == "front"
    ):
        return RowKind.CLAIM
    if any(row.kind is RowKind.INGREDIENT for row in before) and re.match(r"\W*(?:\d[.)]?\s*)?pre-?heat", words, re.I):
        return RowKind.STEP
    says = re.search(rf"\d|[{_V}]|dozen|\boven\b|hour", words, re.I)
    if _SIZES.match(words) or (_CLAIMS.match(words) and says and len(words.split()) <= 14 and mode != "method"):
        return RowKind.CLAIM
    numbered = bool(_NUMBERED.match(original)) and mode == "method"
    if numbered:
        return RowKind.STEP
    if _CLAIMS.match(words) and re.match(r"\W*(?:makes?|yields?|gives|serves?|servings?|keeps?)\b", words, re.I):
        return RowKind.CLAIM
    bare = re.sub(r"^\s*\(?\d{1,2}[.)]\s+", "", words)
    stepping = is_step(bare) or (
        _SENTENCE.search(words) is not None and len(words.split()) >= 9 and not _starts_with_amount(words)
    )
    if mode == "method":
        return (
            RowKind.INGREDIENT
            if _weighs(words) and not stepping and _starts_with_amount(words) and len(words) < 60
            else RowKind.STEP
        )
    seen = any(row.kind is RowKind.INGREDIENT for row in before)
    if seen and _NUMBERED.match(original) and not _starts_with_amount(bare) and not _weighs(bare):
        return RowKind.STEP
    if not stepping and read_ratio(words):
        return RowKind.INGREDIENT
    if not stepping and (_weighs(words) or _measured_short(words)):
        return RowKind.INGREDIENT
    if stepping and (seen or is_step(bare)):
        return RowKind.STEP
    if mode == "lines" or seen:
        if re.search(r"°|\bmins?\b|\bminutes\b|\bgas\b|^\d{3}\b", words, re.I):
            return (
                RowKind.STEP
                if seen and re.search(r"[a-z]{4,}.*[a-z]{4,}", words, re.I) and len(words.split()) > 7
                else RowKind.CLAIM
            )
        items = items_of(words)
        if any((item.match.ids and not item.match.guessed) or item.measure for item in items) or mode == "lines":
            return RowKind.INGREDIENT
        return RowKind.STEP if len(words.split()) > 5 else RowKind.NOTE
    return RowKind.NOTE


def _measured_short(words: str) -> bool:
    """A few words that begin with an amount in a kitchen's unit: an ingredient, known or not."""
    tokens = tokens_of(tidied(words).text)
    found = measure_at(tokens, 0) if tokens else None
    if found is None or found.measure.unit is None or found.end >= len(tokens) or len(words.split()) > 10:
        return False
    if found.measure.unit is Unit.CUP and found.measure.low > HOT:  # "180 C"
        return False
    # "25 g each", "20 g balls" tell of the pieces.
    return (
        re.fullmatch(
            r"each|apiece|a|per|balls?|mounds?|portions?|pieces?|slices?|scoops?|thick|apart", tokens[found.end].lower
        )
        is None
    )


def _starts_with_amount(words: str) -> bool:
    tokens = tokens_of(tidied(words).text)
    return bool(tokens) and measure_at(tokens, 0, lone=False) is not None


def _titled(found: list[Row]) -> list[Row]:
    """The first row before the ingredients that is nothing else is the title, and what follows it there is a note."""
    for n, row in enumerate(found):
        if row.kind is RowKind.INGREDIENT:
            break
        if row.kind is RowKind.NOTE and not row.text.endswith((".", "!")) and len(row.text.split()) <= 12:
            return [*found[:n], Row(row.text, row.start, row.end, RowKind.TITLE), *found[n + 1 :]]
    return found


_SMALL_WORDS = frozenset("a an and at by de for from in of on or the to with".split())


def cards_in(text: str) -> tuple[str, ...]:
    """The cards of one paste: a title with ingredients of its own behind the method of the one before begins another."""
    rows = rows_of(text)
    cuts = [0]
    for n, row in enumerate(rows):
        before = {other.kind for other in rows if cuts[-1] <= other.start < row.start}
        if not {RowKind.INGREDIENT, RowKind.STEP} <= before or row.kind not in (RowKind.STEP, RowKind.NOTE):
            continue
        gap = text[: row.start].rstrip(" \t").endswith("\n\n") or re.search(r"\n\s*\n[#*\s]*$", text[: row.start])
        title = title_of(row.text)
        short = 0 < len(title.split()) <= 8 and not re.search(r"[.:!]$|\d", title) and not is_step(title)
        follow = [other for other in rows[n + 1 : n + 5] if _weighs(other.text)]
        if gap and short and len(follow) >= FEW_LINES:
            cuts.append(row.start)
    return tuple(text[start:end] for start, end in zip(cuts, [*cuts[1:], len(text)], strict=True))


FEW_LINES = 2  # ingredients that show that a title is one


def title_of(text: str) -> str:
    """A card's title as a name: brackets with claims and long gaps taken off, capitals brought down, scanner's digits mended."""
    title = re.split(r"\s{3,}", text.strip())[0]
    title = re.sub(r"\s*[(\[][^)\]]*(?:makes?|yields?|serves|\d+|box|recipe)[^)\]]*[)\]]", "", title, flags=re.I)
    title = re.sub(r"\s*\([^()\d]*\d{1,3}\)$", "", title)
    title = re.sub(r"\s*[—–-]\s*(?:makes?|yields?|serves)\b.*$", "", title, flags=re.I)
    title = re.sub(r"^\s*(?:recipe|title|name)\s*[:–-]\s*", "", title, flags=re.I).strip(' :*_#-–—."“”')
    letters = [char for char in title if char.isalpha()]
    if letters and sum(char.isupper() for char in letters) >= 0.75 * len(letters) and len(letters) > 3:
        title = re.sub(r"(?<=[A-Z])1(?=[A-Z])|(?<=[A-Z])l(?=[A-Z])", "I", title)
        title = re.sub(r"(?<=[A-Z])0(?=[A-Z])", "O", title)
        words = (word.capitalize() if word.upper() == word else word for word in title.split())
        title = " ".join(word.lower() if n and word.lower() in _SMALL_WORDS else word for n, word in enumerate(words))
    return title[:80]


def _is_speech(raw: list[tuple[str, int, int]]) -> bool:
    """One long paragraph with several amounts in it, as dictated."""
    if len(raw) > 3 or not raw:
        return False
    longest = max(raw, key=lambda row: len(row[0]))[0]
    return len(longest) > 160 and len(_spoken(longest)) >= 3


def _spoken(text: str) -> list[tuple[int, int]]:
    """The stretches of running text that are an amount with a known name behind it."""
    tokens = tokens_of(text)
    found: list[tuple[int, int]] = []
    at = 0
    while at < len(tokens):
        measure = measure_at(tokens, at, lone=False) if tokens[at].lower not in ("the", "for") else None
        if measure and measure.end < len(tokens) and (measure.measure.unit or tokens[at].lower not in ("a", "an")):
            end = _name_end(text, tokens, measure.end)
            if end:
                found.append((tokens[at].start, tokens[end - 1].end))
                at = end
                continue
        at += 1
    return found


def _name_end(text: str, tokens: list[Token], start: int) -> int | None:
    start += 1 if start < len(tokens) and tokens[start].lower in ("the", "of") else 0
    for length in range(min(5, len(tokens) - start), 0, -1):
        words = tokens[start : start + length]
        if any(token.sort == "mark" and token.text not in "-'" for token in words):
            continue
        match = known_name(text[words[0].start : words[-1].end])
        if match and not match.partly:
            return start + _shortest(text, words, match.ids[0])
    return None


def _shortest(text: str, words: list[Token], id: str) -> int:
    """How many of these words name the same: the rest belongs to what follows."""
    for length in range(1, len(words)):
        match = known_name(text[words[0].start : words[length - 1].end])
        if match and match.ids[:1] == (id,) and not match.partly:
            return length
    return len(words)


def _speech(raw: list[tuple[str, int, int]]) -> tuple[Row, ...]:
    """Running text as rows: its amounts as ingredients, its sentences as steps."""
    found = []
    for text, start, end in raw:
        stretches = _spoken(text)
        if len(stretches) < 3:
            found.append(Row(text, start, end, RowKind.NOTE))
            continue
        for begin, stop in stretches:
            words = text[begin:stop]
            after = text[stop : stop + 40]
            if re.match(r"[^.;]{0,30}\b(?:press|pack)\w*\b.{0,12}\b(?:down|in)\b", after, re.I):
                words += ", packed"
            other = re.match(r"\s+or\s+(\w+)", after)
            if other and known_name(other[1]):
                words += other[0]
            found.append(Row(words, start + begin, start + stop, RowKind.INGREDIENT))
        for sentence in re.finditer(r"[^.!?]+[.!?]*", text):
            if len(sentence[0].split()) >= 3:
                found.append(Row(sentence[0].strip(), start + sentence.start(), start + sentence.end(), RowKind.STEP))
    return tuple(found)


_ABBREVIATED = re.compile(
    r"\b(?:in|ins|mins?|tbsps?|tsps?|oz|lbs?|deg|approx|no|c|hrs?|hr|cm|mm|marg|ea|temp|approx|cinn|pkg|lg|sm|med)\.$",
    re.I,
)


def _sentences(text: str) -> list[str]:
    """Sentences of a paragraph; the stop of an abbreviation ends none."""
    found = [""]
    for piece in re.split(r"(?<=[.!?])\s+", text):
        joins = found[-1] and (
            (_ABBREVIATED.search(found[-1]) and not re.match(r"[A-Z][a-z]|[A-Z]{3,} [A-Z]", piece))
            or not re.search(r"[.!?]$", found[-1])
        )
        if joins or not found[-1]:
            found[-1] = f"{found[-1]} {piece}".strip()
        else:
            found.append(piece)
    return [sentence for sentence in found if sentence]


def steps_of(rows: tuple[Row, ...]) -> tuple[Row, ...]:
    """The method's steps: its rows without their numbers, a row of prose as its sentences of action."""
    steps: list[Row] = []
    wanted = [row for row in rows if row.kind is RowKind.STEP]
    for row in wanted:
        words = _NUMBERED.sub("", row.text).strip()
        prose = len(words) > 70 and not _NUMBERED.match(row.text) and len(wanted) <= 4
        if not prose:
            steps.append(Row(words, row.start, row.end, RowKind.STEP))
            continue
        steps += [Row(said, row.start, row.end, RowKind.STEP) for said in _sentences(words) if len(said.split()) >= 2]
    return tuple(steps)

"""What does a card say of the batch besides its lines: how many, how hot, how long, how large? Each with the words it stands in."""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

from ..base import Value
from ..kitchen import TBSP_ML, TSP_ML, Region
from .numbers import VULGAR, Number, read_number, tokens_of


class ClaimKind(StrEnum):
    """What is claimed; the unit is in the name."""

    YIELD_PIECES = "yield_pieces"
    PORTION_G = "portion_g"
    SPOON_ML = "spoon_ml"
    BALL_MM = "ball_mm"
    CUTTER_MM = "cutter_mm"
    THICKNESS_MM = "thickness_mm"
    LOG_MM = "log_mm"
    SLICE_MM = "slice_mm"
    PAN_MM = "pan_mm"
    SPACING_MM = "spacing_mm"
    OVEN_C = "oven_c"
    FAN_C = "fan_c"
    GAS_MARK = "gas_mark"
    BAKE_MIN = "bake_min"
    SECOND_BAKE_MIN = "second_bake_min"
    SECOND_OVEN_C = "second_oven_c"
    CHILL_MIN = "chill_min"
    STAND_MIN = "stand_min"
    TRAY_REST_MIN = "tray_rest_min"
    LINING = "lining"
    FORM = "form"
    DONE_WHEN = "done_when"


class Claim(Value):
    """One thing a card says. `low`..`high` in the kind's unit, `across` the second side of a pan or cutter, `word` what is no number.

    `start`..`end` is where it stands in the card; `sure` is false where the unit or the figure was supposed.
    """

    kind: ClaimKind
    low: float | None = None
    high: float | None = None
    across: float | None = None
    word: str = ""
    text: str = ""
    start: int = 0
    end: int = 0
    sure: bool = True
    note: str = ""  # what was supposed
    conflict: str = ""  # why it cannot be meant as it stands


@dataclass(frozen=True)
class Passage:
    """A stretch of a card that may claim something: its words and where they begin."""

    text: str
    start: int


_V = "".join(VULGAR)
_WORDS = "one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|eighteen|twenty|thirty|forty|fifty|half|quarter|a|an"
_NUM = rf"(?:\d+\s+\d+/\d+|\d+\s*[{_V}]|\d+/\d+|\d+(?:[.,]\d+)?|[{_V}]|\b(?:{_WORDS})(?:[- ](?:and[- ])?(?:a[- ])?(?:half|quarter|dozen|five|one|two|three|four|six|eight))?\b)"
_RANGE = rf"{_NUM}(?:\s*(?:-|–|—|to|or)\s*{_NUM})?"
_LEN = r"(?:mm|cm|centimet(?:re|er)s?|millimet(?:re|er)s?|inch(?:es)?|ins?\b\.?|''|\"|″|”)"
_MM = {"mm": 1.0, "millim": 1.0, "cm": 10.0, "centim": 10.0}
_PIECES = r"(?:cookies?|biscuits?|pieces?|balls?|mounds?|portions?|squares?|fingers?|rounds?|slices?|tails?|wedges?|stars?|moons?|hearts?|bars?|people|crescents?|rusks?|wafers?|snaps?|shapes?|lumps?|small|large|medium|big|little)"
_GAS_C = {0.25: 110, 0.5: 120, 1: 140, 2: 150, 3: 170, 4: 180, 5: 190, 6: 200, 7: 220, 8: 230, 9: 240}
_OVEN_WORDS = (
    (r"very (?:slow|cool|low)", 130), (r"moderately hot|fairly hot", 190), (r"very hot", 230), (r"moderately slow|fairly slow", 165),
    (r"slow|cool|low", 150), (r"moderate|medium", 180), (r"hot|quick", 210),
)  # fmt: skip
LEAST_F, MOST_C, MOST_F = 250, 260, 500


def _value(text: str) -> Number | None:
    text = re.sub(r"(?<=[a-z])-(?=[a-z])", " ", text.strip(), flags=re.I)
    return read_number(tokens_of(text), 0)


def _span(text: str) -> tuple[float, float] | None:
    found = _value(text)
    return (found.low, found.high) if found and found.low > 0 else None


def _mm(text: str, unit: str) -> tuple[float, float] | None:
    span = _span(text)
    if span is None:
        return None
    factor = next((mm for start, mm in _MM.items() if unit.lower().startswith(start)), 25.4)
    return span[0] * factor, span[1] * factor


def claims_of(
    passages: list[Passage], region: Region, spoon_ml: tuple[float, float] | None = None
) -> tuple[Claim, ...]:
    """Everything that passages of a card claim, in the order it stands there; of two that say the same, the first.

    `spoon_ml` are the tablespoon and teaspoon of the card itself where it names them.
    """
    tbsp, tsp = spoon_ml or (TBSP_ML[region], TSP_ML[region])
    found: list[Claim] = []
    for passage in passages:
        for read in (_yields, _sizes, _oven, _lining):
            found += read(passage)
        found += _spoons(passage, tbsp, tsp)
        found += _cues(passage)
    found += _durations(passages)
    found.sort(key=lambda claim: claim.start)
    found = _second_heat(found)
    form = _form(passages, found)
    return (*found, *([form] if form else []))


def _claim(
    kind: ClaimKind, passage: Passage, match: re.Match[str], span: tuple[float, float] | None = None, **more: object
) -> Claim:
    low, high = span or (None, None)
    return Claim(
        kind=kind,
        low=low,
        high=high,
        text=_sentence(passage.text, match.start(), match.end()),
        start=passage.start + match.start(),
        end=passage.start + match.end(),
        **more,
    )


def _sentence(text: str, start: int, end: int) -> str:
    """The sentence that a claim stands in, without those around it."""
    begin = max(text.rfind(mark, 0, start) + len(mark) for mark in (". ", "; ", "! ")) if start else 0
    begin = begin if any(text.rfind(mark, 0, start) >= 0 for mark in (". ", "; ", "! ")) else 0
    ends = [at for mark in (". ", "; ", "! ") if (at := text.find(mark, end)) >= 0]
    return text[begin : min(ends) + 1 if ends else len(text)].strip()[:200]


_MAKES = re.compile(
    rf"\b(?P<word>makes?|yields?|gives?|gave|servings?|serves?|i get|you(?:'ll)? get|enough for|quantity|for)\b\s*[:–=-]?\s*(?:is|of)?\s*(?P<about>about|approx\w*\.?|around|roughly|some|at least|up to|between|a good)?\s*(?P<n>{_RANGE})\s*(?P<dozen>d[o0]zens?|d[o0]z\.?|dz\.?)?\s*(?P<what>[a-z]+)?",
    re.I,
)
_INTO = re.compile(
    rf"\b(?:divide|portion|form|shape|roll|cut|break|mark|score|make|split|press)\w*\b[^.;]{{0,40}}?\b(?:into|as)\s+(?:about\s+|around\s+|some\s+)?(?P<n>{_RANGE})\s+(?P<what>[^.;,]{{0,40}})",
    re.I,
)
_EACH_G = re.compile(
    rf"\b(?P<n>{_RANGE})[\s-]*(?P<unit>g|gm|gms|grams?|oz|ounces?)\b\.?(?=\s*(?:\([^)]*\)\s*)?(?:each|apiece|a piece|balls?|mounds?|portions?|tall|pieces|scoops?|lumps?|dough))",
    re.I,
)


def _yields(passage: Passage) -> Iterator[Claim]:
    text = passage.text
    for found in _MAKES.finditer(text):
        word, what = found["word"].lower(), (found["what"] or "").lower()
        counted = bool(re.fullmatch(_PIECES, what)) or bool(found["dozen"])
        if word.startswith(("serv", "enough", "for")) and not counted:
            continue
        if what in (
            "minutes",
            "mins",
            "min",
            "hours",
            "hrs",
            "days",
            "weeks",
            "cm",
            "mm",
            "g",
            "ml",
            "inch",
            "months",
            "c",
            "f",
            "logs",
            "log",
        ):
            continue
        span = _span(found["n"])
        if span is None or (found["n"].lower() in ("a", "an") and not found["dozen"]):
            continue
        times = 12 if found["dozen"] else 1
        if span[1] * times < 3:
            continue
        yield _claim(ClaimKind.YIELD_PIECES, passage, found, (span[0] * times, span[1] * times))
    bare = re.fullmatch(r"[^()\d]*\((?P<n>\d{1,3})\)\s*", text)  # "Oat Drops (24)"
    about = bare or re.search(
        rf"\b(?:balls?|pieces|rounds|crescents|slices)\W+(?:about|around|approx\w*\.?)\s+(?P<n>{_RANGE})\b", text, re.I
    )
    if about and (span := _span(about["n"])) and span[0] >= 4:
        yield _claim(ClaimKind.YIELD_PIECES, passage, about, span)
    for found in _INTO.finditer(text):
        span = _span(found["n"])
        what = found["what"]
        if re.match(r"\s*(?:g|gm|gms|grams?|oz|ounces?|ml|tbsp|tablespoons?)\b", what, re.I):
            continue
        if (
            span
            and re.search(rf"\b{_PIECES}\b|eq\w+|each", what, re.I)
            and not re.search(
                r"\b(?:logs?|halves|rolls?|sausages?|discs?|batches|sheets?)\b|^\s*(?:mm|cm|inch)", what, re.I
            )
            and not re.match(rf"\s*{_LEN}", what, re.I)
            and span[0] >= 4
            and "x" not in found["n"]
        ) or (
            span
            and re.fullmatch(r"(?:eight|twelve|sixteen|six|\d+)", found["n"], re.I)
            and span[0] >= 6
            and re.match(r"\s*(?:$|and|wedge)", what + " $")
        ):
            yield _claim(ClaimKind.YIELD_PIECES, passage, found, span)
    for found in _EACH_G.finditer(text):
        span = _span(found["n"])
        if span:
            gram = 28.35 if found["unit"].lower().startswith("o") else 1.0
            yield _claim(ClaimKind.PORTION_G, passage, found, (span[0] * gram, span[1] * gram))


_TEMP = re.compile(
    r"(?P<n>(?<![\d.,])\d{2,3}(?!\d))\s*(?P<unit>°\s*[CF]?|º\s*[CF]?|deg(?:ree)?s?\.?\s*(?P<named>C\b|F\b|Celsius|Centigrade|Fahrenheit)?|(?:Celsius|Fahrenheit)|[CF]\b)?\s*(?P<fan>[-(]?\s*fan(?:[- ]forced)?(?!\s*\d))?",
    re.I,
)
_GAS = re.compile(r"\bgas\s*(?:mark)?\.?\s*(?P<n>\d\b|[½¼]|1/2|1/4)|\breg(?:ulo)?\s*(?P<r>\d)\b", re.I)
_SPOKEN_F = re.compile(
    r"\b(?P<hundred>three|four|two)\s+(?P<rest>fifty|twenty[- ]five|seventy[- ]five|hundred|twenty|ten|forty|sixty|seventy|eighty|twentyfive)\b",
    re.I,
)


def _oven(passage: Passage) -> Iterator[Claim]:
    text = passage.text
    for found in _GAS.finditer(text):
        mark = _value(found["n"] or found["r"])
        if mark and mark.low in _GAS_C:
            yield _claim(ClaimKind.GAS_MARK, passage, found, (mark.low, mark.low))
    for found in _TEMP.finditer(text):
        n = float(found["n"])
        unit = (found["unit"] or "").upper()
        before, after = text[max(0, found.start() - 40) : found.start()], text[found.end() : found.end() + 12]
        scale = "F" if "F" in unit.replace("FAN", "") else "C" if "C" in unit.replace("DEG", "") else ""
        bare = not unit
        if re.match(r"\s*(?:g|gm|gms|ml|mm|cm|kg|oz|grams?|kcal|in|minutes?|mins?|cookies|pieces|%)\b", after, re.I):
            continue
        if bare and not (
            re.search(r"(?:oven|bake|heat|at|to|gas|temp\w*|preheat\w*)\W*$", before, re.I)
            or re.match(r"\s*(?:/|,|-|for|\()?\s*\d+.{0,10}\bm", after, re.I)
            or found["fan"]
        ):
            continue
        if n < 90 or n > 600 or (bare and n < 120):
            continue
        sure = bool(scale)
        scale = scale or ("F" if n >= LEAST_F else "C")
        if scale == "F" and n < 200:
            conflict = f"{n:.0f} °F cannot be meant: {n:.0f} °C?"
            yield _claim(ClaimKind.OVEN_C, passage, found, (n, n), sure=False, conflict=conflict)
            continue
        if scale == "C" and n > MOST_C:
            conflict = f"{n:.0f} °C cannot be meant: {n:.0f} °F?"
            celsius = (n - 32) / 1.8
            yield _claim(ClaimKind.OVEN_C, passage, found, (celsius, celsius), sure=False, conflict=conflict)
            continue
        celsius = n if scale == "C" else (n - 32) / 1.8
        told = re.search(r"\bfan(?:[- ]?(?:oven|forced))?\W{0,3}$", before, re.I)
        its_own = re.search(r"\d\s*°?\s*[CF]?\s*fan(?:[- ]?forced)?\W{0,3}$", before, re.I)  # of the figure before
        fan = bool(found["fan"]) or bool(told and not its_own)
        yield _claim(
            ClaimKind.FAN_C if fan else ClaimKind.OVEN_C,
            passage,
            found,
            (celsius, celsius),
            sure=sure or (bare is False and scale == "F"),
        )
    said = _SPOKEN_F.search(text)
    if said and not _TEMP.search(text):
        n = {"two": 200, "three": 300, "four": 400}[said["hundred"].lower()]
        rest = said["rest"].lower().replace("-", " ")
        n += (
            0
            if rest == "hundred"
            else {
                "fifty": 50,
                "twenty five": 25,
                "twentyfive": 25,
                "seventy five": 75,
                "twenty": 20,
                "ten": 10,
                "forty": 40,
                "sixty": 60,
                "seventy": 70,
                "eighty": 80,
            }[rest]
        )
        yield _claim(
            ClaimKind.OVEN_C, passage, said, ((n - 32) / 1.8, (n - 32) / 1.8) if n >= LEAST_F else (n, n), sure=False
        )
    for pattern, celsius in _OVEN_WORDS:
        found_word = re.search(rf"\b(?:{pattern})\s+(?:\([^)]*\)\s*)?oven\b", text, re.I)
        if found_word:
            if not re.search(r"\d{3}", text):
                yield _claim(
                    ClaimKind.OVEN_C,
                    passage,
                    found_word,
                    (celsius, celsius),
                    sure=False,
                    note=f"“{found_word[0]}” taken as {celsius} °C",
                )
            break


def _sizes(passage: Passage) -> Iterator[Claim]:
    text = passage.text
    taken: list[tuple[int, int]] = []

    def free(match: re.Match[str]) -> bool:
        return not any(match.start() < end and start < match.end() for start, end in taken)

    def found(pattern: str) -> Iterator[re.Match[str]]:
        for match in re.finditer(pattern, text, re.I):
            if free(match):
                taken.append(match.span("n"))
                yield match

    two = rf"(?P<n>(?P<a>{_NUM})\s*(?P<ua>{_LEN})?\s*(?:x|×|by)\s*(?P<b>{_NUM})\s*(?P<u>{_LEN}))"
    vessel = r"(?:tins?|pans?|dish|trays?|mou?lds?|form|ring)\b"
    for match in found(rf"{two}\s*(?:\([^)]*\)\s*)?(?:[\w-]+\s+){{0,3}}?{vessel}"):
        yield from _two_sided(ClaimKind.PAN_MM, passage, match)
    for match in found(
        rf"{two}\s*(?:\([^)]*\)\s*)?(?:[\w-]+\s+){{0,2}}?(?:cutter|rectangles?|fingers?|bars?|strips?|pieces?|squares?|diamonds?)"
    ):
        yield from _two_sided(ClaimKind.CUTTER_MM, passage, match)
    one = rf"(?P<n>(?P<a>{_RANGE})[\s-]*(?P<u>{_LEN}))(?:\s*\((?P<again>{_NUM})[\s-]*(?P<ua>{_LEN})\))?"
    rules: tuple[tuple[ClaimKind, str], ...] = (
        (ClaimKind.SPACING_MM, rf"{one}\s*(?:apart|gaps?|between|of space|spacing)\b"),
        (ClaimKind.SPACING_MM, rf"\b(?:apart by|spac\w+(?: them)?(?: about| at)?|leav\w+(?: about)?(?: a)?)\s+{one}(?!\s*(?:thick|deep|long))"),
        (ClaimKind.PAN_MM, rf"{one}\s*(?:[\w-]+\s+){{0,3}}?{vessel}"),
        (ClaimKind.CUTTER_MM, rf"{one}\s*(?:\([^)]*\)\s*)?(?:[\w-]+\s+){{0,3}}?cutter"),
        (ClaimKind.CUTTER_MM, rf"cutter\s*(?:of|about|,|\()?\s*{one}"),
        (ClaimKind.SLICE_MM, rf"(?:slic\w+|cut)\b[^.;]{{0,30}}?{one}\s*(?:thick\s*)?(?:slices?|rounds?|pieces)\b"),
        (ClaimKind.SLICE_MM, rf"\b(?:slice[sd]?|slicing|cut (?:in|into) slices?)\b[^.;]{{0,40}}?{one}(?:\s*(?:thick|wide|apart))?"),
        (ClaimKind.SLICE_MM, rf"{one}\s*(?:thick\s*)?slices\b"),
        (ClaimKind.LOG_MM, rf"\b(?:logs?|rolls|(?:into|a|the) roll|sausages?|cylinders?|loaf|loaves)\b(?! out)[^.;]{{0,40}}?{one}\s*(?:in diameter|across|wide|diam\w*|dia\b|thick|round)"),
        (ClaimKind.LOG_MM, rf"{one}\s*(?:-?\s*(?:diameter|thick|wide))?\s*(?:logs?|sausages?|cylinders?|rolls)\b"),
        (ClaimKind.BALL_MM, rf"{one}\s*(?:balls?|rounds? balls?)\b"),
        (ClaimKind.BALL_MM, rf"\bballs?\b[^.;]{{0,25}}?{one}(?:\s*(?:across|in diameter|diam\w*|wide|round))?(?!\s*(?:apart|thick|gap))"),
        (ClaimKind.THICKNESS_MM, rf"{one}\s*(?:thick|deep|thin|thickness|high)\b"),
        (ClaimKind.THICKNESS_MM, rf"\b(?:thick(?:ness)?|depth)(?:\s+of)?\s*(?:about)?\s*{one}"),
        (ClaimKind.CUTTER_MM, rf"\b(?:cut|stamp|mark|score)\w*\b[^.;]{{0,40}}?{one}\s*(?:\([^)]*\)\s*)?(?:squares?|rounds?|circles?|rd\b|diamonds?|stars?|hearts?|fingers?|strips?)"),
        (ClaimKind.CUTTER_MM, rf"{one}\s*(?:\([^)]*\)\s*)?(?:squares|rounds|circles|rd|diamonds)\b"),
        (ClaimKind.THICKNESS_MM, rf"\b(?:roll|pat|press|spread)\w*\b[^.;]{{0,30}}?\b(?:to|out|at|about|until)?\s*{one}(?!\s*(?:balls?|across|apart|log|in diameter|wide|squares?|rounds?|circles?|long))"),
    )  # fmt: skip
    for kind, pattern in rules:
        for match in found(pattern):
            span = _mm(match["a"], match["u"])
            if span is None:
                continue
            conflict, sure = "", True
            again = _mm(match["again"], match["ua"]) if match.groupdict().get("again") else None
            if again and not 0.8 <= again[1] / span[1] <= 1.25:
                conflict = f"{match['a'].strip()} {match['u']} is not {match['again'].strip()} {match['ua']}"
                sure = False
                if kind is ClaimKind.THICKNESS_MM and span[1] > 20:
                    span = again
            square = kind is ClaimKind.CUTTER_MM and re.search(r"squares?", match[0], re.I)
            yield _claim(kind, passage, match, span, conflict=conflict, sure=sure, across=span[1] if square else None)
    walnut = re.search(
        r"(?:size|big|large) (?:of|as) (?:an? )?(?:small |large )?(?P<n>walnuts?|hazelnuts?|marbles?|cherr\w+|golf balls?|plums?)|(?P<m>walnut)[- ]sized?",
        text,
        re.I,
    )
    if walnut:
        thing = (walnut["n"] or walnut["m"]).lower()
        sizes = {
            "walnut": (25, 32),
            "hazel": (15, 20),
            "marble": (15, 20),
            "cherr": (18, 23),
            "golf": (40, 44),
            "plum": (38, 48),
        }
        span = next(span for start, span in sizes.items() if thing.startswith(start))
        yield _claim(ClaimKind.BALL_MM, passage, walnut, span, sure=False)


def _two_sided(kind: ClaimKind, passage: Passage, match: re.Match[str]) -> Iterator[Claim]:
    first, second = _mm(match["a"], match["ua"] or match["u"]), _mm(match["b"], match["u"])
    if first and second:
        yield _claim(kind, passage, match, first, across=second[1])


_SPOON = re.compile(
    rf"(?P<how>rounded|heap(?:ed|ing)|level|scant|generous)?\s*(?P<n>{_RANGE})?[\s-]*(?P<how2>rounded|heap(?:ed|ing)|level|scant)?\s*(?P<unit>tablespoon|tbsp|teaspoon|tsp|dessertspoon|tsk|msk|tbs)(?:s|fuls?|sful)?\b\.?\s*(?P<after>(?:of (?:the )?(?:dough|mix(?:ture)?|batter)|scoop|each|one\b|cookie scoop|balls?|for each|per (?:cookie|biscuit)|-?sized?)|)",
    re.I,
)


def _spoons(passage: Passage, tbsp: float, tsp: float) -> Iterator[Claim]:
    text = passage.text
    for found in _SPOON.finditer(text):
        before = text[max(0, found.start() - 45) : found.start()]
        drops = re.search(
            r"\b(?:drop|scoop|place|roll|put|dollop|spoon|shape|form|with(?: a)?|by|take|use)\w*\b[^.;]{0,80}$",
            before,
            re.I,
        )
        of_what = re.match(r"\s*(?:and a half\s+)?of\s+(?!(?:the )?(?:dough|mix|batter))", text[found.end() :], re.I)
        if (
            not (found["after"] or drops)
            or (of_what and not found["after"])
            or re.search(r"\b(?:add|stir|mix|beat|pour|sprinkle|mixed|with the)\b[^.;]{0,80}$", before, re.I)
        ):
            continue
        number = _value(found["n"]) if found["n"] else None
        unit = found["unit"].lower()
        one = tbsp if unit.startswith(("tab", "tb", "ms")) else 10.0 if unit.startswith("des") else tsp
        times = number.high if number else 1.0
        how = (found["how"] or found["how2"] or "").lower()
        width = {"rounded": (1.0, 1.25), "heap": (1.3, 1.8), "scant": (0.9, 1.0), "gener": (1.0, 1.2)}.get(
            next((k for k in ("rounded", "heap", "scant", "gener") if how.startswith(k)), ""), (1.0, 1.0)
        )
        yield _claim(
            ClaimKind.SPOON_ML,
            passage,
            found,
            (times * one * width[0], times * one * width[1]),
            sure=not how or how == "level",
        )


def _lining(passage: Passage) -> Iterator[Claim]:
    text = passage.text
    paper = re.search(
        r"\b(?:parchment|baking paper|butter paper|greaseproof|lined|line (?:two |the |your |a |[\d.]+ |x |by |cm |inch |in |baking |square |round )*(?:trays?|sheets?|tins?|pans?)|paper)\b",
        text,
        re.I,
    )
    greased = re.search(r"\b(?:un)?greased?\b|\bbuttered\b|\bq?reased\b", text, re.I)
    mat = re.search(r"\b(?:silicone|baking) mat\b", text, re.I)
    if mat:
        yield _claim(ClaimKind.LINING, passage, mat, word="mat")
    elif paper:
        yield _claim(ClaimKind.LINING, passage, paper, word="paper")
    elif greased and re.search(r"tray|sheet|pan\b|tin\b|sheets|pans|tins", text, re.I):
        yield _claim(
            ClaimKind.LINING, passage, greased, word="bare" if greased[0].lower().startswith("un") else "greased"
        )


_CUE = re.compile(
    r"\b(?:until|till|when)\s+(?P<cue>[^.;]{0,80}?\b(?:golden|brown\w*|pale|straw|set|firm|crisp|dry|cracked|coloured|colored|puffed|soft|edges?|rims?|done|wet|dark)\b[^.;,]{0,60})",
    re.I,
)


def _cues(passage: Passage) -> Iterator[Claim]:
    if not re.search(r"\bbake|\boven|\bmin|pull|take (?:them )?out", passage.text, re.I):
        return
    for found in _CUE.finditer(passage.text):
        yield _claim(ClaimKind.DONE_WHEN, passage, found, word=found["cue"].strip())


_TIME = re.compile(
    rf"(?P<n>{_RANGE})\s*(?P<u>h(?:ou)?rs?\b\.?|h\b|rnin\w*|min(?:ute)?s?\b\.?|m\b(?!m)|days?\b)|\b(?P<night>over ?night)\b|(?P<bare>(?<=[-–] )\d+ to \d+$)",
    re.I,
)
_VERBS: tuple[tuple[str, str], ...] = (
    ("second", r"bake (?:again|a second|once more|for another|them again|until dry)|return(?:ed)? to (?:the )?oven|second bak\w+|back (?:in|into|to)(?: the)? (?:oven)?|re-?bake|twice bake|dry (?:them )?(?:out )?(?:in|for)|toast (?:them|the slices)|each side|per side|a side|other side"),
    ("ignore", r"pre-?heat(?!ed\s+(?:\w+\s+)?oven)\w*|beat|cream|whisk|knead|mix(?:ing)?|whip|boil|simmer|brown the|soak|melt|microwave|cook (?:the )?(?:butter|sugar)|prep(?:aration)?(?: time)?|total(?: time)?|keeps?|freeze|store|soften|stir|blend|process|toast the|roast|let (?:the )?(?:butter|eggs?)"),
    ("chill", r"chill\w*|fridge|refrigerat\w*|freezer|frig|ice ?box|in a cold place|cold place|larder"),
    ("tray", r"(?:leave|cool|co0l|stand|rest|sit|leave them|let (?:them )?(?:stand|cool|sit|rest))\b[^.;]{0,30}\b(?:tin|trays?|sheets?|pan|baking)|on (?:the )?(?:sheets?|trays?|pans?|tin)|in the tin"),
    ("rest", r"rest|stand|swell|sit|dry|leave|prove|set aside|wait|ripen|firm up"),
    ("cool", r"cool"),
    ("bake", r"bak(?:e|es|ed|ing)|cook(?: time)?"),
    ("heat", r"oven|deg\w*|gas"),
)  # fmt: skip


def _durations(passages: list[Passage]) -> list[Claim]:
    found: list[Claim] = []
    sliced = False
    for passage in passages:
        text = passage.text
        if re.match(r"\W*(?:prep|total)\b", text, re.I) and "|" not in text:
            continue
        for match in _TIME.finditer(text):
            kind = _what_for(text, match)
            minutes = _minutes(match)
            if kind is None or minutes is None:
                continue
            baked = any(claim.kind is ClaimKind.BAKE_MIN for claim in found)
            before = text[: match.start()]
            sliced = sliced or bool(re.search(r"\bslic|\bcut\b[^.]{0,80}(?:slices|diagonal|fingers)", before, re.I))
            if (
                kind is ClaimKind.BAKE_MIN
                and baked
                and (
                    sliced
                    or re.search(
                        r"again|another|second|return", text[max(0, match.start() - 70) : match.end() + 20], re.I
                    )
                )
            ):
                kind = ClaimKind.SECOND_BAKE_MIN
            if kind is ClaimKind.SECOND_BAKE_MIN and re.search(
                r"\b(?:each|per|a|other|on both) sides?\b", text[match.end() : match.end() + 30], re.I
            ):
                minutes = (2 * minutes[0], 2 * minutes[1])
            conflict = ""
            if minutes[1] < minutes[0]:
                conflict = f"{match[0]} runs backwards"
                minutes = (
                    (minutes[0] / 10, minutes[1])
                    if minutes[0] % 10 == 0 and minutes[0] / 10 < minutes[1]
                    else (minutes[1], minutes[0])
                )
            found.append(_claim(kind, passage, match, minutes, sure=not conflict, conflict=conflict))
    return found


def _minutes(match: re.Match[str]) -> tuple[float, float] | None:
    if match["night"]:
        return 480, 720
    text = match["n"] or match["bare"]
    swapped = re.fullmatch(r"\s*(\d+)\s*(?:-|–|—|to)\s*(\d+)\s*", text)
    if swapped:
        span: tuple[float, float] | None = (float(swapped[1]), float(swapped[2]))
    else:
        span = _span(text)
    if span is None:
        return None
    unit = (match["u"] or "m").lower()
    times = 60 if unit.startswith("h") else 1440 if unit.startswith("d") else 1
    return span[0] * times, span[1] * times


def _what_for(text: str, match: re.Match[str]) -> ClaimKind | None:
    """What a length of time is for, by the nearest word before it in its sentence, or else right behind it."""
    sentence = (
        max(text.rfind(". ", 0, match.start()), text.rfind("; ", 0, match.start()), text.rfind("|", 0, match.start()))
        + 1
    )
    before, after = text[sentence : match.start()], re.split(r"[.;|]|, then", text[match.end() :], maxsplit=1)[0][:60]
    if re.search(r"\bdays?\b", match[0]) and not re.search(r"chill|fridge|refrig", before + after, re.I):
        return None
    nearest, named = -1, ""
    for name, pattern in _VERBS:
        for found in re.finditer(rf"\b(?:{pattern})", before, re.I):
            weak = name == "heat" and named not in ("", "heat")
            if not weak and (found.end() > nearest or (found.end() == nearest and name == "tray")):
                nearest, named = found.end(), name
    named = "bake" if named == "heat" or (named == "" and "°" in before) else named
    first = next(
        (
            name
            for name, pattern in _VERBS
            if re.match(rf"[\s,]*(?:in (?:the|a) |on (?:the|a) |of )?(?:{pattern})\b", after, re.I)
        ),
        "",
    )
    if named in ("", "ignore") and first:
        named = first
    if re.match(
        r"\s*(?:longer\s*)?on (?:the|their) (?:baking )?(?:sheets?|trays?|pans?)|\s*in (?:the|their) (?:tin|pan)s?\b|\s*before (?:moving|lifting|removing|transfer)",
        after,
        re.I,
    ) and named in ("rest", "cool", "tray", "bake", ""):
        named = "tray" if named != "bake" or re.search(r"cool|leave|stand|rest|sit", before, re.I) else named
    if re.search(r"\b(?:each|per|other) side", after, re.I) and re.search(r"bak|oven|turn", text, re.I):
        named = "second"
    if re.match(r"\s*(?:in|at|into)\s+(?:a|an|the)?\s*(?:\w+\s+)?(?:oven|\d{3}|gas|moderate|hot|slow)", after, re.I):
        named = "bake"
    if named == "" and re.search(r"\d{3}|gas|oven|three fifty|bake", text, re.I):
        named = "bake"
    if named == "rest" and re.search(r"\b(?:tray|sheet|pan|tin)s?\b", before, re.I):
        named = "tray"
    if named == "cool":
        named = "tray" if re.search(r"sheet|tray|pan\b|tin\b", before + after, re.I) else "ignore"
    return {
        "bake": ClaimKind.BAKE_MIN, "second": ClaimKind.SECOND_BAKE_MIN, "chill": ClaimKind.CHILL_MIN, "rest": ClaimKind.STAND_MIN,
        "tray": ClaimKind.TRAY_REST_MIN,
    }.get(named)  # fmt: skip


def _second_heat(found: list[Claim]) -> list[Claim]:
    """An oven named after the first bake's minutes and before the second's is the second bake's."""
    bakes = [claim for claim in found if claim.kind is ClaimKind.BAKE_MIN]
    seconds = [claim for claim in found if claim.kind is ClaimKind.SECOND_BAKE_MIN]
    if not bakes or not seconds:
        return found
    changed = []
    first_oven = next((claim for claim in found if claim.kind is ClaimKind.OVEN_C), None)
    for claim in found:
        later = claim.kind is ClaimKind.OVEN_C and claim is not first_oven and claim.start > bakes[0].start
        changed.append(claim.model_copy(update={"kind": ClaimKind.SECOND_OVEN_C}) if later else claim)
    return changed


_FORMS: tuple[tuple[str, str], ...] = (
    ("thumbprint", r"\bthumb|make a (?:dent|hollow|well|dip)|hollow in (?:each|the)|dent (?:in )?each|indent"),
    ("slice", r"\bcut\b[^.;]{0,80}\bslices\b|\bslic\w+\b[^.;]{0,80}(?:log|roll|thick|mm|cm|inch|rounds)|(?:log|roll|sausage|cylinder)s?\b[^;]{0,80}\bslic|icebox"),
    ("rope", r"\b(?:ropes?|twist|plait|braid|crescents?|horseshoe|rings? of dough|pretzel)\b"),
    ("scored", r"\b(?:score|mark (?:\d|into|out)|mark \d|prick[^.]{0,80}mark|break (?:on|along) the lines)|pizza cutter"),
    ("pan", r"\b(?:press|pat|spread|tip|pack)\w*\b[^.;]{0,60}\b(?:tin|pan|dish)\b|(?:into|in) (?:a|an|the) [^.;]{0,40}\b(?:tin|baking pan|dish)\b"),
    ("cutout", r"\bcutters?\b|\broll(?:ed)?\b[^.;]{0,20}\bout\b|\bcut (?:out|into (?:shapes|rounds|stars|circles))|stamp out|\broll (?:thin|\d|to \d|between)|\b(?:rd|rounds) \b"),
    ("ball_pressed", r"\bballs?\b.{0,200}?\b(?:flatten|press|squash)|(?:flatten|press|squash)\w*\b[^.;]{0,80}\bballs?"),
    ("ball", r"\b(?:roll|shape|form|make)\w*\b[^.;]{0,60}\bballs?\b|\bballs\b|size of an? (?:walnut|hazel|marble)|walnut-siz"),
    ("wafer", r"\bspread(?:ing)?\b[^.;]{0,30}\bthin|\bwafers?\b|\blace\b|stencil|tuile"),
    ("scoop", r"\bdrop\w*\b|\bscoop\w*\b|spoonfuls?|\bmounds?\b|\bdollop|heaps?\b|with (?:a )?(?:tea|table)spoon"),
)  # fmt: skip


def _form(passages: list[Passage], found: list[Claim]) -> Claim | None:
    whole = " ".join(passage.text for passage in passages)
    if any(claim.kind is ClaimKind.SECOND_BAKE_MIN for claim in found) or re.search(
        r"\btwice[- ]bak|rusks?\b|biscotti|bake again", whole, re.I
    ):
        word = "twice_baked" if re.search(r"\bslic|\bcut\b", whole, re.I) else ""
        if word:
            return Claim(kind=ClaimKind.FORM, word=word)
    making = [passage for passage in passages if not re.match(r"\W*(?:store|keeps?|freeze)\b", passage.text, re.I)]
    for word, pattern in _FORMS:
        for passage in making:
            match = re.search(
                pattern, re.sub(r"\b(in|ins|mins?|tbsp|tsp|oz)\.", r"\1 ", passage.text, flags=re.I), re.I | re.S
            )
            if match:
                if (
                    word == "scored"
                    and re.search(r"\btin\b|\bpan\b", whole, re.I)
                    and re.search(r"\b(?:press|pat|pack)", whole, re.I)
                ):
                    continue
                if word == "scoop" and re.search(r"\blace\b|spread a lot|well apart", whole, re.I):
                    word = "wafer"
                return _claim(ClaimKind.FORM, passage, match, word=word)
    return None

"""How many does it make, of how much each?"""

import re
from collections.abc import Iterator

from ...base import G_PER_OZ
from .claim import Claim, ClaimKind, Passage
from .words import LEN, PIECES, RANGE, claimed, span_in

_MAKES = re.compile(
    rf"\b(?P<word>makes?|yields?|gives?|gave|servings?|serves?|i get|you(?:'ll| should| will)? get|should (?:get|make|give)|enough for|quantity|for)\b\s*[:–=-]?\s*(?:is|of)?\s*(?P<about>about|approx\w*\.?|around|roughly|some|at least|up to|between|a good)?\s*(?P<n>{RANGE})\s*(?P<dozen>d[o0]zens?|d[o0]z\.?|dz\.?)?\s*(?P<what>[a-z]+)?",
    re.I,
)
_INTO = re.compile(
    rf"\b(?:divide|portion|form|shape|roll|cut|break|mark|score|make|split|press)\w*\b[^.;]{{0,40}}?\b(?:into|as)\s+(?:about\s+|around\s+|some\s+)?(?P<n>{RANGE})\s+(?P<what>[^.;,]{{0,40}})",
    re.I,
)
COUNT_BEHIND = re.compile(
    rf"[^()\d]*\((?:(?:makes|about|around|approx\.?|ca\.?|circa) )*(?P<n>\d{{1,3}})\s*(?P<dozen>dozen|doz\.?)?\s*(?:{PIECES})?\)\s*",
    re.I,
)
COUNT_ALONE = re.compile(
    rf"[\s_*]*(?:about |approx\.? |ca\.? |circa |some )?(?P<n>{RANGE})\s*(?P<dozen>dozen|doz\.?)?\s+(?:(?:big|large|small|little|tiny|giant|enormous|huge|thin|crisp|chewy|good|nice|thick|dainty)\s+){{0,2}}"
    r"(?:cookies|wafers|pieces|bars|fingers|snaps|rounds|stars|hearts|rusks|shapes|crescents|drops|cookies or so)[\s_*.]*",
    re.I,
)
_EACH_G = re.compile(
    rf"\b(?P<n>{RANGE})[\s-]*(?P<unit>g|gm|gms|grams?|oz|ounces?)\b\.?(?=\s*(?:\([^)]*\)\s*)?(?:each|apiece|a piece|balls?|mounds?|portions?|tall|pieces|scoops?|lumps?|dough))",
    re.I,
)


def counts(passage: Passage) -> Iterator[Claim]:
    text = passage.text
    for found in _MAKES.finditer(text):
        word, what = found["word"].lower(), (found["what"] or "").lower()
        counted = bool(re.fullmatch(PIECES, what)) or bool(found["dozen"])
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
        span = span_in(found["n"])
        if span is None or (found["n"].lower() in ("a", "an") and not found["dozen"]):
            continue
        times = 12 if found["dozen"] else 1
        if span[1] * times < 3:
            continue
        yield claimed(ClaimKind.YIELD_PIECES, passage, found, (span[0] * times, span[1] * times))
    # "Oat Drops (24)", "Winch Snaps (4 dozen)"; and a row that says nothing else: "30 wafers", "8 enormous cookies".
    bare = COUNT_BEHIND.fullmatch(text)
    bare = bare or COUNT_ALONE.fullmatch(text)
    if bare and bare["dozen"] and (span := span_in(bare["n"])):
        yield claimed(ClaimKind.YIELD_PIECES, passage, bare, (12 * span[0], 12 * span[1]))
        bare = None
    about = bare or re.search(
        rf"\b(?:balls?|pieces|rounds|crescents|slices)\W+(?:about|around|approx\w*\.?)\s+(?P<n>{RANGE})\b", text, re.I
    )
    if about and (span := span_in(about["n"])) and span[0] >= 4:
        yield claimed(ClaimKind.YIELD_PIECES, passage, about, span)
    arrow = re.search(r"(?:->|→|=>)\s*(?P<n>\d{1,3})\s*$", text)
    if arrow and (span := span_in(arrow["n"])) and span[0] >= 4:
        yield claimed(ClaimKind.YIELD_PIECES, passage, arrow, span)
    for found in _INTO.finditer(text):
        span = span_in(found["n"])
        what = found["what"]
        if re.match(r"\s*(?:g|gm|gms|grams?|oz|ounces?|ml|tbsp|tablespoons?)\b", what, re.I):
            continue
        if (
            span
            and re.search(rf"\b{PIECES}\b|eq\w+|each", what, re.I)
            and not re.search(
                r"\b(?:logs?|halves|rolls?|sausages?|discs?|batches|sheets?)\b|^\s*(?:mm|cm|inch)", what, re.I
            )
            and not re.match(rf"\s*{LEN}", what, re.I)
            and span[0] >= 4
            and "x" not in found["n"]
        ) or (
            span
            and re.fullmatch(r"(?:eight|twelve|sixteen|six|\d+)", found["n"], re.I)
            and span[0] >= 6
            and re.match(r"\s*(?:$|and|wedge)", what + " $")
        ):
            yield claimed(ClaimKind.YIELD_PIECES, passage, found, span)
    for found in _EACH_G.finditer(text):
        span = span_in(found["n"])
        if span:
            gram = G_PER_OZ if found["unit"].lower().startswith("o") else 1.0
            yield claimed(ClaimKind.PORTION_G, passage, found, (span[0] * gram, span[1] * gram))

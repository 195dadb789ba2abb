"""How large: thickness, cutter, ball, log, slice, pan, spacing, spoon?"""

import re
from collections.abc import Iterator

from .claim import Claim, ClaimKind, Passage
from .words import LEN, NUM, RANGE, claimed, mm_in, number_in


def sizes(passage: Passage) -> Iterator[Claim]:
    text = passage.text
    taken: list[tuple[int, int]] = []

    def free(match: re.Match[str]) -> bool:
        return not any(match.start() < end and start < match.end() for start, end in taken)

    def found(pattern: str) -> Iterator[re.Match[str]]:
        for match in re.finditer(pattern, text, re.I):
            if free(match):
                taken.append(match.span("n"))
                yield match

    two = rf"(?P<n>(?P<a>{NUM})\s*(?P<ua>{LEN})?\s*(?:x|×|by)\s*(?P<b>{NUM})\s*(?P<u>{LEN}))"
    vessel = r"(?:tins?|pans?|dish|trays?|mou?lds?|form|ring)\b"
    for match in found(rf"{two}\s*(?:\([^)]*\)\s*)?(?:[\w-]+\s+){{0,3}}?{vessel}"):
        yield from _two_sided(ClaimKind.PAN_MM, passage, match)
    for match in found(
        rf"{two}\s*(?:\([^)]*\)\s*)?(?:[\w-]+\s+){{0,2}}?(?:cutter|rectangles?|fingers?|bars?|strips?|pieces?|squares?|diamonds?)"
    ):
        yield from _two_sided(ClaimKind.CUTTER_MM, passage, match)
    one = rf"(?P<n>(?P<a>{RANGE})[\s-]*(?P<u>{LEN}))(?:\s*\((?P<again>{NUM})[\s-]*(?P<ua>{LEN})\))?"
    rules: tuple[tuple[ClaimKind, str], ...] = (
        (ClaimKind.SPACING_MM, rf"{one}\s*(?:apart|gaps?|between|of space|space|spacing)\b"),
        (ClaimKind.SPACING_MM, rf"\b(?:apart by|spac\w+(?: them)?(?: about| at)?|leav\w+(?: about| at least)?(?: a)?)\s+{one}(?!\s*(?:thick|deep|long))"),
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
        (ClaimKind.THICKNESS_MM, rf"\bthickness of [^.;()]{{1,30}}\(\s*{one}"),
        (ClaimKind.CUTTER_MM, rf"\b(?:cut|stamp|mark|score)\w*\b[^.;]{{0,40}}?{one}\s*(?:\([^)]*\)\s*)?(?:squares?|rounds?|circles?|rd\b|diamonds?|stars?|hearts?|fingers?|strips?)"),
        (ClaimKind.CUTTER_MM, rf"{one}\s*(?:\([^)]*\)\s*)?(?:squares|rounds|circles|rd|diamonds)\b"),
        (ClaimKind.THICKNESS_MM, rf"\b(?:roll|pat|press|spread)\w*\b[^.;]{{0,30}}?\b(?:to|out|at|about|until)?\s*{one}(?!\s*(?:balls?|across|apart|log|in diameter|wide|squares?|rounds?|circles?|long))"),
    )  # fmt: skip
    for kind, pattern in rules:
        for match in found(pattern):
            span = mm_in(match["a"], match["u"])
            if span is None:
                continue
            conflict, sure = "", True
            again = mm_in(match["again"], match["ua"]) if match.groupdict().get("again") else None
            if again and not 0.8 <= again[1] / span[1] <= 1.25:
                conflict = f"{match['a'].strip()} {match['u']} is not {match['again'].strip()} {match['ua']}"
                sure = False
                if kind is ClaimKind.THICKNESS_MM and span[1] > 20:
                    span = again
            square = kind is ClaimKind.CUTTER_MM and re.search(r"squares?", match[0], re.I)
            yield claimed(kind, passage, match, span, conflict=conflict, sure=sure, across=span[1] if square else None)
    measured = re.search(rf"\bballs?\b[^.;]{{0,25}}?{one}(?!\s*(?:apart|thick|gap))", text, re.I)
    other = re.search(r"\b(?:ropes?|logs?|sausages?|crescents?|knots?|twists?)\b", text, re.I)
    walnut = (
        None
        if measured or (other and not re.search(r"\bballs?\b", text, re.I))
        else re.search(
            r"(?:size|big|large) (?:of|as) (?:an? )?(?:small |large )?(?P<n>walnuts?|hazelnuts?|marbles?|cherr\w+|golf balls?|plums?)|(?P<m>walnut)[- ]sized?",
            text,
            re.I,
        )
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
        yield claimed(ClaimKind.BALL_MM, passage, walnut, span, sure=False)


def _two_sided(kind: ClaimKind, passage: Passage, match: re.Match[str]) -> Iterator[Claim]:
    first, second = mm_in(match["a"], match["ua"] or match["u"]), mm_in(match["b"], match["u"])
    if first and second:
        yield claimed(kind, passage, match, first, across=second[1])


_SPOON = re.compile(
    rf"(?P<how>rounded|heap(?:ed|ing)|level|scant|generous)?\s*(?P<n>{RANGE})?[\s-]*(?P<how2>rounded|heap(?:ed|ing)|level|scant)?\s*(?P<unit>tablespoon|tbsp|teaspoon|tsp|dessertspoon|tsk|msk|tbs)(?:s|fuls?|sful)?\b\.?\s*(?P<after>(?:of (?:the )?(?:dough|mix(?:ture)?|batter)|scoop|each|one\b|cookie scoop|balls?|for each|per (?:cookie|biscuit)|-?sized?)|)",
    re.I,
)


def spoons(passage: Passage, tbsp: float, tsp: float) -> Iterator[Claim]:
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
        number = number_in(found["n"]) if found["n"] else None
        unit = found["unit"].lower()
        one = tbsp if unit.startswith(("tab", "tb", "ms")) else 10.0 if unit.startswith("des") else tsp
        times = number.high if number else 1.0
        how = (found["how"] or found["how2"] or "").lower()
        width = {"rounded": (1.0, 1.25), "heap": (1.3, 1.8), "scant": (0.9, 1.0), "gener": (1.0, 1.2)}.get(
            next((k for k in ("rounded", "heap", "scant", "gener") if how.startswith(k)), ""), (1.0, 1.0)
        )
        yield claimed(
            ClaimKind.SPOON_ML,
            passage,
            found,
            (times * one * width[0], times * one * width[1]),
            sure=not how or how == "level",
        )

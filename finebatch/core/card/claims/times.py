"""How long: in the oven, in the fridge, on the tray? And till when?"""

import re
from collections.abc import Iterator

from .claim import Claim, ClaimKind, Passage
from .words import RANGE, claimed, span_in

_CUE = re.compile(
    r"\b(?:until|till|when)\s+(?P<cue>[^.;]{0,80}?\b(?:golden|brown\w*|pale|straw|set|firm|crisp|dry|cracked|coloured|colored|puffed|soft|edges?|rims?|done|wet|dark)\b[^.;,]{0,60})",
    re.I,
)


def cues(passage: Passage) -> Iterator[Claim]:
    if not re.search(r"\bbake|\boven|\bmin|pull|take (?:them )?out", passage.text, re.I):
        return
    for found in _CUE.finditer(passage.text):
        yield claimed(ClaimKind.DONE_WHEN, passage, found, word=found["cue"].strip())


_TIME = re.compile(
    rf"\b(?P<hour_half>an hour and a half|one and a half hours)\b|\b(?P<half_hour>half an h(?:ou)?r|a half h(?:ou)?r)\b|\b(?P<quarter_hour>(?:a )?quarter of an hour)\b|(?P<n>{RANGE})\s*(?P<u>h(?:ou)?rs?\b\.?|h\b|rnin\w*|min(?:ute)?s?\b\.?|m\b(?!m)|days?\b)|\b(?P<night>over ?night)\b|(?P<bare>(?<=[-–] )\d+ to \d+$)",
    re.I,
)
_VERBS: tuple[tuple[str, str], ...] = (
    ("second", r"bake (?:again|a second|once more|for another|them again|until dry)|return(?:ed)? to (?:the )?oven|second bak\w+|back (?:in|into|to)(?: the)? (?:oven)?|re-?bake|twice bake|dry (?:them )?(?:out )?(?:in|for)|toast (?:them|the slices)|each side|per side|a side|other side"),
    ("ignore", r"pre-?heat(?!ed\s+(?:\w+\s+)?oven)\w*|beat|cream|whisk|knead|mix(?:ing)?|whip|boil|simmer|brown the|soak|melt|microwave|cook (?:the )?(?:butter|sugar)|prep(?:aration)?(?: time)?|total(?: time)?|keeps?|freeze|store|soften|stir|blend|process|toast the|roast|let (?:the )?(?:butter|eggs?)"),
    ("chill", r"chill\w*|fridge|refrigerat\w*|freezer|frig|ice ?box|in a cold place|cold place|larder"),
    ("tray", r"(?:leave|cool|co0l|stand|rest|sit|leave them|let (?:them )?(?:stand|cool|sit|rest))\b[^.;]{0,30}\b(?:tin|trays?|sheets?|pan|baking|mat)\b|on (?:the )?(?:sheets?|trays?|pans?|tin|mat)|in the tin"),
    ("rest", r"rest|stand|swell|sit|dry|leave|prove|set aside|wait|ripen|firm up"),
    ("cool", r"cool"),
    ("bake", r"bak(?:e|es|ed|ing)|cook(?: time)?"),
    ("heat", r"oven|deg\w*|gas"),
)  # fmt: skip


def durations(passages: list[Passage]) -> list[Claim]:
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
            found.append(claimed(kind, passage, match, minutes, sure=not conflict, conflict=conflict))
    return found


def first_minutes(text: str) -> float | None:
    """The first length of time in a sentence, minutes; the middle of a range.

    >>> first_minutes("Cream for 4 to 6 minutes, then rest an hour.")
    5.0
    """
    match = _TIME.search(text)
    span = _minutes(match) if match else None
    return (span[0] + span[1]) / 2 if span else None


def _minutes(match: re.Match[str]) -> tuple[float, float] | None:
    if match["night"]:
        return 480, 720
    if match["hour_half"]:
        return 90, 90
    if match["half_hour"]:
        return 30, 30
    if match["quarter_hour"]:
        return 15, 15
    text = match["n"] or match["bare"]
    swapped = re.fullmatch(r"\s*(\d+)\s*(?:-|–|—|to)\s*(\d+)\s*", text)
    if swapped:
        span: tuple[float, float] | None = (float(swapped[1]), float(swapped[2]))
    else:
        span = span_in(text)
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
        r"\s*(?:longer\s*)?on (?:the|their) (?:baking )?(?:sheets?|trays?|pans?|mats?)|\s*in (?:the|their) (?:tin|pan)s?\b|\s*before (?:moving|lifting|removing|transfer)",
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

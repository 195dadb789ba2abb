"""How hot is the oven? °C, °F, gas marks, and words."""

import re
from collections.abc import Iterator

from ...kitchen import gas_marks
from .claim import Claim, ClaimKind, Passage
from .words import claimed, number_in

_OVEN_WORDS = (
    (r"very (?:slow|cool|low)", 130), (r"moderately hot|fairly hot", 190), (r"very hot", 230), (r"moderately slow|fairly slow", 165),
    (r"slow|cool|low", 150), (r"moderate|medium", 180), (r"hot|quick", 210),
)  # fmt: skip
LEAST_F, MOST_C = 250, 260


_TEMP = re.compile(
    r"(?P<n>(?<![\d.,])\d{2,3}(?!\d))\s*(?P<unit>°\s*(?:[CF]\b)?|º\s*(?:[CF]\b)?|deg(?:ree)?s?\.?\s*(?P<named>C\b|F\b|Celsius|Centigrade|Fahrenheit)?|(?:Celsius|Fahrenheit)|[CF]\b)?\s*(?P<fan>[-(]?\s*fan(?:[- ]forced)?(?!\s*\d))?",
    re.I,
)
_GAS = re.compile(r"\bgas\s*(?:mark)?\.?\s*(?P<n>\d\b|[½¼]|1/2|1/4)|\breg(?:ulo)?\s*(?P<r>\d)\b", re.I)
_SPOKEN_F = re.compile(
    r"\b(?P<hundred>three|four|two)\s+(?P<rest>fifty|twenty[- ]five|seventy[- ]five|hundred|twenty|ten|forty|sixty|seventy|eighty|twentyfive)\b",
    re.I,
)


def heats(passage: Passage) -> Iterator[Claim]:
    text = passage.text
    for found in _GAS.finditer(text):
        mark = number_in(found["n"] or found["r"])
        if mark and mark.low in dict(gas_marks()):
            yield claimed(ClaimKind.GAS_MARK, passage, found, (mark.low, mark.low))
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
            or re.match(r"\s*(?:conventional|fan|convection|top and bottom)\b", after, re.I)
            or found["fan"]
        ):
            continue
        if n < 90 or n > 600 or (bare and n < 120):
            continue
        sure = bool(scale)
        scale = scale or ("F" if n >= LEAST_F else "C")
        if scale == "F" and n < 200:
            conflict = f"{n:.0f} °F cannot be meant: {n:.0f} °C?"
            yield claimed(ClaimKind.OVEN_C, passage, found, (n, n), sure=False, conflict=conflict)
            continue
        if scale == "C" and n > MOST_C:
            conflict = f"{n:.0f} °C cannot be meant: {n:.0f} °F?"
            celsius = (n - 32) / 1.8
            yield claimed(ClaimKind.OVEN_C, passage, found, (celsius, celsius), sure=False, conflict=conflict)
            continue
        celsius = n if scale == "C" else (n - 32) / 1.8
        told = re.search(r"\bfan(?:[- ]?(?:oven|forced))?\W{0,3}$", before, re.I)
        its_own = re.search(r"\d\s*°?\s*[CF]?\s*fan(?:[- ]?forced)?\W{0,3}$", before, re.I)  # of the figure before
        fan = bool(found["fan"]) or bool(told and not its_own)
        yield claimed(
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
        yield claimed(
            ClaimKind.OVEN_C, passage, said, ((n - 32) / 1.8, (n - 32) / 1.8) if n >= LEAST_F else (n, n), sure=False
        )
    for pattern, celsius in _OVEN_WORDS:
        found_word = re.search(rf"\b(?:{pattern})\s+(?:\([^)]*\)\s*)?oven\b", text, re.I)
        if found_word:
            if not re.search(r"\d{3}", text):
                yield claimed(
                    ClaimKind.OVEN_C,
                    passage,
                    found_word,
                    (celsius, celsius),
                    sure=False,
                    note=f"“{found_word[0]}” taken as {celsius} °C",
                )
            break


def with_second_heat(found: list[Claim]) -> list[Claim]:
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

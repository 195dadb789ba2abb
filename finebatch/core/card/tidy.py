"""The layout of a card taken off a line: bullets, boxes, list numbers, leader dots, and letters that a scanner took for digits."""

import re
import unicodedata

from ..base import Value

_BULLET = re.compile(r"^\s*(?:[•*·★▪▢☐☑□◦‣✓✔➢►●○]|\[[ xX]?\]|\( ?\)|[-–—](?=[\s\u00a0]+\S)|[–—](?=\w))\s*")
_LIST_NUMBER = re.compile(r"^\s*(?:\(?\d{1,2}\)|\d{1,2}\.(?=\s))\s*(?=\S)")
_AFTER_NUMBER = re.compile(r"(?:\d|[½¼¾⅓⅔⅛⅜⅝⅞]|an?\b|one\b|two\b|half\b|.*\d)", re.I)
_LEADERS = re.compile(r"\s*(?:\.{3,}|…|(?:\s\.){3,}|_{3,}|\t+|\s\|\s|\s{3,})\s*")
# Letters that stand where only a digit can: before a unit, or inside a number.
_DIGIT_LIKE = re.compile(
    r"(?<![A-Za-z0-9])(?=[lIOo0-9|][0-9lIOoz|./,]*(?:\s|$|g\b|kg\b|ml\b|oz\b))(?=[0-9lIOoz|./,]*[lIOoz|])([0-9lIO|][0-9lIOoz|./,]*)"
)
_ZERO_IN_WORD = re.compile(r"(?<=[A-Za-z])0(?=[A-Za-z])")
_DIGITS = str.maketrans({"l": "1", "I": "1", "|": "1", "O": "0", "o": "0", "z": "2"})
_UNITS_AFTER = re.compile(
    r"\s*(?:cups?|c\.?|tsp|tbsp|teaspoons?|tablespoons?|g|kg|gm|ml|oz|lbs?|eggs?|sticks?|[lI1]/[2z])\b", re.I
)
# A unit run into the name: "250gflour".
_GLUED = re.compile(
    r"(\d)(g|kg|ml|oz|lb)(?=(?:plain|bread|flour|sugar|caster|brown|icing|butter|marg|oats|oil|milk|cream|choc|cocoa|salt|honey|nuts|raisins|sultanas|almonds|walnuts|cheese)\w*\b)",
    re.I,
)
_SEEN_AS = re.compile(r"(?<=\d)/z\b")
_SPACES = re.compile(r"[\u00a0\u2000-\u200a\u202f\u3000]")
_MARKED = re.compile(r"\(see (?:note|notes|recipe|below)[^)]*\)|\*+$|(?<=\w)\*+|[†‡]|¹|²|³", re.I)


class Tidy(Value):
    """A line without its layout; `guess` says what was taken for digits, where something was."""

    text: str
    guess: str = ""


def tidied(text: str) -> Tidy:
    """The words of a line. A dash before a gap is a bullet, never a minus; one right before a digit stays."""
    line = _SPACES.sub(" ", text).strip()
    line = line.replace("⁄", "/").replace("∕", "/").replace("’", "'").replace("‐", "-").replace("‑", "-")
    line = re.sub(r"(\d)(g|kg|ml|oz|lb)(?=[A-Z][a-z])", r"\1 \2 ", line)  # 200gButter
    line = re.sub(r"(?<=[A-Za-z]),(?=\d)", ", ", line)  # flour,225g
    line = re.sub(r"\bw/\s*(?=\w)", "with ", line)
    line = re.sub(r"(?<=[a-z]) \d:\d(?= [a-z])", "", line)  # gluten free 1:1 flour
    line = re.sub(r"^(\d+)\s*[x×]\s+(?=[A-Za-z])", r"\1 ", line)  # 2 x eggs
    line = re.sub(r"(?<!\d)(\d)\s*\+\s*(?=\d/\d)", r"\1 ", line)  # 1 +1/2
    line = _GLUED.sub(r"\1 \2 ", line)
    line = re.sub(r"\s+[x×]\s+(?=\d+$)", " ", line)  # egg x 1
    line = re.sub(r"\b([A-Za-z])\.([A-Za-z])\.?(?=\s|$)", r"\1\2", line)  # S.R. flour
    line = line.replace("‚", ",").strip("|").strip()
    line = unmarked(line)
    line = _MARKED.sub("", line)
    line = _LEADERS.sub(" … ", line).strip(" …")
    line = line.replace(" … ", "  ")
    line, guess = _digits(unicodedata.normalize("NFC", line))
    return Tidy(text=re.sub(r"[ \t]+", " ", line).strip(), guess=guess)


def _digits(line: str) -> tuple[str, str]:
    guesses = []

    def seen(found: re.Match[str]) -> str:
        word = found[1]
        if re.match(r"[\d.,/]+(?:oz|l)(?=$|/)", word):
            return word  # ounces and litres
        if len(word) == 1 and line[found.end() : found.end() + 1].isalpha():
            return word  # "lg"
        digits = word.translate(_DIGITS)
        if not re.search(r"\d", word) and not _UNITS_AFTER.match(line, found.end()):
            return word
        if not re.fullmatch(r"\d+(?:[./,]\d+)*", digits):
            return word
        guesses.append(f"“{word}” taken as {digits}")
        return digits

    if _SEEN_AS.search(line):
        guesses.append("“z” taken as 2")
        line = _SEEN_AS.sub("/2", line)
    line = _DIGIT_LIKE.sub(seen, line)
    if _ZERO_IN_WORD.search(line):
        guesses.append("a 0 taken as o")
        line = _ZERO_IN_WORD.sub("o", line)
    return line, "; ".join(guesses)


def unmarked(line: str) -> str:
    """A row without its bullet, box or list number."""
    for _ in range(3):
        shorter = _BULLET.sub("", line, count=1)
        if shorter == line:
            break
        line = shorter
    number = _LIST_NUMBER.match(line)
    if number and (line[number.end() - 1] != "." and _AFTER_NUMBER.match(line, number.end())):
        line = line[number.end() :]
    return line

"""Numbers as people write them: figures, fractions, marks for thousands, and words."""

import re
from dataclasses import dataclass

VULGAR = {
    "½": 1 / 2, "¼": 1 / 4, "¾": 3 / 4, "⅓": 1 / 3, "⅔": 2 / 3, "⅛": 1 / 8, "⅜": 3 / 8, "⅝": 5 / 8, "⅞": 7 / 8,
    "⅕": 1 / 5, "⅖": 2 / 5, "⅗": 3 / 5, "⅘": 4 / 5, "⅙": 1 / 6, "⅚": 5 / 6,
}  # fmt: skip
_SMALL = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10,
    "eleven": 11, "twelve": 12, "thirteen": 13, "fourteen": 14, "fifteen": 15, "sixteen": 16, "seventeen": 17,
    "eighteen": 18, "nineteen": 19,
}  # fmt: skip
_TENS = {"twenty": 20, "thirty": 30, "forty": 40, "fifty": 50, "sixty": 60, "seventy": 70, "eighty": 80, "ninety": 90}
_PARTS = {
    "half": 1 / 2, "halves": 1 / 2, "quarter": 1 / 4, "quarters": 1 / 4, "fourth": 1 / 4, "fourths": 1 / 4, "third": 1 / 3,
    "thirds": 1 / 3, "eighth": 1 / 8, "eighths": 1 / 8,
}  # fmt: skip
# What follows tells a number's first word from a word of the name ("half-fat milk", "one-bowl").
TOKEN = re.compile(
    r"(?P<word>(?:type|typ)\s*\d{2,4}\b|T\d{2,4}\b|\b0{1,2}(?=\s+flour)|\b10x\b|\d+(?:[.,]\d+)?(?:\s*[-–]\s*\d+)?\s*%)"
    r"|(?P<figure>\d+(?:[.,]\d+)*|[.,]\d+)"
    rf"|(?P<vulgar>[{''.join(VULGAR)}])"
    r"|(?P<letters>[^\W\d_]+(?:'[^\W\d_]+)*|#)"
    r"|(?P<mark>[^\w\s]|_)",
    re.I,
)


@dataclass(frozen=True)
class Token:
    """A piece of a line: `sort` is word, figure, vulgar, letters or mark."""

    sort: str
    text: str
    start: int
    end: int

    @property
    def lower(self) -> str:
        return self.text.lower()


@dataclass(frozen=True)
class Number:
    """A number and where it ends; `other` is what it is if its mark means the other thing, `guess` what was supposed."""

    low: float
    high: float
    end: int
    other: float | None = None
    guess: str = ""
    loose: bool = False

    @property
    def single(self) -> bool:
        return self.low == self.high


def tokens_of(text: str) -> list[Token]:
    """The pieces of a line, in order."""
    return [Token(found.lastgroup or "mark", found[0], found.start(), found.end()) for found in TOKEN.finditer(text)]


def read_number(tokens: list[Token], at: int) -> Number | None:
    """The number that begins at a token, a range ("2-3", "2 to 3", "10 or 12") included; None if none does.

    >>> read_number(tokens_of("two and a half cups"), 0).low
    2.5
    >>> read_number(tokens_of("1.000 g"), 0)
    Number(low=1000.0, high=1000.0, end=1, other=1.0, guess='', loose=False)
    """
    first = _one(tokens, at)
    if first is None:
        return None
    mark = _text(tokens, first.end)
    if mark in ("-", "–", "—", "to", "or", "/") and (mark != "/" or not first.single):
        second = _one(tokens, first.end + 1)
        # A small second figure is a fraction that was joined with a dash: "1-1/2".
        if second and mark in "-–—" and second.low < 1 <= first.low and second.low > 0:
            total = first.low + second.low
            return Number(total, total, second.end, guess=first.guess or second.guess)
        if second and mark != "/" and second.low >= first.low:
            return Number(first.low, second.high, second.end, guess=first.guess or second.guess, loose=first.loose)
    return first


def _text(tokens: list[Token], at: int) -> str:
    return tokens[at].lower if 0 <= at < len(tokens) else ""


def _kind(tokens: list[Token], at: int) -> str:
    return tokens[at].sort if 0 <= at < len(tokens) else ""


def _one(tokens: list[Token], at: int) -> Number | None:
    kind = _kind(tokens, at)
    if kind == "figure":
        return _figures(tokens, at)
    if kind == "vulgar":
        value = VULGAR[tokens[at].text]
        return Number(value, value, at + 1)
    return _words(tokens, at) if kind == "letters" else None


def _fraction(tokens: list[Token], at: int) -> tuple[float, int] | None:
    """A fraction below one, in figures: "1/2", "⅔"."""
    if _kind(tokens, at) == "vulgar":
        return VULGAR[tokens[at].text], at + 1
    if _kind(tokens, at) == "figure" and _text(tokens, at + 1) == "/" and _kind(tokens, at + 2) == "figure":
        top, bottom = tokens[at].text, tokens[at + 2].text
        if top.isdigit() and bottom.isdigit() and 0 < int(top) < int(bottom) <= 16:
            return int(top) / int(bottom), at + 3
    return None


def _figures(tokens: list[Token], at: int) -> Number | None:
    text = tokens[at].text
    part = _fraction(tokens, at)
    if part:
        return Number(part[0], part[0], part[1])
    if _text(tokens, at + 1) == "/" and _kind(tokens, at + 2) == "figure":
        top, bottom = text, tokens[at + 2].text
        joined = tokens[at].end == tokens[at + 1].start and tokens[at + 1].end == tokens[at + 2].start
        if joined and top.isdigit() and bottom.isdigit():
            return _over(top, bottom, at + 3)
    value, other = value_of(text)
    end = at + 1
    if text.isdigit():
        join = end + 1 if _text(tokens, end) in ("&", "and") else end
        if join > end and _text(tokens, join) in ("a", "one"):
            worded = _part_word(tokens, join)
            if worded:
                return Number(value + worded[0], value + worded[0], worded[1])
        part = _fraction(tokens, join)
        if part:
            return Number(value + part[0], value + part[0], part[1])
        if _text(tokens, end) in _PARTS and _text(tokens, end + 1) not in ("and", "fat"):
            return Number(value * _PARTS[_text(tokens, end)], value * _PARTS[_text(tokens, end)], end + 1)
    if _text(tokens, end) in ("dozen", "doz"):
        return Number(12 * value, 12 * value, end + 1)
    return Number(value, value, end, other=other)


def _over(top: str, bottom: str, end: int) -> Number | None:
    """ "11/2" is one and a half whose gap was lost; a fraction with nothing below is none."""
    if int(bottom) == 0:
        return Number(0, 0, end)
    if len(top) == 2 and bottom in ("2", "3", "4", "8") and 0 < int(top[1]) < int(bottom):
        value = int(top[0]) + int(top[1]) / int(bottom)
        return Number(value, value, end, guess=f"“{top}/{bottom}” taken as {top[0]} {top[1]}/{bottom}")
    value = int(top) / int(bottom)
    return Number(value, value, end)


def value_of(text: str) -> tuple[float, float | None]:
    """A figure's value, and what it is if its mark means the other thing. A mark before three digits may stand for thousands.

    >>> value_of("1,5"), value_of("1.000"), value_of("0,250"), value_of("1,250,000")
    ((1.5, None), (1000.0, 1.0), (0.25, None), (1250000.0, None))
    """
    if re.fullmatch(r"[1-9]\d{0,2}[.,]\d{3}", text):
        return float(re.sub(r"[.,]", "", text)), float(text.replace(",", "."))
    if re.fullmatch(r"\d{1,3}(?:([.,])\d{3})(?:\1\d{3})+", text):
        return float(re.sub(r"[.,]", "", text)), None
    head, *rest = re.split(r"[.,]", text)
    return (float(f"{head or 0}.{''.join(rest)}") if rest else float(head)), None


def _cardinal(tokens: list[Token], at: int) -> tuple[int, int] | None:
    """Words for a whole number: "seventy-five", "two hundred and fifty"."""
    text = _text(tokens, at)
    if text in _TENS:
        ones = at + 2 if _text(tokens, at + 1) == "-" else at + 1
        if _SMALL.get(_text(tokens, ones), 10) < 10:
            return _TENS[text] + _SMALL[_text(tokens, ones)], ones + 1
        return _TENS[text], at + 1
    small = _SMALL.get(text)
    if small is None and text in ("a", "an") and _text(tokens, at + 1) == "hundred":
        small = 1
    if small is None:
        return None
    if _text(tokens, at + 1) != "hundred":
        return small, at + 1
    after = at + 3 if _text(tokens, at + 2) == "and" else at + 2
    rest = _cardinal(tokens, after)
    return (100 * small + rest[0], rest[1]) if rest and rest[0] < 100 else (100 * small, at + 2)


def _part_word(tokens: list[Token], at: int) -> tuple[float, int] | None:
    """A part in words: "a half", "three quarters", "two thirds", "half"."""
    count = {"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "five": 5, "seven": 7}.get(_text(tokens, at), 0)
    named = at + 1 if count else at
    if _text(tokens, named) == "-":
        named += 1
    part = _PARTS.get(_text(tokens, named))
    if part is None or (not count and _text(tokens, named) not in ("half", "quarter", "third")):
        return None
    if _text(tokens, named + 1) == "-" or _text(tokens, named + 1) in ("fat", "and"):  # "half-fat", "half and half"
        return None
    return max(count, 1) * part, named + 1


def _words(tokens: list[Token], at: int) -> Number | None:
    text = _text(tokens, at)
    part = _part_word(tokens, at)
    if part:
        return _of_a(tokens, *part)
    if text in ("a", "an") and _text(tokens, at + 1) in ("couple", "few", "dozen"):
        end = at + 3 if _text(tokens, at + 2) == "of" else at + 2
        count = {"couple": (2.0, 2.0), "few": (2.0, 4.0), "dozen": (12.0, 12.0)}[_text(tokens, at + 1)]
        return Number(*count, end, loose=text != "dozen" and _text(tokens, at + 1) != "dozen")
    if text in ("few", "couple"):
        return Number(2, 4 if text == "few" else 2, at + 1, loose=True)
    if text == "dozen":
        return Number(12, 12, at + 1)
    whole = _cardinal(tokens, at)
    if whole is None:
        return Number(1, 1, at + 1) if text in ("a", "an") else None
    value, end = whole
    if _text(tokens, end) == "and":
        part = _part_word(tokens, end + 1)
        if part:
            return Number(value + part[0], value + part[0], part[1])
    if _text(tokens, end) in ("dozen", "doz"):
        return Number(12 * value, 12 * value, end + 1)
    return Number(value, value, end)


def _of_a(tokens: list[Token], value: float, end: int) -> Number:
    """ "half a dozen", "three quarters of a teaspoon", "half an egg"."""
    if _text(tokens, end) == "of" and _text(tokens, end + 1) in ("a", "an", "one"):
        end += 2
    elif _text(tokens, end) in ("a", "an"):
        end += 1
    if _text(tokens, end) in ("dozen", "doz"):
        return Number(12 * value, 12 * value, end + 1)
    return Number(value, value, end)

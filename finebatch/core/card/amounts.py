"""How much does a card's line say? The grammar of amounts, up to where the ingredient's name begins."""

import re
from functools import cache
from typing import Any

from lark import Lark, Token, Transformer
from lark.exceptions import LarkError

from ..base import Value
from .units import MASS_G, SPELLINGS, Unit, spelt

_VULGAR = {"½": 1 / 2, "¼": 1 / 4, "¾": 3 / 4, "⅓": 1 / 3, "⅔": 2 / 3, "⅛": 1 / 8, "⅜": 3 / 8, "⅝": 5 / 8, "⅞": 7 / 8, "⅕": 1 / 5}  # fmt: skip
_NUMBER_WORDS = {
    "a dozen": 12, "half a dozen": 6, "a couple of": 2, "a few": 3, "a quarter of an": 0.25, "a quarter of a": 0.25,
    "three quarters of a": 0.75, "one half": 0.5, "half of an": 0.5, "half of a": 0.5, "half an": 0.5, "half a": 0.5,
    "half": 0.5, "quarter": 0.25, "an": 1, "a": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6,
    "seven": 7, "eight": 8, "nine": 9, "ten": 10, "twelve": 12, "dozen": 12,
}  # fmt: skip


_FACTORS = {
    "heaped": 1.5, "heaping": 1.5, "rounded": 1.25, "level": 1.0, "scant": 0.93, "generous": 1.1,
    "big": 1.1, "good": 1.1, "packed": 1.0, "firmly packed": 1.0, "lightly packed": 0.9, "full": 1.0,
}  # fmt: skip


_SIZES = ("extra large", "extra-large", "very large", "large", "medium", "small", "jumbo", "xl")


def _any_of(words: Any, *, boundary: bool = True) -> str:
    ordered = sorted(words, key=len, reverse=True)
    body = "|".join(re.escape(word).replace(r"\ ", r"\s+") for word in ordered)
    return f"(?:{body})" + (r"(?![\w'])" if boundary else "")


_UNIT_SPELLINGS = [word for spellings in SPELLINGS.values() for word in spellings if word not in ("T", "t")]
# REST takes everything from the first word that is no amount: the terminals above it win wherever they are allowed.
_GRAMMAR = rf"""
start: measure? REST?
measure: single (PLUS single | more)*
more: amount unit ASIDE? OF?
single: factor? amount factor? size? ASIDE? unit ASIDE? OF?
      | factor? amount size ASIDE? OF?
      | amount TIMES amount unit OF?
      | factor? amount OF?
      | factor? unit OF?
amount: value (RANGE value)?
value: (DECIMAL | INTEGER) (VULGAR | FRACTION)? | INTEGER DOZEN | VULGAR | FRACTION | NUMBER_WORD
factor: FACTOR
size: SIZE
unit: UNIT "."?

PLUS.3: /(\+|plus|and)(?=\s*[\d½¼¾⅓⅔⅛⅜⅝⅞])/i
TIMES.3: /[x×](?=\s*\d)/i
RANGE.3: /(-|–|—|to|or)(?=\s*[\d½¼¾⅓⅔⅛⅜⅝⅞]|\s+(one|two|three|four|five|six|eight|half)\b)/i
FRACTION.4: /\d+\s*[\/⁄]\s*\d+/
DECIMAL.3: /\d+[.,]\d+|[.,]\d+/
INTEGER.2: /\d+/
VULGAR.3: /[½¼¾⅓⅔⅛⅜⅝⅞⅕]/
NUMBER_WORD.2: /{_any_of(_NUMBER_WORDS)}/i
FACTOR.2: /{_any_of(_FACTORS)}/i
SIZE.2: /{_any_of(_SIZES)}/i
UNIT.2: /{_any_of(_UNIT_SPELLINGS)}|(?-i:[Tt])(?=[\s.])/i
DOZEN.3: /dozen\b/i
ASIDE.2: /\([^()]*\)/
OF.2: /of\b/i
REST.-1: /[^\s](.|\n)*/
%ignore /\s+/
"""


class Measure(Value):
    """What the front of a line says: `low`..`high` of `unit` (None: a bare count), and the words left over.

    `stated_g` is a weight the card gives in brackets; `factor` is heaped, scant and so on, already applied.
    """

    low: float
    high: float
    unit: Unit | None
    size: str = ""
    packed: bool = False
    stated_g: float | None = None
    extra: tuple["Measure", ...] = ()
    rest: str = ""


class _Builder(Transformer[Token, Any]):
    def value(self, parts: list[Token]) -> float:
        if parts[-1].type == "DOZEN":
            return 12 * _figure(parts[0])
        return sum(_figure(part) for part in parts)

    def amount(self, parts: list[Any]) -> tuple[float, float]:
        numbers = [part for part in parts if not isinstance(part, Token)]
        low, high = numbers[0], numbers[-1]
        if high < low and high < 1 and len(parts) > 1 and str(parts[1]) in "-–—":
            low = high = low + high  # "1-1/2 cups" is one and a half
        return low, high

    def factor(self, parts: list[Token]) -> tuple[str, str]:
        return "factor", re.sub(r"\s+", " ", parts[0].lower())

    def size(self, parts: list[Token]) -> tuple[str, str]:
        return "size", re.sub(r"[\s-]+", "_", parts[0].lower())

    def unit(self, parts: list[Token]) -> Unit:
        found = spelt(re.sub(r"\s+", " ", str(parts[0])))
        if found is None:
            raise ValueError(f"no unit spelt {parts[0]}")
        return found

    def single(self, parts: list[Any]) -> Measure:
        amounts = [part for part in parts if isinstance(part, tuple) and isinstance(part[0], float | int)]
        tags = {part[0]: part[1] for part in parts if isinstance(part, tuple) and isinstance(part[0], str)}
        unit = next((part for part in parts if isinstance(part, Unit)), None)
        low, high = amounts[0] if amounts else (1.0, 1.0)
        if len(amounts) == 2:  # "2 x 100 g"
            low, high = low * amounts[1][0], high * amounts[1][1]
        factor = _FACTORS.get(tags.get("factor", ""), 1.0)
        return Measure(
            low=low * factor,
            high=high * factor,
            unit=unit,
            size=tags.get("size", ""),
            packed="packed" in tags.get("factor", ""),
            stated_g=_stated_g(parts, unit, low),
        )

    def more(self, parts: list[Any]) -> Measure:
        return self.single(parts)

    def measure(self, parts: list[Any]) -> Measure:
        singles = [part for part in parts if isinstance(part, Measure)]
        return singles[0].model_copy(update={"extra": tuple(singles[1:])})

    def start(self, parts: list[Any]) -> Measure | str:
        rest = " ".join(str(part).strip() for part in parts if isinstance(part, Token))
        measure = next((part for part in parts if isinstance(part, Measure)), None)
        if measure is None:
            return rest
        # "1 cup flour (120 g)": a bracket at the end that holds a weight and nothing else.
        bracket = re.search(
            r"\(\s*(?:about |approx\.? |~)?(\d+(?:[.,]\d+)?\s*(?:kg|g|grams?|oz|ounces?|lbs?))\s*\)\s*$", rest, re.I
        )
        stated = grams_in(bracket[1]) if bracket and measure.stated_g is None else measure.stated_g
        return measure.model_copy(update={"rest": rest, "stated_g": stated})


def _figure(token: Token) -> float:
    text = str(token)
    if token.type == "VULGAR":
        return _VULGAR[text]
    if token.type == "FRACTION":
        top, bottom = re.split(r"[/⁄]", text)
        return float(top) / float(bottom) if float(bottom) else float("nan")
    if token.type == "NUMBER_WORD":
        return float(_NUMBER_WORDS[re.sub(r"\s+", " ", text.lower())])
    if re.fullmatch(r"\d{1,3},\d{3}", text):
        return float(text.replace(",", ""))
    return float(text.replace(",", "."))


def _stated_g(parts: list[Any], unit: Unit | None, count: float) -> float | None:
    """A weight in brackets: for the whole amount ("2 sticks (226 g)"), or each when it stands before a tin."""
    for position, part in enumerate(parts):
        if isinstance(part, Token) and part.type == "ASIDE":
            grams = grams_in(str(part)[1:-1])
            if grams is not None:
                each = any(isinstance(later, Unit) for later in parts[position + 1 :]) and unit is not None
                return grams * count if each else grams
    return None


def grams_in(text: str) -> float | None:
    """The weight a short phrase names ("about 226g", "8 oz / 1 cup"), or None."""
    for match in re.finditer(r"(\d+(?:[.,]\d+)?)\s*(kg|g|grams?|oz|ounces?|lbs?|pounds?)\b", text, re.I):
        unit = spelt(match[2])
        worth = MASS_G.get(unit) if unit else None
        if worth:
            return float(match[1].replace(",", ".")) * worth
    return None


@cache
def _parser() -> Lark:
    return Lark(_GRAMMAR, parser="lalr", maybe_placeholders=False)


def read_measure(text: str) -> Measure | str:
    """The amount at the front of `text` with what is left; or, if no amount can be read, the text itself.

    Cards that put the amount last ("plain flour - 300 g") are turned round before giving up.
    """
    try:
        found: Measure | str = _Builder().transform(_parser().parse(text.strip()))
    except (LarkError, ValueError):
        return text
    if isinstance(found, Measure):
        return found
    turned = re.match(r"^(?P<name>[^\d½¼¾⅓⅔⅛⅜⅝⅞]*[^\W\d])[\s:–—,(-]*(?P<amount>[\d½¼¾⅓⅔⅛⅜⅝⅞].*?)\)?$", text.strip())
    if not turned:
        return text
    try:
        back: Measure | str = _Builder().transform(_parser().parse(turned["amount"]))
    except (LarkError, ValueError):
        return text
    if isinstance(back, str):
        return text
    return back.model_copy(update={"rest": f"{turned['name']}, {back.rest}" if back.rest else turned["name"]})

"""How much of an ingredient does somebody mean: "one and a bit bags", "11 eggs", "half a jar", "2 bags + 300 g", "3 cups"?"""

import re

from ..base import refusal
from ..card import read_line
from ..ingredients import catalogue
from ..kitchen import Kitchen
from .pantry import PantryItem

A_BIT = 0.12  # of a pack
_WORDS = {
    "a": 1.0, "an": 1.0, "one": 1.0, "two": 2.0, "three": 3.0, "four": 4.0, "five": 5.0, "six": 6.0, "seven": 7.0, "eight": 8.0, "nine": 9.0,
    "ten": 10.0, "eleven": 11.0, "twelve": 12.0, "couple": 2.0, "dozen": 12.0, "few": 3.0,
}  # fmt: skip
_PARTS = {
    "half": 0.5, "third": 1 / 3, "quarter": 0.25, "bit": A_BIT, "nearly": 0.9, "thirds": 1 / 3, "quarters": 0.25, "½": 0.5, "¼": 0.25, "¾": 0.75, "⅓": 1 / 3,
    "⅔": 2 / 3,
}  # fmt: skip
_PACKS = re.compile(
    r"\b(?:bag|pack|packet|jar|tin|can|carton|box|boxe|bottle|tub|block|stick|bar|tube|sachet|brick|egg)s?\b"
)
_NONE = re.compile(r"(?:none|nothing|no|empty|0|all gone|out)$", re.I)
_NUMBER = re.compile(r"\d+(?:[.,]\d+)?(?:\s*/\s*\d+)?$")


def piece_g_of(ingredient_id: str, egg_size: str) -> float | None:
    """Grams of one piece where it is counted by the piece: eggs, by the country's usual size."""
    if ingredient_id != "egg_whole":
        return None
    pieces = catalogue()[ingredient_id].piece_g
    return pieces.get(egg_size) or pieces["large"]


def grams_said(text: str, item: PantryItem, kitchen: Kitchen, piece_g: float | None) -> float:
    """Grams of what is written: several amounts joined by "+" or "and" are added. Refusal at `amount` where it cannot be told, and where
    a measure by volume meets an ingredient whose weight for it is not known."""
    text = " ".join(text.strip().split())
    if not text:
        raise refusal("amount", "Say how much is there: “half a bag”, “350 g” or “none”.")
    if _NONE.match(text):
        return 0.0
    if text.startswith(("-", "−")):
        raise refusal("amount", "There cannot be less than nothing. Say how much is there, or “none”.")
    in_packs = _packs_in(text)
    if in_packs is not None:
        return in_packs * (piece_g or item.pack_g)
    return sum(_one_g(part, item, kitchen, piece_g) for part in re.split(r"\s*\+\s*|\s+and\s+(?=\d)", text) if part)


def _packs_in(text: str) -> float | None:
    """How many packs (or pieces), where the words say nothing else."""
    plain = _PACKS.sub(" ", text.lower().replace("nearly all", "nearly"))
    plain = re.sub(r"\bof\b|\bfull\b|\babout\b|\bpieces?\b", " ", plain)
    plain = re.sub(f"([{''.join(mark for mark in _PARTS if len(mark) == 1)}])", r" \1 ", plain)
    total, last, seen = 0.0, 0.0, False
    for word in plain.replace("-", " ").split():
        if word in ("and", "with", "plus", "the", "&"):
            total, last = total + last, 0.0
        elif word in _PARTS:
            part = _PARTS[word]
            # "two thirds" is two of them, "one and a half" and "1 ½" are a half more.
            last = (
                last * part
                if last and word.endswith("s")
                else part
                if last in (0.0, 1.0) and not _figure(plain, word)
                else last + part
            )
            seen = True
        elif word in ("a", "an") and last:
            continue  # "half a bag"
        elif word in _WORDS:
            last, seen = (last * _WORDS[word] if word in ("dozen",) and last else _WORDS[word]), True
        elif _NUMBER.match(word):
            top, _, bottom = word.replace(",", ".").partition("/")
            if bottom and not float(bottom):
                return None
            value = float(top) / float(bottom) if bottom else float(top)
            if last and not bottom:
                return None  # "2-3 bags": which?
            last, seen = last + value, True
        else:
            return None
    return total + last if seen else None


def _figure(plain: str, part: str) -> bool:
    """Whether a figure stands right before it: "1 ½"."""
    return bool(re.search(rf"\d\s*{re.escape(part)}", plain))


def _one_g(part: str, item: PantryItem, kitchen: Kitchen, piece_g: float | None) -> float:
    packs = _packs_in(part)
    if packs is not None:
        return packs * (piece_g or item.pack_g)
    name = catalogue()[item.ingredient_id].name
    reading = read_line(f"{part} {name}", kitchen.habit, item.ingredient_id)
    if reading.mass_g is None:
        message = (
            f"“{part}” of {name.lower()} cannot be told in grams. Say it in g, or in packs: “half a {item.pack_is}”."
        )
        raise refusal("amount", message)
    return reading.mass_g

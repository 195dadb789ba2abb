"""Which lines does each step of a method speak of?"""

import re

from ..card import Part
from ..formula import Role, WeighedLine
from .method import MethodStep

# What a step calls several lines at once.
_GROUPS: tuple[tuple[str, frozenset[Role]], ...] = (
    (r"\bdry (?:ingredients|things|mix)|\bthe dry\b", frozenset({Role.FLOUR, Role.LEAVENER, Role.SALT})),
    (r"\bwet (?:ingredients|things|mix)|\bthe wet\b|\bliquids?\b", frozenset({Role.EGG, Role.LIQUID})),
    (r"\bfat\b", frozenset({Role.FAT})),
    (r"\beggs?\b", frozenset({Role.EGG})),
    (r"\bspices?\b|\bflavou?rings?\b", frozenset({Role.FLAVOUR})),
)
_ALL = re.compile(
    r"\b(?:everything|all the (?:ingredients|rest)|the rest|remaining ingredients|rest of the ingredients|all together)\b",
    re.I,
)
_PLAIN = frozenset(
    """the and for with from into large small medium cold soft softened melted fine unsalted salted whole fresh freshly ground grated chopped cup cups tbsp tsp grams stick sticks room temperature each about plus beaten
    natural extra virgin pure heavy sifted packed level heaped piece pieces pinch strong semi skimmed good quality cooled""".split()
)


def linked(steps: tuple[MethodStep, ...], weighed: tuple[WeighedLine, ...]) -> tuple[MethodStep, ...]:
    """The steps, each with the ids of the lines it is the first to speak of: by name, by kind ("the dry ingredients"), or as all that
    is left ("everything")."""
    waiting = [line for line in weighed if line.reading.ingredient_id and line.reading.mass_g]
    found = []
    for step in steps:
        taken = _meant(step.text, waiting)
        waiting = [line for line in waiting if line not in taken]
        found.append(step.model_copy(update={"line_ids": tuple(line.line_id for line in taken)}))
    return tuple(found)


def _meant(text: str, waiting: list[WeighedLine]) -> list[WeighedLine]:
    text = re.sub(r"\begg[- ]?wash\b", "wash", text, flags=re.I)
    dough = [line for line in waiting if line.part is Part.DOUGH]
    if _ALL.search(text):
        return dough
    roles = frozenset[Role]().union(*(roles for pattern, roles in _GROUPS if re.search(pattern, text, re.I)))
    said = [_stem(word) for word in re.findall(r"[^\W\d_]+", text.lower())]
    named = {line.line_id: _strength(line, said) for line in waiting}
    strongest: dict[str, int] = {}
    for line in waiting:
        head, strength = named[line.line_id]
        strongest[head] = max(strongest.get(head, 0), strength)
    # "the brown sugar" is that one; "the sugar" is every sugar.
    meant = {id for id, (head, strength) in named.items() if strength and (strength > 1 or strongest[head] == 1)}
    return [line for line in waiting if line.line_id in meant or (line in dough and line.role in roles)]


def _strength(line: WeighedLine, said: list[str]) -> tuple[str, int]:
    """The noun a line ends in, and how many of its words a step says; 0 where the step does not mean it."""
    names = (
        re.split(r"[,(]", line.reading.ingredient_name)[0],
        line.reading.said_as,
        re.split(r"[,(]", line.reading.text)[0],
    )
    best = ("", 0)
    for name in names:
        words = [_stem(word) for word in re.findall(r"[^\W\d_]{3,}", name.lower()) if word not in _PLAIN]
        hits = [word for word in words if word in said]
        if not words:
            continue
        # Of "vanilla extract" the vanilla is enough, of "baking soda" only the soda is.
        head = words[-1]
        telling = head in said or (bool(hits) and head in ("extract", "essence", "chip", "oil", "powder", "seed"))
        if "powder" in words and "baking" in words:
            telling = "powder" in said and "baking" in said
        if telling and len(hits) > best[1]:
            best = (head, len(hits))
    return best


def _stem(word: str) -> str:
    """A word in the singular, roughly: both sides are cut alike."""
    return re.sub(r"(?<=[^aeiou])ies$", "y", word) if word.endswith("ies") else re.sub(r"(?<!s)s$", "", word)

"""Is so much of it meant? Amounts judged by what an ingredient does in a dough, at any size of batch."""

from ..base import Problem, ask
from ..card import Part
from ..formula import Role, WeighedLine
from ..ingredients import catalogue

# Per cent of the dough's mass above which nobody means it (judged: several times the most that known doughs hold).
MOST_PCT = {
    "baking_soda": 1.5, "baking_powder": 4.0, "baking_powder_single": 4.0, "bakers_ammonia": 3.0, "cream_of_tartar": 3.0, "yeast_instant": 4.0,
}  # fmt: skip
MOST_OF_CATEGORY_PCT = {"salt": 3.0, "spice": 6.0, "flavour": 10.0, "leavener": 4.0}
MOST_EGG_PCT = 60.0
LEAST_DOUGH_G = 60.0  # in less, a pinch is a large share


def amounts_by_role(weighed: tuple[WeighedLine, ...], leaveners: bool = True) -> list[Problem]:
    """A question for each line that holds more than its kind can bear in such a dough: "8% salt". Leaveners only if asked for."""
    lines = [line for line in weighed if line.part is Part.DOUGH and line.reading.ingredient_id and line.reading.mass_g]
    dough_g = sum(line.reading.mass_g or 0.0 for line in lines)
    found = []
    for line in lines if dough_g >= LEAST_DOUGH_G else []:
        item = catalogue()[line.reading.ingredient_id or ""]
        if line.role is Role.LEAVENER and not leaveners:
            continue
        most = MOST_PCT.get(item.id, MOST_OF_CATEGORY_PCT.get(item.category))
        most = MOST_EGG_PCT if line.role is Role.EGG and len(lines) > 1 and item.id != "egg_white" else most
        share = 100 * (line.reading.mass_g or 0.0) / dough_g
        if most is not None and share > most:
            said = f"“{line.reading.text}” is {share:.0f}% of the dough; so much {item.name.lower()} is hardly meant. Is the amount right?"
            found.append(ask("lines", said))
    return found

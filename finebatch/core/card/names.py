"""Which ingredient does a name mean?"""

import difflib
import re
from enum import StrEnum
from functools import lru_cache

from ..base import Value
from ..ingredients import catalogue, name_key, names


class Sureness(StrEnum):
    """How far a reading can be trusted. `check` holds our best guess; `unknown` needs the baker's answer."""

    SURE = "sure"
    CHECK = "check"
    UNKNOWN = "unknown"


class Choice(Value):
    """One ingredient an unsure line may mean."""

    ingredient_id: str
    label: str


# What a bare word on a home card nearly always means; said in the note, changed with one tap.
_GENERIC = {
    "flour": ("flour_ap", ("flour_self_raising", "flour_bread", "flour_cake", "flour_whole_wheat")),
    "sugar": ("sugar_granulated", ("sugar_caster", "sugar_light_brown", "sugar_icing")),
    "egg": ("egg_whole", ()),
    "oil": ("oil_neutral", ("oil_olive", "coconut_oil")),
    "oat": ("oats_rolled", ("oats_quick",)),
    "cocoa": ("cocoa_natural", ("cocoa_dutch",)),
    "salt": ("salt_fine", ("salt_kosher", "salt_flaky")),
    "butter": ("butter_unsalted", ("butter_salted", "butter_browned")),
    "milk": ("milk_whole", ("milk_semi", "milk_skim")),
    "cinnamon": ("cinnamon", ()),
    "ginger": ("ginger_ground", ("ginger_fresh", "ginger_candied")),
    "rosemary": ("rosemary_fresh", ("rosemary_dried",)),
    "rye flour": ("flour_rye_light", ("flour_rye_dark",)),
    "spelt flour": ("flour_spelt_white", ("flour_spelt_whole",)),
}


# Bare words with no usual meaning: we guess, and ask.
_VAGUE = {
    "chocolate": ("choc_dark_50", ("choc_dark_chopped", "choc_chips_dark", "choc_milk_chopped", "choc_white_chopped")),
    "nut": ("walnuts", ("pecans", "hazelnuts", "almonds_slivered", "peanuts")),
    "mixed nut": ("walnuts", ("hazelnuts", "almonds_slivered", "peanuts")),
    "dried fruit": ("raisins", ("sultanas", "currants", "cranberries_dried", "apricots_dried")),
    "syrup": ("golden_syrup", ("maple_syrup", "corn_syrup_light", "honey")),
    "cornflour": ("cornstarch", ("cornmeal",)),
    "corn flour": ("cornmeal", ("cornstarch",)),
    "brown sugar": ("sugar_light_brown", ("sugar_dark_brown",)),
    "treacle": ("black_treacle", ("golden_syrup",)),
    "shortening or lard": ("shortening", ("lard",)),
}


# Names whose note in the catalogue explains them, with no second meaning to ask about.
_SETTLED = frozenset({"bicarb", "shortening", "maida", "atta"})
# Words that say what was done to the ingredient, not what it is.
PREPARED = frozenset(
    """soft softened melted cold chilled warm cool cooled room temperature at very finely roughly coarsely thinly
    freshly fresh chopped sifted grated crushed toasted roasted diced cubed cubes cut into in small large big chunk
    chunks pieces piece beaten lightly well packed firmly plus extra for the of about approx approximately whole
    good quality best free range organic level heaped and then or more to as needed if using optional divided
    separated your favourite favorite unsifted ground fine plain raw medium pitted shelled blanched skinned rinsed
    drained sliced halved broken bar bars hot boiling from a an some few drops drop shop bought homemade ripe peeled
    unwaxed strong zested juiced only heaping rounded pkg pure clear bits still rubbed dry mixed through with my i
    use it is not too size sized each lukewarm tepid cups cup cubed taste dusting rolling greasing tin tray
    sprinkling decorating can tin tub jar packet bag pack""".split()
)


class Match(Value):
    """Ids a name may mean, best first, and whether the first is certain."""

    ids: tuple[str, ...]
    certain: bool
    note: str = ""
    asked: str = ""
    guessed: bool = False  # by the letters alone


def _ask(best: str, others: tuple[str, ...], note: str, asked: str = "") -> Match:
    return Match(ids=(best, *others), certain=not asked, note=note, asked=asked)


@lru_cache(maxsize=4096)
def match_name(phrase: str) -> Match:
    """The ingredients a written name can mean. Exact names are certain unless the name means different things
    in different countries; a name found inside a longer phrase is certain only if the other words say how it was
    prepared; a near miss is only ever offered.
    """
    head = re.split(r",|;|\(| - |–", phrase, maxsplit=1)[0]
    for candidate in (name_key(phrase), name_key(head)):
        found = _exact(candidate)
        if found:
            return found
    words = name_key(head).split()
    kept = [word for word in words if word not in PREPARED and not word.isdigit()]
    found = _exact(" ".join(kept)) if kept != words else None
    return found or _inside(words) or _near(" ".join(kept) or name_key(phrase))


def _exact(key: str) -> Match | None:
    if key in _VAGUE:
        best, others = _VAGUE[key]
        return _ask(best, others, f"“{key}” can mean more than one thing", asked=key)
    if key in _GENERIC:
        best, others = _GENERIC[key]
        return _ask(best, others, f"taken as {catalogue()[best].name.lower()}")
    ids = names().get(key, ())
    if not ids:
        return None
    clash = catalogue()[ids[0]].alias_clash
    clashes = key not in _SETTLED and (len(ids) > 1 or _disputed(key, clash))
    return Match(
        ids=ids,
        certain=not clashes,
        note=f"this name differs by country: {clash}" if clashes else "",
        asked=key if clashes else "",
    )


def _disputed(key: str, clash: str) -> bool:
    """Whether the catalogue's note on names that differ by country quotes this very name."""
    return any(name_key(quoted) == key for quoted in re.findall(r"'([^']+)'", clash))


def _inside(words: list[str]) -> Match | None:
    """The longest run of words that names something, later runs first ("soft dark brown sugar" is a sugar)."""
    for length in range(len(words), 0, -1):
        for start in range(len(words) - length, -1, -1):
            found = _exact(" ".join(words[start : start + length]))
            if found:
                others = words[:start] + words[start + length :]
                unexplained = [word for word in others if word not in PREPARED and not word.isdigit()]
                if not unexplained:
                    return found
                note = f"not sure about “{' '.join(unexplained)}”"
                return Match(ids=found.ids, certain=False, note=note)
    return None


def _near(key: str) -> Match:
    close = difflib.get_close_matches(key, names().keys(), n=4, cutoff=0.72)
    ids = tuple(dict.fromkeys(names()[name][0] for name in close))
    note = "not in the catalogue: choose what it is" if not ids else "did you mean one of these?"
    return Match(ids=ids, certain=False, note=note, guessed=bool(ids))


def choices_of(ids: tuple[str, ...]) -> tuple[Choice, ...]:
    return tuple(Choice(ingredient_id=id, label=catalogue()[id].name) for id in ids[:6])

"""Which ingredient does a name mean?"""

import re
from enum import StrEnum
from functools import cache, lru_cache

from rapidfuzz import fuzz, process
from rapidfuzz.distance import OSA

from ..base import Value, rows, words
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


class Usual(Value):
    """What a name means on a home card: best first; `asks` says why that is asked, where it is."""

    ids: tuple[str, ...]
    asks: str
    sure_in: tuple[str, ...] = ()


def sure_in(key: str) -> tuple[str, ...]:
    """The regions in which a disputed name has one meaning, the first of its table."""
    known = usual().get(key)
    return known.sure_in if known else ()


@cache
def usual() -> dict[str, Usual]:
    """The table of names (reference/names.csv): bare words, other countries' words, and what nearly everybody means by them."""
    return {
        name_key(name): Usual(ids=words(row["ids"]), asks=row["ask"].strip(), sure_in=words(row["sure_in"] or ""))
        for row in rows("names")
        for name in words(row["name"])
    }


# Names whose note in the catalogue explains them, with no second meaning to ask about.
_SETTLED = frozenset(
    {
        "bicarb",
        "shortening",
        "maida",
        "atta",
        "icing mixture",
        "cinnamon",
        "wheaten cornflour",
        "raw sugar",
        "semolina",
        "gram flour",
        "turbinado sugar",
        "currant",
        "marzipan",
    }
)
# Words that say what was done to the ingredient, or how good it is, not what it is.
PREPARED = frozenset(
    """soft softened melted cold chilled warm cool cooled cooling room temperature temp at very finely roughly coarsely thinly
    freshly fresh chopped sifted sieved sift grated crushed toasted roasted diced cubed cubes cut into in small large big chunk
    chunks pieces piece beaten lightly well packed firmly loosely tightly down plus extra for the of about approx approximately whole
    good quality best free range organic level levelled leveled spooned heaped and then or more to as needed if using optional divided
    separated your favourite favorite unsifted ground fine plain raw medium pitted shelled blanched skinned rinsed squeezed
    drained sliced halved quartered broken up bar bars hot boiling from a an some few drops drop shop bought homemade ripe peeled
    unwaxed strong zested juiced only heaping rounded pkg pure clear bits bit still rubbed dry mixed through with my i
    use it is not too size sized each lukewarm tepid cups cup taste dusting rolling greasing tin tray
    sprinkling decorating can tub jar packet bag pack lg lge med sm xl thick thin powdered powder slivered slivers nice
    coarse grade a real new fresh old day stone removed deseeded deveined stoned kernels nuts seeds scraped split lengthways
    both dissolved tossed brand any kind such this that these those full flat just browned bite half halves crumbled pressed
    unsweetened unwrapped pot pots separately skinned even whisked slightly strips stripes fully ready made natural pcs nos no washed dried scalded sour sweet box cooled
    rolled desiccated minced julienned torn mashed strained unsalted salted creamed stiff stiffly heavy light approx scant generous style traditional
    sticks stick cubes cubed at room temperature mix all other own house day warmed tinned canned bottled unpeeled half""".split()
)
# What these words say is never set aside: salt is not sugar, an essence not a spice, soda not powder.
TELLING = frozenset(
    "soda powder salt sugar essence extract oil flour starch syrup butter milk cream paste spread white yolk chips".split()
)
_HURTS = frozenset({"leavener", "salt", "flavour", "spice", "sugar"})  # a wrong one of these spoils the batch
_ALWAYS_ASKED = frozenset({"leavener", "salt"})
_TOO_SHORT = 3  # a word of so few letters may be anything
_LEAST_ALIKE = 0.78
MOST_WORDS = 12  # of a name: what is longer is a sentence
MOST_LETTERS = 60
_TAKEN_ALIKE = 0.8


class Match(Value):
    """Ids a name may mean, best first, and whether the first is certain."""

    ids: tuple[str, ...]
    certain: bool
    note: str = ""
    asked: str = ""  # a name that a kitchen may settle for good
    guessed: bool = False  # by the letters alone, and only offered
    respelt: bool = False  # by the letters alone, and taken
    partly: bool = False  # words are left over that nobody knows


@lru_cache(maxsize=8192)
def known_name(phrase: str) -> Match | None:
    """What a written name means by the names that are known, letter for letter; None where that leaves words over.

    Exact names are certain unless the name means different things in different countries.
    """
    bare, head = _head(phrase)
    # "sugar, brown", "butter (salted)": what stands behind may say which it is.
    behind = [
        *re.split(r"[,;]", bare)[1:2],
        *(part for found in re.findall(r"\(([^()]*)\)", phrase) for part in found.split(",")),
    ]
    bared = " ".join(
        word for word in name_key(head).split()[:MOST_WORDS] if word not in _PLAIN_WORDS or word in TELLING
    )
    turned = (name_key(f"{part} {stem}") for part in behind if not re.search(r"\d", part) for stem in (head, bared))
    for candidate in (name_key(phrase), *turned, name_key(bare), name_key(head)):
        found = _exact(candidate)
        if found:
            return found
    chosen = _alternatives(head)
    if chosen:
        return chosen
    said = name_key(head).split()[:MOST_WORDS]
    kept = [word for word in said if word not in _PLAIN_WORDS and not word.isdigit()]
    found = _exact(" ".join(kept)) if kept and kept != said else None
    if found:
        return found
    found = _unabridged(name_key(head))
    if found:
        return found
    inside = _inside(said)
    whole = name_key(bare).split()[:MOST_WORDS]
    if inside is None and len(whole) > len(said) and not any(char.isdigit() for char in bare):
        inside = _inside(whole)
    return inside


@lru_cache(maxsize=8192)
def match_name(phrase: str) -> Match:
    """The ingredients a written name can mean. Exact names are certain unless the name means different things
    in different countries; a name found inside a longer phrase is certain only if the other words say how it was
    prepared; a misspelt one is taken and marked, but asked where a wrong guess would spoil the batch.
    """
    inside = known_name(phrase)
    if inside and not inside.partly:
        return inside
    _, head = _head(phrase)
    aside = re.search(r"\(([^()]*)\)", phrase)
    said_aside = _exact(name_key(aside[1])) if aside and not inside else None
    kept = " ".join(
        word for word in name_key(head).split()[:MOST_WORDS] if word not in _PLAIN_WORDS and not word.isdigit()
    )
    whole = " ".join(_SHORT.get(word, word) for word in kept.split())
    near = _near(whole or name_key(phrase))
    return said_aside or _scanned(name_key(head)) or (near if near.respelt or inside is None else inside)


def _head(phrase: str) -> tuple[str, str]:
    """A phrase without its brackets, and what stands before its first comma."""
    bare = re.sub(r"\([^()]*\)", " ", phrase)
    return bare, re.split(r",|;|\(| - |–|:|=", bare.strip(" ,;:-"), maxsplit=1)[0]


_PLAIN_WORDS = frozenset(name_key(word) for word in PREPARED) | PREPARED


def _exact(key: str) -> Match | None:
    if not key:
        return None
    known = usual().get(key)
    if known:
        best = catalogue()[known.ids[0]].name.lower()
        if known.asks:
            return Match(ids=known.ids, certain=False, note=f"“{key}”: {known.asks}?", asked=key)
        same = name_key(best) == key or len(known.ids) == 1
        asked = key if len(known.ids) > 1 else ""
        return Match(ids=known.ids, certain=True, note="" if same else f"taken as {best}", asked=asked)
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


def _alternatives(head: str) -> Match | None:
    """ "butter or margarine" takes the first and keeps the other; two names of one thing are one."""
    sides = re.split(r"\s+or\s+|\s*/\s*", head)
    if len(sides) < 2 or any(re.search(r"\d", side) for side in sides):
        return None
    last = name_key(sides[-1]).split()[-1:]
    found = []
    for side in sides:
        match = next((m for m in (_settled(side), _settled(f"{side} {' '.join(last)}")) if m), None)
        if match is None:
            return None
        found.append(match)
    ids = tuple(dict.fromkeys(match.ids[0] for match in found))
    if len(ids) == 1:
        return Match(ids=ids, certain=True)
    others = tuple(id for match in found for id in match.ids[1:] if id not in ids)
    labels = " or ".join(catalogue()[id].name.lower() for id in ids)
    return Match(ids=(*ids, *others), certain=False, note=f"{labels}: the first is taken, tap the other to have that")


# Words cut short on cards.
_SHORT = {
    "bak": "baking", "bkg": "baking", "br": "brown", "brn": "brown", "choc": "chocolate", "cond": "condensed", "conf": "confectioner",
    "dk": "dark", "evap": "evaporated", "ess": "essence", "ext": "extract", "flav": "flavouring", "gran": "granulated", "lt": "light",
    "marg": "margarine", "pdr": "powder", "pow": "powdered", "pwd": "powder", "pwdr": "powder", "shrt": "shortening", "van": "vanilla",
    "veg": "vegetable", "wh": "whole", "wht": "white", "wholemeal": "whole wheat", "bitter": "bittersweet", "sm": "small",
}  # fmt: skip


def _unabridged(key: str) -> Match | None:
    """A name whose words are cut short: "gran. sugar", "choc. chips"."""
    whole = " ".join(_SHORT.get(word, word) for word in key.split())
    return _settled(whole) if whole != key else None


def _settled(phrase: str) -> Match | None:
    key = name_key(phrase)
    kept = " ".join(word for word in key.split() if word not in _PLAIN_WORDS)
    return _exact(key) or (_exact(kept) if kept else None)


def _inside(said: list[str]) -> Match | None:
    """The longest run of words that names something, later runs first ("soft dark brown sugar" is a sugar)."""
    for length in range(len(said), 0, -1):
        for start in range(len(said) - length, -1, -1):
            found = _exact(" ".join(said[start : start + length]))
            if not found:
                continue
            others = said[:start] + said[start + length :]
            unexplained = [word for word in others if word not in _PLAIN_WORDS and not _figure(word)]
            if not unexplained:
                return found
            if (length == 1 and len(unexplained) > 3) or len(unexplained) > 5:
                continue
            note = f"not sure about “{' '.join(unexplained)}”"
            return Match(ids=found.ids, certain=False, note=note, asked=_kept_as(" ".join(said)), partly=True)
    return None


def _figure(word: str) -> bool:
    return bool(re.fullmatch(r"\d+(?:[.,]\d+)?\s*%?", word))


_SCANNED = (("rn", "m"), ("vv", "w"), ("1", "l"), ("0", "o"), ("9", "g"), ("5", "s"), ("q", "g"))


def _scanned(key: str) -> Match | None:
    """A name with the letters that a scanner mistakes put right: "rnargarine", "bakin9 soda"."""
    mended = key
    for wrong, right in _SCANNED:
        mended = re.sub(rf"(?<![\d.,/]){wrong}(?![\d.,/])", right, mended)
    match = _settled(mended) if mended != key else None
    if match is None:
        return None
    return Match(ids=match.ids, certain=False, note=f"“{key}” taken as {mended}: is that right?", respelt=True)


def _near(key: str) -> Match:
    """Names alike by their letters: taken where one or two letters are off and no other is as near, else offered."""
    if not 3 <= len(key) <= MOST_LETTERS:
        return Match(ids=(), certain=False, note="not in the catalogue: choose what it is")
    known = _spellings()
    close = process.extract(key, known, scorer=fuzz.ratio, limit=6, score_cutoff=100 * _LEAST_ALIKE)
    alike = [(name, OSA.normalized_similarity(key, name)) for name, _, _ in close]
    alike += [(name, OSA.normalized_similarity(key, name)) for name in _by_sound().get(_sound(key), ())]
    alike = sorted((pair for pair in alike if pair[1] >= 0.6), key=lambda pair: -pair[1])
    ids = tuple(dict.fromkeys(id for name, _ in alike for id in _ids_of(name)[:1]))
    if not ids:
        return Match(
            ids=(), certain=False, note="not in the catalogue: choose what it is most like", asked=_kept_as(key)
        )
    best, likeness = alike[0]
    odd = set(key.split()) - set(best.split())
    if len(key.split()) > 1 and any(len(word) <= _TOO_SHORT for word in odd):
        return Match(ids=ids, certain=False, note="did you mean one of these?", guessed=True, asked=_kept_as(key))
    rivals = [name for name, other in alike[1:] if other > likeness - 0.08 and _ids_of(name)[0] != _ids_of(best)[0]]
    match = _exact(best)
    if (
        likeness < (0.6 if _sound(key) == _sound(best) else _TAKEN_ALIKE)
        or rivals
        or match is None
        or not match.certain
        or key[0] != best[0]
    ):
        return Match(ids=ids, certain=False, note="did you mean one of these?", guessed=True, asked=_kept_as(key))
    item = catalogue()[match.ids[0]]
    telling = TELLING & set(best.split())
    said = telling <= set(key.split())
    hurts = (
        bool(telling)
        and len(best.split()) > 1
        and (item.category in _ALWAYS_ASKED or (item.category in _HURTS and not said))
    )
    taken = f"“{key}” taken as {best}"
    return Match(
        ids=(*match.ids[:1], *ids[1:]),
        certain=not hurts,
        note=taken + (": is that right?" if hurts else ""),
        respelt=True,
    )


def _kept_as(key: str) -> str:
    """The name under which a kitchen keeps what an unknown ingredient is most like; "" for what is no name."""
    return key if len(key) <= MOST_LETTERS and not re.search(r"\d", key) else ""


def _sound(key: str) -> str:
    """A name's consonants, each once: what is left of "sugger" and "flower" as of sugar and flour.

    >>> _sound("sugger") == _sound("sugar"), _sound("flower") == _sound("flour")
    (True, True)
    """
    return re.sub(r"(.)\1+", r"\1", re.sub(r"[aeiouwhy]", "", key))


@cache
def _by_sound() -> dict[str, tuple[str, ...]]:
    found: dict[str, list[str]] = {}
    for name in _spellings():
        found.setdefault(_sound(name), []).append(name)
    return {sound: tuple(named) for sound, named in found.items() if len(sound) > 2}


@cache
def _spellings() -> tuple[str, ...]:
    return tuple({*names(), *usual()})


def _ids_of(name: str) -> tuple[str, ...]:
    known = usual().get(name)
    return known.ids if known else names()[name]


def choices_of(ids: tuple[str, ...]) -> tuple[Choice, ...]:
    return tuple(Choice(ingredient_id=id, label=catalogue()[id].name) for id in ids[:6])

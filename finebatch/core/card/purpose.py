"""What a line is for, where it says so: dough, wash, rolling, dusting, topping, the tin; counted, optional, or by feel."""

import re

from ..base import Value
from .line import Part

_PLACES: tuple[tuple[Part, str], ...] = (
    (Part.WASH, r"(?:for (?:an? |the )?)?egg ?wash|(?:to|for) (?:brush(?:ing)?|glaz(?:e|ing))\b(?: (?:on )?(?:the )?(?:top|tops|it|them|over))?|for the (?:glaze|wash)\b"),
    (
        Part.PAN,
        r"(?:for|to) (?:greas(?:e|ing)|butter(?:ing)?|lin(?:e|ing))\b(?: the)?(?: tins?| trays?| pans?)?|for (?:the|your) (?:tins?|pans?|trays?|boards?|work ?tops?|counter|surface|bench)"
        r"|for rolling out|for flouring(?: the board)?|for (?:the )?(?:kneading|work surface)|to flour the board|for dusting (?:the )?(?:board|surface|work ?top|counter)",
    ),
    (
        Part.COATING,
        r"(?:for|to) (?:roll(?:ing)?|coat(?:ing)?|dust(?:ing)?|dredg(?:e|ing)|toss(?:ing)?|dip(?:ping)?)\b(?: (?:in|them|it|over|on))*(?: (?:the )?(?:balls|cookies|biscuits|tops?))?",
    ),
    (
        Part.TOPPING,
        r"(?:for|to) (?:finish(?:ing)?|sprinkl(?:e|ing)|decorat(?:e|ing|ion)|top(?:ping)?|garnish(?:ing)?|scatter(?:ing)?|serve)\b(?: (?:over|on|the|tops?|them))*|for the tops?\b",
    ),
    (Part.FILLING, r"(?:for|to) (?:fill(?:ing)?|sandwich(?:ing)?)\b(?: (?:them|together))*|for the (?:filling|middle|centres?|centers?)"),
)  # fmt: skip
_ANY = "|".join(pattern for _, pattern in _PLACES)
# "plus extra for dusting", "+ a bit for the tin", "plus more to roll": besides the amount, and out of the dough.
_BESIDES = re.compile(
    rf"[\s,;(]*(?:\+|plus|and|&|with)\s+(?:(?:a (?:bit|little|touch|few)|some|extra|more|enough)(?: extra| more)?\s*(?:{_ANY}|as needed|if needed|to taste|to dredge)?|an? (?:knob|pinch|splash|handful|dash|spoonful)(?: of \w+)?\s+(?:{_ANY}))\)?",
    re.I,
)
_BESIDES_MEASURED = re.compile(
    rf"[\s,;(]*(?:\+|plus|and|&)\s+(?P<amount>[^,;()]*?\d[^,;()]*?|[^,;()]*?[½¼¾⅓⅔⅛][^,;()]*?)\s+(?P<place>{_ANY})\)?",
    re.I,
)
_BY_FEEL = re.compile(
    r"[\s,;(]*\bor (?:a (?:bit|little|touch)|slightly) (?:more|less)(?: if [^,;()]{1,40})?\)?|[\s,;(]*(?:\b(?:or|or more|only)\s+)?\b(?:as|if|when|where) (?:needed|necessary|required|reqd\.?|desired)\b\)?|[\s,;(]*\b(?:or so|as much as (?:needed|it takes))\b\)?",
    re.I,
)
_ENOUGH = re.compile(
    r"^\s*(?:just )?(?:enough|some|sufficient)\b"
    r"|^\s*(?:just )?an? (?:(?:wee|tiny|good|little|small|generous) )?(?:bit|little|touch|hint|sprinkling|sprinkle|scattering|scraping|scrape|grating|dusting|dollop|squeeze|lick)\b"
    r"|\bto (?:stiffen|mix|bind|bring (?:it )?together)\b|\bas many as you like\b",
    re.I,
)
_OPTIONAL = re.compile(
    r"\s*\(\s*optional\b[^()]*\)|[\s,;(]*\b(?:optional|if (?:you )?(?:like|using|wanted?)|if desired)\b:?\)?", re.I
)
_DIVIDED = re.compile(r"[\s,;(]*\bdivided\b\)?", re.I)


class Purpose(Value):
    """A line's words without those that say what it is for. `besides` is an amount of its own that goes elsewhere."""

    text: str
    part: Part | None = None
    by_feel: bool = False
    optional: bool = False
    enough: bool = False
    to_taste: bool = False
    besides: tuple[Part, str] | None = None


def purpose_of(text: str) -> Purpose:
    """What a line is for.

    >>> purpose_of("1 egg white, for brushing")
    Purpose(text='1 egg white', part=<Part.WASH: 'wash'>, by_feel=False, optional=False, enough=False, to_taste=False, besides=None)
    """
    besides = None
    measured = _BESIDES_MEASURED.search(text)
    if measured and re.search(r"\w", text[: measured.start()]):
        besides = (_place(measured["place"]) or Part.COATING, measured["amount"].strip())
        text = text[: measured.start()] + text[measured.end() :]
    found = _BESIDES.search(text)
    if found and re.search(r"[A-Za-z]", text[: found.start()]):
        text = text[: found.start()] + text[found.end() :]
    optional = bool(_OPTIONAL.search(text))
    text = _OPTIONAL.sub("", text)
    by_feel = bool(_BY_FEEL.search(text))
    text = _DIVIDED.sub("", _BY_FEEL.sub("", text))
    enough = bool(_ENOUGH.search(text))
    to_taste = bool(re.search(r"\bto taste\b", text, re.I))
    text = re.sub(r"[\s,;(]*\bto taste\b\)?", "", text, flags=re.I)
    part = None
    for candidate, pattern in _PLACES:
        clause = re.search(
            rf"[\s,;(–-]*\b(?:{pattern})\b\)?[.\s]*$|^\s*(?:{pattern})\s*[:,-]\s*|\((?:{pattern})\)", text, re.I
        )
        if clause:
            part = candidate
            text = f"{text[: clause.start()]} {text[clause.end() :]}"
            break
    return Purpose(
        text=text.strip(" ,;"),
        part=part,
        by_feel=by_feel,
        optional=optional,
        enough=enough,
        to_taste=to_taste,
        besides=besides,
    )


def _place(words: str) -> Part | None:
    return next((part for part, pattern in _PLACES if re.fullmatch(pattern, words.strip(), re.I)), None)

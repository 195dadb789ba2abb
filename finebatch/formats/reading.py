"""What texts from outside are read as: cards, recipes, pages. Run in a worker, since nothing in them is trusted."""

import html
import re

from ..core.base import Refusal, Value, refusal
from ..core.bench import CardDough, DoughSpec, dough_of_card
from ..core.card import MAX_CARD_CHARS, Claim, ClaimKind, cards_in, check_card
from ..core.formula import WeighedLine, weigh_lines
from ..core.kitchen import Kitchen
from .cards import MARK, dough_in_csv, dough_in_markdown, is_csv
from .jsonld import MAX_CHARS, read_jsonld

_LD_JSON = re.compile(r"<script[^>]{0,200}application/ld\+json[^>]{0,200}>", re.I)
_BREAKS = re.compile(r"<(?:br|/?p|/?li|/?div|/?h[1-6]|/?tr|/?ul|/?ol|/?section|/?article)\b[^>]{0,200}>", re.I)


class CardRead(Value):
    """A card's dough, and what each of its lines weighs."""

    dough: CardDough
    weighed: tuple[WeighedLine, ...]
    others: tuple[str, ...] = ()  # further cards of the same paste, as they stand


def card(text: str, kitchen: Kitchen, left_out: tuple[ClaimKind, ...] = (), own: tuple[Claim, ...] = ()) -> CardRead:
    """A dough from a card, a file of ours, JSON-LD or a page that holds a recipe. Refusal, in words, where it is none."""
    first, *others = cards_in(text) if len(text) <= MAX_CARD_CHARS else (text,)
    if others and (MARK in text or is_csv(text) or text.lstrip().startswith(("{", "[", "<"))):
        first, others = text, []
    dough = _dough(first, kitchen, left_out, own)
    weighed = weigh_lines(dough.spec.lines, kitchen.habit)
    return CardRead(dough=dough, weighed=weighed, others=tuple(others))


def _dough(text: str, kitchen: Kitchen, left_out: tuple[ClaimKind, ...], said: tuple[Claim, ...]) -> CardDough:
    own, whole = None, text
    text = text.strip().lstrip("\ufeff")
    if re.match(r"[{[]\s*[\[{\"\d}\]]|[{[]$", text) and not re.match(r"\[[ xX]?\]\s", text):
        own, text = read_jsonld(text)
    elif text.startswith("<") and "<" in text[1:400]:
        own, text = _page(text)
    elif MARK in text:
        own = dough_in_markdown(text)
    elif is_csv(text):
        own = dough_in_csv(text)
    else:
        text = whole  # what was understood is told by its place in the card as it was typed
    if own is not None:
        claims = own.card.claims if own.card else ()
        return CardDough(spec=own, lines=(), claims=claims, steps=(), notes=(), conflicts=())
    check_card(text)
    return dough_of_card(text, kitchen, left_out, said)


def _page(text: str) -> tuple[DoughSpec | None, str]:
    """What a saved page holds: its JSON-LD recipe, or its words."""
    if len(text) > MAX_CHARS:
        raise refusal(
            "text", f"This page has {len(text):,} characters; at most {MAX_CHARS:,} are read. Paste the recipe alone."
        )
    script = _LD_JSON.search(text)
    while script:
        end = text.find("</", script.end())
        try:
            return read_jsonld(text[script.end() : end if end >= 0 else len(text)].strip())
        except Refusal:  # another script may hold it
            script = _LD_JSON.search(text, script.end())
    return None, words_of_page(text)


def words_of_page(text: str) -> str:
    """A page's words, a row for each block; scripts, styles and tags left out, in one pass."""
    kept, at = [], 0
    lowered = text.lower()
    while at < len(text):
        opens = text.find("<", at)
        if opens < 0:
            kept.append(text[at:])
            break
        kept.append(text[at:opens])
        closes = text.find(">", opens)
        if closes < 0:
            break
        tag = lowered[opens + 1 : closes].split(None, 1)[:1]
        name = tag[0] if tag else ""
        if name in ("script", "style", "head", "nav", "footer", "svg", "template"):
            end = lowered.find(f"</{name}", closes)
            closes = text.find(">", end) if end >= 0 else len(text)
            closes = len(text) if closes < 0 else closes
        if _BREAKS.match(text[opens : opens + 240]):
            kept.append("\n")
        at = closes + 1
    rows = (" ".join(row.split()) for row in html.unescape("".join(kept)).splitlines())
    return "\n".join(row for row in rows if row)

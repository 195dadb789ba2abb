"""The schema.org Recipe vocabulary as JSON-LD, out and in."""

import html
import json
from typing import Any

from pydantic import ValidationError

from ..core.base import one_line, refusal
from ..core.bench import DoughSpec, Report
from ..core.card import MAX_LINE_CHARS, MAX_LINES
from .cards import line_text

MAX_CHARS = 500_000
MAX_DEPTH = 24
MOST_STEPS = 30
OWN = "finebatch:dough"


def to_jsonld(spec: DoughSpec, found: Report) -> str:
    """A Recipe any reader of the vocabulary understands. Settings it has no words for (form, oven dial, grams fixed by
    hand) travel whole in one `additionalProperty`, which others pass over."""
    by_id = {line.line_id: line for line in found.assessment.lines}
    recipe: dict[str, Any] = {
        "@context": "https://schema.org",
        "@type": "Recipe",
        "name": spec.name,
        "recipeIngredient": [line_text(line, by_id.get(line.id)) for line in spec.lines if line.text.strip()],
        "recipeInstructions": [
            {"@type": "HowToStep", "text": step.text, "timeRequired": f"PT{max(1, round(step.minutes))}M"}
            for step in found.assessment.method
        ],
        "additionalProperty": [{"@type": "PropertyValue", "name": OWN, "value": spec.model_dump(mode="json")}],
    }
    outcome = found.assessment.outcome
    if outcome:
        recipe["recipeYield"] = f"{outcome.pieces.count} cookies"
        recipe["cookTime"] = f"PT{round(outcome.window.done_to_min)}M"
    return json.dumps(recipe, ensure_ascii=False, indent=1) + "\n"


def read_jsonld(text: str) -> tuple[DoughSpec | None, str]:
    """The first Recipe in a JSON-LD text: the dough itself where it is one of ours, else the recipe written as a card. Raises
    Refusal, in words, for whatever is not one.

    Nothing in the file is run or fetched; text is taken as text, tags stripped.
    """
    if len(text) > MAX_CHARS:
        raise refusal("text", f"This file has {len(text):,} characters; a recipe has at most {MAX_CHARS:,}.")
    if _depth(text) > MAX_DEPTH:
        raise refusal("text", f"This file is nested over {MAX_DEPTH} levels deep, which no recipe is.")
    try:
        tree = json.loads(text)
    except (json.JSONDecodeError, RecursionError, ValueError) as error:
        raise refusal(
            "text", "This is not JSON. Paste the whole JSON-LD text, from the first brace to the last."
        ) from error
    recipe = _find(tree)
    if recipe is None:
        raise refusal("text", "There is no Recipe in this file.")
    own = _own(recipe)
    return (own, "") if own else (None, _as_card(recipe))


def _depth(text: str) -> int:
    """Deepest nesting of brackets outside strings, in one pass without parsing."""
    depth = deepest = 0
    in_string = escaped = False
    for char in text:
        if in_string:
            if escaped:
                escaped = False
            elif char == "\\":
                escaped = True
            elif char == '"':
                in_string = False
        elif char == '"':
            in_string = True
        elif char in "[{":
            depth += 1
            deepest = max(deepest, depth)
        elif char in "]}":
            depth -= 1
    return deepest


def _find(tree: Any) -> dict[str, Any] | None:
    if isinstance(tree, list):
        return next((found for entry in tree if (found := _find(entry))), None)
    if not isinstance(tree, dict):
        return None
    kinds = tree.get("@type")
    names = kinds if isinstance(kinds, list) else [kinds]
    if any(isinstance(name, str) and name.removeprefix("schema:").rsplit("/", 1)[-1] == "Recipe" for name in names):
        return tree
    return _find(tree.get("@graph")) or _find(tree.get("mainEntity"))


def _own(recipe: dict[str, Any]) -> DoughSpec | None:
    extras = recipe.get("additionalProperty")
    for extra in extras if isinstance(extras, list) else []:
        if isinstance(extra, dict) and extra.get("name") == OWN:
            try:
                return DoughSpec.model_validate(extra.get("value"))
            except ValidationError:
                return None
    return None


def _as_card(recipe: dict[str, Any]) -> str:
    """A recipe of another program as the card it stands for: name, yield, lines, method."""
    lines = _texts(recipe.get("recipeIngredient") or recipe.get("ingredients"))
    if not lines:
        raise refusal("text", "This recipe lists no ingredients.")
    if len(lines) > MAX_LINES:
        raise refusal("text", f"This recipe lists {len(lines)} ingredients; a dough holds at most {MAX_LINES}.")
    name = next(iter(_texts(recipe.get("name"))), "")[:80] or "New dough"
    yields = next(iter(_texts(recipe.get("recipeYield"))), "")
    yields = f"Makes {yields} pieces" if yields.isdigit() else yields
    method = [step[:MAX_LINE_CHARS] for step in _steps(recipe.get("recipeInstructions"))[:MOST_STEPS]]
    rows = [name, yields, "", "Ingredients:", *(line[:MAX_LINE_CHARS] for line in lines)]
    return "\n".join(
        [*rows, *(["", "Method:", *(f"{n}. {step}" for n, step in enumerate(method, start=1))] if method else [])]
    )


def _steps(value: Any) -> list[str]:
    """The steps of a method: texts, lists of them, or sections with lists of their own."""
    if isinstance(value, list):
        return [step for entry in value for step in _steps(entry)]
    if isinstance(value, dict):
        return _steps(value.get("itemListElement")) or _texts(value.get("text"))
    if isinstance(value, str) and "\n" in value:
        return [step for row in value.splitlines() for step in _texts(row)]
    return _texts(value)


def _texts(value: Any) -> list[str]:
    """Plain one-line texts of a string or a list of strings; anything else is left out."""
    entries = value if isinstance(value, list) else [value]
    plain = (one_line(html.unescape(_untagged(entry))) for entry in entries if isinstance(entry, str))
    return [text for text in (" ".join(entry.split()) for entry in plain) if text]


def _untagged(text: str) -> str:
    """The text without its tags, in one pass: what opens and never closes is text."""
    kept = []
    at = 0
    while True:
        opens = text.find("<", at)
        closes = text.find(">", opens) if opens >= 0 else -1
        if closes < 0:
            kept.append(text[at:])
            return "".join(kept)
        kept.append(text[at:opens])
        at = closes + 1

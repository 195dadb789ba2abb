"""What was understood of a card, as JSON for other programs (docs/reading.md)."""

import json
from typing import Any

from ..core.bench import CardDough
from ..core.card import FAN, CardLine, Claim, ClaimKind
from ..core.kitchen import Kitchen
from .reading import card


def understood(text: str, kitchen: Kitchen) -> str:
    """A card's reading as JSON. Refusal, in words, where it is no card."""
    found = card(text, kitchen)
    return json.dumps(_of_dough(found.dough), ensure_ascii=False, indent=1)


def _of_dough(dough: CardDough) -> dict[str, Any]:
    return {
        "title": dough.spec.name if dough.spec.name != "New dough" else "",
        "lines": [_of_line(line) for line in dough.lines],
        "claims": [_of_claim(claim) for claim in dough.claims],
        "steps": [{"text": step.text, "span": [step.start, step.end]} for step in dough.steps],
        "notes": [note.text for note in dough.notes],
        "contradictions": [
            {"text": conflict.text, "span": [conflict.start, conflict.end]} for conflict in dough.conflicts
        ],
    }


def _of_line(line: CardLine) -> dict[str, Any]:
    reading = line.reading
    asked = reading.sureness.value != "sure"
    return {
        "text": line.text,
        "span": [line.start, line.end],
        "ingredient_id": reading.ingredient_id,
        "ingredient": reading.ingredient_name,
        "grams": reading.mass_g,
        "grams_low": reading.mass_low_g,
        "grams_high": reading.mass_high_g,
        "part": line.part.value,
        "by_feel": reading.by_feel,
        "optional": reading.optional,
        "sureness": reading.sureness.value,
        "question": reading.note if asked else "",
        "note": "" if asked else reading.note,
        "choices": [choice.ingredient_id for choice in reading.choices] if asked else [],
    }


def _of_claim(claim: Claim) -> dict[str, Any]:
    worded = claim.kind in (ClaimKind.FORM, ClaimKind.LINING, ClaimKind.DONE_WHEN)
    *_, unit = claim.kind.value.split("_")
    value: Any = claim.word
    if not worded:
        value = claim.low if claim.low == claim.high else [claim.low, claim.high]
        value = [claim.low, claim.across] if claim.across is not None else value
    return {
        "kind": claim.kind.value,
        "value": value,
        "unit": "" if worded else {"c": "°C", "mark": "gas mark"}.get(unit, unit),
        "text": claim.text,
        "span": [claim.start, claim.end],
        **({"fan": claim.word == FAN} if claim.kind is ClaimKind.OVEN_C else {}),
        "sureness": "sure" if claim.sure else "check",
        "note": claim.conflict or claim.note,
    }

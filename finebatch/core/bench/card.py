"""From a card to a dough on the bench: what it claims sets form, size, oven, chilling and mixing, and stays with the dough."""

import re
from collections.abc import Mapping

from ..bakemodel import FatState, Mixing
from ..baking import Window
from ..base import Problem, Remedy, Value, ask, capital
from ..card import (
    FAN,
    MAX_CARD_CHARS,
    MAX_LINES,
    CardLine,
    CardReading,
    CardStep,
    Claim,
    ClaimKind,
    Conflict,
    Line,
    Part,
    Sureness,
    first_minutes,
    read_card,
    read_line,
    with_own,
)
from ..dough import Attention, Making, MethodStep, Stage, amounts_by_role, mix_of_dough
from ..forming import BELIEVED, Portion, form_of_claims, middle_of, other_way, portion_of
from ..formula import Role, WeighedLine, dough_parts, weigh_lines
from ..ingredients import catalogue
from ..kitchen import Kitchen, OvenSetting, Scale, gas_marks
from ..trays import TrayRules
from .spec import Card, DoughSpec

APART = 1.8  # portions that differ by more are two portions
FAR_MINUTES = 1.25  # ovens differ, and so do cards: only what lies this far outside the range is asked
MIXING_MIN = 3.0  # a step of mixing whose minutes the card does not say
LONGEST_CHILL_H = 96.0
LONGEST_TRAY_REST_MIN = 120.0
WIDEST_APART_MM = 120.0
_MIXING: tuple[tuple[Mixing, str], ...] = (
    (Mixing.CREAMED_HEAVY, r"\bcream\w*\b[^.]{0,80}\b(?:fluffy|pale|light)\b|beat[^.]{0,80}(?:butter|fat)[^.]{0,80}fluffy"),
    (Mixing.CREAMED_LIGHT, r"\bcream(?:ed|ing)?\b\s+(?:the\s+|together\s+)*(?:butter|fat|marg\w*|sugar|shortening|lard|it|everything)|\bbeat\b[^.]{0,80}\b(?:butter|margarine|shortening)\b"),
    (Mixing.RUB_IN, r"\brub\b|\bcut in\b|\bcrumbs\b|fingertips"),
    (Mixing.MELTED, r"\bmelt(?:ed)?\b[^.]{0,80}\b(?:butter|syrup|sugar|fat|ghee|margarine|honey)|brown(?:ed)? (?:the )?butter|\bboil\b"),
    (Mixing.FOAM, r"\b(?:whisk|whip|beat)\w*\b[^.]{0,80}\b(?:eggs?|whites?|yolks?)\b[^.]{0,80}\b(?:thick|ribbon|stiff|peaks|foam\w*|frothy|pale)"),
    (Mixing.ONE_STAGE, r"\b(?:mix|stir|beat|knead|put|combine|work)\b[^.]{0,80}\b(?:everything|all|together|in order)\b"),
)  # fmt: skip
_BAKES = re.compile(r"\bbak(?:e|es|ed|ing)\b|\bpre-?heat|\binto the oven|\boven\b", re.I)
_SHAPES = re.compile(
    r"\b(?:drop|scoop|roll(?:ed)?|shape|form|press|pat|slice|cut|stamp|place|lay|arrange|portion|divide|mark|score|flatten|prick|line|grease|spread|dip|pipe|set (?:them|on))\b",
    re.I,
)


class CardDough(Value):
    """A dough made from a card, what was understood of the card, and what does not fit together."""

    spec: DoughSpec
    lines: tuple[CardLine, ...]
    claims: tuple[Claim, ...]
    steps: tuple[CardStep, ...]
    notes: tuple[CardStep, ...]
    conflicts: tuple[Conflict, ...]


def dough_of_card(
    text: str, kitchen: Kitchen, left_out: tuple[ClaimKind, ...] = (), own: tuple[Claim, ...] = ()
) -> CardDough:
    """A dough from a card's text by this kitchen's measures. Claims in `left_out` set nothing, those in `own` the baker said instead.
    Never raises for what is typed."""
    read = read_card(text, kitchen.habit)
    kept = Card(text=text[:MAX_CARD_CHARS], claims=with_own(read.claims, own)[:40], left_out=left_out)
    claims = kept.counted
    lines = tuple(_line(n, line, kitchen) for n, line in enumerate(read.lines[:MAX_LINES], start=1))
    making = _making(read, claims, lines, kitchen)
    parts = dough_parts(weigh_lines(lines, kitchen.habit))
    dough_g = sum(grams for _, grams in parts)
    density = mix_of_dough(parts, making).density_kg_m3 / 1000 if parts else 1.2
    form = form_of_claims(claims, dough_g, density, text) if dough_g > 0 else None
    oven = _oven(claims, kitchen)
    rest, apart = middle_of(claims, ClaimKind.TRAY_REST_MIN), middle_of(claims, ClaimKind.SPACING_MM)
    settings = {"form": form} if form else {}
    spec = DoughSpec(
        name=read.title or "New dough",
        lines=lines,
        making=making,
        oven=oven,
        tray_id=kitchen.trays[0].id if kitchen.trays else "medium",
        method=_method(read.steps, making) or None,
        card=kept,
        tray_rest_min=rest if rest is not None and rest <= LONGEST_TRAY_REST_MIN else None,
        layout=TrayRules(apart_mm=round(apart)) if apart is not None and apart <= WIDEST_APART_MM else TrayRules(),
        **settings,
    )
    weighed = weigh_lines(lines, kitchen.habit)
    said = [
        *_disagreements(claims, dough_g, density),
        *(problem.message for problem in amounts_by_role(weighed)),
        *_missing(read.steps, weighed),
    ]
    conflicts = (*read.conflicts, *(Conflict(text=text, start=0, end=0) for text in said))
    conflicts = tuple(
        conflict for conflict in conflicts if not any(_answered(conflict, read.claims, one) for one in own)
    )
    return CardDough(
        spec=spec, lines=read.lines, claims=kept.claims, steps=read.steps, notes=read.notes, conflicts=conflicts
    )


def carded(spec: DoughSpec, kitchen: Kitchen) -> DoughSpec:
    """A dough at the size, shape and oven that its card tells, where it tells them; else as it is on the bench."""
    if spec.card is None:
        return spec
    claims = spec.card.counted
    parts = dough_parts(weigh_lines(spec.lines, kitchen.habit))
    dough_g = sum(grams for _, grams in parts)
    density = mix_of_dough(parts, spec.making).density_kg_m3 / 1000
    form = form_of_claims(claims, dough_g, density, spec.card.text) if dough_g > 0 else None
    heated = any(kind in claims for kind in (ClaimKind.OVEN_C, ClaimKind.GAS_MARK))
    oven = _oven(claims, kitchen) if heated else spec.oven
    return spec.model_copy(update={"form": form or spec.form, "oven": oven})


def _answered(conflict: Conflict, claims: tuple[Claim, ...], own: Claim) -> bool:
    """Whether the baker has said what a claim at odds with itself means."""
    return any(claim.kind is own.kind and claim.start == conflict.start and conflict.end for claim in claims)


def _line(n: int, line: CardLine, kitchen: Kitchen) -> Line:
    """A card's line on the bench; where only the card as a whole tells how much it is, the grams are kept with it."""
    alone, grams = read_line(line.text, kitchen.habit), line.reading.mass_g
    told = grams is not None and (
        alone.mass_g is None
        or abs(alone.mass_g - grams) > 0.005 * grams + 0.01
        or alone.sureness is not line.reading.sureness
    )
    return Line(
        id=f"l{n}",
        text=line.text,
        part=None if line.part is Part.DOUGH else line.part,
        mass_g=min(grams, 20_000.0) if told and grams is not None and line.reading.sureness is Sureness.SURE else None,
    )


def card_problems(spec: DoughSpec, dough_g: float, density_g_ml: float) -> list[Problem]:
    """What a dough's card says against itself or the dough, with the other way to take as a remedy."""
    if spec.card is None or dough_g <= 0:
        return []
    claims = spec.card.counted
    found = []
    for text in _disagreements(claims, dough_g, density_g_ml):
        other = other_way(spec.form, claims)
        found.append(ask("card", text, Remedy(label=other[0], field=other[1], value=other[2]) if other else None))
    return found


def _missing(steps: tuple[CardStep, ...], weighed: tuple[WeighedLine, ...]) -> list[str]:
    """What the method puts into the dough though the list has none of it."""
    eggs = any(line.role is Role.EGG and line.part is Part.DOUGH for line in weighed)
    for step in steps:
        into = re.search(
            r"\b(?:beat|add|stir|mix|whisk|bind|work)\w*\b[^.;]{0,30}\b(?:egg(?! ?wash)|yolk)s?\b|\bwith the (?:egg|yolk)s?\b",
            step.text,
            re.I,
        )
        if into and not eggs:
            return [f"The method says “{into[0]}”, but no egg is in the dough’s list."]
    return []


def minutes_problems(spec: DoughSpec, window: Window) -> list[Problem]:
    """A card's or a baker's own minutes that this dough is not foretold to take."""
    claims = spec.card.counted if spec.card else {}
    claim, own = claims.get(ClaimKind.BAKE_MIN), spec.own_bake
    if own is not None:
        low, high, who = min(own.from_min, own.to_min), max(own.from_min, own.to_min), "Your own minutes are"
    elif claim is not None and claim.low and claim.high:
        low, high, who = claim.low, claim.high, "The card says"
    else:
        return []
    if low <= window.latest_min * FAR_MINUTES and high >= window.earliest_min / FAR_MINUTES:
        return []
    said = f"{low:.0f}" if low == high else f"{low:.0f} to {high:.0f}"
    wants = f"{window.earliest_min:.0f} to {window.latest_min:.0f}"
    return [
        ask(
            "card",
            f"{who} {said} minutes; this dough at this size and heat wants {wants} in most ovens. Another size, another oven, or both bakes together?",
        )
    ]


def _disagreements(claims: Mapping[ClaimKind, Claim], dough_g: float, density_g_ml: float) -> list[str]:
    portion = portion_of(claims, dough_g, density_g_ml) if dough_g > 0 else None
    if portion is None:
        return []
    apart = max(portion.said_g.values()) > APART * min(portion.said_g.values())
    if not apart and all(share >= BELIEVED for share in portion.believed.values()):
        return []
    return [_disagreement(claims, portion)]


def _disagreement(claims: Mapping[ClaimKind, Claim], portion: Portion) -> str:
    """ "36 of these would be 15 g each; a level tablespoon of this dough weighs 22 g." """
    said = []
    for kind, grams in portion.said_g.items():
        claim = claims[kind]
        middle = ((claim.low or 0) + (claim.high or 0)) / 2
        said.append(
            {
                ClaimKind.YIELD_PIECES: f"{middle:.0f} of these would be {grams:.0f} g each",
                ClaimKind.BALL_MM: f"a ball of {middle:.0f} mm weighs {grams:.0f} g",
                ClaimKind.SPOON_ML: f"{middle:.0f} ml of this dough weigh {grams:.0f} g",
                ClaimKind.PORTION_G: f"the card says {grams:.0f} g each",
            }[kind]
        )
    sentence = "; ".join(said)
    return f"{capital(sentence)}. Which is meant?"


def _oven(claims: Mapping[ClaimKind, Claim], kitchen: Kitchen) -> OvenSetting:
    usual = {Scale.C: 180.0, Scale.F: 350.0, Scale.GAS: 4.0}[kitchen.scale]
    claim, fan = claims.get(ClaimKind.OVEN_C), False
    mark = claims.get(ClaimKind.GAS_MARK)
    if claim is not None and claim.word == FAN:
        fan = True
    celsius = claim.low if claim else dict(gas_marks()).get(mark.low or 0.0) if mark else None
    if celsius is None:
        return OvenSetting(value=usual, scale=kitchen.scale)
    if kitchen.scale is Scale.GAS:
        nearest = mark.low if mark and mark.low else min(gas_marks(), key=lambda pair: abs(pair[1] - celsius))[0]
        return OvenSetting(value=nearest, scale=Scale.GAS)
    degrees = celsius if kitchen.scale is Scale.C else celsius * 9 / 5 + 32
    return OvenSetting(value=5.0 * round(degrees / 5), scale=kitchen.scale, fan=fan)


def _making(read: CardReading, claims: Mapping[ClaimKind, Claim], lines: tuple[Line, ...], kitchen: Kitchen) -> Making:
    words = " ".join(step.text for step in read.steps)
    mixing = next((school for school, pattern in _MIXING if re.search(pattern, words, re.I)), None)
    fats = [
        line
        for line in read.lines
        if line.reading.ingredient_id
        and catalogue()[line.reading.ingredient_id].category == "fat"
        and line.part is Part.DOUGH
    ]
    ids = {line.reading.ingredient_id or "" for line in fats}
    said = " ".join(line.text for line in fats) + " " + words
    chill = claims.get(ClaimKind.CHILL_MIN)
    hours = min(LONGEST_CHILL_H, (chill.low or 0.0) / 60) if chill else 0.0
    state = FatState.SOFT
    if ids and all(id.startswith("oil_") for id in ids):
        state = FatState.OIL
    elif mixing is Mixing.MELTED or re.search(r"\bmelted\b", " ".join(line.text for line in fats), re.I):
        state, mixing = FatState.MELTED, mixing or Mixing.MELTED
    elif mixing is Mixing.RUB_IN or re.search(
        r"\bcold (?:un)?(?:salted )?butter|\bbutter\b[^.]{0,80}\bcold\b|chilled butter", said, re.I
    ):
        state = FatState.COLD
    return Making(mixing=mixing or Mixing.CREAMED_LIGHT, fat_state=state, chill_h=hours)


def _method(steps: tuple[CardStep, ...], making: Making) -> tuple[MethodStep, ...]:
    """The card's own steps up to the shaping and the oven, which the plan has in its own order; chilling among them."""
    own: list[MethodStep] = []
    before = True
    for n, step in enumerate(steps[:40], start=1):
        chills = re.search(r"\b(?:chill|refrigerat\w*|fridge|overnight)\b", step.text, re.I)
        bakes = _BAKES.search(step.text) and not chills
        if bakes or not before:
            before = before and not bakes
            continue
        shapes = _SHAPES.match(step.text.lstrip("0123456789.) "))
        later = any(re.search(r"\b(?:chill|refrigerat\w*|fridge)\b", other.text, re.I) for other in steps[n:])
        if shapes and not chills and not later:
            continue
        stage = Stage.REST if chills else Stage.MIX
        minutes = (
            making.chill_h * 60
            if chills and not any(one.stage is Stage.REST for one in own)
            else 0.0
            if chills or shapes
            else first_minutes(step.text) or MIXING_MIN
        )
        attention = Attention.PASSIVE if chills else Attention.HANDS
        own.append(MethodStep(id=f"own{n}", stage=stage, text=step.text[:300], minutes=minutes, attention=attention))
    mixed = [step for step in own if step.stage is Stage.MIX]
    return tuple(own) if mixed else ()

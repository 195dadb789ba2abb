"""From lines and settings to everything the bench shows: dough, pieces, baked cookie, trays. A pipeline of pure steps."""

import dataclasses
from typing import TYPE_CHECKING

from ..bakemodel import Case, Mix, Prediction, bake, fitted
from ..baking import Outcome, as_laid, bake_case, bake_pieces, is_weighed, owned
from ..base import Problem, Remedy, Severity, Value, ask, stop
from ..card import ClaimKind, Line, Part, Sureness
from ..dough import (
    LONGEST_CHILL_S,
    Balance,
    Dough,
    Looks,
    Making,
    MethodStep,
    Style,
    balance_of,
    dough_of,
    keeping_raw,
    linked,
    looks_of,
    mix_of_dough,
    propose,
    strangeness,
    styles,
    unseen,
    wanting,
    warnings_of,
)
from ..forming import forming_of, pieces_of
from ..formula import EggCount, WeighedLine, count_eggs, dough_parts, weigh_lines
from ..ingredients import Ingredient
from ..kitchen import FAN_OFFSET_K, Kitchen, Tray, check_oven, spoken, to_c
from ..trays import SmallSize, TrayPlan, lay_out, lay_slices
from .card import card_problems, carded, minutes_problems
from .dividing import alone, divided
from .spec import DoughSpec, Keep, Shaping, Share
from .testing import TestCookie, test_cookie_of
from .told import told_by_outcome

if TYPE_CHECKING:
    from ..learning.known import CardSays, Foreknown, Known

STEP_WORDS = frozenset(("text", "cue", "caution"))
MOST_WARNINGS = 3  # what is asked first is what matters


class Assessment(Value):
    """Everything the bench shows for a dough; parts that cannot be computed are None and say why in `problems`."""

    lines: tuple[WeighedLine, ...]
    dough: Dough | None = None
    balance: Balance | None = None
    method: tuple[MethodStep, ...] = ()
    eggs: EggCount | None = None
    outcome: Outcome | None = None
    tray_rest_min: float | None = None  # on the hot tray, once out of the oven
    trays: TrayPlan | None = None
    slices: TrayPlan | None = None  # the second bake of the twice-baked
    small: SmallSize | None = None  # the second cutter's, with a time and trays of its own
    test: TestCookie | None = None  # what can be baked before the rest is laid out
    shaped_g: float | None = None  # of the dough goes into this: all of it but for its shares
    shares: tuple["ShareFound", ...] = ()
    problems: tuple[Problem, ...] = ()


class ShareFound(Value):
    """A share of the dough: `mass_g` of it, `of_dough` of what the lines give, and what comes out of it. `found` has the share's own
    problems at the fields of its shaping, and leaves out what is the whole dough's: lines and method."""

    id: str
    name: str
    keep: Keep
    keep_note: str  # how long it keeps raw; empty for what is baked with the rest
    mass_g: float
    of_dough: float
    making: Making
    found: Assessment


def assess(spec: DoughSpec, kitchen: Kitchen, known: "Known | None" = None) -> Assessment:
    """Work through the whole pipeline, shares and all, as far as the input allows. Never raises for what a baker can type. `known`: the
    bakes that count for this dough; without it the formula speaks alone."""
    found = assess_rest(spec, kitchen, known)
    parted = [(share, one, assess_rest(one, kitchen, known)) for share, one in shares_alone(spec, found, kitchen)]
    return with_shares(found, parted)


def shares_alone(spec: DoughSpec, found: Assessment, kitchen: Kitchen) -> list[tuple[Share, DoughSpec]]:
    """Every share that the dough is enough for, as a dough of its own; none before the dough is known."""
    if not spec.shares or found.dough is None:
        return []
    style = styles()[found.dough.style_id]
    parts = divided(spec, found.dough.mass_g, found.dough.density_g_ml.value, style, kitchen).shares_g
    return [
        (share, alone(spec, share, parts[share.id] / found.dough.mass_g)) for share in spec.shares if share.id in parts
    ]


def with_shares(found: Assessment, parted: list[tuple[Share, DoughSpec, Assessment]]) -> Assessment:
    """The rest's outcome with the shares' beside it; what stands in a share's way is said of the whole too."""
    shares, problems = [], list(found.problems)
    for share, one, own in parted:
        raw_egg = own.dough is not None and own.dough.raw_egg
        mine = [problem for problem in own.problems if _of_share(problem, found)]
        late = share.keep is Keep.FRIDGE and 3600 * share.keep_h > LONGEST_CHILL_S[raw_egg]
        if late:
            problems.append(
                ask(f"shares.{share.id}.keep_h", f"{share.name}: longer than raw dough keeps. {keeping_raw(raw_egg)}")
            )
        problems += [
            stop(f"shares.{share.id}", f"{share.name}: {problem.message}")
            for problem in mine
            if problem.severity is Severity.STOP
        ]
        shares.append(
            ShareFound(
                id=share.id, name=share.name, keep=share.keep, mass_g=own.shaped_g or 0.0, of_dough=one.of_dough, making=one.making,
                keep_note="" if share.keep is Keep.NOW else keeping_raw(raw_egg),
                found=own.model_copy(update={"lines": (), "method": (), "eggs": None, "problems": tuple(mine)}),
            )
        )  # fmt: skip
    return found.model_copy(update={"shares": tuple(shares), "problems": tuple(problems)})


def _of_share(problem: Problem, whole: Assessment) -> bool:
    """Whether it is the share's to say: of its shaping, or of a dough that only it makes too wide, too pale or too hard."""
    shaping = problem.field.split(".")[0] in Shaping.model_fields
    return shaping or (problem.field == "lines" and problem not in whole.problems)


def assess_rest(spec: DoughSpec, kitchen: Kitchen, known: "Known | None" = None) -> Assessment:
    """What the dough's own shaping comes to: all of it, or what its shares leave."""
    weighed = weigh_lines(spec.lines, kitchen.habit)
    problems = _line_problems(spec.lines, weighed) + check_oven(spec.oven)
    parts = dough_parts(weighed)
    if not parts:
        if not problems and spec.lines:
            problems.append(
                stop("lines", "No line could be weighed yet. Give an ingredient an amount, such as “250 g flour”.")
            )
        elif not spec.lines:
            problems.append(stop("lines", "This dough is empty. Add a line, or paste a card."))
        return Assessment(lines=weighed, problems=tuple(problems))
    mix = mix_of_dough(parts, spec.making)
    density, looks = mix.density_kg_m3 / 1000, looks_of(parts)
    _, dough, style = portioned_dough(spec, parts, mix, kitchen)
    division = divided(spec, dough.mass_g, density, style, kitchen)
    problems += division.problems
    shaped_g = division.rest_g
    problems += warnings_of(weighed, style, dough.percentages, spec.making)
    problems += card_problems(spec, dough.mass_g, density)
    proposed = propose(weighed, spec.making.mixing, spec.making.fat_state, spec.making.chill_h, kitchen.room_c)
    method = spec.method or tuple(spoken(step, kitchen, STEP_WORDS) for step in proposed)
    method = linked(method, weighed)
    eggs = count_eggs(weighed, kitchen.habit)
    missing = wanting(weighed, style)
    if missing:
        return Assessment(
            lines=weighed, dough=dough, method=method, eggs=eggs, shaped_g=shaped_g, problems=(*missing, *problems)
        )
    tray = kitchen.tray(spec.tray_id)
    pieces, wrong = pieces_of(spec.form, shaped_g, density, style, tray)
    if pieces is None:
        holds = (one for one in _by_size(kitchen) if pieces_of(spec.form, shaped_g, density, style, one)[0])
        larger = next(holds, None)
        wrong = wrong if larger is None else [_on_tray(problem, larger) for problem in wrong]
    problems += wrong
    if pieces is None or any(p.severity is Severity.STOP and p.field.startswith("oven") for p in problems):
        return Assessment(
            lines=weighed, dough=dough, method=method, eggs=eggs, shaped_g=shaped_g, problems=tuple(problems)
        )
    case = bake_case(spec.form, spec.making, spec.oven, tray, kitchen, mix, style, pieces.mass_g, spec.finish)
    of = foreknown_of(spec, kitchen, known)
    outcome = bake_pieces(
        case, spec.form, pieces, spec.finish, style.cue, is_weighed(spec.form, kitchen), looks, style.crust_ln, of
    )
    problems += told_by_outcome(spec, parts, mix, case, outcome, style.id)[: max(0, MOST_WARNINGS - len(problems))]
    problems += minutes_problems(spec, outcome.window)
    if spec.own_bake is not None:
        outcome = outcome.model_copy(update={"window": owned(outcome.window, spec.own_bake)})
    positions = kitchen.rack_positions
    trays, wrong = lay_out(outcome, spec.form, tray, spec.layout, positions, spec.bake_now, dough.raw_egg)
    if trays is None:
        wrong = [_with_a_larger_tray(problem, spec, outcome, kitchen) for problem in wrong]
    slices, wrong_slices = lay_slices(outcome, tray, spec.layout, positions, trays)
    small, wrong_small = _small(spec, kitchen, case, outcome, style, looks, of)
    if outcome.second is not None and not outcome.pieces.count:
        message = "The slanted ends take the whole log. Make the logs longer, or cut them straighter."
        wrong = [*wrong, stop("form.angle_deg", message)]
    balance = (
        balance_of(parts, dough.percentages, style, mix, outcome.baked.loss_pct.value) if dough.percentages else None
    )
    return Assessment(
        lines=weighed, dough=dough, balance=balance, method=method, eggs=eggs, outcome=outcome, trays=trays, slices=slices,
        small=small, test=test_cookie_of(spec, outcome, trays), shaped_g=shaped_g, tray_rest_min=spec.rest_on_tray_min(style), problems=(*problems, *wrong, *wrong_slices, *wrong_small),
    )  # fmt: skip


def _with_a_larger_tray(problem: Problem, spec: DoughSpec, outcome: Outcome, kitchen: Kitchen) -> Problem:
    """The smallest of the kitchen's own trays that holds at least one, offered."""
    for tray in _by_size(kitchen):
        plan, _ = lay_out(outcome, spec.form, tray, spec.layout, kitchen.rack_positions, spec.bake_now)
        if plan is not None:
            return _on_tray(problem, tray)
    return problem


def _by_size(kitchen: Kitchen) -> list[Tray]:
    return sorted(kitchen.trays, key=lambda tray: tray.width_mm * tray.depth_mm)


def _on_tray(problem: Problem, tray: Tray) -> Problem:
    remedy = Remedy(label=f"Use the {tray.name.lower()}", field="tray_id", value=tray.id)
    return problem.model_copy(update={"remedy": remedy})


def _small(
    spec: DoughSpec,
    kitchen: Kitchen,
    large: Case,
    outcome: Outcome,
    style: Style,
    looks: Looks,
    of: "Foreknown | None",
) -> tuple[SmallSize | None, list[Problem]]:
    """The second cutter's cookies: baked by themselves, for smaller ones are done earlier."""
    pieces, forming = outcome.pieces, forming_of(spec.form)
    cut = forming.small(spec.form)
    if cut is None or not pieces.small_count:
        return None, []
    own = forming.small_pieces(cut, pieces)
    tray = kitchen.tray(spec.small_tray_id or spec.tray_id)
    case = dataclasses.replace(
        large, shape=forming.raw_shape(cut, pieces.small_g, large.mix.density_kg_m3 / 1000), tray=tray.kind
    )
    found = bake_pieces(case, cut, own, spec.finish, style.cue, True, looks, style.crust_ln, of)
    rules = spec.layout.model_copy(update={"moved": ()})
    trays, wrong = lay_out(found, cut, tray, rules, kitchen.rack_positions)
    return SmallSize(outcome=found, trays=trays), wrong


def _line_problems(lines: tuple[Line, ...], weighed: tuple[WeighedLine, ...]) -> list[Problem]:
    found = []
    for line, seen in zip(lines, weighed, strict=True):
        if seen.reading.sureness is not Sureness.SURE and seen.part is Part.DOUGH and line.text.strip():
            found.append(ask(f"lines.{line.id}", f"“{line.text}”: {seen.reading.note or 'is this right?'}"))
    return found


def portioned_dough(
    spec: DoughSpec, parts: list[tuple[Ingredient, float]], mix: Mix, kitchen: Kitchen
) -> tuple[float, Dough, Style]:
    """Grams of one piece, the dough, and the family it is taken for."""
    forming, density = forming_of(spec.form), mix.density_kg_m3 / 1000
    oven_c = to_c(spec.oven.value, spec.oven.scale) + (FAN_OFFSET_K if spec.oven.fan else 0.0)
    dough, style = dough_of(parts, mix, forming.families, oven_c, spec.style_id)
    shaped_g = divided(spec, dough.mass_g, density, style, kitchen).rest_g
    return forming.piece_mass_g(spec.form, shaped_g, density), dough, style


def case_for(spec: DoughSpec, kitchen: Kitchen) -> Case:
    """The bake case of one piece, however many of them there would be; ValueError for a dough of nothing."""
    parts = dough_parts(weigh_lines(spec.lines, kitchen.habit))
    mix = mix_of_dough(parts, spec.making)
    mass_g, _, style = portioned_dough(spec, parts, mix, kitchen)
    tray = kitchen.tray(spec.tray_id)
    return bake_case(spec.form, spec.making, spec.oven, tray, kitchen, mix, style, mass_g, spec.finish)


def foreknown_of(spec: DoughSpec, kitchen: Kitchen, known: "Known | None") -> "Foreknown | None":
    """What is known of this dough beside its formula, its card's claims included; None where nothing is to be taken into account."""
    if known is None:
        return None
    from ..learning.known import Foreknown

    return Foreknown(known, *kin_of(spec, kitchen), _card_says(spec, kitchen))


def kin_of(spec: DoughSpec, kitchen: Kitchen) -> tuple[tuple[tuple[str, float], ...], float]:
    """The families of a dough with the share of each, and how strange it is to them. The dough must weigh something."""
    parts = dough_parts(weigh_lines(spec.lines, kitchen.habit))
    mix = mix_of_dough(parts, spec.making)
    _, dough, style = portioned_dough(spec, parts, mix, kitchen)
    return tuple(style.shares.items()), strangeness(dough.percentages, style, mix.polyol > 0 or unseen(parts))


def crust_ln_of(spec: DoughSpec, kitchen: Kitchen) -> float:
    """What the dough's family adds to the ln browning of its crust. The dough must weigh something."""
    parts = dough_parts(weigh_lines(spec.lines, kitchen.habit))
    return portioned_dough(spec, parts, mix_of_dough(parts, spec.making), kitchen)[2].crust_ln


def _card_says(spec: DoughSpec, kitchen: Kitchen) -> "CardSays | None":
    """The card's claims of minutes and spacing, of the dough at the card's own size and oven."""
    if spec.card is None:
        return None
    from ..learning.known import CardSays

    claims = spec.card.counted
    minutes, apart = claims.get(ClaimKind.BAKE_MIN), claims.get(ClaimKind.SPACING_MM)
    said = (minutes.low, minutes.high or minutes.low) if minutes is not None and minutes.low else None
    if said is None and (apart is None or not apart.low):
        return None
    return CardSays(case_for(carded(spec, kitchen), kitchen), said, apart.low if apart is not None else None)


def lies_wider_mm(spec: DoughSpec, case: Case) -> float:
    """How much wider the whole piece lies than what the model bakes of it."""
    return forming_of(spec.form).raw_width_mm(spec.form, case.shape) - case.shape.diameter_mm


def with_width(baked: Prediction, case: Case, spec: DoughSpec) -> Prediction:
    """A prediction of the bake model as the whole piece's width."""
    return as_laid(baked, case.shape, forming_of(spec.form).raw_width_mm(spec.form, case.shape))


def baked_width_mm(spec: DoughSpec, kitchen: Kitchen) -> float:
    """The middle of the predicted width, without its range: quick enough to search with."""
    case = case_for(spec, kitchen)
    width = float(bake([case], fitted()).diameter_mm[0])
    return width + lies_wider_mm(spec, case)

"""What a dough's card says after its method: shape, tray, oven, minutes and cue, second bake, finishes, yield, keeping."""

from ..bakemodel import EndStyle
from ..base import Interval, Value
from ..dough import Style, styles
from ..finishing import FinishPlan
from ..forming import AnyForm, forming_of
from ..kitchen import Kitchen, dial, in_units, longest_s, say, typical_s
from .assess import Assessment
from .spec import DoughSpec

DAY_S = 86_400.0


class CardRow(Value):
    """One thing one needs to bake from a card, in words."""

    label: str
    text: str


def keeping_days(style: Style, iced: bool, form: AnyForm) -> tuple[float, float]:
    """Days in an airtight tin, as usual and at most, from the process table's classes: filled, iced, soft or crisp, as water lets them keep."""
    step = _keeping_step(style, iced, form)
    return typical_s(step) / DAY_S, longest_s(step) / DAY_S


def _keeping_step(style: Style, iced: bool, form: AnyForm) -> str:
    filled = forming_of(form).filling_g(form) > 0
    return (
        "storage_filled"
        if filled
        else "storage_iced"
        if iced
        else "storage_soft"
        if _is_soft(style)
        else "storage_crisp"
    )


def _is_soft(style: Style) -> bool:
    return style.end in (EndStyle.SOFT, EndStyle.GOOEY)


def keeping_words(style: Style, iced: bool, form: AnyForm) -> str:
    """Where they go and how long they keep, from the process table: what is crisp apart from what is soft."""
    days, _ = keeping_days(style, iced, form)
    return f"In an airtight tin, {'soft' if _is_soft(style) else 'crisp'} ones by themselves; at their best about {days:.0f} days."


def working_of(
    spec: DoughSpec, found: Assessment, finishes: tuple[FinishPlan, ...], kitchen: Kitchen
) -> tuple[CardRow, ...]:
    """The rows of a dough that has an outcome; none for one that has not."""
    outcome, trays = found.outcome, found.trays
    if outcome is None or found.dough is None:
        return ()
    forming, pieces, window = forming_of(spec.form), outcome.pieces, outcome.window
    raw = f"{pieces.count} of {_mass(pieces.mass_g)} raw, {_length(pieces.raw_diameter_mm)} across and {_length(pieces.raw_height_mm)} high"
    rows = [("Takes", takes)] if (takes := _takes(spec, found)) else []
    rows.append(("Shape", " ".join(part for part in (f"{forming.verb} {raw}.", pieces.statement) if part)))
    if pieces.small_count:
        rows.append(("And small", f"{pieces.small_count} of {_mass(pieces.small_g)} raw."))
    if trays is not None and not trays.whole:
        loads = f"{trays.most_per_tray} to a tray, {len(trays.loads)} {'load' if len(trays.loads) == 1 else 'loads'}"
        rows.append(("Tray", f"{trays.tray.name}: {loads}{_apart(spec, found)}."))
    rows.append(("Oven", dial(spec.oven)))
    rows.append(
        (
            "Bake",
            f"likely {_minutes(window.likely_from_min, window.likely_to_min)}, look from {window.first_look_min:.0f}: {window.cue}.",
        )
    )
    if found.tray_rest_min:
        rows.append(("Then", f"{found.tray_rest_min:.0f} min on the tray before they are moved."))
    if outcome.second is not None:
        second = outcome.second
        slices = f"Slices {_length(second.slice_mm)} thick"
        rows.append(("Slice", f"{slices}, {second.each_log} from each log."))
        rows.append(
            (
                "Bake again",
                f"{say(second.oven_c, spec.oven.scale)}, likely {_minutes(second.window.likely_from_min, second.window.likely_to_min)}, turned at half time: {second.window.cue}.",
            )
        )
    rows += [(plan.label, f"{_mass(plan.total_g)} in all. {plan.how}") for plan in finishes]
    wide = outcome.baked.diameter_mm
    ends = f" and {pieces.ends} ends" if pieces.ends else ""
    made = f"{pieces.count + pieces.small_count}{ends}"
    rows.append(
        (
            "Makes",
            f"{made}, {_span(wide)} wide baked.",
        )
    )
    rows.append(
        (
            "Keeps",
            keeping_words(styles()[found.dough.style_id], any(plan.set_usual_min > 0 for plan in finishes), spec.form),
        )
    )
    return tuple(CardRow(label=label, text=in_units(text, kitchen)) for label, text in rows)


def _takes(spec: DoughSpec, found: Assessment) -> str:
    """How much of a divided dough is shaped so, and how cold it is baked; empty for all of it."""
    if found.dough is None or found.shaped_g is None or found.shaped_g >= found.dough.mass_g:
        return ""
    part = f"{_mass(found.shaped_g)} of the dough’s {_mass(found.dough.mass_g)}"
    cold = ""
    if spec.making.frozen:
        cold = ", baked from the freezer" + (" once thawed" if spec.making.thawed else "")
    elif spec.making.chill_h:
        cold = f", after {spec.making.chill_h:g} h in the fridge"
    return f"{part}{cold}."


def _apart(spec: DoughSpec, found: Assessment) -> str:
    """How far apart raw pieces lie: as the card says, or as they are laid out."""
    if spec.layout.apart_mm is not None:
        return f", {_length(spec.layout.apart_mm)} apart"
    if found.trays is None or found.outcome is None or not found.trays.widest.round:
        return ""
    gap = found.trays.widest.width_mm + spec.layout.gap_mm - found.outcome.pieces.raw_diameter_mm
    return f", at least {_length(gap)} apart"


def _minutes(low: float, high: float) -> str:
    return f"{low:.0f} min" if round(low) == round(high) else f"{low:.0f} to {high:.0f} min"


def _length(mm: float) -> str:
    return f"{mm:.0f} mm"


def _span(mm: Interval) -> str:
    """A range of lengths, its unit said once.

    >>> _span(Interval(value=60, low=52, high=81))
    '52 to 81 mm'
    """
    return f"{mm.low:.0f} to {_length(mm.high)}"


def _mass(g: float) -> str:
    """Three figures, and never fewer than stand before the point.

    >>> _mass(5000), _mass(4.25)
    ('5000 g', '4.25 g')
    """
    return f"{g:.0f} g" if g >= 1000 else f"{g:.3g} g"

"""The second bake of what is sliced: slices dried from the middle of the predicted log."""

import dataclasses
import math

from ..bakemodel import Case, EndStyle, Mix, cut_face, grown_length_mm, only, predict
from ..base import Interval
from ..forming import Cooling, RuskForm, slice_rusk
from .doneness import Doneness
from .outcome import Outcome, SecondBake
from .window import window_of

SLICE_C = {Cooling.WARM: 50.0, Cooling.COLD: 21.0}  # the log when it is sliced; slices reach the oven about as warm
# A twice-baked family's own cue is of its cut slices, which no log shows.
LOG_CUE = "firm when pressed and split along the top, no wet gleam in the cracks"
DRY_CUE = "dry and pale gold on the cut side; they crisp further as they stand"


def crumb_after(mix: Mix, loss_share: float, air_share: float) -> Mix:
    """The dough's mix as it is in the baked log: water gone, gas spent, and as airy as the log came out."""
    kept = 1 - loss_share
    spread_over = {
        field.name: getattr(mix, field.name) / kept
        for field in dataclasses.fields(mix)
        if field.name
        in (
            "fat sugar invert starch protein fibre other polyol egg_protein binding flake_binding held_fat butter_fat "
            "short_fat choc_m3 solid_m3 flake_m3 brittle_m3 brittle inclusions flour network_protein dark"
        ).split()
    }
    water = max(0.01, (mix.water - loss_share) / kept)
    specific = (mix.specific_m3 - (mix.water - water * kept) / 998.0) / kept
    return dataclasses.replace(
        mix, **spread_over, water=water, specific_m3=specific, air_share=air_share, soda=0.0, powder=0.0
    )


def slice_case(outcome: Outcome, first: Case, form: RuskForm) -> Case:
    """The second bake's case: slices from the middle of the predicted log, each in a pan of its own cut side, dried crisp. `first` is the log's case."""
    baked = outcome.baked
    loss = baked.loss_pct.value / 100
    mass_kg = first.shape.mass_kg * (1 - loss)
    section_mm2 = _section_mm2(outcome)
    density = mass_kg / (section_mm2 * form.length_mm * 1e-9)  # the section was foretold for the raw length
    crumb = crumb_after(first.mix, loss, 0.0)
    air = min(0.8, max(0.05, 1 - density * crumb.specific_m3))
    crumb = dataclasses.replace(crumb, air_share=air)
    slant = math.cos(math.radians(form.angle_deg))
    face_mm2 = section_mm2 / slant
    shape = cut_face(
        baked.diameter_mm.value / slant, baked.height_mm.value, face_mm2, form.slice_mm, crumb.density_kg_m3
    )
    return dataclasses.replace(
        first,
        mix=crumb,
        shape=shape,
        oven_c=form.second_c,
        ends=only(EndStyle.CRISP),
        dough_c=SLICE_C[form.cooling],
        minutes_ln=0.0,
    )


def _section_mm2(outcome: Outcome) -> float:
    # A log's section is a flat arch: 0.77 of width times height (docs/model.md, section 3).
    return 0.77 * outcome.baked.diameter_mm.value * outcome.baked.height_mm.value


def sliced_and_dried(outcome: Outcome, first: Case, form: RuskForm, finish: Doneness) -> Outcome:
    """Slices from the middle of the predicted log; each is baked again as a slice in a pan of its own cut side, crisp."""
    baked = outcome.baked
    length = grown_length_mm(form.length_mm, form.log_mm, baked.diameter_mm.value)
    cut = slice_rusk(form, baked.diameter_mm.value, length)
    case = slice_case(outcome, first, form)
    dried = predict(case, True)
    each_g = 1000 * case.shape.mass_kg
    left = [each_g * (1 - pct / 100) for pct in (dried.loss_pct.value, dried.loss_pct.high, dried.loss_pct.low)]
    window = window_of(dried, finish, DRY_CUE)
    raw_slice_g = outcome.pieces.mass_g * (1 - cut.heels_share) / max(cut.each_log, 1)
    pieces = outcome.pieces.model_copy(
        update={
            "count": cut.count,
            "mass_g": raw_slice_g,
            "leftover_g": outcome.pieces.mass_g * form.logs - raw_slice_g * cut.count,
            "ends": 2 * form.logs,
            "statement": f"{form.logs} log{'s' if form.logs > 1 else ''} of {form.length_mm:.0f} mm, {cut.each_log} even slices each and two ends, "
            f"{cut.across_mm:.0f} mm long on the cut side.",
        }
    )
    second = SecondBake(
        each_log=cut.each_log, across_mm=cut.across_mm, high_mm=baked.height_mm.value, slice_mm=form.slice_mm, each_g=each_g,
        dried_g=Interval(value=left[0], low=left[1], high=left[2]), oven_c=form.second_c, window=window,
        per_side_min=window.aim_min / 2, slicing=SLICING[form.cooling], log_length_mm=length,
    )  # fmt: skip
    of_log = outcome.window.model_copy(update={"cue": LOG_CUE})
    return outcome.model_copy(update={"pieces": pieces, "second": second, "window": of_log})


SLICING = {
    Cooling.WARM: "Slice after 10 to 25 minutes, while the log is pliable: a serrated knife, steady strokes.",
    Cooling.COLD: "Slice stone cold, after two hours or the next day: thin slices, a sharp serrated knife.",
}

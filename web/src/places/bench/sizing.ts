/** Setting a size on the drawing: which of a form's figures makes the raw piece wider or thicker. */
import type { Assessment } from "../../client/api";
import type { Handle } from "../../drawing/grip";
import type { WholeKnobs } from "../../drawing/whole";
import { bounds, type Form } from "./forms";

type Outcome = NonNullable<Assessment["outcome"]>;

const MOST_PIECES = 380;

const round = (value: number, step: number) => Math.round(value / step) * step;

/** Within the figure's own limits, to a handy step. */
function set<F extends Form>(form: F, key: keyof F & string, value: number, step: number): Form {
  const { min, max } = bounds(form, key);
  return { ...form, [key]: Math.min(max, Math.max(min, Number(round(value, step).toFixed(2)))) };
}

/** The form with its raw piece `factor` times as wide; undefined where the width is not a figure of the baker's. */
function widened(form: Form, factor: number, outcome: Outcome): Form | undefined {
  const grams = outcome.pieces.mass_g * factor ** 3;
  switch (form.kind) {
    case "scoop":
      return { ...set(form, "portion_g", grams, grams < 60 ? 0.5 : 1), scoop_no: null, spoon: null } as Form;
    case "ball":
      if (form.by === "count") return set(form, "count", form.count / factor ** 3, 1);
      if (form.by === "width") return set(form, "ball_mm", form.ball_mm * factor, 0.5);
      return set(form, "portion_g", grams, grams < 60 ? 0.5 : 1);
    case "block":
      return set(form, "portion_g", grams, 1);
    case "batter":
      return set(form, "spoon_ml", form.spoon_ml * factor ** 2, 0.5);
    case "cutout":
      return set(form, "cutter_mm", form.cutter_mm * factor, 1);
    case "sheet":
      return set(form, "piece_width_mm", form.piece_width_mm * factor, 1);
    case "log":
      return set(form, "log_mm", form.log_mm * factor, 1);
    case "rope":
      return set(form, "length_mm", form.length_mm * factor, 1);
    default:
      return undefined;
  }
}

function thickened(form: Form, mm: number): Form | undefined {
  switch (form.kind) {
    case "cutout":
    case "sheet":
      return set(form, "thickness_mm", mm, 0.5);
    case "log":
      return set(form, "slice_mm", mm, 0.5);
    case "ball":
      return form.pressed_mm == null ? undefined : set(form, "pressed_mm", mm, 0.5);
    default:
      return undefined;
  }
}

const THICK = { cutout: "thickness_mm", sheet: "thickness_mm", log: "slice_mm", ball: "pressed_mm" } as const;

/** The knobs of a form's drawing. */
export function handles(form: Form, outcome: Outcome, onForm: (form: Form) => void) {
  const { raw_diameter_mm, raw_height_mm } = outcome.pieces;
  const wide: Handle | undefined = widened(form, 1, outcome) && {
    label: "Raw width",
    mm: raw_diameter_mm,
    // As small as an evening can bake, as large as the dough gives one of.
    min: Math.max(8, raw_diameter_mm * Math.cbrt(Math.min(1, outcome.pieces.count / MOST_PIECES))),
    max: Math.min(300, raw_diameter_mm * Math.cbrt(Math.max(1, outcome.pieces.count))),
    grab: () => (mm) => {
      const next = widened(form, mm / raw_diameter_mm, outcome);
      if (next) onForm(next);
    },
  };
  const key = form.kind in THICK ? THICK[form.kind as keyof typeof THICK] : undefined;
  const high: Handle | undefined = key &&
    thickened(form, raw_height_mm) && {
      label: form.kind === "log" ? "Slice thickness" : "Raw thickness",
      mm: raw_height_mm,
      ...bounds(form, key),
      grab: () => (mm) => {
        const next = thickened(form, mm);
        if (next) onForm(next);
      },
    };
  return { wide, high, whole: wholeKnobs(form, onForm) };
}

/** The knobs of what is baked whole: the sides of a pan, a log's width and end, the thickness of its slices. */
function wholeKnobs(form: Form, onForm: (form: Form) => void): WholeKnobs {
  const knob = <F extends Form>(of: F, key: keyof F & string, label: string, step: number): Handle => ({
    label,
    mm: of[key] as number,
    ...bounds(of, key),
    grab: () => (mm) => onForm(set(of, key, mm, step)),
  });
  if (form.kind === "pan")
    return {
      wide: knob(form, "width_mm", "Pan across, on the drawing", 5),
      long: form.shape === "rectangle" ? knob(form, "length_mm", "Pan along, on the drawing", 5) : undefined,
    };
  if (form.kind === "rusk")
    return {
      long: knob(form, "length_mm", "Log length, on the drawing", 5),
      wide: knob(form, "log_mm", "Log width, on the drawing", 1),
      slice: knob(form, "slice_mm", "Slice, on the drawing", 0.5),
    };
  return {};
}

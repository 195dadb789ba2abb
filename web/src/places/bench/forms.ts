/** The forms as tables: which of their figures and choices are a baker's own. */
import type { DoughSpec } from "../../client/api";
import { type Limited, starting, within } from "../../client/within";

export type Form = DoughSpec["form"];
export type Of<K extends Form["kind"]> = Extract<Form, { kind: K }>;

const SCHEMA = {
  scoop: "ScoopForm",
  ball: "BallForm",
  block: "BlockForm",
  batter: "BatterForm",
  cutout: "CutoutForm",
  sheet: "SheetForm",
  pan: "PanForm",
  log: "LogForm",
  rope: "RopeForm",
  rusk: "RuskForm",
} as const satisfies Record<Form["kind"], Limited>;

/** The form of that kind as it starts. */
export const first = <K extends Form["kind"]>(kind: K) => starting(SCHEMA[kind]) as unknown as Of<K>;

/** The least and the most of one of a form's figures. */
export const bounds = (form: Form, key: string) => within(SCHEMA[form.kind], key);

export type Unit = "mm" | "g" | "ml" | "s" | "°" | "%" | "temperature" | "";

/** A number the baker sets. `more` ones stand behind a tap; `when` says for which settings a field is there at all. */
export interface Amount<F> {
  key: keyof F & string;
  label: string;
  unit: Unit;
  step?: number;
  more?: boolean;
  when?: (form: F) => boolean;
}

export interface Choice<F> {
  key: keyof F & string;
  label: string;
  options: readonly (readonly [string, string])[];
  width?: string;
  more?: boolean;
  /** What a choice sets, where it is not the field itself. */
  take?: (form: F, value: string) => F;
  shown?: (form: F) => string;
  when?: (form: F) => boolean;
}

type Fields = { [K in Form["kind"]]: readonly (Amount<Of<K>> | Choice<Of<K>>)[] };

const yesNo = (no: string, yes: string) =>
  [
    ["no", no],
    ["yes", yes],
  ] as const;

export const FIELDS: Fields = {
  scoop: [
    { key: "portion_g", label: "Portion", unit: "g", when: (form) => !form.scoop_no && !form.spoon },
    {
      key: "heap",
      label: "Left as",
      width: "w-36",
      options: yesNo("half a ball", "a tall heap"),
      shown: (form) => (form.heap ? "yes" : "no"),
      take: (form, value) => ({ ...form, heap: value === "yes" }),
    },
  ],
  ball: [
    {
      key: "by",
      label: "Size by",
      width: "w-32",
      options: [
        ["grams", "weight"],
        ["count", "equal pieces"],
        ["width", "ball's width"],
      ],
    },
    {
      key: "pressed_mm",
      label: "Then",
      width: "w-28",
      options: yesNo("left round", "pressed"),
      shown: (form) => (form.pressed_mm == null ? "no" : "yes"),
      take: (form, value) => ({ ...form, pressed_mm: value === "yes" ? 14 : null }),
    },
    { key: "portion_g", label: "Portion", unit: "g", when: (form) => form.by === "grams" },
    { key: "count", label: "Pieces", unit: "", when: (form) => form.by === "count" },
    {
      key: "ball_mm",
      label: "Ball across",
      unit: "mm",
      when: (form) => form.by === "width",
    },
    {
      key: "pressed_mm",
      label: "Pressed to",
      unit: "mm",
      when: (form) => form.pressed_mm != null,
    },
    { key: "filling_g", label: "Filling each", unit: "g" },
    {
      key: "filled_hot",
      label: "Filled",
      width: "w-40",
      options: yesNo("before the bake", "as they come out"),
      shown: (form) => (form.filled_hot ? "yes" : "no"),
      take: (form, value) => ({ ...form, filled_hot: value === "yes" }),
      when: (form) => form.filling_g > 0,
    },
  ],
  block: [
    { key: "portion_g", label: "Portion", unit: "g" },
    {
      key: "frozen",
      label: "Taken from",
      width: "w-32",
      options: yesNo("the fridge", "the freezer"),
      shown: (form) => (form.frozen ? "yes" : "no"),
      take: (form, value) => ({ ...form, frozen: value === "yes" }),
    },
  ],
  batter: [
    { key: "spoon_ml", label: "Level spoon", unit: "ml", step: 2.5 },
    { key: "spread_mm", label: "Spread to", unit: "mm", step: 0.5 },
    {
      key: "shaped_hot",
      label: "When hot",
      width: "w-32",
      options: yesNo("left flat", "curled by hand"),
      shown: (form) => (form.shaped_hot ? "yes" : "no"),
      take: (form, value) => ({ ...form, shaped_hot: value === "yes" }),
    },
    {
      key: "shape_s",
      label: "Curling one takes",
      unit: "s",
      when: (form) => form.shaped_hot,
    },
    {
      key: "pliable_s",
      label: "Pliable for",
      unit: "s",
      step: 5,
      when: (form) => form.shaped_hot,
    },
  ],
  cutout: [
    { key: "cutter_mm", label: "Cutter across", unit: "mm" },
    { key: "thickness_mm", label: "Rolled to", unit: "mm", step: 0.5 },
    {
      key: "rerolls",
      label: "Scraps",
      width: "w-34",
      options: [
        ["0", "left"],
        ["1", "once more"],
        ["2", "twice more"],
        ["3", "3 times"],
      ],
      take: (form, value) => ({ ...form, rerolls: Number(value) }),
    },
    { key: "gap_mm", label: "Between cuts", unit: "mm", step: 0.5, more: true },
    { key: "rim_mm", label: "Rim to trim", unit: "mm", more: true },
    {
      key: "parts",
      label: "Dough rolled",
      width: "w-32",
      more: true,
      options: [
        ["1", "in one"],
        ["2", "in halves"],
        ["3", "in thirds"],
        ["4", "in quarters"],
        ["6", "in sixths"],
        ["8", "in eighths"],
      ],
      take: (form, value) => ({ ...form, parts: Number(value) }),
    },
    {
      key: "small_mm",
      label: "Second cutter",
      width: "w-28",
      more: true,
      options: yesNo("none", "smaller"),
      shown: (form) => (form.small_mm == null ? "no" : "yes"),
      take: (form, value) => ({
        ...form,
        small_mm: value === "yes" ? Math.max(15, Math.round(form.cutter_mm * 0.6)) : null,
      }),
    },
    {
      key: "small_mm",
      label: "Small across",
      unit: "mm",
      more: true,
      when: (form) => form.small_mm != null,
    },
    {
      key: "small_cuts",
      label: "The small one cuts",
      width: "w-60",
      more: true,
      when: (form) => form.small_mm != null,
      options: [
        ["both", "a share and the scraps"],
        ["sheet", "a share of the sheet"],
        ["scraps", "the scraps alone"],
      ],
    },
    {
      key: "small_share_pct",
      label: "Dough for small",
      unit: "%",
      step: 5,
      more: true,
      when: (form) => form.small_mm != null && form.small_cuts !== "scraps",
    },
  ],
  sheet: [
    { key: "thickness_mm", label: "Rolled to", unit: "mm", step: 0.5 },
    { key: "piece_width_mm", label: "Pieces wide", unit: "mm", step: 5 },
    { key: "piece_length_mm", label: "and long", unit: "mm", step: 5 },
    {
      key: "rerolls",
      label: "Trimmings",
      width: "w-30",
      more: true,
      options: [
        ["0", "left"],
        ["1", "rolled again"],
        ["2", "rolled twice"],
      ],
      take: (form, value) => ({ ...form, rerolls: Number(value) }),
    },
  ],
  pan: [
    {
      key: "shape",
      label: "Pan",
      width: "w-28",
      options: [
        ["round", "round"],
        ["square", "square"],
        ["rectangle", "rectangle"],
      ],
    },
    { key: "width_mm", label: "Pan across", unit: "mm", step: 10 },
    {
      key: "length_mm",
      label: "and long",
      unit: "mm",
      step: 10,
      when: (form) => form.shape === "rectangle",
    },
    { key: "wedges", label: "Wedges", unit: "", when: (form) => form.shape === "round" },
    {
      key: "across",
      label: "Cut across in",
      unit: "",
      when: (form) => form.shape !== "round",
    },
    {
      key: "along",
      label: "and along in",
      unit: "",
      when: (form) => form.shape !== "round",
    },
    { key: "pans", label: "Pans", unit: "", more: true },
    { key: "edge_mm", label: "Edge trimmed off", unit: "mm", more: true },
  ],
  log: [
    { key: "log_mm", label: "Log across", unit: "mm" },
    { key: "slice_mm", label: "Slices of", unit: "mm", step: 0.5 },
    { key: "logs", label: "Logs", unit: "" },
  ],
  rope: [
    {
      key: "figure",
      label: "Laid as a",
      width: "w-32",
      options: [
        ["ring", "ring"],
        ["knot", "knot"],
        ["twist", "twist"],
        ["coil", "coil"],
        ["loop", "crossed loop"],
      ],
    },
    { key: "rope_mm", label: "Rope thick", unit: "mm" },
    { key: "length_mm", label: "and long", unit: "mm", step: 10 },
  ],
  rusk: [
    { key: "logs", label: "Logs", unit: "" },
    { key: "log_mm", label: "Shaped to", unit: "mm", step: 5 },
    { key: "length_mm", label: "and long", unit: "mm", step: 10 },
    { key: "slice_mm", label: "Slices of", unit: "mm" },
    { key: "angle_deg", label: "Cut at", unit: "°", step: 5, more: true },
    {
      key: "cooling",
      label: "Sliced",
      width: "w-28",
      more: true,
      options: [
        ["warm", "warm"],
        ["cold", "stone cold"],
      ],
    },
    { key: "second_c", label: "Dried at", unit: "temperature", step: 5, more: true },
  ],
};

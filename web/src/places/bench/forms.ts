/** The forms as tables: what each starts with, and which of its figures and choices are a baker's own. */
import type { DoughSpec } from "../../client/api";

export type Form = DoughSpec["form"];
export type Of<K extends Form["kind"]> = Extract<Form, { kind: K }>;

export const KINDS: readonly (readonly [Form["kind"], string])[] = [
  ["scoop", "Scooped"],
  ["ball", "Rolled ball"],
  ["block", "Cold block"],
  ["batter", "Spread batter"],
  ["cutout", "Cut out"],
  ["sheet", "Scored sheet"],
  ["pan", "Pressed pan"],
  ["log", "Sliced log"],
  ["rope", "Rope shape"],
  ["rusk", "Twice-baked"],
];

export const FIRST: { [K in Form["kind"]]: Of<K> } = {
  scoop: { kind: "scoop", portion_g: 30, scoop_no: null },
  ball: { kind: "ball", by: "grams", portion_g: 20, count: 24, ball_mm: 32, pressed_mm: null, filling_g: 0 },
  block: { kind: "block", portion_g: 30, frozen: false },
  batter: { kind: "batter", spoon_ml: 5, spread_mm: 4, shaped_hot: false, shape_s: 12, pliable_s: 60 },
  cutout: {
    kind: "cutout",
    thickness_mm: 5,
    cutter: "round",
    cutter_mm: 60,
    rerolls: 2,
    parts: 1,
    small_mm: null,
    small_share_pct: 30,
    own: null,
  },
  sheet: { kind: "sheet", thickness_mm: 3, piece_width_mm: 50, piece_length_mm: 50, rerolls: 1 },
  pan: {
    kind: "pan",
    shape: "square",
    width_mm: 200,
    length_mm: 300,
    pans: 1,
    wedges: 12,
    across: 2,
    along: 8,
    edge_mm: 0,
  },
  log: { kind: "log", log_mm: 45, slice_mm: 8, logs: 1 },
  rope: { kind: "rope", figure: "ring", rope_mm: 12, length_mm: 160 },
  rusk: {
    kind: "rusk",
    logs: 2,
    log_mm: 55,
    length_mm: 240,
    slice_mm: 15,
    angle_deg: 30,
    cooling: "warm",
    second_c: 150,
  },
};

export type Unit = "mm" | "g" | "ml" | "s" | "°" | "%" | "temperature" | "";

/** A number the baker sets. `more` ones stand behind a tap; `when` says for which settings a field is there at all. */
export interface Amount<F> {
  key: keyof F & string;
  label: string;
  unit: Unit;
  min: number;
  max: number;
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
    { key: "portion_g", label: "Portion", unit: "g", min: 1, max: 5000, when: (form) => !form.scoop_no },
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
    { key: "portion_g", label: "Portion", unit: "g", min: 1, max: 5000, when: (form) => form.by === "grams" },
    { key: "count", label: "Pieces", unit: "", min: 1, max: 400, when: (form) => form.by === "count" },
    {
      key: "ball_mm",
      label: "Ball across",
      unit: "mm",
      min: 8,
      max: 120,
      when: (form) => form.by === "width",
    },
    {
      key: "pressed_mm",
      label: "Pressed to",
      unit: "mm",
      min: 2,
      max: 60,
      when: (form) => form.pressed_mm != null,
    },
    { key: "filling_g", label: "Filling each", unit: "g", min: 0, max: 50 },
  ],
  block: [
    { key: "portion_g", label: "Portion", unit: "g", min: 1, max: 5000 },
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
    { key: "spoon_ml", label: "Level spoon", unit: "ml", min: 1, max: 60, step: 2.5 },
    { key: "spread_mm", label: "Spread to", unit: "mm", min: 1, max: 20, step: 0.5 },
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
      min: 2,
      max: 120,
      when: (form) => form.shaped_hot,
    },
    {
      key: "pliable_s",
      label: "Pliable for",
      unit: "s",
      min: 5,
      max: 300,
      step: 5,
      when: (form) => form.shaped_hot,
    },
  ],
  cutout: [
    { key: "cutter_mm", label: "Cutter across", unit: "mm", min: 15, max: 200 },
    { key: "thickness_mm", label: "Rolled to", unit: "mm", min: 1.5, max: 25, step: 0.5 },
    {
      key: "rerolls",
      label: "Scraps",
      width: "w-28",
      options: [
        ["0", "left"],
        ["1", "once more"],
        ["2", "twice more"],
        ["3", "3 times"],
      ],
      take: (form, value) => ({ ...form, rerolls: Number(value) }),
    },
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
      min: 15,
      max: 200,
      more: true,
      when: (form) => form.small_mm != null,
    },
    {
      key: "small_share_pct",
      label: "Dough for small",
      unit: "%",
      min: 5,
      max: 95,
      step: 5,
      more: true,
      when: (form) => form.small_mm != null,
    },
  ],
  sheet: [
    { key: "thickness_mm", label: "Rolled to", unit: "mm", min: 1, max: 15, step: 0.5 },
    { key: "piece_width_mm", label: "Pieces wide", unit: "mm", min: 15, max: 300, step: 5 },
    { key: "piece_length_mm", label: "and long", unit: "mm", min: 15, max: 400, step: 5 },
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
    { key: "width_mm", label: "Pan across", unit: "mm", min: 60, max: 450, step: 10 },
    {
      key: "length_mm",
      label: "and long",
      unit: "mm",
      min: 60,
      max: 600,
      step: 10,
      when: (form) => form.shape === "rectangle",
    },
    { key: "wedges", label: "Wedges", unit: "", min: 2, max: 40, when: (form) => form.shape === "round" },
    {
      key: "across",
      label: "Cut across in",
      unit: "",
      min: 1,
      max: 30,
      when: (form) => form.shape !== "round",
    },
    {
      key: "along",
      label: "and along in",
      unit: "",
      min: 1,
      max: 30,
      when: (form) => form.shape !== "round",
    },
    { key: "pans", label: "Pans", unit: "", min: 1, max: 6, more: true },
    { key: "edge_mm", label: "Edge trimmed off", unit: "mm", min: 0, max: 30, more: true },
  ],
  log: [
    { key: "log_mm", label: "Log across", unit: "mm", min: 15, max: 120 },
    { key: "slice_mm", label: "Slices of", unit: "mm", min: 2, max: 40, step: 0.5 },
    { key: "logs", label: "Logs", unit: "", min: 1, max: 12 },
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
    { key: "rope_mm", label: "Rope thick", unit: "mm", min: 5, max: 40 },
    { key: "length_mm", label: "and long", unit: "mm", min: 40, max: 800, step: 10 },
  ],
  rusk: [
    { key: "logs", label: "Logs", unit: "", min: 1, max: 8 },
    { key: "log_mm", label: "Shaped to", unit: "mm", min: 25, max: 150, step: 5 },
    { key: "length_mm", label: "and long", unit: "mm", min: 80, max: 500, step: 10 },
    { key: "slice_mm", label: "Slices of", unit: "mm", min: 5, max: 40 },
    { key: "angle_deg", label: "Cut at", unit: "°", min: 0, max: 60, step: 5, more: true },
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
    { key: "second_c", label: "Dried at", unit: "temperature", min: 90, max: 200, step: 5, more: true },
  ],
};

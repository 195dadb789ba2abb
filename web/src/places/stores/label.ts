/** A label as one begins it. */
import type { Schemas } from "../../client/api";
import type { Label } from "../../client/stores";
import { today } from "./parts";

/** Eight on a sheet of A4. */
export const USUAL_SHEET: Schemas["LabelSheet"] = {
  paper: "a4",
  columns: 2,
  rows: 4,
  width_mm: 99,
  height_mm: 67,
  left_mm: 6,
  top_mm: 14.5,
  across_gap_mm: 0,
  down_gap_mm: 0,
};

export const newLabel = (dough_id: string, part: Partial<Label> = {}): Label => ({
  kind: "label",
  dough_id,
  title: "",
  words: "",
  pieces: 6,
  made_on: today(),
  keeps_days: null,
  may_contain: null,
  no_traces: false,
  nutrition: false,
  percent_of: null,
  copies: 8,
  sheet: USUAL_SHEET,
  ...part,
});

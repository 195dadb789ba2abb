/** Where each step stands on the board: its lane, its row, and which of them a baker may fix in time. */
import type { Schemas, Step } from "../client/api";
import { LANES, options } from "../words/labels";

const ROW = 21;
export const HEAD = 30;
export const LEAST_LANE = 40;

type Points = Partial<Record<Step["kind"], Schemas["PinPoint"]>>;
const OF_DOUGH: Points = { weigh: "weigh", mix: "mix" };
const OF_LOAD: Points = { form: "shape", load: "load", transfer: "transfer" };

/** Steps whose beginning a baker may fix, and what the server calls that beginning. */
export function pinOf(step: Step): Pick<Schemas["Pin"], "what" | "index"> | undefined {
  const dough = OF_DOUGH[step.kind];
  if (dough && step.dough != null) return { what: dough, index: step.dough };
  const load = OF_LOAD[step.kind];
  return load && step.load != null ? { what: load, index: step.load } : undefined;
}

export const laneKey = (step: Step) =>
  step.place === "oven" ? `oven${step.oven ?? 1}.${step.rack ?? 1}` : step.place;

export interface Lane {
  key: string;
  name: string;
  y: number;
  height: number;
  rows: number;
}

/** Which row of its lane each block takes, and the lanes stacked as high as they need. */
export function layOut(steps: Step[]): { lanes: Lane[]; rows: Map<Step, number>; height: number } {
  const rows = new Map<Step, number>();
  const lanes: Lane[] = [];
  let y = HEAD;
  const byLane = new Map<string, Step[]>();
  for (const step of steps) byLane.set(laneKey(step), [...(byLane.get(laneKey(step)) ?? []), step]);
  const ovens = [...byLane.keys()].filter((key) => key.startsWith("oven")).sort();
  for (const [place, name] of options(LANES)) {
    const keys = place === "oven" ? ovens : byLane.has(place) ? [place] : [];
    for (const key of keys) {
      const until: number[] = [];
      for (const step of [...(byLane.get(key) ?? [])].sort((a, b) => a.start_s - b.start_s)) {
        let row = until.findIndex((end) => end <= step.start_s);
        if (row < 0) row = until.push(0) - 1;
        until[row] = step.end_s;
        rows.set(step, row);
      }
      const [oven, rack] = key.slice(4).split(".");
      const many = ovens.some((other) => !other.startsWith("oven1."));
      const named =
        place !== "oven" || ovens.length === 1
          ? name
          : many
            ? `Oven ${oven}, rack ${rack}`
            : `Oven, rack ${rack}`;
      const height = Math.max(LEAST_LANE, until.length * ROW + 8);
      lanes.push({ key, name: named, y, height, rows: until.length });
      y += height;
    }
  }
  return { lanes, rows, height: y + 8 };
}

/** How far apart the clock's ticks stand where so much time is in view. */
export function tickSeconds(visible: number): number {
  const steps = [300, 600, 900, 1800, 3600, 7200, 14400, 28800];
  return steps.find((step) => visible / step <= 11) ?? 43200;
}

/** The oven's heat on the dial of this kitchen, rounded as the core says it (core/oven.py): whole °C, °F to the nearest 5, the
 * nearest gas mark. */
import type { Kitchen } from "../client/api";

type Scale = Kitchen["scale"];
/** The core's own gas marks: mark, °C. */
export type Marks = readonly (readonly number[])[];

export const toF = (celsius: number) => 5 * Math.round(((celsius * 9) / 5 + 32) / 5);
export const fromF = (fahrenheit: number) => ((fahrenheit - 32) * 5) / 9;

export function ovenHeat(celsius: number, scale: Scale, marks: Marks): string {
  if (scale === "f") return `${toF(celsius)} °F`;
  if (scale === "gas" && marks.length) return `gas ${nearest(marks, celsius, 1)[0]}`;
  return `${Math.round(celsius)} °C`;
}

/** The mark nearest to a mark (column 0) or to a temperature (column 1). */
export function nearest(marks: Marks, of: number, column: 0 | 1): readonly [number, number] {
  const [mark = 4, celsius = 180] = marks.reduce<readonly number[]>(
    (best, next) => (Math.abs((next[column] ?? 0) - of) < Math.abs((best[column] ?? 0) - of) ? next : best),
    marks[0] ?? [4, 180],
  );
  return [mark, celsius];
}

/** The same heat on another dial, to a figure that dial has. */
export function onDial(value: number, from: Scale, to: Scale, marks: Marks): number {
  if (from === to) return value;
  const celsius = from === "f" ? fromF(value) : from === "gas" ? nearest(marks, value, 0)[1] : value;
  if (to === "f") return toF(celsius);
  if (to === "gas") return nearest(marks, celsius, 1)[0];
  return Math.round(celsius / 5) * 5;
}

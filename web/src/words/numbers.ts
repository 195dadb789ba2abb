/** Numbers as a baker reads them: always with a unit, predictions always with a range, in the kitchen's own units. */
import type { Interval, Kitchen, Schemas } from "../client/api";

export const MM_PER_IN = 25.4;
const G_PER_OZ = 28.35;

export type UnitsOf = Pick<Kitchen, "units"> & Partial<Pick<Kitchen, "clock" | "dates">>;

const round = (value: number, digits = 0) => value.toFixed(digits).replace(/^-0$/, "0");

/** A length in mm, or in inches to the nearest eighth below 12 in. */
export function length(mm: number, { units }: UnitsOf): string {
  return units === "us" ? `${inches(mm)} in` : `${round(mm)} mm`;
}

/** A short length: millimetres with a decimal where it matters, inches to a sixteenth. */
export function thickness(mm: number, { units }: UnitsOf): string {
  if (units === "us") return `${fraction(mm / MM_PER_IN, 16)} in`;
  return `${mm < 10 ? round(mm, 1) : round(mm)} mm`;
}

function inches(mm: number): string {
  return fraction(mm / MM_PER_IN, 8);
}

function fraction(value: number, parts: number): string {
  let top = Math.round(value * parts);
  let bottom = parts;
  const whole = Math.floor(top / bottom);
  top -= whole * bottom;
  while (top && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  if (!top) return `${whole}`;
  return `${whole ? `${whole} ` : ""}${top}⁄${bottom}`;
}

/** Inches to a sixteenth, as rulers have them. */
export const inSixteenths = (inches: number) => fraction(inches, 16);

/** Inches as typed: "2 3/8", "2 3⁄8", "5/16", "2.375"; no number where it is none. */
export function readInches(text: string): number {
  const found = /^\s*(?:(\d+)[\s-]+)?(\d+)\s*[/⁄]\s*(\d+)\s*$/.exec(text);
  if (!found) return Number(text.replace(",", "."));
  const [, whole = "0", top, bottom] = found;
  return Number(whole) + Number(top) / Number(bottom);
}

export function mass(g: number, { units }: UnitsOf): string {
  if (units === "us") {
    const oz = g / G_PER_OZ;
    const tenths = Math.round(oz * 10); // rounded first: 15.97 oz is a pound
    if (tenths < 160) return `${round(oz, oz < 1 ? 2 : 1)} oz`;
    return `${Math.floor(tenths / 160)} lb ${round((tenths % 160) / 10, 1)} oz`;
  }
  return g >= 1000 ? `${round(g / 1000, 2)} kg` : `${round(g, g < 10 ? 1 : 0)} g`;
}

/** Grams for a weighing column: one decimal under 10 g. */
export function grams(g: number): string {
  return `${round(g, g < 10 && g > 0 ? 1 : 0)} g`;
}

/** A weight as it is weighed out: grams, or ounces to a hundredth, so that what is read and typed again is within reach of what is
 * meant; `digits` fewer where it is only to be read. */
export function weighed(g: number, { units }: UnitsOf, digits = 2): string {
  if (units !== "us") return grams(g);
  const oz = g / G_PER_OZ;
  return `${round(oz, oz < 1 ? 2 : digits)} oz`;
}

/** Grams to or from what a kitchen weighs in. */
export const gramsPer = ({ units }: UnitsOf) => (units === "us" ? G_PER_OZ : 1);

export function lengthRange(value: Interval, of: UnitsOf): string {
  if (value.high - value.low < 0.5) return length(value.value, of);
  if (of.units === "us") return `${inches(value.low)} to ${inches(value.high)} in`;
  return `${round(value.low)} to ${round(value.high)} mm`;
}

/** A length in inches without its unit, to the nearest eighth. */
export const fractionOf = (mm: number) => inches(mm);

/** The middle half of a 90% range on the scale of logarithms: one bake of two lies there. */
export function likelyPart({ value, low, high }: Interval): { low: number; high: number } {
  const sd = Math.log(high / low) / (2 * Z90);
  return { low: value * Math.exp(-Z_HALF * sd), high: value * Math.exp(Z_HALF * sd) };
}

const Z90 = 1.645;
const Z_HALF = 0.6745;

export const percent = (value: number, digits = 0) => `${round(value, digits)}%`;

/** Minutes to the nearest half. */
export function minutes(value: number): string {
  const halves = Math.round(value * 2) / 2;
  return Number.isInteger(halves) ? `${halves}` : `${Math.floor(halves) || ""}½`;
}

/** The likely minutes to aim for: one kitchen of two lies between. */
export function likely(window: { likely_from_min: number; likely_to_min: number }): string {
  const [from, to] = [minutes(window.likely_from_min), minutes(window.likely_to_min)];
  return from === to ? `${from} min` : `${from} to ${to} min`;
}

export function duration(seconds: number): string {
  const total = Math.round(seconds / 60);
  const hours = Math.floor(total / 60);
  return hours ? `${hours} h ${String(total % 60).padStart(2, "0")} min` : `${total} min`;
}

/** The clock and the order of dates: the kitchen's own choice, else as its units have it. */
export const clockOf = ({ clock, units }: UnitsOf) => clock ?? (units === "us" ? "12h" : "24h");
export const datesOf = ({ dates, units }: UnitsOf) => dates ?? (units === "us" ? "mdy" : "dmy");

/** Regions that write dates in each order, all in English. */
export const REGIONS = { dmy: "en-GB", mdy: "en-US", ymd: "en-CA" } as const;

export function clock(moment: Date, of: UnitsOf): string {
  const hour12 = clockOf(of) === "12h";
  return moment.toLocaleTimeString(hour12 ? "en-US" : "en-GB", {
    hour: hour12 ? "numeric" : "2-digit",
    minute: "2-digit",
  });
}

export function day(moment: Date, of: UnitsOf): string {
  const order = datesOf(of);
  const weekday = moment.toLocaleDateString("en-GB", { weekday: "long" });
  if (order === "ymd") return `${weekday}, ${moment.toLocaleDateString("en-CA")}`;
  return moment.toLocaleDateString(REGIONS[order], { weekday: "long", day: "numeric", month: "long" });
}

export const plural = (count: number, one: string, many = `${one}s`) =>
  `${count} ${count === 1 ? one : many}`;

/** A room's temperature; gas marks have none, so gas kitchens read °C. */
export function roomTemperature(room_c: number, scale: Kitchen["scale"]): string {
  return scale === "f" ? `${round((room_c * 9) / 5 + 32)} °F` : `${round(room_c, room_c % 1 ? 1 : 0)} °C`;
}

/** Loads of a batch: “12 + 12 + 9”. */
export function loadsText(loads: readonly number[]): string {
  return loads.length > 8 ? `${loads.length} × up to ${loads[0]}` : loads.join(" + ");
}

/** An amount of money as this currency writes it. */
export function money(amount: string, { stores }: Pick<Kitchen, "stores">): string {
  const currency = stores?.currency ?? "EUR";
  return new Intl.NumberFormat("en", { style: "currency", currency }).format(Number(amount));
}

/** What it costs, with its range where there is one. */
export function costs(
  cost: Pick<Schemas["Cost"], "value" | "low" | "high">,
  kitchen: Pick<Kitchen, "stores">,
): string {
  const value = money(cost.value, kitchen);
  return Number(cost.low) === Number(cost.high)
    ? value
    : `${value} (${money(cost.low, kitchen)} to ${money(cost.high, kitchen)})`;
}

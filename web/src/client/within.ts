/** The limits of fields, for those who ask for numbers. */
import { LIMITS } from "./limits";

export type Limited = keyof typeof LIMITS;
type Bound = {
  readonly min?: number;
  readonly above?: number;
  readonly max?: number;
  readonly start?: unknown;
};

/** What a figure that must be more than nothing is at least. */
const A_LITTLE = 0.01;

function limitOf(schema: Limited, field: string): Bound {
  const fields: { readonly [field: string]: Bound } = LIMITS[schema];
  const bound = fields[field];
  if (!bound) throw new Error(`${schema} has no limits for ${field}`);
  return bound;
}

/** `min` and `max` of a field, to be spread into one that asks for it. */
export function within(schema: Limited, field: string): { min: number; max: number } {
  const { min, above, max = Number.POSITIVE_INFINITY } = limitOf(schema, field);
  return { min: min ?? (above === undefined ? Number.NEGATIVE_INFINITY : above + A_LITTLE), max };
}

/** Every field of a value as it starts. */
export function starting(schema: Limited): Record<string, unknown> {
  const fields: { readonly [field: string]: Bound } = LIMITS[schema];
  return Object.fromEntries(Object.entries(fields).map(([field, bound]) => [field, bound.start]));
}

/**
 * Which fields differ between two states of a thing, and a thing with fields changed: the same paths as the server's
 * (core/merging.py), so that what waits here can be shown at once and sent as changes.
 */
import type { Schemas } from "./api";

export type FieldChange = Schemas["FieldChange"];
export type FieldConflict = Schemas["FieldConflict"];
type Json = FieldChange["now"];
type Named = Record<string, Json | undefined>;

/** The children of a node by name: keys of an object, ids of a list of things with ids. */
function named(node: unknown): Named | undefined {
  if (Array.isArray(node)) {
    const withIds =
      node.length > 0 && node.every((entry) => entry && typeof entry === "object" && "id" in entry);
    return withIds ? Object.fromEntries(node.map((entry) => [String(entry.id), entry])) : undefined;
  }
  return node && typeof node === "object" ? (node as Named) : undefined;
}

const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

export function changesBetween(before: unknown, after: unknown, path: string[] = []): FieldChange[] {
  const was = named(before);
  const now = named(after);
  if (!was || !now || Array.isArray(before) !== Array.isArray(after)) {
    return same(before, after) ? [] : [{ path, was: (before ?? null) as Json, now: (after ?? null) as Json }];
  }
  const keys = [...new Set([...Object.keys(was), ...Object.keys(now)])];
  return keys.flatMap((key) => changesBetween(was[key], now[key], [...path, key]));
}

export function withChanges<T>(thing: T, changes: readonly FieldChange[]): T {
  return changes.reduce((now, { path, now: value }) => set(now, path, value) as T, thing);
}

function set(node: unknown, path: readonly string[], value: Json | undefined): unknown {
  const [step, ...rest] = path;
  if (step === undefined) return value;
  if (Array.isArray(node)) {
    const there = node.some((entry) => String(entry?.id) === step);
    if (!there) return rest.length === 0 && value != null ? [...node, value] : node;
    if (rest.length === 0 && value == null) return node.filter((entry) => String(entry.id) !== step);
    return node.map((entry) => (String(entry.id) === step ? set(entry, rest, value) : entry));
  }
  const holder = { ...((node ?? {}) as Named) };
  if (rest.length === 0 && value == null) delete holder[step];
  else holder[step] = set(holder[step], rest, value) as Json;
  return holder;
}

/** Later changes over earlier ones: one for each path, with what stood before the first. */
export function joined(first: readonly FieldChange[], then: readonly FieldChange[]): FieldChange[] {
  const at = new Map(first.map((change) => [change.path.join("\n"), change]));
  for (const change of then) {
    const key = change.path.join("\n");
    const before = at.get(key);
    at.set(key, before ? { ...change, was: before.was } : change);
  }
  return [...at.values()];
}

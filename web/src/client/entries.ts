/** The changes that wait, and what may be done with them: nothing here sends, keeps or shows. */
import type { DoughSpec, SavedDough, Schemas } from "./api";
import { type FieldChange, joined } from "./merging";

/** Something that happens while a day is run. */
export type RunEvent = Schemas["Tell"]["event"];

/** Something the stores keep. */
export type Thing = Schemas["NewThing"]["thing"];

export type Change =
  | { kind: "save-dough"; id: string; revision: number; spec: DoughSpec }
  | { kind: "add-dough"; id: string; spec: DoughSpec }
  | { kind: "put-aside" | "put-back"; id: string; revision: number; name: string }
  | { kind: "keep-version"; id: string; revision: number; note: string }
  | { kind: "kitchen"; changes: FieldChange[] }
  | { kind: "weigh-in"; id: string; changes: FieldChange[] }
  | {
      kind: "change-plan";
      id: string;
      revision: number;
      change: Schemas["ChangeRequest"]["change"];
      now: string;
    }
  | { kind: "tell-test"; id: string; told: Schemas["TestTold"] }
  | { kind: "tell-run"; id: string; event: RunEvent; tapped: number; says: string }
  | { kind: "keep-try"; id: string; trial: Schemas["NewTry"] }
  | { kind: "end-try"; id: string; saying: string }
  | { kind: "put-aside-plan" | "put-back-plan"; id: string; revision: number; name: string }
  | { kind: "add-bake"; id: string; bake: Schemas["NewBake"] }
  | { kind: "save-bake"; id: string; save: Schemas["BakeSave"]; revision: number; name: string }
  | { kind: "put-aside-bake" | "put-back-bake"; id: string; revision: number; name: string }
  | { kind: "add-thing"; id: string; thing: Thing; name: string }
  | { kind: "change-thing"; id: string; changes: FieldChange[]; name: string }
  | { kind: "put-aside-thing" | "put-back-thing"; id: string; revision: number; name: string }
  | { kind: "put-away"; id: string; name: string }
  | {
      kind: "throw-away";
      of: "dough" | "plan" | "bake" | "thing";
      id: string;
      revision: number;
      name: string;
    };

/** `waiting`: to be sent. `stale`: another device saved first; `gone`: it took the thing away; `conflict`: both changed the same
 * fields; `refused`: it cannot be as it is. All but the first wait for the baker. */
export type EntryState = "waiting" | "stale" | "gone" | "conflict" | "refused";

export interface Entry {
  seq: number;
  key: string;
  at: number;
  change: Change;
  state: EntryState;
  tried: boolean;
  notBefore: number;
  message?: string;
  current?: SavedDough;
}

/** What a change is about: order is kept within a thing. */
export function thingOf(change: Change): string {
  switch (change.kind) {
    case "kitchen":
      return "kitchen";
    case "weigh-in":
      return `weigh-in:${change.id}`;
    case "change-plan":
    case "tell-test":
    case "put-aside-plan":
    case "put-back-plan":
      return `plan:${change.id}`;
    case "tell-run":
      return `run:${change.id}`;
    case "keep-try":
    case "end-try":
      return `try:${change.id}`;
    case "throw-away":
      return `${change.of}:${change.id}`;
    case "add-bake":
    case "save-bake":
    case "put-aside-bake":
    case "put-back-bake":
      return `bake:${change.id}`;
    case "add-thing":
    case "change-thing":
    case "put-aside-thing":
    case "put-back-thing":
    case "put-away":
      return `thing:${change.id}`;
    default:
      return `dough:${change.id}`;
  }
}

/** Conflicts of fields do not hold up later changes of other fields. */
const holdsUp = (entry: Entry) => entry.state !== "waiting" && entry.state !== "conflict";

/** The first that may be sent: what waits for the baker holds up what follows on the same thing. */
export function nextOf(entries: readonly Entry[]): Entry | undefined {
  const held = new Set<string>();
  for (const entry of entries) {
    const thing = thingOf(entry.change);
    if (entry.state === "waiting" && !held.has(thing)) return entry;
    if (holdsUp(entry)) held.add(thing);
  }
  return undefined;
}

/** Where a change goes: into the last one of its thing that has not been tried yet, or behind all as one of its own. A joined one
 * has a new key: if another window is sending the old one just now, it is a change of its own. */
export function placed(entries: readonly Entry[], change: Change, notBefore: number): Entry {
  const thing = thingOf(change);
  const last = entries
    .filter((entry) => thingOf(entry.change) === thing && entry.state !== "conflict")
    .at(-1);
  const one = last && !last.tried && last.state === "waiting" ? together(last.change, change) : undefined;
  return one && last
    ? { ...last, key: newKey(), change: one, notBefore }
    : entryOf(change, after(entries), notBefore);
}

/** What is left when the server has kept one: those that follow on the same thing name the new revision, and fields that met
 * another device's stand as a question. */
export function withoutDone(entries: readonly Entry[], entry: Entry, answer: unknown): Entry[] {
  const thing = thingOf(entry.change);
  const { revision, conflicts } = answer as { revision?: number; conflicts?: Schemas["FieldConflict"][] };
  const chained = entries
    .filter((other) => other.seq !== entry.seq)
    .map((other) =>
      revision !== undefined &&
      thingOf(other.change) === thing &&
      "revision" in other.change &&
      entry.change.kind !== "keep-version"
        ? { ...other, change: { ...other.change, revision } as Change }
        : other,
    );
  const met = conflicts?.length ? [conflictOf(entry, conflicts)] : [];
  return [...chained, ...met].sort((a, b) => a.seq - b.seq);
}

export function entryOf(change: Change, seq: number, notBefore: number): Entry {
  return { seq, key: newKey(), at: Date.now(), change, state: "waiting", tried: false, notBefore };
}

/** Fields that met another device's: what stands there now, and what was wanted here. */
function conflictOf(entry: Entry, conflicts: Schemas["FieldConflict"][]): Entry {
  const changes = conflicts.map(({ path, mine, theirs }) => ({ path, was: theirs, now: mine }));
  const change = { ...entry.change, changes } as Change;
  return { ...entry, key: newKey(), change, state: "conflict" };
}

export const after = (entries: readonly Entry[]) => Math.floor(entries.at(-1)?.seq ?? 0) + 1;

/** crypto.randomUUID is for secure pages alone. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}

/** Two changes of one thing as one, where the first has not been sent yet. */
function together(first: Change, then: Change): Change | undefined {
  if (first.kind === "save-dough" && then.kind === "save-dough") return { ...first, spec: then.spec };
  if (first.kind === "kitchen" && then.kind === "kitchen")
    return { ...first, changes: joined(first.changes, then.changes) };
  if (first.kind === "weigh-in" && then.kind === "weigh-in")
    return { ...first, changes: joined(first.changes, then.changes) };
  if (first.kind === "change-thing" && then.kind === "change-thing")
    return { ...first, changes: joined(first.changes, then.changes) };
  return undefined;
}

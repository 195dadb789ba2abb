/** What is chosen for a bake day, as it stands in the address: a reload, a bookmark and Back come back to it. */
import { useCallback, useMemo, useRef } from "react";
import { useSearchParams } from "react-router";
import type { Schemas } from "../../client/api";
import { useMirrored } from "../../pieces/address";

export type Ask = Schemas["DoughAsk"];
type HoursKind = Schemas["HoursKind"];

/** Hours that are not like the others: from a day and time (2026-06-05T17:00) to a time, of the next day where that is earlier. */
export interface Special {
  kind: HoursKind;
  from: string;
  to: string;
}

export type When = Schemas["ClockFixes"];

export interface Choices {
  asks: Ask[];
  when: When;
  /** In the baker's own time, as 2026-06-05T18:00. */
  at: string;
  racks: "1" | "2" | "3";
  hands: "1" | "2";
  fewer: "0" | "1" | "2";
  /** From when to when hands rest; none where they do not. */
  rest?: [string, string];
  hours: Special[];
}

const ONE_OF = {
  when: ["ready_by", "start_at", "soonest"],
  racks: ["1", "2", "3"],
  hands: ["1", "2"],
  fewer: ["0", "1", "2"],
} as const satisfies { [K in keyof Choices]?: readonly Choices[K][] };

const TIME = /^\d\d:\d\d$/;
const MOMENT = /^\d{4}-\d\d-\d\dT\d\d:\d\d$/;
const HOURS_KINDS: readonly string[] = ["away", "oven", "helper"] satisfies HoursKind[];

/** As the server takes them. */
export function sentHours({ kind, from, to }: Special): Schemas["Hours"] {
  const begin = new Date(from);
  const end = new Date(`${from.slice(0, 10)}T${to}`);
  if (end <= begin) end.setDate(end.getDate() + 1);
  return { kind, from_at: begin.toISOString(), to_at: end.toISOString() };
}

function specialOf(word: string): Special[] {
  const [kind = "", from = "", to = ""] = word.split(",");
  const right = HOURS_KINDS.includes(kind) && MOMENT.test(from) && TIME.test(to);
  return right ? [{ kind: kind as HoursKind, from, to }] : [];
}

/** A dough as a word of the address: id, batches, overnight, share, a test cookie first, what is tried on half of it, what of the stores it
 * comes from, how many, whether they thaw, and whether it goes ahead of the rest. */
export function wordOf(ask: Ask): string {
  const words = [ask.dough_id, ask.times, ask.overnight ? "night" : "", ask.share_id ?? ""];
  const frozen = ask.frozen ? [ask.frozen.id, ask.frozen.count, ask.frozen.thaw ? "thaw" : ""] : ["", "", ""];
  const all = [ask.test_first ? "test" : "", ask.try_id ?? "", ...frozen, ask.ahead ? "ahead" : ""];
  const rare = all.slice(0, all.findLastIndex((word) => word !== "") + 1);
  return [...words, ...rare].join(",");
}

export function askOf(word: string): Ask {
  const [
    dough_id = "",
    times = "1",
    night = "",
    share = "",
    test = "",
    tried = "",
    frozen = "",
    count = "",
    thaw = "",
    ahead = "",
  ] = word.split(",");
  return {
    dough_id,
    times: Number(times) || 1,
    overnight: night === "night",
    share_id: share || null,
    test_first: test === "test",
    try_id: tried || null,
    frozen: frozen ? { id: frozen, count: Number(count) || 12, thaw: thaw === "thaw" } : null,
    ahead: ahead === "ahead",
  };
}

export function readChoices(params: URLSearchParams, start: Choices): Choices {
  const one = <K extends keyof typeof ONE_OF>(name: K) =>
    (ONE_OF[name] as readonly string[]).includes(params.get(name) ?? "")
      ? (params.get(name) as Choices[K])
      : start[name];
  const rest = params.get("rest")?.split("-") ?? [];
  const [from = "", to = ""] = rest;
  return {
    asks: params.has("dough") ? params.getAll("dough").map(askOf) : start.asks,
    when: one("when"),
    at: params.get("at") ?? start.at,
    racks: one("racks"),
    hands: one("hands"),
    fewer: one("fewer"),
    hours: params.getAll("hours").flatMap(specialOf),
    rest: TIME.test(from) && TIME.test(to) ? [from, to] : undefined,
  };
}

export function paramsOf(choices: Choices): URLSearchParams {
  const params = new URLSearchParams();
  for (const ask of choices.asks) params.append("dough", wordOf(ask));
  for (const name of ["when", "at", "racks", "hands", "fewer"] as const) params.set(name, choices[name]);
  for (const { kind, from, to } of choices.hours) params.append("hours", [kind, from, to].join(","));
  if (choices.rest) params.set("rest", choices.rest.join("-"));
  return params;
}

export function useChoices(start: Choices) {
  const [params, setParams] = useSearchParams();
  const write = useCallback((text: string) => setParams(text, { replace: true }), [setParams]);
  const [text, put] = useMirrored(params.toString(), write);
  const choices = useMemo(() => readChoices(new URLSearchParams(text), start), [text, start]);
  const now = useRef(choices);
  now.current = choices;
  const set = useCallback(
    (part: Partial<Choices>) => put(paramsOf({ ...now.current, ...part }).toString()),
    [put],
  );
  return [choices, set] as const;
}

/** Days as they are run: where one stands is told by the server as it happens, and what happens is told through the outbox. */
import { type QueryClient, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useOutbox } from "./answers";
import { type ApiError, api, need, type Schemas } from "./api";
import type { RunEvent } from "./entries";
import { keys } from "./keys";
import { outbox } from "./outbox";

export type RunNow = Schemas["RunNow"];
export type Act = Schemas["Act"];
export type TrayClock = Schemas["TrayClock"];
export type Hot = Schemas["Hot"];
export type Alarm = Schemas["Alarm"];

const at = (id: string) => ({ params: { path: { run_id: id } } });
const RETRY_MS = 1500;
const SILENT_MS = 25_000;

export function useRuns() {
  return useQuery({
    queryKey: keys.runs,
    queryFn: () => need(api.GET("/api/runs")),
    refetchOnWindowFocus: "always",
  });
}

/** A run's answer with the moment it came here, by this device's own clock that never jumps. */
interface Heard {
  now: RunNow;
  came: number;
}

/** The later of two answers is shown: they may overtake one another on the way. */
export function showRun(client: QueryClient, now: RunNow) {
  client.setQueryData<Heard>(keys.run(now.id), (was) =>
    was && (was.now.seq > now.seq || (was.now.seq === now.seq && was.now.at > now.at))
      ? was
      : { now, came: performance.now() },
  );
}

/** Where a run stands, as the server tells it; `away` while it does not. */
export function useRun(id: string) {
  const client = useQueryClient();
  const [away, setAway] = useState(false);
  const query = useQuery<Heard>({
    queryKey: keys.run(id),
    queryFn: async () => ({
      now: await need(api.GET("/api/runs/{run_id}", at(id))),
      came: performance.now(),
    }),
    retry: (count, failure) => (failure as ApiError).status === 0 && count < 2,
    staleTime: Number.POSITIVE_INFINITY,
  });
  useEffect(() => {
    let source: EventSource | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let silent: ReturnType<typeof setTimeout> | undefined;
    const heard = () => {
      setAway(false);
      clearTimeout(silent);
      silent = setTimeout(lost, SILENT_MS);
    };
    const lost = () => {
      source?.close();
      setAway(true);
      clearTimeout(timer);
      timer = setTimeout(listen, RETRY_MS);
    };
    const listen = () => {
      source?.close();
      source = new EventSource(`/api/runs/${encodeURIComponent(id)}/stream`);
      source.onmessage = (event) => {
        heard();
        const now = JSON.parse(event.data) as RunNow;
        showRun(client, now);
        if (now.over) {
          clearTimeout(silent);
          source?.close();
        }
      };
      source.addEventListener("here", heard);
      source.onerror = lost;
    };
    listen();
    // A tablet that slept, or a network that is back, asks at once.
    const woken = () => document.visibilityState === "visible" && listen();
    document.addEventListener("visibilitychange", woken);
    globalThis.addEventListener("online", listen);
    return () => {
      source?.close();
      clearTimeout(timer);
      clearTimeout(silent);
      document.removeEventListener("visibilitychange", woken);
      globalThis.removeEventListener("online", listen);
    };
  }, [client, id]);
  return { run: query.data?.now, came: query.data?.came ?? 0, error: query.error as ApiError | null, away };
}

/** The run's clock, ms: the server's, carried on by this device's. */
export function useRunClock(run: RunNow | undefined, came: number): number {
  const [, tick] = useState(0);
  const speed = run?.speed ?? 1;
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), speed > 1 ? 100 : 250);
    return () => clearInterval(timer);
  }, [speed]);
  return run ? Date.parse(run.at) + (performance.now() - came) * speed : 0;
}

/** What was tapped here and is not answered yet: shown as done at once, also while the server is away. */
export function usePending(id: string): { marks: Set<string>; waits: number } {
  const { entries } = useOutbox();
  const mine = entries.filter(({ change }) => change.kind === "tell-run" && change.id === id);
  const marks = new Set<string>();
  for (const { change } of mine) {
    if (change.kind === "tell-run" && change.event.kind === "did")
      for (const mark of change.event.marks) marks.add(markName(mark));
  }
  return { marks, waits: mine.length };
}

export const markName = (mark: Schemas["Mark"]) =>
  [mark.kind, mark.load ?? "", mark.dough ?? "", mark.oven ?? "", mark.part ?? 0].join("/");

/** Tell what happens. Kept on this device until the server has it. */
export function useTell(id: string) {
  const last = useRef(0);
  return (event: RunEvent, says: string) => {
    last.current = Date.now();
    outbox.put({ kind: "tell-run", id, event, tapped: last.current, says });
  };
}

export const beginRun = (body: Schemas["NewRun"]) => need(api.POST("/api/runs", { body }));
export const endRun = (id: string) => need(api.POST("/api/runs/{run_id}/end", at(id)));
export const throwAwayRun = (id: string) => need(api.POST("/api/runs/{run_id}/throw-away", at(id)));
export const simulateProbe = (id: string, on: boolean) =>
  need(api.POST("/api/probe/simulated", { body: { run_id: id, on } }));
export const holdDoor = (id: string, seconds: number) =>
  need(api.POST("/api/probe/door", { body: { run_id: id, seconds } }));

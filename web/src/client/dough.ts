/** The dough being worked on: every change is kept on this device at once, and sent a moment later (outbox.ts). */

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { useOutbox } from "./answers";
import type { ApiError, DoughSpec, SavedDough } from "./api";
import { doughNow } from "./doughs";
import { thingOf } from "./entries";
import { keys } from "./keys";
import { outbox } from "./outbox";

export type SaveState = "saved" | "saving" | "away" | "stale" | "gone" | "refused";

const TOGETHER_MS = 700;
const MOST_UNDO = 200;

/** What can be undone and redone of each dough, for as long as the window is open, wherever one has been meanwhile. */
interface History {
  past: DoughSpec[];
  future: DoughSpec[];
  /** As the dough stood when its place was left. */
  left?: string;
}

const histories = new Map<string, History>();

function historyOf(id: string): History {
  const known = histories.get(id) ?? { past: [], future: [] };
  histories.set(id, known);
  return known;
}

type Edit = (now: DoughSpec) => DoughSpec;

/** The doughs that are open just now, by id. */
const open = new Map<string, (edit: Edit) => void>();

/** Change a dough wherever one is: through the place that shows it, or over what is kept of it. */
export async function editDough(id: string, edit: Edit) {
  const shown = open.get(id);
  if (shown) return shown(edit);
  const saved = await doughNow(id);
  const waiting = outbox
    .snapshot()
    .entries.map((entry) => entry.change)
    .findLast((change) => change.kind === "save-dough" && change.id === id);
  const spec = waiting?.kind === "save-dough" ? waiting.spec : saved.spec;
  outbox.put({ kind: "save-dough", id, revision: saved.revision, spec: edit(spec) });
}

/** The name of a dough on the shelf; empty until it is known. */
export function useDoughName(id: string): string {
  const { data } = useQuery({ queryKey: keys.dough(id), queryFn: () => doughNow(id), enabled: id !== "" });
  return data?.spec.name ?? "";
}

export function useDough(id: string | undefined) {
  const client = useQueryClient();
  const { entries, away } = useOutbox();
  const [spec, setSpec] = useState<DoughSpec>();
  const [arrived, setArrived] = useState<Date>();
  const revision = useRef(0);
  const latest = useRef<DoughSpec>(undefined);
  const history = historyOf(id ?? "");
  const changedAt = useRef(0);
  const touched = useRef(false);
  const left = useRef(false);
  const mine = id ? entries.filter((entry) => thingOf(entry.change) === `dough:${id}`) : [];
  const last = mine.findLast((entry) => entry.change.kind === "save-dough");
  const pending = last?.change.kind === "save-dough" ? last.change : undefined;
  const held = mine.find((entry) => entry.state !== "waiting");

  const { data: loaded, error } = useQuery({
    queryKey: keys.dough(id),
    queryFn: () => doughNow(id ?? ""),
    enabled: Boolean(id),
    refetchOnWindowFocus: "always",
    retry: (count, failure) => (failure as ApiError).status === 0 && count < 2,
  });

  const show = useCallback((next: DoughSpec | undefined, at: number) => {
    latest.current = next;
    revision.current = at;
    setSpec(next);
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another dough begins anew
  useEffect(() => {
    setArrived(undefined);
    touched.current = false;
    show(undefined, 0);
    return () => {
      // A place that was left before its dough came knows no more than before.
      if (latest.current) history.left = JSON.stringify(latest.current);
    };
  }, [id]);

  // What waits here comes first; else what the server has, when it is newer than what is shown.
  useEffect(() => {
    if (!id) return;
    if (pending) {
      // The server may have answered before what waits here was read; what is being typed is newer than either.
      if (!touched.current) show(pending.spec, pending.revision);
      return;
    }
    if (!loaded || loaded.id !== id || (latest.current && loaded.revision <= revision.current)) return;
    const before = latest.current;
    if (!before && history.left !== JSON.stringify(loaded.spec)) {
      // Changed elsewhere since it was left here: there is nothing to go back to that would not undo that too.
      history.past = [];
      history.future = [];
    }
    if (before && JSON.stringify(before) !== JSON.stringify(loaded.spec)) {
      history.past = [...history.past.slice(1 - MOST_UNDO), before];
      history.future = [];
      setArrived(new Date(loaded.updated_at));
    }
    show(loaded.spec, loaded.revision);
  }, [id, loaded, pending, show, history]);

  useEffect(
    () =>
      outbox.onDone(({ change }, answer) => {
        if (change.kind !== "save-dough" || change.id !== id) return;
        revision.current = (answer as SavedDough).revision;
      }) as () => void,
    [id],
  );

  const put = useCallback(
    (next: DoughSpec) => {
      if (!id) return;
      touched.current = true;
      latest.current = next;
      setSpec(next);
      setArrived(undefined);
      outbox.put({ kind: "save-dough", id, revision: revision.current, spec: next });
    },
    [id],
  );

  /** Every change can be undone; keystrokes in quick succession count as one. */
  const change = useCallback(
    (update: Edit) => {
      // Called from what outlives the place: a message with the way back.
      if (id && left.current) return void editDough(id, update);
      if (!latest.current) return;
      const now = Date.now();
      if (now - changedAt.current > TOGETHER_MS || history.past.length === 0) {
        history.past = [...history.past.slice(1 - MOST_UNDO), latest.current];
      }
      changedAt.current = now;
      history.future = [];
      put(update(latest.current));
    },
    [put, id, history],
  );
  useEffect(() => {
    if (!id) return;
    left.current = false;
    open.set(id, change);
    return () => {
      left.current = true;
      if (open.get(id) === change) open.delete(id);
    };
  }, [id, change]);

  const step = useCallback(
    (from: "past" | "future", to: "past" | "future") => {
      const next = history[from].pop();
      if (!next || !latest.current) return;
      history[to].push(latest.current);
      changedAt.current = 0;
      put(next);
    },
    [put, history],
  );
  const undo = useCallback(() => step("past", "future"), [step]);
  const redo = useCallback(() => step("future", "past"), [step]);

  /** After a conflict: the other device's version stays, this one's goes or becomes a dough of its own. */
  const takeOther = useCallback(() => {
    const other = held?.current;
    if (!other) return;
    outbox.drop(...mine);
    client.setQueryData(keys.dough(id), other);
    show(other.spec, other.revision);
  }, [held, mine, client, id, show]);
  const keepCopy = useCallback(() => {
    if (!held) return;
    const other = held.current;
    outbox.keepAsCopy(held);
    if (other && held.state === "stale") show(other.spec, other.revision);
  }, [held, show]);

  const state: SaveState = held
    ? (held.state as SaveState)
    : pending || mine.length > 0
      ? away
        ? "away"
        : "saving"
      : "saved";
  return {
    spec,
    state,
    held,
    failure: spec ? undefined : ((error ?? undefined) as ApiError | undefined),
    adjusted: pending ? [] : (loaded?.adjusted ?? []),
    arrived,
    revision: revision.current,
    change,
    keepCopy,
    takeOther,
    undo,
    redo,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  };
}

/** The last dough opened, so that every place of the app can lead back to it. */
export const lastDough = {
  get: () => localStorage.getItem("finebatch.last-dough") ?? undefined,
  set: (id: string) => localStorage.setItem("finebatch.last-dough", id),
  clear: () => localStorage.removeItem("finebatch.last-dough"),
};

/**
 * The dough being worked on: every change is kept at once in the browser, and saved to the server a moment later.
 * A change the server has not yet confirmed survives reloads and a killed server.
 */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { type ApiError, api, type DoughSpec, need, type SavedDough } from "./api";

export type SaveState = "saved" | "saving" | "unsaved" | "offline" | "conflict" | "refused";

interface Pending {
  revision: number;
  spec: DoughSpec;
}

const SAVE_AFTER_MS = 250;
const RETRY_MS = 2000;
const TOGETHER_MS = 700;
const MOST_UNDO = 200;
const pendingKey = (id: string) => `finebatch.pending.${id}`;

function readPending(id: string): Pending | undefined {
  const text = localStorage.getItem(pendingKey(id));
  return text ? (JSON.parse(text) as Pending) : undefined;
}

export function useDough(id: string | undefined) {
  const client = useQueryClient();
  const [spec, setSpec] = useState<DoughSpec>();
  const [state, setState] = useState<SaveState>("saved");
  const [problem, setProblem] = useState<string>();
  const [other, setOther] = useState<SavedDough>();
  const revision = useRef(0);
  const latest = useRef<DoughSpec>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const sending = useRef(false);
  const past = useRef<DoughSpec[]>([]);
  const future = useRef<DoughSpec[]>([]);
  const changedAt = useRef(0);

  const save = useCallback(async () => {
    if (!id || !latest.current || sending.current) return;
    const sent = latest.current;
    sending.current = true;
    setState("saving");
    try {
      const body = { revision: revision.current, spec: sent };
      const saved = await need(
        api.PUT("/api/doughs/{dough_id}", { params: { path: { dough_id: id } }, body }),
      );
      revision.current = saved.revision;
      setProblem(undefined);
      if (latest.current === sent) {
        localStorage.removeItem(pendingKey(id));
        setState("saved");
        client.invalidateQueries({ queryKey: ["doughs"] });
      } else {
        localStorage.setItem(
          pendingKey(id),
          JSON.stringify({ revision: saved.revision, spec: latest.current }),
        );
        timer.current = setTimeout(save, SAVE_AFTER_MS);
      }
    } catch (error) {
      const failure = error as ApiError;
      setProblem(failure.message);
      if (failure.status === 409 && failure.current) {
        setOther(failure.current);
        setState("conflict");
      } else if (failure.status === 0 || failure.status >= 500) {
        setState("offline");
        timer.current = setTimeout(save, RETRY_MS);
      } else {
        setState("refused");
      }
    } finally {
      sending.current = false;
    }
  }, [id, client]);

  useEffect(() => {
    let gone = false;
    setSpec(undefined);
    latest.current = undefined;
    past.current = [];
    future.current = [];
    if (!id) return;
    (async () => {
      try {
        const loaded = await need(api.GET("/api/doughs/{dough_id}", { params: { path: { dough_id: id } } }));
        if (gone) return;
        const pending = readPending(id);
        revision.current = pending?.revision ?? loaded.revision;
        latest.current = pending?.spec ?? loaded.spec;
        setSpec(latest.current);
        setState(pending ? "unsaved" : "saved");
        if (pending) save();
      } catch (error) {
        if (!gone) {
          setProblem((error as Error).message);
          setState((error as ApiError).status === 0 ? "offline" : "refused");
        }
      }
    })();
    return () => {
      gone = true;
      clearTimeout(timer.current);
      if (latest.current && readPending(id)) save();
    };
  }, [id, save]);

  const put = useCallback(
    (next: DoughSpec) => {
      if (!id) return;
      latest.current = next;
      setSpec(next);
      setState("unsaved");
      localStorage.setItem(
        pendingKey(id),
        JSON.stringify({ revision: revision.current, spec: latest.current }),
      );
      clearTimeout(timer.current);
      timer.current = setTimeout(save, SAVE_AFTER_MS);
    },
    [id, save],
  );

  /** Every change can be undone; keystrokes in quick succession count as one. */
  const change = useCallback(
    (update: (now: DoughSpec) => DoughSpec) => {
      if (!latest.current) return;
      const now = Date.now();
      if (now - changedAt.current > TOGETHER_MS || past.current.length === 0) {
        past.current = [...past.current.slice(1 - MOST_UNDO), latest.current];
      }
      changedAt.current = now;
      future.current = [];
      put(update(latest.current));
    },
    [put],
  );

  const step = useCallback(
    (from: typeof past, to: typeof past) => {
      const next = from.current.pop();
      if (!next || !latest.current) return;
      to.current.push(latest.current);
      changedAt.current = 0;
      put(next);
    },
    [put],
  );
  const undo = useCallback(() => step(past, future), [step]);
  const redo = useCallback(() => step(future, past), [step]);

  /** After a conflict: keep this device's version as a dough of its own, then show the other. */
  const keepCopy = useCallback(async () => {
    if (!latest.current) return;
    const copy = { ...latest.current, name: `${latest.current.name} (my copy)`.slice(0, 80) };
    await need(api.POST("/api/doughs", { body: copy }));
    client.invalidateQueries({ queryKey: ["doughs"] });
  }, [client]);

  const takeOther = useCallback(() => {
    if (!id || !other) return;
    localStorage.removeItem(pendingKey(id));
    revision.current = other.revision;
    latest.current = other.spec;
    setSpec(other.spec);
    setOther(undefined);
    setProblem(undefined);
    setState("saved");
  }, [id, other]);

  const canUndo = past.current.length > 0;
  const canRedo = future.current.length > 0;
  return { spec, state, problem, change, keepCopy, takeOther, undo, redo, canUndo, canRedo };
}

/** The last dough opened, so that every place of the app can lead back to it. */
export const lastDough = {
  get: () => localStorage.getItem("finebatch.last-dough") ?? undefined,
  set: (id: string) => localStorage.setItem("finebatch.last-dough", id),
  clear: () => localStorage.removeItem("finebatch.last-dough"),
};

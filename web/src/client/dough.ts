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

  const change = useCallback(
    (update: (now: DoughSpec) => DoughSpec) => {
      if (!id || !latest.current) return;
      latest.current = update(latest.current);
      setSpec(latest.current);
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

  return { spec, state, problem, change, keepCopy, takeOther };
}

/** The last dough opened, so that every place of the app can lead back to it. */
export const lastDough = {
  get: () => localStorage.getItem("finebatch.last-dough") ?? undefined,
  set: (id: string) => localStorage.setItem("finebatch.last-dough", id),
  clear: () => localStorage.removeItem("finebatch.last-dough"),
};

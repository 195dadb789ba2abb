/** The kitchen, and how long its baker takes. */
import { useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { useOutbox } from "./answers";
import { api, type Kitchen, need } from "./api";
import { keys } from "./keys";
import { changesBetween, withChanges } from "./merging";
import { outbox } from "./outbox";

/** The kitchen as it is on this device: the server's, with what waits here. */
export function useKitchen() {
  const { entries } = useOutbox();
  const query = useQuery({
    queryKey: keys.kitchen,
    queryFn: () => need(api.GET("/api/kitchen")),
    refetchOnWindowFocus: "always",
  });
  const waiting = entries.flatMap(({ change, state }) =>
    change.kind === "kitchen" && state === "waiting" ? change.changes : [],
  );
  const server = query.data?.kitchen;
  const text = server && JSON.stringify(withChanges(server, waiting));
  // The same object while nothing changes: everything that is worked out hangs on it.
  const last = useRef<{ text?: string; kitchen?: Kitchen }>({});
  if (text !== last.current.text) last.current = { text, kitchen: text ? JSON.parse(text) : undefined };
  return { data: last.current.kitchen, adjusted: query.data?.adjusted ?? [], error: query.error };
}

/** Save the kitchen: only the fields that differ are sent. */
export function useSaveKitchen() {
  const { data: now } = useKitchen();
  return (next: Kitchen) => {
    const changes = now ? changesBetween(now, next) : [];
    if (changes.length) outbox.put({ kind: "kitchen", changes });
  };
}

/** The kitchen as the server has it just now. */
export const kitchenNow = async () => (await need(api.GET("/api/kitchen"))).kitchen;

/** Every length of time a baker can correct. */
export function usePaces(paces: Kitchen["paces"]) {
  return useQuery({
    queryKey: keys.paces(paces),
    queryFn: () => need(api.GET("/api/plans/paces")),
    placeholderData: (before) => before,
  });
}

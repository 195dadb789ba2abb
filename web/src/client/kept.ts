/** What is shown while the kitchen computer is away: kept by the service worker, marked with its moment. */
import { useSyncExternalStore } from "react";

export const LAST_SEEN = "kitchen-last-seen";
export const KEPT_AT = "x-kept-at";

let oldest: string | undefined;
const listeners = new Set<() => void>();

/** An answer came: from the server itself, or (with its moment) from what was kept. */
export function noteAnswer(response: Response) {
  const at = response.headers.get(KEPT_AT) ?? undefined;
  const next = at === undefined ? undefined : oldest && oldest < at ? oldest : at;
  if (next === oldest) return;
  oldest = next;
  for (const tell of listeners) tell();
}

/** Since when what is shown is not the server's own; nothing while the server answers. */
export function useKeptAt(): Date | undefined {
  const at = useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => oldest,
  );
  return at === undefined ? undefined : new Date(at);
}

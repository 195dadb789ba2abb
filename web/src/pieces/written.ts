/** A form that outlives a reload until it is sent or let go. */
import { useState } from "react";

/** What is being written is kept on this device until it is saved or let go. */
export function useWritten<Written extends object>(key: string, start: Written) {
  const name = `finebatch.record.${key}`;
  const [written, set] = useState<Written>(() => {
    try {
      const kept = localStorage.getItem(name);
      return kept ? { ...start, ...JSON.parse(kept) } : start;
    } catch {
      return start;
    }
  });
  const write = (part: Partial<Written>) =>
    set((now) => {
      const next = { ...now, ...part };
      try {
        localStorage.setItem(name, JSON.stringify(next));
      } catch {
        // A device without room keeps what is typed as long as the page is open.
      }
      return next;
    });
  const forget = () => {
    localStorage.removeItem(name);
    set(start);
  };
  return { written, write, forget };
}

/** Whether the work is safe, in a word. */

import { useOutbox } from "../client/answers";
import type { SaveState } from "../client/dough";

const words: Record<SaveState, string> = {
  saved: "✓ Saved",
  saving: "Saving…",
  away: "Kept here, not yet on the server",
  stale: "Changed elsewhere",
  gone: "Taken off elsewhere",
  refused: "Not saved",
};

export function SaveMark({ state }: { state: SaveState }) {
  const { kept, writing } = useOutbox();
  const shown = state === "away" && writing ? "saving" : state;
  return (
    <span role="status" className="max-w-36 min-w-18 text-right text-plain leading-tight text-quiet">
      {shown === "away" && !kept ? "Not kept yet: leave this page open" : words[shown]}
    </span>
  );
}

/** Whether the work is safe, in a word. */
import type { SaveState } from "../client/dough";

const words: Record<SaveState, string> = {
  saved: "Saved",
  saving: "Saving…",
  unsaved: "Saving…",
  offline: "Kept here, not yet on the server",
  conflict: "Changed elsewhere",
  refused: "Not saved",
};

export function SaveMark({ state }: { state: SaveState }) {
  return (
    <span role="status" className="min-w-18 text-right text-[15px] text-quiet">
      {state === "saved" ? "✓ " : ""}
      {words[state]}
    </span>
  );
}

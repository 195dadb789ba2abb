/** What was just done and can be taken back: said at the foot of the screen, wherever one goes next. */
import { Toast } from "radix-ui";
import { useSyncExternalStore } from "react";

interface Said {
  id: number;
  text: string;
  undo?: { label: string; run: () => void };
}

const SHOWN_MS = 12_000; // floury hands are slow
const MOST = 3;

let said: readonly Said[] = [];
let count = 0;
const looking = new Set<() => void>();

function show(next: readonly Said[]) {
  said = next;
  for (const look of looking) look();
}

const drop = (id: number) => show(said.filter((one) => one.id !== id));

/** Say what was done, with the way back. */
export function toast(text: string, run?: () => void, label = "Put it back") {
  count += 1;
  show([...said, { id: count, text, undo: run && { label, run } }].slice(-MOST));
}

const subscribe = (look: () => void) => {
  looking.add(look);
  return () => looking.delete(look);
};

export function Toasts() {
  const shown = useSyncExternalStore(subscribe, () => said);
  return (
    <Toast.Provider duration={SHOWN_MS} label="Just done" swipeDirection="down">
      {shown.map((one) => (
        <Toast.Root
          key={one.id}
          onOpenChange={(open) => !open && drop(one.id)}
          className="pointer-events-auto flex min-h-14 items-center gap-3 rounded-[14px] bg-chosen py-1.5 pr-1.5 pl-4 text-on-chosen shadow-lg"
        >
          <Toast.Title className="min-w-0 flex-1 font-medium">{one.text}</Toast.Title>
          {one.undo && (
            <Toast.Action
              altText={one.undo.label}
              onClick={one.undo.run}
              className="min-h-11 shrink-0 rounded-[10px] border-[1.5px] border-on-chosen px-4 font-semibold focus-visible:outline-on-chosen"
            >
              {one.undo.label}
            </Toast.Action>
          )}
          <Toast.Close
            aria-label="Close this message"
            className="size-11 shrink-0 rounded-lg text-2xl font-semibold focus-visible:outline-on-chosen"
          >
            ×
          </Toast.Close>
        </Toast.Root>
      ))}
      <Toast.Viewport
        label="Just done ({hotkey})"
        className="no-print pointer-events-none fixed bottom-4 left-[calc(50%+2.625rem)] z-50 grid w-[min(34rem,84vw)] -translate-x-1/2 gap-2"
      />
    </Toast.Provider>
  );
}

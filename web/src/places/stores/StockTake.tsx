/** Everything counted in one pass: one ingredient after another, one tap each. What was tapped is kept at once. */
import { useState } from "react";
import type { Kitchen } from "../../client/api";
import type { Shelved } from "../../client/stores";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { AmountTaps, count } from "./AmountSheet";

export function StockTake(props: { items: readonly Shelved[]; kitchen: Kitchen; onEnd: () => void }) {
  // As they were when the pass began: what is counted meanwhile does not move the rest.
  const [items] = useState(props.items);
  const [at, setAt] = useState(0);
  const one = items[at];
  const next = () => (at + 1 < items.length ? setAt(at + 1) : props.onEnd());
  if (!one) return null;
  return (
    <Sheet
      title={`${at + 1} of ${items.length}: ${one.name}`}
      open
      onOpen={(open) => !open && props.onEnd()}
      wide
    >
      <AmountTaps
        key={one.id}
        one={one}
        kitchen={props.kitchen}
        onGrams={(grams) => {
          count(one, grams);
          next();
        }}
      />
      <div className="mt-4 flex flex-wrap gap-2 border-t-[1.5px] border-line pt-4">
        <Button onClick={next}>As it says: {one.said}</Button>
        <Button kind="quiet" disabled={at === 0} onClick={() => setAt(at - 1)}>
          One back
        </Button>
        <Button kind="quiet" onClick={props.onEnd}>
          That is enough
        </Button>
      </div>
    </Sheet>
  );
}

/** The shop as this household walks it: its aisles in order, and what stands in which. */
import { type FormEvent, useState } from "react";
import type { Kitchen, Schemas } from "../../client/api";
import { useSaveKitchen } from "../../client/kitchen";
import { Button, TextField } from "../../pieces/controls";
import { Panel } from "../../pieces/notes";
import { toast } from "../../pieces/toasts";

type Housekeeping = Schemas["Housekeeping"];

/** How this household shops, pays and labels: changed field by field. */
export function useHousekeeping(kitchen: Kitchen) {
  const save = useSaveKitchen();
  const stores = kitchen.stores as Housekeeping;
  return [
    stores,
    (part: Partial<Housekeeping>) => save({ ...kitchen, stores: { ...stores, ...part } }),
  ] as const;
}

export function AislesPanel({ kitchen }: { kitchen: Kitchen }) {
  const [{ aisles = [] }, put] = useHousekeeping(kitchen);
  const [name, setName] = useState("");
  const move = (at: number, by: number) => {
    const next = [...aisles];
    const [one] = next.splice(at, 1);
    if (one === undefined) return;
    next.splice(at + by, 0, one);
    put({ aisles: next });
  };
  const add = (event: FormEvent) => {
    event.preventDefault();
    const called = name.trim();
    if (!called || aisles.includes(called)) return;
    put({ aisles: [...aisles, called] });
    setName("");
  };
  return (
    <Panel title="Your way through the shop">
      <ol className="divide-y divide-line">
        {aisles.map((aisle, at) => (
          <li key={aisle} className="flex items-center gap-1 py-0.5 pr-2 pl-4">
            <span className="min-w-0 flex-1">{aisle}</span>
            <Button
              kind="quiet"
              disabled={at === 0}
              aria-label={`${aisle}: earlier`}
              onClick={() => move(at, -1)}
            >
              ↑
            </Button>
            <Button
              kind="quiet"
              disabled={at === aisles.length - 1}
              aria-label={`${aisle}: later`}
              onClick={() => move(at, 1)}
            >
              ↓
            </Button>
            <Button
              kind="quiet"
              disabled={aisles.length === 1}
              aria-label={`${aisle}: not in my shop`}
              onClick={() => {
                put({ aisles: aisles.filter((one) => one !== aisle) });
                toast(`“${aisle}” is taken off.`, () => put({ aisles }));
              }}
            >
              ×
            </Button>
          </li>
        ))}
      </ol>
      <form className="flex items-end gap-2 border-t-[1.5px] border-line p-4" onSubmit={add}>
        <div className="flex-1">
          <TextField label="Another aisle" most={60} value={name} onValue={setName} />
        </div>
        <Button type="submit" disabled={!name.trim()}>
          Add
        </Button>
      </form>
    </Panel>
  );
}

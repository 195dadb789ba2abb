/** What the bake day needs to know of a kitchen: its room, and how long this baker takes. */

import type { Kitchen } from "../../client/api";
import { usePaces } from "../../client/kitchen";
import { within } from "../../client/within";
import { Button, NumberField } from "../../pieces/controls";
import { Panel } from "../../pieces/notes";

interface Props {
  kitchen: Kitchen;
  onKitchen: (part: Partial<Kitchen>) => void;
}

const ROOMS = [
  { key: "ovens", label: "Ovens", unit: "", step: 1 },
  { key: "bowls", label: "Mixing bowls", unit: "", step: 1 },
  { key: "shelf_doughs", label: "Doughs the fridge holds", unit: "", step: 1 },
  { key: "tray_shelves", label: "Raw trays it holds", unit: "", step: 1 },
  { key: "cooling_cm2", label: "Cooling racks", unit: "cm²", step: 200 },
] as const;

export function RoomPanel({ kitchen, onKitchen }: Props) {
  return (
    <Panel title="For the bake day">
      <div className="flex flex-wrap gap-4 p-4">
        {ROOMS.map((room) => (
          <NumberField
            key={room.key}
            label={room.label}
            unit={room.unit}
            width={room.unit ? "w-28" : "w-14"}
            value={kitchen[room.key]}
            {...within("Kitchen", room.key)}
            step={room.step}
            onValue={(value) => onKitchen({ [room.key]: Math.round(value) })}
          />
        ))}
      </div>
    </Panel>
  );
}

/** Times as usual, each of which the baker can correct; plans made from then on use them. */
export function PacePanel({ kitchen, onKitchen }: Props) {
  const { data: paces } = usePaces(kitchen.paces);
  const put = (step: string, seconds: number | null) => {
    const { [step]: _, ...others } = kitchen.paces;
    onKitchen({ paces: seconds == null ? others : { ...others, [step]: seconds } });
  };
  return (
    <Panel title="How long you take">
      <ul className="grid gap-x-6 divide-y divide-line px-4">
        {(paces ?? []).map((pace) => {
          const minutes = pace.usual_s >= 180;
          const own = kitchen.paces[pace.step];
          const seconds = own ?? pace.usual_s;
          return (
            <li key={pace.step} className="flex flex-wrap items-end justify-between gap-2 py-2">
              <NumberField
                label={`${pace.label}, each ${pace.per}`}
                unit={minutes ? "min" : "s"}
                width="w-28"
                value={minutes ? seconds / 60 : seconds}
                min={0.5}
                max={minutes ? 120 : 1200}
                onValue={(value) => put(pace.step, minutes ? value * 60 : value)}
              />
              {own != null && (
                <Button
                  kind="quiet"
                  aria-label={`${pace.label}: as usual again`}
                  onClick={() => put(pace.step, null)}
                >
                  As usual again
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </Panel>
  );
}

/** How long this baker takes for each step. */
import { usePaces } from "../../client/kitchen";
import { Button, NumberField } from "../../pieces/controls";
import type { PartProps } from "./parts";

/** Times as usual, each of which the baker can correct; plans made from then on use them. */
export function Paces({ kitchen, onKitchen }: PartProps) {
  const { data: paces } = usePaces(kitchen.paces);
  const put = (step: string, seconds: number | null) => {
    const { [step]: _, ...others } = kitchen.paces;
    onKitchen({ paces: seconds == null ? others : { ...others, [step]: seconds } });
  };
  return (
    <ul className="-mt-2 grid divide-y divide-line">
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
  );
}

/** The first start: five questions about the kitchen, each with a likely answer, all to be passed by or changed later. */
import type { Kitchen } from "../../client/api";
import { useSaveKitchen } from "../../client/kitchen";
import { within } from "../../client/within";
import { Segments, Select } from "../../pieces/choice";
import { Button, NumberField } from "../../pieces/controls";
import { LengthField } from "../../pieces/measures";
import { FILLS, options, REGIONS, SCALES, UNITS } from "../../words/labels";

export function FirstQuestions({ kitchen }: { kitchen: Kitchen }) {
  const save = useSaveKitchen();
  const set = (part: Partial<Kitchen>) => save({ ...kitchen, ...part });
  const { habit, trays } = kitchen;
  const [tray] = trays;
  const setTray = (part: Partial<NonNullable<typeof tray>>) =>
    set({ trays: trays.map((one) => (one.id === tray?.id ? { ...one, ...part } : one)) });
  return (
    <section aria-labelledby="first-title" className="enamel max-w-3xl p-6">
      <h2 id="first-title" className="text-title leading-tight font-extrabold">
        Five questions about your kitchen
      </h2>
      <p className="mt-1">
        Grams, sizes and minutes follow from them. Each stands at a likely answer; all can be changed under
        Kitchen.
      </p>
      <ol className="mt-4 grid gap-4">
        <li className="grid gap-3 sm:grid-cols-2">
          <Segments
            label="1. Sizes and weights in"
            value={kitchen.units}
            onValue={(units) => set({ units })}
            options={options(UNITS)}
          />
          <Select
            label="Whose cups, spoons and eggs"
            value={habit.region}
            onValue={(region) => set({ habit: { ...habit, region } })}
            options={options(REGIONS)}
          />
        </li>
        <li className="max-w-sm">
          <Segments
            label="2. Flour goes into the cup"
            value={habit.cup_fill}
            onValue={(cup_fill) => set({ habit: { ...habit, cup_fill } })}
            options={options(FILLS)}
          />
        </li>
        <li className="max-w-sm">
          <Select
            label="3. The oven's dial is in"
            value={kitchen.scale}
            onValue={(scale) => set({ scale })}
            options={options(SCALES)}
          />
        </li>
        <li>
          <NumberField
            label="4. Trays that bake well in it at once"
            unit=""
            width="w-14"
            value={kitchen.rack_positions}
            {...within("Kitchen", "rack_positions")}
            onValue={(rack_positions) => set({ rack_positions: Math.round(rack_positions) })}
          />
        </li>
        {tray && (
          <li className="flex flex-wrap gap-3">
            <LengthField
              kitchen={kitchen}
              width="w-23"
              label="5. Your usual tray, inside: wide"
              value={tray.width_mm}
              {...within("Tray", "width_mm")}
              step={10}
              onValue={(width_mm) => setTray({ width_mm })}
            />
            <LengthField
              kitchen={kitchen}
              width="w-23"
              label="deep"
              value={tray.depth_mm}
              {...within("Tray", "depth_mm")}
              step={10}
              onValue={(depth_mm) => setTray({ depth_mm })}
            />
            <NumberField
              label="how many of it"
              unit=""
              width="w-14"
              value={tray.count}
              {...within("Tray", "count")}
              onValue={(count) => setTray({ count: Math.round(count) })}
            />
          </li>
        )}
      </ol>
      <div className="mt-5 flex flex-wrap gap-3">
        <Button kind="main" className="min-h-14 text-head" onClick={() => set({ introduced: true })}>
          That is my kitchen
        </Button>
        <Button kind="quiet" onClick={() => set({ introduced: true })}>
          Not now
        </Button>
      </div>
    </section>
  );
}

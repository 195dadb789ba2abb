/** The parts of a record that are more than a field: widths, the colour scale, the thermometer, and what is asked at them. */
import { ToggleGroup } from "radix-ui";
import type { Kitchen, Schemas } from "../../client/api";
import { type Measured, middleWidth, useBefores } from "../../client/bakes";
import { within } from "../../client/within";
import { MaybeField } from "../../pieces/controls";
import { clock, day, length, minutes } from "../../words/numbers";

/** The rim held against the colours this dough's crust goes through. */
export function Shades(props: {
  scale: Schemas["Foretold"]["scale"];
  value: Measured["shade"];
  onValue: (shade: Measured["shade"]) => void;
}) {
  if (!props.scale.length) return null;
  return (
    <div>
      <p id="rim" className="mb-0.5 text-note font-medium text-quiet">
        The rim is
      </p>
      <ToggleGroup.Root
        type="single"
        aria-labelledby="rim"
        value={props.value ?? ""}
        onValueChange={(word) => props.onValue((word || null) as Measured["shade"])}
        className="flex flex-wrap gap-2"
      >
        {props.scale.map(({ word, colour }) => (
          <ToggleGroup.Item
            key={word}
            value={word}
            className="flex min-h-11 items-center gap-2 rounded-[10px] border-[1.5px] border-edge bg-raised py-1 pr-3 pl-2 font-medium data-[state=on]:border-chosen data-[state=on]:bg-chosen data-[state=on]:text-on-chosen"
          >
            <svg viewBox="0 0 32 32" className="size-8" aria-hidden="true">
              <circle cx={16} cy={16} r={14} fill={colour} stroke="currentColor" strokeWidth={1.5} />
            </svg>
            {word}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}

/** A thermometer inside the oven, in the kitchen's own degrees. */
export function ThermometerField(props: {
  kitchen: Kitchen;
  value: number | null;
  onValue: (celsius: number | null) => void;
}) {
  const { kitchen, value, onValue } = props;
  const f = kitchen.scale === "f";
  const to = (c: number) => (f ? Math.round((c * 9) / 5 + 32) : Math.round(c));
  const bounds = within("Measured", "oven_read_c");
  return (
    <MaybeField
      label="A thermometer in the oven read"
      unit={f ? "°F" : "°C"}
      value={value === null ? null : to(value)}
      start={f ? 350 : 180}
      min={to(bounds.min)}
      max={to(bounds.max)}
      step={f ? 5 : 1}
      onValue={(read) => onValue(read === null ? null : f ? ((read - 32) * 5) / 9 : read)}
    />
  );
}

/** How a bake was written before it was changed. */
export function Befores({ id, kitchen }: { id: string; kitchen: Kitchen }) {
  const { data } = useBefores(id);
  if (!data?.length) return null;
  return (
    <div>
      <p className="text-note font-medium text-quiet">As it was written before</p>
      <ul className="text-plain">
        {data.map(({ revision, changed_at, bake: { measured } }) => {
          const [at, width] = [new Date(changed_at), middleWidth(measured)];
          const told = [
            width === null ? "" : `${length(width, kitchen)} wide`,
            measured.oven_min == null ? "" : `${minutes(measured.oven_min)} min`,
            measured.note,
          ].filter(Boolean);
          return (
            <li key={revision}>
              Until {day(at, kitchen)}, {clock(at, kitchen)}: {told.join(", ") || "nothing measured"}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

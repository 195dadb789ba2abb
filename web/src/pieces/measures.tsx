/** Number fields in the kitchen's own units; what is handed on is always metric. */
import type { ComponentProps } from "react";
import type { Kitchen } from "../client/api";
import { useCatalogue } from "../client/catalogue";
import { fromF, type Marks, nearest, toF } from "../words/heat";
import { gramsPer, inSixteenths, MM_PER_IN, readInches } from "../words/numbers";
import { Select } from "./choice";
import { MaybeField, NumberField } from "./controls";

type Metric = Omit<ComponentProps<typeof NumberField>, "unit">;
type InUnits = Metric & { kitchen: Pick<Kitchen, "units" | "scale"> };

/** Value, bounds and step in another unit: `to` and `from` convert, `step` is a handy step there. */
function Converted(
  props: Metric & { unit: string; to: (v: number) => number; from: (v: number) => number; usStep: number },
) {
  const { to, from, usStep, ...rest } = props;
  const shown = (value: number) => Math.round(to(value) * 1000) / 1000;
  return (
    <NumberField
      {...rest}
      value={shown(props.value)}
      min={shown(props.min)}
      max={shown(props.max)}
      step={usStep}
      onValue={(value) => props.onValue(from(value))}
    />
  );
}

export function LengthField({ kitchen, ...rest }: InUnits) {
  if (kitchen.units === "metric") return <NumberField {...rest} unit="mm" />;
  const usStep = (rest.step ?? 1) < 1 ? 1 / 16 : 1 / 8;
  return (
    <NumberField
      {...rest}
      unit="in"
      width="w-26"
      // As exact as it is kept; it is written to the nearest sixteenth, and a step then lands on the ruler's marks.
      value={Math.round((rest.value / MM_PER_IN) * 1000) / 1000}
      min={Math.ceil((rest.min / MM_PER_IN) * 16) / 16}
      max={Math.floor((rest.max / MM_PER_IN) * 16) / 16}
      step={usStep}
      written={inSixteenths}
      read={readInches}
      onValue={(inches) => rest.onValue(inches * MM_PER_IN)}
    />
  );
}

/** A length that may be unknown. */
export function MaybeLength(
  props: Omit<ComponentProps<typeof MaybeField>, "unit"> & Pick<InUnits, "kitchen">,
) {
  const { kitchen, ...rest } = props;
  if (kitchen.units === "metric") return <MaybeField {...rest} start={Math.round(rest.start)} unit="mm" />;
  return (
    <MaybeField
      {...rest}
      unit="in"
      width="w-26"
      value={rest.value === null ? null : Math.round((rest.value / MM_PER_IN) * 1000) / 1000}
      start={Math.round((rest.start / MM_PER_IN) * 16) / 16}
      min={Math.ceil((rest.min / MM_PER_IN) * 16) / 16}
      max={Math.floor((rest.max / MM_PER_IN) * 16) / 16}
      step={1 / 16}
      written={inSixteenths}
      read={readInches}
      onValue={(inches) => rest.onValue(inches === null ? null : inches * MM_PER_IN)}
    />
  );
}

export function MassField({ kitchen, ...rest }: InUnits) {
  if (kitchen.units === "metric") return <NumberField {...rest} unit="g" />;
  const oz = gramsPer(kitchen);
  return <Converted {...rest} unit="oz" usStep={0.1} to={(g) => g / oz} from={(shown) => shown * oz} />;
}

/** A mass that may be unknown. */
export function MaybeMass(props: Omit<ComponentProps<typeof MaybeField>, "unit"> & Pick<InUnits, "kitchen">) {
  const { kitchen, ...rest } = props;
  if (kitchen.units === "metric") return <MaybeField {...rest} unit="g" />;
  const oz = gramsPer(kitchen);
  const shown = (grams: number) => Math.round((grams / oz) * 100) / 100;
  return (
    <MaybeField
      {...rest}
      unit="oz"
      value={rest.value === null ? null : shown(rest.value)}
      start={shown(rest.start)}
      min={shown(rest.min)}
      max={shown(rest.max)}
      step={1}
      onValue={(ounces) => rest.onValue(ounces === null ? null : ounces * oz)}
    />
  );
}

/** Room temperatures: gas marks have none, so gas kitchens read °C. */
export function RoomField({ kitchen, ...rest }: InUnits) {
  if (kitchen.scale !== "f") return <NumberField {...rest} unit="°C" />;
  return (
    <Converted {...rest} unit="°F" usStep={1} to={(c) => (c * 9) / 5 + 32} from={(f) => ((f - 32) * 5) / 9} />
  );
}

/** A heat of the oven, on this kitchen's dial: gas marks are chosen, since there is nothing between them. */
export function OvenField({ kitchen, ...rest }: InUnits) {
  const { data: catalogue } = useCatalogue();
  const marks = (catalogue?.gas_marks ?? []) as Marks;
  if (kitchen.scale === "f") return <Converted {...rest} unit="°F" usStep={5} to={toF} from={fromF} />;
  if (kitchen.scale === "c" || marks.length === 0) return <NumberField {...rest} unit="°C" />;
  const within = marks.filter(([, celsius = 0]) => celsius >= rest.min && celsius <= rest.max);
  return (
    <div className="w-28">
      <Select
        label={rest.label}
        error={rest.error}
        value={String(nearest(marks, rest.value, 1)[0])}
        options={within.map(([mark]) => [String(mark), `gas ${mark}`] as const)}
        onValue={(mark) => rest.onValue(nearest(marks, Number(mark), 0)[1])}
      />
    </div>
  );
}

import { useState } from "react";
import type { Kitchen } from "../client/api";
import { FILLS, options, REGIONS } from "../words/labels";
import { Segments, Select } from "./choice";
import { Button, NumberField } from "./controls";

/** How this baker measures; it changes the grams of every cup and spoon at once. */
export function HabitFields({
  kitchen,
  onKitchen,
}: {
  kitchen: Kitchen;
  onKitchen: (kitchen: Kitchen) => void;
}) {
  const { habit } = kitchen;
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(min(100%,14rem),1fr))] gap-3">
      <Segments
        label="Flour goes into the cup"
        value={habit.cup_fill}
        onValue={(cup_fill) => onKitchen({ ...kitchen, habit: { ...habit, cup_fill } })}
        options={options(FILLS)}
      />
      <Select
        label="Cups, spoons and eggs"
        value={habit.region}
        onValue={(region) => onKitchen({ ...kitchen, habit: { ...habit, region } })}
        options={options(REGIONS)}
      />
    </div>
  );
}

/** How much a vessel of this household holds: said once, kept for every card. */
export function VesselField(props: {
  name: string;
  kitchen: Kitchen;
  onKitchen: (kitchen: Kitchen) => void;
}) {
  const { name, kitchen } = props;
  const known = kitchen.habit.own_measures.find((own) => own.name === name)?.holds_ml;
  const [ml, setMl] = useState(known ?? 200);
  const keep = () => {
    const others = kitchen.habit.own_measures.filter((own) => own.name !== name);
    const own_measures = [...others, { name, holds_ml: ml }];
    props.onKitchen({ ...kitchen, habit: { ...kitchen.habit, own_measures } });
  };
  return (
    <div className="flex flex-wrap items-end gap-2">
      <NumberField
        label={`A full “${name}” holds`}
        unit="ml"
        min={1}
        max={2000}
        step={10}
        value={ml}
        width="w-20"
        onValue={setMl}
      />
      <Button onClick={keep}>Keep for this kitchen</Button>
    </div>
  );
}

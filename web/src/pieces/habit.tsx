import type { Kitchen } from "../client/api";
import { FILLS, options, REGIONS } from "../words/labels";
import { Segments, Select } from "./controls";

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
    <div className="grid grid-cols-2 gap-3">
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

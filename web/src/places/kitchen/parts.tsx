/** The settings of each part of the kitchen, and what is known of it in a few words. */
import type { ReactNode } from "react";
import type { Kitchen } from "../../client/api";
import { within } from "../../client/within";
import type { KitchenPart } from "../../drawing/kitchen";
import { Segments, Select, Switch } from "../../pieces/choice";
import { NumberField } from "../../pieces/controls";
import { HabitFields } from "../../pieces/habit";
import { RoomField } from "../../pieces/measures";
import { useTheme } from "../../theme/dark";
import { CLOCKS, DATES, LINERS, options, REGIONS, SCALES, THEMES, UNITS } from "../../words/labels";
import { clockOf, datesOf, plural, roomTemperature } from "../../words/numbers";
import { Paces } from "./Paces";
import { TrayList } from "./TrayList";

export interface PartProps {
  kitchen: Kitchen;
  onKitchen: (part: Partial<Kitchen>) => void;
}

interface Part {
  name: string;
  /** What is known of it. */
  says: (kitchen: Kitchen) => string;
  Fields: (props: PartProps) => ReactNode;
}

export const PARTS: Record<KitchenPart, Part> = {
  room: {
    name: "Room",
    says: (kitchen) =>
      `${roomTemperature(kitchen.room_c, kitchen.scale)}${kitchen.altitude_m > 0 ? `, ${kitchen.altitude_m} m up` : ""}`,
    Fields: ({ kitchen, onKitchen }) => (
      <div className="flex flex-wrap gap-4">
        <RoomField
          kitchen={kitchen}
          label="Room"
          value={kitchen.room_c}
          {...within("Kitchen", "room_c")}
          onValue={(room_c) => onKitchen({ room_c })}
        />
        <NumberField
          label="Altitude"
          unit="m"
          value={kitchen.altitude_m}
          {...within("Kitchen", "altitude_m")}
          step={100}
          onValue={(altitude_m) => onKitchen({ altitude_m })}
        />
        <p className="basis-full text-quiet">
          A warm room softens dough on its way to the oven; high up cookies dry and spread sooner.
        </p>
      </div>
    ),
  },
  look: {
    name: "Units, clock",
    says: ({ units, scale }) => `${UNITS[units]}, ${SCALES[scale]}`,
    Fields: Look,
  },
  hands: {
    name: "Your pace",
    says: ({ paces }) => {
      const own = Object.keys(paces).length;
      return own ? `${plural(own, "time")} of your own` : "as usual";
    },
    Fields: Paces,
  },
  measures: {
    name: "Measures",
    says: ({ habit }) => REGIONS[habit.region],
    Fields: ({ kitchen, onKitchen }) => (
      <div className="grid gap-3">
        <HabitFields kitchen={kitchen} onKitchen={onKitchen} />
        <Switch
          label="I weigh every portion (narrower predictions)"
          checked={kitchen.weighs_portions}
          onChecked={(weighs_portions) => onKitchen({ weighs_portions })}
        />
      </div>
    ),
  },
  worktop: {
    name: "Worktop",
    says: ({ bowls, cooling_cm2 }) => `${plural(bowls, "bowl")}, ${cooling_cm2} cm² of cooling rack`,
    Fields: ({ kitchen, onKitchen }) => (
      <div className="flex flex-wrap gap-4">
        <Count field="bowls" label="Mixing bowls" kitchen={kitchen} onKitchen={onKitchen} />
        <NumberField
          label="Cooling racks in all"
          unit="cm²"
          width="w-28"
          value={kitchen.cooling_cm2}
          {...within("Kitchen", "cooling_cm2")}
          step={200}
          onValue={(cooling_cm2) => onKitchen({ cooling_cm2: Math.round(cooling_cm2) })}
        />
        <p className="basis-full text-quiet">
          A rack of 40 by 30 cm has 1200 cm². Cookies that find no room on it wait on their tray.
        </p>
      </div>
    ),
  },
  oven: {
    name: "Oven",
    says: ({ ovens, rack_positions, liner }) =>
      `${ovens > 1 ? `${ovens} ovens, ` : ""}${plural(rack_positions, "rack")}, ${LINERS[liner].toLowerCase()}`,
    Fields: ({ kitchen, onKitchen }) => (
      <div className="flex flex-wrap gap-4">
        <Count field="ovens" label="Ovens" kitchen={kitchen} onKitchen={onKitchen} />
        <Count field="rack_positions" label="Rack positions" kitchen={kitchen} onKitchen={onKitchen} />
        <div className="w-44">
          <Select
            label="On the tray"
            value={kitchen.liner}
            onValue={(liner) => onKitchen({ liner })}
            options={options(LINERS)}
          />
        </div>
        <p className="basis-full text-quiet">
          Rack positions are the trays that bake well at once. Temperature and fan are each dough's own, on
          the bench.
        </p>
      </div>
    ),
  },
  trays: {
    name: "Trays",
    says: ({ trays }) =>
      plural(
        trays.reduce((sum, tray) => sum + tray.count, 0),
        "tray",
      ),
    Fields: TrayList,
  },
  fridge: {
    name: "Fridge",
    says: ({ shelf_doughs, tray_shelves }) =>
      `${plural(shelf_doughs, "dough")}, ${tray_shelves ? plural(tray_shelves, "tray") : "no tray"}`,
    Fields: ({ kitchen, onKitchen }) => (
      <div className="flex flex-wrap gap-4">
        <Count field="shelf_doughs" label="Doughs it holds" kitchen={kitchen} onKitchen={onKitchen} />
        <Count field="tray_shelves" label="Raw trays it holds" kitchen={kitchen} onKitchen={onKitchen} />
        <p className="basis-full text-quiet">
          What does not fit at once is chilled in turn; a fridge that takes a whole tray firms shaped cookies.
        </p>
      </div>
    ),
  },
};

function Count(
  props: PartProps & {
    field: "bowls" | "ovens" | "rack_positions" | "shelf_doughs" | "tray_shelves";
    label: string;
  },
) {
  const { field, kitchen } = props;
  return (
    <NumberField
      label={props.label}
      unit=""
      width="w-14"
      value={kitchen[field]}
      {...within("Kitchen", field)}
      onValue={(value) => props.onKitchen({ [field]: Math.round(value) })}
    />
  );
}

function Look({ kitchen, onKitchen }: PartProps) {
  const [theme, setTheme] = useTheme();
  return (
    <div className="grid gap-3">
      <Segments
        label="Sizes and weights in"
        value={kitchen.units}
        onValue={(units) => onKitchen({ units })}
        options={options(UNITS)}
      />
      <div className="grid grid-cols-2 gap-3">
        <Select
          label="Oven temperatures in"
          value={kitchen.scale}
          onValue={(scale) => onKitchen({ scale })}
          options={options(SCALES)}
        />
        <Select
          label="Dates"
          value={datesOf(kitchen)}
          onValue={(dates) => onKitchen({ dates })}
          options={options(DATES)}
        />
      </div>
      <Segments
        label="Clock"
        value={clockOf(kitchen)}
        onValue={(clock) => onKitchen({ clock })}
        options={options(CLOCKS)}
      />
      <Segments
        label="Light or dark, on this device"
        value={theme}
        onValue={setTheme}
        options={options(THEMES)}
      />
    </div>
  );
}

/** The kitchen: units, habits, oven, trays. Everything else follows from here. */

import { useOutbox } from "../../client/answers";
import type { ApiError, Kitchen, Tray } from "../../client/api";
import { useKitchen, useSaveKitchen } from "../../client/kitchen";
import { within } from "../../client/within";
import { Segments, Select, Switch } from "../../pieces/choice";
import { Button, Field, NumberField } from "../../pieces/controls";
import { HabitFields } from "../../pieces/habit";
import { LengthField, RoomField } from "../../pieces/measures";
import { Missing } from "../../pieces/missing";
import { Note, Panel } from "../../pieces/notes";
import { PlaceHeader } from "../../pieces/shell";
import { Answer } from "../../pieces/waiting";
import { useTheme } from "../../theme/dark";
import { LINERS, options, SCALES, THEMES, TRAYS, UNITS } from "../../words/labels";
import { PacePanel, RoomPanel } from "./BakeDayPanels";

export function KitchenPlace() {
  const { data: kitchen, error, adjusted } = useKitchen();
  const { entries, away, kept, writing } = useOutbox();
  const save = useSaveKitchen();
  const [theme, setTheme] = useTheme();
  if (!kitchen) return error ? <Missing failure={error as ApiError} /> : <PlaceHeader title="Kitchen" />;
  const set = (part: Partial<Kitchen>) => save({ ...kitchen, ...part });
  const mine = entries.filter((entry) => entry.change.kind === "kitchen");
  const asked = mine.filter((entry) => entry.state !== "waiting");
  return (
    <>
      <PlaceHeader title="Kitchen">
        <span role="status" className="text-plain text-quiet">
          {asked.length
            ? "Not all saved"
            : mine.length === 0
              ? "✓ Saved"
              : !away || writing
                ? "Saving…"
                : kept
                  ? "Kept here, not yet on the server"
                  : "Not kept yet: leave this page open"}
        </span>
      </PlaceHeader>
      <div className="grid items-start gap-4 p-5 lg:grid-cols-2">
        {(asked.length > 0 || adjusted.length > 0) && (
          <div className="grid gap-2 lg:col-span-2">
            {asked.map((entry) => (
              <Note key={entry.key} severity="ask">
                <div className="grid gap-2">
                  <Answer entry={entry} />
                </div>
              </Note>
            ))}
            {adjusted.map((problem) => (
              <Note key={problem.field} severity="note">
                {problem.field && <strong>{problem.field.replaceAll("_", " ")}: </strong>}
                {problem.message}{" "}
                <a className="underline underline-offset-4" href="/api/kitchen/raw" download>
                  Take away what is stored (JSON)
                </a>
              </Note>
            ))}
          </div>
        )}
        <div className="grid gap-4">
          <Panel title="Measures">
            <div className="grid gap-3 p-4">
              <HabitFields kitchen={kitchen} onKitchen={save} />
              <div className="grid grid-cols-2 gap-3">
                <Segments
                  label="Sizes and weights in"
                  value={kitchen.units}
                  onValue={(units) => set({ units })}
                  options={options(UNITS)}
                />
                <Select
                  label="Oven temperatures in"
                  value={kitchen.scale}
                  onValue={(scale) => set({ scale })}
                  options={options(SCALES)}
                />
              </div>
              <Segments
                label="Light or dark, on this device"
                value={theme}
                onValue={setTheme}
                options={options(THEMES)}
              />
              <Switch
                label="I weigh every portion (narrower predictions)"
                checked={kitchen.weighs_portions}
                onChecked={(weighs_portions) => set({ weighs_portions })}
              />
            </div>
          </Panel>
          <Panel title="Room and oven">
            <div className="flex flex-wrap gap-4 p-4">
              <RoomField
                kitchen={kitchen}
                label="Room"
                value={kitchen.room_c}
                {...within("Kitchen", "room_c")}
                onValue={(room_c) => set({ room_c })}
              />
              <NumberField
                label="Altitude"
                unit="m"
                value={kitchen.altitude_m}
                {...within("Kitchen", "altitude_m")}
                step={100}
                onValue={(altitude_m) => set({ altitude_m })}
              />
              <NumberField
                label="Rack positions"
                unit=""
                value={kitchen.rack_positions}
                {...within("Kitchen", "rack_positions")}
                onValue={(rack_positions) => set({ rack_positions: Math.round(rack_positions) })}
              />
              <Select
                label="On the tray"
                value={kitchen.liner}
                onValue={(liner) => set({ liner })}
                options={options(LINERS)}
              />
            </div>
          </Panel>
          <RoomPanel kitchen={kitchen} onKitchen={set} />
        </div>
        <div className="grid gap-4">
          <Panel
            title="Trays"
            aside={
              <Button kind="quiet" onClick={() => set({ trays: [...kitchen.trays, newTray(kitchen)] })}>
                Add a tray
              </Button>
            }
          >
            <ul className="divide-y divide-line">
              {kitchen.trays.map((tray) => (
                <TrayFields
                  key={tray.id}
                  tray={tray}
                  kitchen={kitchen}
                  onTray={(next) =>
                    set({ trays: kitchen.trays.map((other) => (other.id === tray.id ? next : other)) })
                  }
                  onRemove={
                    kitchen.trays.length > 1
                      ? () => set({ trays: kitchen.trays.filter((other) => other.id !== tray.id) })
                      : undefined
                  }
                />
              ))}
            </ul>
          </Panel>
          <PacePanel kitchen={kitchen} onKitchen={set} />
        </div>
      </div>
    </>
  );
}

function newTray(kitchen: Kitchen): Tray {
  return {
    id: `t${Date.now().toString(36)}`,
    name: `Tray ${kitchen.trays.length + 1}`,
    width_mm: 350,
    depth_mm: 250,
    kind: "light",
    count: 1,
    rim_mm: 10,
  };
}

function TrayFields({
  tray,
  kitchen,
  onTray,
  onRemove,
}: {
  tray: Tray;
  kitchen: Kitchen;
  onTray: (tray: Tray) => void;
  onRemove?: () => void;
}) {
  return (
    <li className="grid gap-2 p-4">
      <div className="flex flex-wrap items-end gap-3">
        <div className="min-w-44 flex-1">
          <Field label="Name">
            {(ids) => (
              <input
                {...ids}
                className="control w-full"
                maxLength={60}
                value={tray.name}
                onChange={(event) => event.target.value && onTray({ ...tray, name: event.target.value })}
              />
            )}
          </Field>
        </div>
        <Select
          label="Kind"
          value={tray.kind}
          options={options(TRAYS)}
          onValue={(kind) => onTray({ ...tray, kind })}
        />
        {onRemove && (
          <Button kind="quiet" aria-label={`Remove ${tray.name}`} onClick={onRemove}>
            Remove
          </Button>
        )}
      </div>
      <div className="flex flex-wrap gap-3">
        <LengthField
          kitchen={kitchen}
          width="w-23"
          label="Usable width"
          value={tray.width_mm}
          {...within("Tray", "width_mm")}
          step={10}
          onValue={(width_mm) => onTray({ ...tray, width_mm })}
        />
        <LengthField
          kitchen={kitchen}
          width="w-23"
          label="Usable depth"
          value={tray.depth_mm}
          {...within("Tray", "depth_mm")}
          step={10}
          onValue={(depth_mm) => onTray({ ...tray, depth_mm })}
        />
        <LengthField
          kitchen={kitchen}
          width="w-20"
          label="Rim high"
          value={tray.rim_mm}
          {...within("Tray", "rim_mm")}
          onValue={(rim_mm) => onTray({ ...tray, rim_mm })}
        />
        <LengthField
          kitchen={kitchen}
          width="w-23"
          label="Outer width"
          value={tray.outer_width_mm ?? tray.width_mm}
          {...within("Tray", "outer_width_mm")}
          step={10}
          onValue={(outer_width_mm) => onTray({ ...tray, outer_width_mm })}
        />
        <LengthField
          kitchen={kitchen}
          width="w-23"
          label="Outer depth"
          value={tray.outer_depth_mm ?? tray.depth_mm}
          {...within("Tray", "outer_depth_mm")}
          step={10}
          onValue={(outer_depth_mm) => onTray({ ...tray, outer_depth_mm })}
        />
        <NumberField
          label="How many"
          width="w-14"
          unit=""
          value={tray.count}
          {...within("Tray", "count")}
          onValue={(count) => onTray({ ...tray, count: Math.round(count) })}
        />
      </div>
    </li>
  );
}

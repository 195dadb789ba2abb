/** The kitchen's trays: each by name, kind and size; what is taken away can be put back. */
import type { Kitchen, Tray } from "../../client/api";
import { changesBetween } from "../../client/merging";
import { outbox } from "../../client/outbox";
import { within } from "../../client/within";
import { Select } from "../../pieces/choice";
import { Button, Field, NumberField } from "../../pieces/controls";
import { keepFocus } from "../../pieces/focus";
import { LengthField } from "../../pieces/measures";
import { toast } from "../../pieces/toasts";
import { options, TRAYS } from "../../words/labels";
import type { PartProps } from "./parts";

export function TrayList({ kitchen, onKitchen }: PartProps) {
  const remove = (tray: Tray) => {
    const trays = kitchen.trays.filter((other) => other.id !== tray.id);
    const back = changesBetween({ ...kitchen, trays }, kitchen);
    onKitchen({ trays });
    toast(`“${tray.name}” is taken away.`, () => outbox.put({ kind: "kitchen", changes: back }));
    keepFocus();
  };
  return (
    <>
      <ul className="-mx-4 divide-y divide-line">
        {kitchen.trays.map((tray) => (
          <TrayFields
            key={tray.id}
            tray={tray}
            kitchen={kitchen}
            onTray={(next) =>
              onKitchen({ trays: kitchen.trays.map((other) => (other.id === tray.id ? next : other)) })
            }
            onRemove={kitchen.trays.length > 1 ? () => remove(tray) : undefined}
          />
        ))}
      </ul>
      {kitchen.trays.length < within("Kitchen", "trays").max && (
        <Button onClick={() => onKitchen({ trays: [...kitchen.trays, newTray(kitchen)] })}>Add a tray</Button>
      )}
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

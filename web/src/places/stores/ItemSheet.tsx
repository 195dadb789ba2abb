/** One ingredient of the pantry: its pack, when to buy more, until when it is good. */
import type { Kitchen } from "../../client/api";
import { changeThing, type PantryItem, type Shelved, useThings } from "../../client/stores";
import { within } from "../../client/within";
import { Button, MaybeField, NameField } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { MassField, MaybeMass } from "../../pieces/measures";
import { DayField } from "../../pieces/moment";
import { today } from "./parts";

export function ItemSheet(props: { one: Shelved; kitchen: Kitchen; onEnd: () => void }) {
  const { one, kitchen } = props;
  const { things } = useThings("pantry");
  const item = things.find((thing) => thing.id === one.id)?.thing ?? one.item;
  const put = (part: Partial<PantryItem>) => changeThing(one.id, item, { ...item, ...part }, one.name);
  return (
    <Sheet title={one.name} open onOpen={(open) => !open && props.onEnd()}>
      <div className="grid gap-4">
        <div className="flex flex-wrap items-end gap-4">
          <NameField
            label="It comes in a"
            value={item.pack_is ?? "pack"}
            width="w-32"
            most={30}
            onValue={(pack_is) => put({ pack_is })}
          />
          <MassField
            kitchen={kitchen}
            label="of"
            value={item.pack_g ?? 1000}
            {...within("PantryItem", "pack_g")}
            step={50}
            onValue={(pack_g) => put({ pack_g })}
          />
          <MaybeMass
            kitchen={kitchen}
            label="Buy more below"
            value={item.low_g ?? null}
            start={item.pack_g ?? 500}
            {...within("PantryItem", "low_g")}
            step={50}
            onValue={(low_g) => put({ low_g })}
          />
        </div>
        <Dated
          label="Best before"
          value={item.best_before ?? null}
          kitchen={kitchen}
          onValue={(best_before) => put({ best_before })}
        />
        <Dated
          label="Opened on"
          value={item.opened_on ?? null}
          kitchen={kitchen}
          onValue={(opened_on) => put({ opened_on })}
        />
        <MaybeField
          label="Keeps opened"
          unit="d"
          value={item.keeps_opened_days ?? null}
          start={14}
          {...within("PantryItem", "keeps_opened_days")}
          onValue={(keeps_opened_days) => put({ keeps_opened_days })}
        />
      </div>
    </Sheet>
  );
}

/** A day that may be unknown. */
export function Dated(props: {
  label: string;
  value: string | null;
  kitchen: Kitchen;
  onValue: (day: string | null) => void;
}) {
  if (props.value === null)
    return (
      <Button className="justify-self-start" onClick={() => props.onValue(today())}>
        {props.label}: not known. Give a day
      </Button>
    );
  return (
    <div className="flex items-end gap-2">
      <DayField label={props.label} value={props.value} kitchen={props.kitchen} onValue={props.onValue} />
      <Button kind="quiet" onClick={() => props.onValue(null)} aria-label={`${props.label}: not known`}>
        Not known
      </Button>
    </div>
  );
}

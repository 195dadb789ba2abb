/** A change of mind in mid-day: the plan is made again around what is done and under way. */

import { useState } from "react";
import type { Schemas } from "../../client/api";
import { useKitchen } from "../../client/kitchen";
import { within } from "../../client/within";
import { Select } from "../../pieces/choice";
import { Button, NumberField } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { Note } from "../../pieces/notes";
import { CHANGES, options } from "../../words/labels";

type Plan = Schemas["Plan"];
type Change = Schemas["ChangeRequest"]["change"];

type What = keyof typeof CHANGES;

const MINUTES = { bakes_longer: "Longer by", time_lost: "Lost", dough_not_ready: "Firm in about" } as const;
const LIMITED_AS = {
  bakes_longer: "BakesLonger",
  time_lost: "TimeLost",
  dough_not_ready: "DoughNotReady",
} as const;

export function ChangeSheet(props: {
  plan: Plan;
  open: boolean;
  onOpen: (open: boolean) => void;
  onChange: (change: Change) => void;
  working: boolean;
  problem?: string;
}) {
  const { plan } = props;
  const [what, setWhat] = useState<What>("oven_slower");
  const [minutes, setMinutes] = useState(30);
  const [percent, setPercent] = useState(10);
  const [load, setLoad] = useState("0");
  const [dough, setDough] = useState("0");
  const kinds = Object.entries(plan.work.room.trays);
  const { data: kitchen } = useKitchen();
  const trayName = (id: string) => kitchen?.trays.find((one) => one.id === id)?.name ?? "Pan";
  const [tray, setTray] = useState(kinds[0]?.[0] ?? "");
  const change = (): Change => {
    if (what === "oven_slower") return { kind: what, percent };
    if (what === "bakes_longer") return { kind: what, load: Number(load), minutes };
    if (what === "time_lost") return { kind: what, minutes };
    if (what === "tray_broken") return { kind: what, tray };
    if (what === "helper_comes" || what === "helper_goes") return { kind: what };
    if (what === "dough_not_ready") return { kind: what, dough: Number(dough), minutes };
    return { kind: what, dough: Number(dough) };
  };
  return (
    <Sheet title="Change of mind" open={props.open} onOpen={props.onOpen}>
      <div className="grid gap-4">
        <p>
          What is done stays done, what is in the oven is seen through; the rest is planned again from now.
        </p>
        <Select label="What happened" value={what} options={options(CHANGES)} onValue={setWhat} />
        {what === "oven_slower" && (
          <NumberField
            label="Every bake still to come takes longer by"
            unit="%"
            value={percent}
            {...within("OvenSlower", "percent")}
            step={5}
            onValue={setPercent}
          />
        )}
        {what === "bakes_longer" && (
          <Select
            label="Which tray"
            value={load}
            onValue={setLoad}
            options={plan.work.loads.map((one, i) => [`${i}`, one.name] as const)}
          />
        )}
        {(what === "dough_dropped" || what === "dough_not_ready") && (
          <Select
            label="Which dough"
            value={dough}
            onValue={setDough}
            options={plan.work.doughs.map((one, i) => [`${i}`, one.name] as const)}
          />
        )}
        {(what === "bakes_longer" || what === "time_lost" || what === "dough_not_ready") && (
          <NumberField
            label={MINUTES[what]}
            unit="min"
            width="w-28"
            value={minutes}
            {...within(LIMITED_AS[what], "minutes")}
            step={5}
            onValue={setMinutes}
          />
        )}
        {what === "tray_broken" && (
          <Select
            label="Which kind of tray"
            value={tray}
            onValue={setTray}
            options={kinds.map(
              ([kind, count]) => [kind, `${trayName(kind)}, of which there were ${count}`] as const,
            )}
          />
        )}
        {props.problem && <Note severity="stop">{props.problem}</Note>}
        <Button
          kind="main"
          className="justify-self-start"
          disabled={props.working}
          onClick={() => props.onChange(change())}
        >
          {props.working ? "Working it out…" : "Plan the rest again"}
        </Button>
      </div>
    </Sheet>
  );
}

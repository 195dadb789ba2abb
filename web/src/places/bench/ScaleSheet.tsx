/** Make more or less: choose what is fixed, see what it does, take it. */

import { useEffect, useState } from "react";
import type { ApiError, DoughSpec, Kitchen, Schemas, WeighedLine } from "../../client/api";
import { scaled } from "../../client/assessments";
import { within } from "../../client/within";
import { Select, Switch } from "../../pieces/choice";
import { ComparisonTable } from "../../pieces/comparison";
import { Button, NumberField } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";

type By = Schemas["ScaleBy"];

const WAYS: readonly (readonly [By, string, string, number])[] = [
  ["factor", "so many times as much", "times", 2],
  ["count", "so many cookies", "cookies", 40],
  ["total_g", "so much dough", "g", 1000],
  ["left_g", "what is left of one ingredient", "g", 180],
  ["whole_eggs", "until the eggs are whole", "", 1],
  ["fill_tray_mm", "to fill the tray to a thickness", "mm", 12],
  ["bowl_ml", "to fit the mixer bowl", "ml", 2500],
];

export function ScaleSheet(props: {
  open: boolean;
  onOpen: (open: boolean) => void;
  spec: DoughSpec;
  kitchen: Kitchen;
  weighed: WeighedLine[];
  onTake: (spec: DoughSpec) => void;
}) {
  const { spec, kitchen, open } = props;
  const [by, setBy] = useState<By>("factor");
  const [value, setValue] = useState(2);
  const [lineId, setLineId] = useState(spec.lines[0]?.id ?? "");
  const [rounded, setRounded] = useState(false);
  const [found, setFound] = useState<Schemas["Scaling"]>();
  const [error, setError] = useState<string>();
  const way = WAYS.find(([id]) => id === by) ?? WAYS[0];
  useEffect(() => {
    if (!open) return;
    const timer = setTimeout(async () => {
      try {
        const scale = { by, value, line_id: by === "left_g" ? lineId : null, rounded };
        setFound(await scaled(spec, kitchen, scale));
        setError(undefined);
      } catch (failure) {
        setFound(undefined);
        setError((failure as ApiError).message);
      }
    }, 120);
    return () => clearTimeout(timer);
  }, [open, by, value, lineId, rounded, spec, kitchen]);
  const choose = (next: By) => {
    setBy(next);
    setValue(WAYS.find(([id]) => id === next)?.[3] ?? 1);
  };
  return (
    <Sheet title="Make more or less" open={open} onOpen={props.onOpen}>
      <div className="grid gap-4">
        <div className="flex flex-wrap items-end gap-3">
          <div className="w-72">
            <Select
              label="Make"
              value={by}
              onValue={choose}
              options={WAYS.map(([id, words]) => [id, words] as const)}
            />
          </div>
          {way?.[2] && (
            <NumberField
              label="How much"
              unit={way[2] === "times" || way[2] === "cookies" ? "" : way[2]}
              value={value}
              {...within("ScaleRequest", "value")}
              step={by === "factor" ? 0.5 : by === "count" ? 1 : 10}
              error={error}
              onValue={setValue}
            />
          )}
          {by === "left_g" && (
            <div className="w-60">
              <Select
                label="of"
                value={lineId}
                onValue={setLineId}
                options={props.weighed
                  .filter((line) => line.reading.mass_g)
                  .map((line) => [line.line_id, line.reading.ingredient_name] as const)}
              />
            </div>
          )}
        </div>
        {error && !way?.[2] && <p className="font-medium text-stop-edge">{error}</p>}
        <Switch
          label="Round to what my cups and spoons can measure"
          checked={rounded}
          onChecked={setRounded}
        />
        {found && (
          <>
            <p className="text-head">
              <strong>{found.factor.toFixed(2).replace(/\.?0+$/, "")} times</strong> this dough
              {found.mixes > 1 ? `, in ${found.mixes} mixes` : ""}.
            </p>
            <ul className="list-disc pl-5">
              {found.notes.map((note) => (
                <li key={note}>{note}</li>
              ))}
            </ul>
            <Button
              kind="main"
              className="justify-self-start"
              onClick={() => {
                props.onTake(found.spec);
                props.onOpen(false);
              }}
            >
              Scale the dough
            </Button>
            <ComparisonTable kitchen={kitchen} comparison={found.comparison} />
          </>
        )}
      </div>
    </Sheet>
  );
}

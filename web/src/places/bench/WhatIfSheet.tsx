/** What if one thing were changed? And the other way round: the size for so many, or so wide. */

import { useEffect, useState } from "react";
import type { ApiError, DoughSpec, Kitchen, Schemas } from "../../client/api";
import { grant, logSizes, whatIf } from "../../client/assessments";
import { within } from "../../client/within";
import { Curve } from "../../drawing/curve";
import { Select } from "../../pieces/choice";
import { Button, NumberField } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { LengthField } from "../../pieces/measures";
import { FACTORS, options } from "../../words/labels";
import { length, lengthRange, minutes } from "../../words/numbers";

type Factor = Schemas["Factor"];

interface Props {
  open: boolean;
  onOpen: (open: boolean) => void;
  spec: DoughSpec;
  outcome: Schemas["Outcome"];
  kitchen: Kitchen;
  onForm: (form: DoughSpec["form"]) => void;
}

export function WhatIfSheet(props: Props) {
  const { open, spec, kitchen } = props;
  const [factor, setFactor] = useState<Factor>("chill");
  const [found, setFound] = useState<Schemas["WhatIf"]>();
  const [error, setError] = useState<string>();
  useEffect(() => {
    if (!open) return;
    whatIf(spec, kitchen, factor).then(
      (next) => {
        setFound(next);
        setError(undefined);
      },
      (failure) => {
        setFound(undefined);
        setError((failure as Error).message);
      },
    );
  }, [open, spec, kitchen, factor]);
  return (
    <Sheet title="What if" open={open} onOpen={props.onOpen}>
      <div className="grid gap-4">
        <Wishes {...props} />
        <Select label="What if" value={factor} options={options(FACTORS)} onValue={setFactor} />
        {error && <p className="font-medium text-stop-edge">{error}</p>}
        {found && (
          <>
            <Curve found={found} kitchen={kitchen} />
            <table className="w-full text-left text-plain">
              <thead>
                <tr className="border-b border-rim">
                  <th className="py-1 font-semibold">If</th>
                  <th className="py-1 text-right font-semibold">Wide</th>
                  <th className="py-1 text-right font-semibold">Range</th>
                  <th className="py-1 text-right font-semibold">First done</th>
                </tr>
              </thead>
              <tbody>
                {found.points.map((point) => (
                  <tr
                    key={point.label}
                    className={point.now ? "border-b border-line font-bold" : "border-b border-line"}
                  >
                    <td className="py-1">
                      {point.label}
                      {point.now && " (now)"}
                    </td>
                    <td className="py-1 text-right">{length(point.diameter_mm.value, kitchen)}</td>
                    <td className="py-1 text-right">{lengthRange(point.diameter_mm, kitchen)}</td>
                    <td className="py-1 text-right">{minutes(point.first_done_min.value)} min</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </>
        )}
      </div>
    </Sheet>
  );
}

/** So many, or so wide: the core finds the size. */
function Wishes({ spec, outcome, kitchen, onForm, onOpen }: Props) {
  const [count, setCount] = useState(outcome.pieces.count);
  const [wide, setWide] = useState(Math.round(outcome.baked.diameter_mm.value));
  const [error, setError] = useState<string>();
  const [sheet, setSheet] = useState({ width_mm: 300, length_mm: 350 });
  const take = (form: DoughSpec["form"]) => {
    onForm(form);
    onOpen(false);
  };
  const rolled = spec.form.kind === "cutout" || spec.form.kind === "sheet";
  const ask = async (wish: Partial<Schemas["SizeWish"]>) => {
    try {
      const { form } = await grant(spec, kitchen, { count: null, diameter_mm: null, sheet: null, ...wish });
      take(form);
    } catch (failure) {
      setError((failure as ApiError).message);
    }
  };
  return (
    <fieldset className="grid gap-2 rounded-[10px] bg-well p-3">
      <legend className="sr-only">The size for a wish</legend>
      <div className="flex flex-wrap items-end gap-2">
        <NumberField
          label="I want this many cookies"
          unit=""
          width="w-18"
          value={count}
          {...within("SizeWish", "count")}
          onValue={(n) => setCount(Math.round(n))}
        />
        <Button onClick={() => ask({ count })}>Size for that many</Button>
      </div>
      <div className="flex flex-wrap items-end gap-2">
        <LengthField
          kitchen={kitchen}
          label="I want them this wide, baked"
          width="w-24"
          value={wide}
          {...within("SizeWish", "diameter_mm")}
          onValue={setWide}
        />
        <Button onClick={() => ask({ diameter_mm: wide })}>Size for that width</Button>
      </div>
      {rolled && (
        <div className="flex flex-wrap items-end gap-2">
          <LengthField
            kitchen={kitchen}
            label="I want the sheet this wide"
            width="w-24"
            value={sheet.width_mm}
            {...within("SheetWish", "width_mm")}
            step={10}
            onValue={(width_mm) => setSheet({ ...sheet, width_mm })}
          />
          <LengthField
            kitchen={kitchen}
            label="and long"
            width="w-24"
            value={sheet.length_mm}
            {...within("SheetWish", "length_mm")}
            step={10}
            onValue={(length_mm) => setSheet({ ...sheet, length_mm })}
          />
          <Button onClick={() => ask({ sheet })}>Thickness for that sheet</Button>
        </div>
      )}
      <LogSizes spec={spec} kitchen={kitchen} onForm={take} />
      {error && (
        <p role="alert" className="font-medium text-stop-edge">
          {error}
        </p>
      )}
    </fieldset>
  );
}

/** Logs that this dough makes and the tray takes, each with what comes of it. */
function LogSizes({ spec, kitchen, onForm }: Pick<Props, "spec" | "kitchen" | "onForm">) {
  const [sizes, setSizes] = useState<Schemas["LogSize"][]>([]);
  useEffect(() => {
    if (spec.form.kind !== "log" && spec.form.kind !== "rusk") return;
    let current = true;
    logSizes(spec, kitchen).then(
      (found) => current && setSizes(found),
      () => current && setSizes([]),
    );
    return () => {
      current = false;
    };
  }, [spec, kitchen]);
  if (!sizes.length) return null;
  return (
    <div className="grid gap-1.5">
      <p className="text-note font-medium text-quiet">Logs this dough makes, and the tray takes</p>
      {sizes.map((size) => (
        <Button
          key={size.saying}
          className="h-auto justify-start py-2 text-left font-medium"
          onClick={() => onForm(size.form)}
        >
          {size.saying}
        </Button>
      ))}
    </div>
  );
}

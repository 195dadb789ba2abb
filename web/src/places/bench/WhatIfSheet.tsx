/** What if one thing were changed? And the other way round: the size for so many, or so wide. */

import { useEffect, useState } from "react";
import type { ApiError, DoughSpec, Kitchen, Schemas } from "../../client/api";
import { grant, whatIf } from "../../client/assessments";
import { within } from "../../client/within";
import { Curve } from "../../drawing/curve";
import { Button, NumberField, Select } from "../../pieces/controls";
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
  const ask = async (wish: Schemas["SizeWish"]) => {
    try {
      const { form } = await grant(spec, kitchen, wish);
      onForm(form);
      onOpen(false);
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
        <Button onClick={() => ask({ count, diameter_mm: null })}>Size for that many</Button>
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
        <Button onClick={() => ask({ count: null, diameter_mm: wide })}>Size for that width</Button>
      </div>
      {error && (
        <p role="alert" className="font-medium text-stop-edge">
          {error}
        </p>
      )}
    </fieldset>
  );
}

/** The method: proposed from the formula, changed in place; the bake day takes its times from here. */
import { useEffect, useState } from "react";
import type { DoughSpec, Kitchen, Schemas } from "../../client/api";
import { starting, within } from "../../client/within";
import { Amounts } from "../../pieces/amounts";
import { Select, Switch } from "../../pieces/choice";
import { Button, Field, NumberField } from "../../pieces/controls";
import { ATTENTION, options } from "../../words/labels";

type Step = Schemas["MethodStep"];
type Found = Schemas["Assessment"];

export function MethodView({
  spec,
  found,
  kitchen,
  onMethod,
  onSpec,
}: {
  spec: DoughSpec;
  found: Found;
  kitchen: Kitchen;
  onMethod: (method: Step[] | null) => void;
  onSpec: (part: Partial<DoughSpec>) => void;
}) {
  const steps = spec.method ?? found.method;
  const spoken = new Map(found.method.map((step) => [step.id, step.line_ids]));
  const lines = new Map(found.lines.map((line) => [line.line_id, line]));
  const put = (next: Step[]) => onMethod(next);
  const change = (id: string, part: Partial<Step>) =>
    put(steps.map((step) => (step.id === id ? { ...step, ...part } : step)));
  const add = () =>
    put([
      ...steps,
      {
        id: `m${Date.now().toString(36)}`,
        stage: "mix",
        text: "",
        minutes: 1,
        cue: "",
        attention: "hands",
        caution: "",
        line_ids: [],
      },
    ]);
  return (
    <div className="grid gap-2">
      <OwnBake spec={spec} restMin={found.tray_rest_min ?? undefined} onSpec={onSpec} />
      <ol className="grid gap-2">
        {steps.map((step, i) => (
          <li
            key={step.id}
            className="grid grid-cols-[1.2rem_minmax(0,1fr)_auto] gap-x-2 border-b border-line pb-2"
          >
            <span className="pt-1 font-bold">{i + 1}</span>
            <div className="min-w-0">
              <textarea
                aria-label={`Step ${i + 1}`}
                rows={2}
                className="field-sizing-content min-h-11 w-full resize-none rounded-md bg-transparent py-1 text-plain leading-snug hover:bg-well"
                value={step.text}
                maxLength={300}
                onChange={(event) => change(step.id, { text: event.target.value })}
              />
              <Amounts
                kitchen={kitchen}
                lines={(spoken.get(step.id) ?? []).flatMap((id) => lines.get(id) ?? [])}
              />
              <div className="mb-1 w-44">
                <Select
                  hideLabel
                  label={`Who is busy with step ${i + 1}`}
                  value={step.attention}
                  options={options(ATTENTION)}
                  onValue={(attention) => change(step.id, { attention })}
                />
              </div>
              {step.cue && <p className="text-note leading-tight text-quiet">Until: {step.cue}</p>}
              {step.caution && (
                <p className="text-note leading-tight font-medium text-ask-edge">{step.caution}</p>
              )}
            </div>
            <div className="flex flex-col items-end">
              <span className="flex items-center gap-1 text-note">
                <Minutes
                  label={`Minutes of step ${i + 1}`}
                  value={step.minutes}
                  onValue={(minutes) => change(step.id, { minutes })}
                />
                min
              </span>
              <Button
                kind="quiet"
                className="text-note"
                aria-label={`Remove step ${i + 1}`}
                onClick={() => put(steps.filter((other) => other.id !== step.id))}
              >
                Remove
              </Button>
            </div>
          </li>
        ))}
      </ol>
      <div className="flex flex-wrap gap-2">
        <Button onClick={add}>Add a step</Button>
        {spec.method && (
          <Button kind="quiet" onClick={() => onMethod(null)}>
            Propose again
          </Button>
        )}
      </div>
    </div>
  );
}

/** Minutes as typed; follows the step when it changes from elsewhere (undo, a new proposal). */
function Minutes({
  label,
  value,
  onValue,
}: {
  label: string;
  value: number;
  onValue: (value: number) => void;
}) {
  const [text, setText] = useState(`${value}`);
  useEffect(
    () => setText((now) => (now.trim() && Number(now.replace(",", ".")) === value ? now : `${value}`)),
    [value],
  );
  const minutes = Number(text.replace(",", "."));
  const wrong = !text.trim() || !(minutes >= 0 && minutes <= 5760);
  return (
    <input
      aria-label={label}
      aria-invalid={wrong || undefined}
      title={wrong ? "Minutes from 0 to 5760" : undefined}
      inputMode="decimal"
      className="control w-14 px-1.5 text-right"
      value={text}
      onChange={(event) => {
        setText(event.target.value);
        const next = Number(event.target.value.replace(",", "."));
        if (event.target.value.trim() && next >= 0 && next <= 5760) onValue(next);
      }}
    />
  );
}

/** The baker's own minutes and cue; they go into the plan in place of the foretold ones. */
function OwnBake({
  spec,
  restMin,
  onSpec,
}: {
  spec: DoughSpec;
  restMin?: number;
  onSpec: (part: Partial<DoughSpec>) => void;
}) {
  const own = spec.own_bake;
  const said = spec.card?.claims.find((claim) => claim.kind === "bake_min");
  const { from_min, to_min } = starting("OwnBake") as { from_min: number; to_min: number };
  const start = {
    from_min: said?.low ?? from_min,
    to_min: said?.high ?? to_min,
    cue: spec.card?.claims.find((claim) => claim.kind === "done_when")?.word.slice(0, 120) ?? "",
  };
  const set = (part: Partial<typeof start>) => onSpec({ own_bake: { ...start, ...own, ...part } });
  return (
    <section aria-label="Minutes in the oven" className="grid gap-2 rounded-[10px] bg-well p-3">
      <Switch
        label={own ? "My own minutes and cue" : "Bake by my own minutes"}
        checked={Boolean(own)}
        onChecked={(on) => onSpec({ own_bake: on ? start : null })}
      />
      {own && (
        <>
          <div className="grid gap-2 md:max-xl:grid-cols-2">
            <NumberField
              label="From"
              unit="min"
              value={own.from_min}
              {...within("OwnBake", "from_min")}
              onValue={(from_min) => set({ from_min })}
            />
            <NumberField
              label="To"
              unit="min"
              value={own.to_min}
              {...within("OwnBake", "to_min")}
              onValue={(to_min) => set({ to_min })}
            />
          </div>
          <Field label="Till">
            {(ids) => (
              <input
                {...ids}
                className="control w-full"
                maxLength={120}
                placeholder="the rim is brown"
                value={own.cue}
                onChange={(event) => set({ cue: event.target.value })}
              />
            )}
          </Field>
        </>
      )}
      {restMin !== undefined && (
        <NumberField
          label="Then rest on the tray"
          unit="min"
          value={Math.round(restMin * 2) / 2}
          {...within("DoughSpec", "tray_rest_min")}
          onValue={(tray_rest_min) => onSpec({ tray_rest_min })}
        />
      )}
    </section>
  );
}

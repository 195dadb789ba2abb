/** The plan as lists: by the clock, tray by tray, and what to take out when. */
import { type ReactNode, useState } from "react";
import type { Step } from "../../client/api";
import { Tip } from "../../pieces/tip";
import { duration } from "../../words/numbers";

/** Passive steps that must be begun by someone, so they belong in the list of things to do. */
const BEGUN = new Set<Step["kind"]>([
  "soften",
  "thaw",
  "preheat",
  "oven_change",
  "chill",
  "temper",
  "look",
  "stand",
]);

/** Who does it, where there is more than one pair of hands. */
const PERSONS = ["you", "helper"];

interface Props {
  steps: Step[];
  at: (seconds: number) => string;
}

const keyOf = (step: Step) => `${step.kind}${step.start_s}${step.load}${step.dough}`;

const long = (step: Step) => {
  const text = duration(step.end_s - step.start_s);
  return text === "0 min" ? "½ min" : text;
};

/** `detail` says why a step stands where it stands, and moves or pins it. */
export function ClockList({ steps, at, detail }: Props & { detail: (step: Step) => ReactNode }) {
  const [open, setOpen] = useState<string>();
  const rows = steps.filter((step) => step.place === "hands" || BEGUN.has(step.kind));
  const last = Math.max(...steps.filter((step) => step.kind !== "tray_cool").map((step) => step.end_s));
  return (
    <ol className="divide-y divide-line" aria-label="By the clock">
      {rows.map((step) => (
        <li
          key={keyOf(step)}
          className="grid grid-cols-[minmax(auto,6rem)_minmax(0,1fr)_auto_auto] items-center gap-x-4 px-4 py-0.5 wrap-anywhere"
        >
          <span className="text-lead font-bold">{at(step.start_s)}</span>
          <span>
            <span className="font-semibold">{step.title}</span>
            {step.detail && <span className="text-quiet"> {step.detail}</span>}
            {step.kind === "load" && <OutAt steps={steps} load={step.load ?? 0} at={at} />}
          </span>
          <span className="text-right text-plain text-quiet">
            {step.kind === "look" ? "" : long(step)}
            {step.person != null && <span className="block">{PERSONS[step.person - 1] ?? "helper"}</span>}
          </span>
          <Tip says="Why, move">
            <button
              type="button"
              className="no-print size-11 rounded-[10px] text-lead font-extrabold hover:bg-well"
              aria-expanded={open === keyOf(step)}
              aria-label={`Why, move: ${step.title}`}
              onClick={() => setOpen(open === keyOf(step) ? undefined : keyOf(step))}
            >
              ⋮
            </button>
          </Tip>
          {open === keyOf(step) && <div className="col-span-full">{detail(step)}</div>}
        </li>
      ))}
      <li className="grid grid-cols-[6rem_1fr] gap-x-4 px-4 py-1.5">
        <span className="text-lead font-bold">{at(last)}</span>
        <span className="font-semibold">Everything is ready.</span>
      </li>
    </ol>
  );
}

function OutAt({ steps, load, at }: Props & { load: number }) {
  const bake = steps.find((step) => step.kind === "bake" && step.load === load);
  return bake ? <span className="text-quiet"> Out at about {at(bake.end_s)}.</span> : null;
}

export function TrayList({ steps, at }: Props) {
  const trays = [...new Set(steps.map((step) => step.tray).filter((tray) => tray != null))].sort();
  return (
    <div className="grid gap-4 p-4 md:grid-cols-2">
      {trays.map((tray) => {
        const mine = steps.filter(
          (step) => step.tray === tray && step.kind !== "turn" && step.kind !== "bake",
        );
        return (
          <section key={tray} aria-label={`Tray ${tray}`}>
            <h3 className="text-lead font-bold">Tray {tray}</h3>
            <ol className="text-plain">
              {mine.map((step) => (
                <li key={`${step.kind}${step.start_s}`} className="flex gap-3 border-b border-line py-0.5">
                  <span className="w-20 shrink-0 font-semibold">{at(step.start_s)}</span>
                  <span>{step.title}</span>
                </li>
              ))}
            </ol>
          </section>
        );
      })}
    </div>
  );
}

const TAKEN_OUT = new Set<Step["kind"]>(["soften", "thaw", "temper", "weigh", "form", "preheat", "ice"]);

export function MiseList({ steps, at }: Props) {
  const first = new Map<string, Step>();
  for (const step of steps.filter((one) => TAKEN_OUT.has(one.kind))) {
    const key =
      step.kind === "form" || step.kind === "ice"
        ? `${step.kind}${step.dough}`
        : `${step.kind}${step.start_s}`;
    if (!first.has(key)) first.set(key, step);
  }
  const words = (step: Step) =>
    ({
      form: "Trays out and lined, tools for shaping to hand",
      weigh: "Bowls, scale and spoons out",
      ice: "What goes on the cookies out, and its tools",
    })[step.kind as string];
  return (
    <ol className="divide-y divide-line" aria-label="Take out when">
      {[...first.values()].map((step) => (
        <li
          key={`${step.kind}${step.start_s}${step.dough}`}
          className="grid grid-cols-[6rem_1fr] gap-x-4 px-4 py-1.5"
        >
          <span className="text-lead font-bold">{at(step.start_s)}</span>
          <span>
            <span className="font-semibold">{words(step) ?? step.title}</span>
            <span className="text-quiet"> {words(step) ? step.title : step.detail}</span>
          </span>
        </li>
      ))}
    </ol>
  );
}

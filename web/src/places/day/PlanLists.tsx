/** The plan as lists: by the clock in sittings, tray by tray, and what to take out when. */
import { type ReactNode, useEffect, useRef, useState } from "react";
import type { Schemas, Step } from "../../client/api";
import { Tip } from "../../pieces/tip";
import { duration } from "../../words/numbers";

type Sitting = NonNullable<Schemas["Plan"]["sittings"]>[number];

/** Who does it, where there is more than one pair of hands. */
export const PERSONS = ["you", "helper"];

interface Props {
  steps: Step[];
  at: (seconds: number) => string;
}

const long = ({ start_s, end_s }: { start_s: number; end_s: number }) => {
  const text = duration(end_s - start_s);
  return text === "0 min" ? "½ min" : text;
};

/** How a sitting goes: how long, how often there is something to do, and when one is free in it. */
function goes(sitting: Sitting, at: Props["at"]): string {
  const length = sitting.end_s - sitting.start_s;
  const every = length / Math.max(1, sitting.acts) / 60;
  const hands =
    sitting.hands_s > 0.8 * length
      ? "hands full"
      : every >= 2
        ? `something to do every ${Math.round(every)} min`
        : "something to do all the time";
  const free = sitting.pauses
    .slice(0, 3)
    .map((pause) => `${Math.round((pause.end_s - pause.start_s) / 60)} free at ${at(pause.start_s)}`);
  return [duration(length), hands, ...free].join(", ");
}

/** The day in sittings, each with what to do in it; opened at now. `detail` says why a step stands where it stands, and moves or pins it. */
export function ClockList(props: {
  plan: Schemas["Plan"];
  at: Props["at"];
  now_s: number;
  detail: (step: Step) => ReactNode;
}) {
  const { plan, at, now_s, detail } = props;
  const { steps, sittings } = plan;
  const [open, setOpen] = useState<number>();
  const last = Math.max(...steps.filter((step) => step.kind !== "tray_cool").map((step) => step.end_s));
  const running = now_s > 0 && now_s < last;
  const next = running ? sittings.flatMap(({ rows }) => rows).find((row) => row.end_s > now_s) : undefined;
  const here = useRef<HTMLLIElement>(null);
  const scrolled = useRef(false);
  useEffect(() => {
    if (!here.current || scrolled.current) return;
    scrolled.current = true;
    here.current.scrollIntoView({ block: "center" });
  });
  const line = (row: Sitting["rows"][number]) => {
    const first = steps[row.steps[0] ?? 0];
    if (!first) return null;
    const key = row.steps[0] ?? 0;
    const count = row.steps.length;
    return (
      <li
        key={key}
        ref={row === next ? here : undefined}
        aria-current={row === next ? "step" : undefined}
        className={`grid grid-cols-[minmax(auto,6rem)_minmax(0,1fr)_auto_auto] items-center gap-x-4 px-4 py-0.5 wrap-anywhere ${
          row === next ? "border-l-8 border-ink bg-well" : ""
        }`}
      >
        <span className="text-lead font-bold">{at(row.start_s)}</span>
        <span className={row.hands ? "" : "text-quiet"}>
          <span className="font-semibold">{row.title}</span>
          {row.detail && <span className="text-quiet"> {row.detail}</span>}
          {first.kind === "load" && <OutAt steps={steps} row={row} at={at} />}
        </span>
        <span className="text-right text-plain text-quiet">
          {row.hands ? long(row) : first.kind === "look" ? "" : <ByItself row={row} />}
          {row.person != null && <span className="block">{PERSONS[row.person - 1] ?? "helper"}</span>}
        </span>
        <Tip says={count > 1 ? "Why, move the first" : "Why, move"}>
          <button
            type="button"
            className="no-print size-11 rounded-[10px] text-lead font-extrabold hover:bg-well"
            aria-expanded={open === key}
            aria-label={`Why, move: ${row.title}`}
            onClick={() => setOpen(open === key ? undefined : key)}
          >
            ⋮
          </button>
        </Tip>
        {open === key && <div className="col-span-full">{detail(first)}</div>}
      </li>
    );
  };
  return (
    <ol aria-label="By the clock">
      {sittings.map((sitting) => (
        <li key={sitting.start_s}>
          <div className="flex flex-wrap items-baseline gap-x-4 border-y border-line bg-well px-4 py-2">
            <h3 className="text-lead font-bold">
              {at(sitting.start_s)} to {at(sitting.end_s)} {sitting.title}
            </h3>
            <span className="text-plain text-quiet">{goes(sitting, at)}</span>
          </div>
          <ol className="divide-y divide-line" aria-label={`${at(sitting.start_s)} ${sitting.title}`}>
            {sitting.rows.map(line)}
          </ol>
          {sitting.free_s > 0 && (
            <p className="border-t border-line px-4 py-2 text-plain">
              <strong>Free {duration(sitting.free_s)}.</strong>{" "}
              {sitting.away_s > 0
                ? sitting.away_s < sitting.free_s
                  ? `You can leave the house until ${at(sitting.end_s + sitting.away_s)}.`
                  : "You can leave the house."
                : ""}
            </p>
          )}
        </li>
      ))}
      <li className="grid grid-cols-[6rem_1fr] gap-x-4 border-t border-line px-4 py-1.5">
        <span className="text-lead font-bold">{at(last)}</span>
        <span className="font-semibold">Everything is ready.</span>
      </li>
    </ol>
  );
}

function ByItself({ row }: { row: Sitting["rows"][number] }) {
  return row.end_s > row.start_s ? <>by itself, {long(row)}</> : null;
}

function OutAt({ steps, row, at }: Props & { row: Sitting["rows"][number] }) {
  const loads = row.steps.map((n) => steps[n]?.load);
  const bakes = steps.filter((step) => step.kind === "bake" && loads.includes(step.load));
  return bakes.length ? (
    <span className="text-quiet"> Out at about {at(Math.min(...bakes.map((step) => step.end_s)))}.</span>
  ) : null;
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

const TAKEN_OUT = new Set<Step["kind"]>([
  "brown",
  "soften",
  "thaw",
  "temper",
  "weigh",
  "form",
  "preheat",
  "ice",
]);

export function MiseList({ plan, at }: { plan: Schemas["Plan"]; at: Props["at"] }) {
  const { steps } = plan;
  const dough = (step: Step) => plan.work.doughs[step.dough ?? 0]?.name;
  const first = new Map<string, Step>();
  for (const step of steps.filter((one) => TAKEN_OUT.has(one.kind))) {
    const key =
      step.kind === "form" || step.kind === "ice"
        ? `${step.kind}${step.dough}`
        : step.kind === "weigh"
          ? step.kind
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
          className="grid grid-cols-[5rem_1fr] gap-x-3 px-4 py-1.5"
        >
          <span className="text-lead font-bold">{at(step.start_s)}</span>
          <span>
            <span className="font-semibold">{words(step) ?? step.title}</span>
            {words(step) && step.kind !== "weigh" && <span className="text-quiet">, {dough(step)}</span>}
          </span>
        </li>
      ))}
    </ol>
  );
}

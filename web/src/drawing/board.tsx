/**
 * The bake-day board: time runs left to right, lanes are the places of a kitchen, and one thread links a tray's stays.
 * Colour means heat, with the word beside it in the legend and in each block's label.
 */
import { useState } from "react";
import type { Schemas, Step } from "../client/api";

type Plan = Schemas["Plan"];
type Heat = Step["heat"];

const LANE = 58;
const HEAD = 30;
const LEFT = 118;
const WIDTH = 1090;
const HEATS: readonly (readonly [Heat, string])[] = [
  ["chilled", "chilled"],
  ["cool_room", "cool room"],
  ["soft", "soft"],
  ["hot", "hot"],
  ["cooling", "cooling"],
];

interface Lane {
  key: string;
  name: string;
}

function lanesOf(plan: Plan): Lane[] {
  const racks = [...new Set(plan.steps.map((step) => step.rack).filter((rack) => rack != null))].sort();
  const chilled = plan.steps.some((step) => step.place === "fridge");
  return [
    { key: "hands", name: "Hands" },
    { key: "counter", name: "Counter" },
    ...(chilled ? [{ key: "fridge", name: "Fridge" }] : []),
    ...racks.map((rack) => ({ key: `oven${rack}`, name: racks.length > 1 ? `Oven, rack ${rack}` : "Oven" })),
    { key: "cooling", name: "Cooling rack" },
  ];
}

const laneKey = (step: Step) => (step.place === "oven" ? `oven${step.rack ?? 1}` : step.place);

/** Steps that show on the board; a bare tray's cool-down stays in the thread's tail, not as a block of its own. */
const shown = (step: Step) => step.kind !== "tray_cool";

export function Board({ plan, zoom, at }: { plan: Plan; zoom: number; at: (seconds: number) => string }) {
  const [active, setActive] = useState<Step>();
  const lanes = lanesOf(plan);
  const total = Math.max(...plan.steps.filter(shown).map((step) => step.end_s));
  const scale = ((WIDTH - LEFT - 16) * zoom) / total;
  const width = LEFT + total * scale + 16;
  const height = HEAD + lanes.length * LANE + 8;
  const x = (seconds: number) => LEFT + seconds * scale;
  const y = (step: Step) =>
    HEAD +
    Math.max(
      0,
      lanes.findIndex((lane) => lane.key === laneKey(step)),
    ) *
      LANE;
  const every = tickSeconds(total / zoom);
  const start = new Date(plan.start);
  const sinceMidnight = start.getHours() * 3600 + start.getMinutes() * 60 + start.getSeconds();
  const firstTick = (every - (sinceMidnight % every)) % every;
  const ticks = Array.from(
    { length: Math.floor((total - firstTick) / every) + 1 },
    (_, i) => firstTick + i * every,
  );
  const rows = stack(plan.steps.filter(shown));
  return (
    <div className="p-3">
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a strip that scrolls must be reachable by key */}
      <section aria-label="Board, scrolls sideways" tabIndex={0} className="overflow-x-auto">
        <svg
          viewBox={`0 0 ${width} ${height}`}
          style={{ width: zoom === 1 ? "max(100%, 60rem)" : width }}
          role="img"
          aria-label="Board of the bake day; the list below says the same by the clock"
        >
          <title>The bake day</title>
          {lanes.map((lane, i) => (
            <g key={lane.key}>
              <rect
                x={0}
                y={HEAD + i * LANE}
                width={width}
                height={LANE}
                fill={i % 2 ? "#fcfcfa" : "#f0f1ec"}
              />
              <text x={8} y={HEAD + i * LANE + LANE / 2 + 5} fontSize={15} fontWeight={700} fill="#18212a">
                {lane.name}
              </text>
            </g>
          ))}
          {ticks.map((tick) => (
            <g key={tick}>
              <line x1={x(tick)} x2={x(tick)} y1={HEAD - 6} y2={height - 8} stroke="#c9ccc6" />
              <text x={x(tick)} y={HEAD - 10} fontSize={13} textAnchor="middle" fill="#18212a">
                {at(tick)}
              </text>
            </g>
          ))}
          <Threads plan={plan} x={x} y={y} rows={rows} />
          {plan.steps.filter(shown).map((step) => (
            <Block
              key={`${step.kind}${step.load}${step.start_s}`}
              step={step}
              x={x(step.start_s)}
              width={(step.end_s - step.start_s) * scale}
              y={y(step)}
              row={rows.get(step)}
              onActive={setActive}
            />
          ))}
        </svg>
      </section>
      <div className="mt-2 flex flex-wrap items-center justify-between gap-x-6 gap-y-1 text-[14.5px]">
        <p aria-live="polite" className="min-h-6">
          {active ? (
            <>
              <strong>
                {at(active.start_s)} to {at(active.end_s)} {active.title}.
              </strong>{" "}
              {active.detail}
            </>
          ) : (
            <span className="text-quiet">
              Point at a block or tap it to read it. Follow a letter along its thread.
            </span>
          )}
        </p>
        <ul className="flex flex-wrap gap-3" aria-label="What the colours mean">
          {HEATS.map(([heat, word]) => (
            <li key={heat} className="flex items-center gap-1.5">
              <span
                className="size-4 rounded-sm border-[1.5px]"
                style={{ background: `var(--color-${heat})`, borderColor: `var(--color-${heat}-edge)` }}
              />
              {word}
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}

/** Which half of a lane a block takes when two overlap there: [row, rows]. */
function stack(steps: Step[]): Map<Step, readonly [number, number]> {
  const rows = new Map<Step, readonly [number, number]>();
  const byLane = Map.groupBy(steps, laneKey);
  for (const group of byLane.values()) {
    const until: number[] = [];
    const chosen = new Map<Step, number>();
    for (const step of [...group].sort((a, b) => a.start_s - b.start_s)) {
      let row = until.findIndex((end) => end <= step.start_s);
      if (row < 0) row = until.push(0) - 1;
      until[row] = step.end_s;
      chosen.set(step, row);
    }
    for (const [step, row] of chosen) rows.set(step, [row, until.length]);
  }
  return rows;
}

function box(y: number, row: readonly [number, number] = [0, 1]) {
  const height = (LANE - 10) / row[1];
  return { top: y + 5 + row[0] * height, height: height - 2 };
}

function Block(props: {
  step: Step;
  x: number;
  width: number;
  y: number;
  row?: readonly [number, number];
  onActive: (step: Step) => void;
}) {
  const { step, x, width } = props;
  const { top, height } = box(props.y, props.row);
  const label =
    step.tray && width < 60 ? step.tray : step.tray ? `${step.tray} ${shortName(step)}` : shortName(step);
  const fits = height > 12 && width > label.length * 6.6 + 4;
  return (
    <g onPointerEnter={() => props.onActive(step)} onPointerDown={() => props.onActive(step)}>
      <rect
        x={x}
        y={top}
        width={Math.max(width, 1.5)}
        height={height}
        rx={Math.min(4, width / 3)}
        fill={`var(--color-${step.heat})`}
        stroke={`var(--color-${step.heat}-edge)`}
        strokeWidth={1.4}
      />
      {fits && (
        <text
          x={x + width / 2}
          y={top + height / 2 + 4.5}
          fontSize={height < 16 ? 11 : 13}
          fontWeight={600}
          textAnchor="middle"
          fill="#18212a"
          pointerEvents="none"
        >
          {label}
        </text>
      )}
    </g>
  );
}

const NAMES: Partial<Record<Step["kind"], string>> = {
  soften: "butter softens",
  weigh: "weigh",
  mix: "mix",
  chill: "dough chills",
  temper: "warms",
  preheat: "oven heats",
  form: "shape",
  wait: "waits",
  bake: "bakes",
  rest: "rests",
  cool: "cool",
  load: "in",
  unload: "out",
  turn: "turn",
  transfer: "to rack",
};

const shortName = (step: Step) => NAMES[step.kind] ?? step.kind;

/** One line per load, from the middle of each of its stays to the next. */
function Threads({
  plan,
  x,
  y,
  rows,
}: {
  plan: Plan;
  x: (s: number) => number;
  y: (step: Step) => number;
  rows: Map<Step, readonly [number, number]>;
}) {
  const loads = [...new Set(plan.steps.map((step) => step.load).filter((load) => load != null))];
  return (
    <g fill="none" stroke="#26313c" strokeWidth={1.6} opacity={0.55}>
      {loads.map((load) => {
        const points = plan.steps
          .filter((step) => step.load === load && shown(step))
          .sort((a, b) => a.start_s - b.start_s || a.end_s - b.end_s)
          .filter((step) => step.kind !== "turn")
          .map((step) => {
            const { top, height } = box(y(step), rows.get(step));
            return `${x((step.start_s + step.end_s) / 2)},${top + height / 2}`;
          });
        return <polyline key={load} points={points.join(" ")} />;
      })}
    </g>
  );
}

function tickSeconds(visible: number): number {
  const steps = [300, 600, 900, 1800, 3600, 7200, 14400, 28800];
  return steps.find((step) => visible / step <= 11) ?? 43200;
}

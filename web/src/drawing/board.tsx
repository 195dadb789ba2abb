/**
 * The bake-day board: time runs left to right, lanes are the places of a kitchen, and one thread links a tray's stays.
 * Colour means heat, with the word beside it in the legend and in each block's label; a dough has its own pattern and letters. Seen whole, what hands do
 * stands in sittings; nearer, step by step, and a block can be dragged to another time.
 */

import { type CSSProperties, useRef, useState } from "react";
import type { Schemas, Step } from "../client/api";
import { useZoom } from "../pieces/zooming";
import { colour } from "../theme/tokens";
import { HEATS, options } from "../words/labels";
import { Block, Patterns, patternOf, type Shown } from "./block";
import { HEAD, LEAST_LANE, laneKey, layOut, pinOf, tickSeconds } from "./lanes";

type Plan = Schemas["Plan"];

const LEFT = 118;
const WIDTH = 1090;
const DRAG_AT_LEAST_S = 60;
/** Steps that show on the board; a bare tray's cool-down stays in the thread's tail, not as a block of its own. */
const shown = (step: Step) => step.kind !== "tray_cool" && step.end_s > step.start_s;

interface Props {
  plan: Plan;
  zoom: number;
  at: (seconds: number) => string;
  active?: Step;
  onActive: (step: Step) => void;
  onPin?: (step: Step, start_s: number) => void;
  now_s?: number;
  /** One step nearer or further away, by wheel, pinch or key. */
  onZoom: (by: 1 | -1) => void;
}

const STEPS_FROM = 4; // times as near as the whole day: there each step of the hands has its own block

/** A sitting as one block in the hands' lane. */
const blockOf = (sitting: Plan["sittings"][number]): Shown => ({
  kind: "form",
  title: sitting.title,
  detail: "",
  place: "hands",
  heat: "cool_room",
  start_s: sitting.start_s,
  end_s: sitting.end_s,
  dough: null,
  load: null,
  tray: null,
  oven: null,
  rack: null,
  person: null,
  why: "",
  sitting: sitting.brief,
});

export function Board({ plan, zoom, at, active, onActive, onPin, now_s, onZoom }: Props) {
  const near = zoom >= STEPS_FROM || !plan.sittings.length;
  const steps: Shown[] = near
    ? plan.steps.filter(shown)
    : [...plan.steps.filter((step) => shown(step) && step.place !== "hands"), ...plan.sittings.map(blockOf)];
  const scroller = useZoom(onZoom);
  const { lanes, rows, height } = layOut(steps);
  const [drag, setDrag] = useState<{ step: Step; by_s: number; from: number }>();
  const strip = useRef<SVGSVGElement>(null);
  const total = Math.max(...steps.map((step) => step.end_s));
  const scale = ((WIDTH - LEFT - 16) * zoom) / total;
  const width = LEFT + total * scale + 16;
  const x = (seconds: number) => LEFT + seconds * scale;
  const box = (step: Step) => {
    const lane = lanes.find((one) => one.key === laneKey(step)) ?? lanes[0];
    const each = ((lane?.height ?? LEAST_LANE) - 8) / Math.max(1, lane?.rows ?? 1);
    return { top: (lane?.y ?? HEAD) + 4 + (rows.get(step) ?? 0) * each, height: each - 2 };
  };
  const many = plan.work.doughs.length > 1;
  const every = tickSeconds(total / zoom);
  const start = new Date(plan.start);
  const sinceMidnight = start.getHours() * 3600 + start.getMinutes() * 60 + start.getSeconds();
  const firstTick = (every - (sinceMidnight % every)) % every;
  const ticks = Array.from(
    { length: Math.max(0, Math.floor((total - firstTick) / every) + 1) },
    (_, i) => firstTick + i * every,
  );
  const seconds = (event: React.PointerEvent) => {
    const matrix = strip.current?.getScreenCTM()?.inverse();
    return (new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix).x - LEFT) / scale;
  };
  return (
    <div className="p-3">
      <section
        ref={scroller}
        aria-label="Board, scrolls sideways; plus and minus bring it nearer"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a strip that scrolls must be reachable by key
        tabIndex={0}
        className="overflow-x-auto"
        onKeyDown={(event) => {
          if (event.key === "+" || event.key === "=") onZoom(1);
          if (event.key === "-") onZoom(-1);
        }}
      >
        <svg
          ref={strip}
          viewBox={`0 0 ${width} ${height}`}
          // On paper the whole day is seen, whatever part of it is looked at here.
          className="w-(--wide) print:w-full"
          style={{ "--wide": zoom === 1 ? "max(100%, 60rem)" : `${width}px` } as CSSProperties}
          role="img"
          aria-label="Board of the bake day; the list below says the same by the clock"
        >
          <title>The bake day</title>
          <Patterns />
          {lanes.map((lane, i) => (
            <g key={lane.key}>
              <rect
                x={0}
                y={lane.y}
                width={width}
                height={lane.height}
                fill={i % 2 ? colour.enamel : colour.well}
              />
              <text x={8} y={lane.y + 26} fontSize={15} fontWeight={700} fill={colour.ink}>
                {lane.name}
              </text>
            </g>
          ))}
          {ticks.map((tick) => (
            <g key={tick}>
              <line x1={x(tick)} x2={x(tick)} y1={HEAD - 6} y2={height - 8} stroke={colour.line} />
              <text x={x(tick)} y={HEAD - 10} fontSize={13} textAnchor="middle" fill={colour.ink}>
                {at(tick)}
              </text>
            </g>
          ))}
          <Thread steps={steps} x={x} box={box} load={active?.load ?? undefined} />
          {steps.map((step) => {
            const pinned = plan.work.pins.some(
              (pin) => pin.what === pinOf(step)?.what && pin.index === pinOf(step)?.index,
            );
            const moved = drag?.step === step ? drag.by_s : 0;
            return (
              <g
                key={`${step.sitting ?? step.kind}${step.load}${step.dough}${step.start_s}`}
                className={onPin && pinOf(step) ? "cursor-ew-resize touch-none" : undefined}
                onPointerEnter={() => !drag && onActive(step)}
                onPointerDown={(event) => {
                  onActive(step);
                  if (!onPin || !pinOf(step)) return;
                  event.currentTarget.setPointerCapture(event.pointerId);
                  setDrag({ step, by_s: 0, from: seconds(event) });
                }}
                onPointerMove={(event) =>
                  drag?.step === step && setDrag({ ...drag, by_s: seconds(event) - drag.from })
                }
                onPointerUp={() => {
                  if (drag && Math.abs(drag.by_s) >= DRAG_AT_LEAST_S) onPin?.(step, step.start_s + drag.by_s);
                  setDrag(undefined);
                }}
                onPointerCancel={() => setDrag(undefined)}
              >
                <title>{step.title}</title>
                <Block
                  step={step}
                  of={nameOf(plan, step)}
                  short={many ? shortOf(nameOf(plan, step)) : ""}
                  pattern={many ? patternOf(step.dough) : undefined}
                  x={x(step.start_s + moved)}
                  width={(step.end_s - step.start_s) * scale}
                  {...box(step)}
                  strong={active === step}
                  pinned={pinned}
                />
              </g>
            );
          })}
          {!near &&
            plan.sittings
              .filter((sitting) => sitting.free_s * scale > 64)
              .map((sitting) => (
                <text
                  key={sitting.start_s}
                  x={x(sitting.end_s + sitting.free_s / 2)}
                  y={HEAD + 24}
                  fontSize={13}
                  textAnchor="middle"
                  fill={colour.quiet}
                >
                  free {Math.round(sitting.free_s / 60)} min
                </text>
              ))}
          {now_s != null && now_s > 0 && now_s < total && (
            <line
              x1={x(now_s)}
              x2={x(now_s)}
              y1={HEAD - 6}
              y2={height - 8}
              stroke={colour.ink}
              strokeWidth={2.5}
            >
              <title>now</title>
            </line>
          )}
        </svg>
      </section>
      <ul className="mt-2 flex flex-wrap gap-3 text-note" aria-label="What colours and letters mean">
        {options(HEATS)
          .filter(([heat]) => steps.some((step) => step.heat === heat))
          .map(([heat, word]) => (
            <li key={heat} className="flex items-center gap-1.5">
              <span
                className="size-4 rounded-sm border-[1.5px]"
                style={{ background: `var(--color-${heat})`, borderColor: `var(--color-${heat}-edge)` }}
              />
              {word}
            </li>
          ))}
        {many &&
          plan.work.doughs.map(({ name }, d) => (
            <li key={name} className="flex items-center gap-1.5">
              <svg width={26} height={16} aria-hidden="true">
                <rect width={26} height={16} rx={3} fill={colour.raw} stroke={colour.edge} />
                {patternOf(d) && <rect width={26} height={16} rx={3} fill={`url(#${patternOf(d)})`} />}
              </svg>
              <strong>{shortOf(name)}</strong> {name}
            </li>
          ))}
      </ul>
    </div>
  );
}

/** The dough of a block, or the load with its number, as far as it has one. */
function nameOf(plan: Plan, step: Step): string {
  if (step.load != null) return (plan.work.loads[step.load]?.name ?? "").replace(/ of \d+$/, "");
  return step.dough != null ? (plan.work.doughs[step.dough]?.name ?? "") : "";
}

/** "Deck Drops 2" as "DD2". */
const shortOf = (name: string) => name.replace(/([^\W\d_])[^\s]*\s*/gu, "$1").replace(/\s+/g, "");

/** The way of one load, from the middle of each of its stays to the next: of the tray in question alone. */
function Thread(props: {
  steps: Step[];
  x: (s: number) => number;
  box: (step: Step) => { top: number; height: number };
  load?: number;
}) {
  if (props.load === undefined) return null;
  const points = props.steps
    .filter((step) => step.load === props.load && step.kind !== "turn")
    .sort((a, b) => a.start_s - b.start_s || a.end_s - b.end_s)
    .map((step) => {
      const { top, height } = props.box(step);
      return `${props.x((step.start_s + step.end_s) / 2)},${top + height / 2}`;
    });
  return <polyline points={points.join(" ")} fill="none" stroke={colour.rim} strokeWidth={2.6} />;
}

/**
 * The bake-day board: time runs left to right, lanes are the places of a kitchen, and one thread links a tray's stays.
 * Colour means heat, with the word beside it in the legend and in each block's label; a dough has its own pattern and letters. Seen whole, what hands do
 * stands in sittings; nearer, step by step, and a block can be dragged to another time.
 */

import { type CSSProperties, useEffect, useRef, useState } from "react";
import type { Schemas, Step } from "../client/api";
import { colour } from "../theme/tokens";
import { HEATS, options } from "../words/labels";
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

type Shown = Step & { sitting?: string };

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

/** Wheel with the control key (which a pinch on a touchpad is) and two fingers on a screen. */
function useZoom(onZoom: (by: 1 | -1) => void) {
  const box = useRef<HTMLElement>(null);
  const zoom = useRef(onZoom);
  zoom.current = onZoom;
  useEffect(() => {
    const at = box.current;
    if (!at) return;
    let apart = 0;
    const between = ({ touches: [a, b] }: TouchEvent) =>
      a && b ? Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY) : 0;
    const wheel = (event: WheelEvent) => {
      if (!event.ctrlKey) return;
      event.preventDefault();
      zoom.current(event.deltaY < 0 ? 1 : -1);
    };
    const touch = (event: TouchEvent) => {
      apart = between(event);
    };
    const move = (event: TouchEvent) => {
      const now = between(event);
      if (!now || !apart) return;
      event.preventDefault();
      if (now > apart * PINCH || now < apart / PINCH) {
        zoom.current(now > apart ? 1 : -1);
        apart = now;
      }
    };
    at.addEventListener("wheel", wheel, { passive: false });
    at.addEventListener("touchstart", touch, { passive: true });
    at.addEventListener("touchmove", move, { passive: false });
    return () => {
      at.removeEventListener("wheel", wheel);
      at.removeEventListener("touchstart", touch);
      at.removeEventListener("touchmove", move);
    };
  }, []);
  return box;
}

const PINCH = 1.35; // fingers so many times further apart are one step

const PATTERNS = ["", "dough-lines", "dough-dots", "dough-cross"] as const;

/** The pattern of a dough among several: the first is plain. */
const patternOf = (dough?: number | null) =>
  (dough == null ? undefined : PATTERNS[dough % PATTERNS.length]) || undefined;

function Patterns() {
  const stroke = { stroke: colour.ink, strokeOpacity: 0.16, strokeWidth: 1.6 };
  return (
    <defs>
      <pattern
        id="dough-lines"
        width={7}
        height={7}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1={0} y1={0} x2={0} y2={7} {...stroke} />
      </pattern>
      <pattern id="dough-dots" width={7} height={7} patternUnits="userSpaceOnUse">
        <circle cx={3.5} cy={3.5} r={1.3} fill={colour.ink} fillOpacity={0.2} />
      </pattern>
      <pattern id="dough-cross" width={8} height={8} patternUnits="userSpaceOnUse">
        <path d="M0 4H8M4 0V8" {...stroke} />
      </pattern>
    </defs>
  );
}

/** The dough of a block, or the load with its number, as far as it has one. */
function nameOf(plan: Plan, step: Step): string {
  if (step.load != null) return (plan.work.loads[step.load]?.name ?? "").replace(/ of \d+$/, "");
  return step.dough != null ? (plan.work.doughs[step.dough]?.name ?? "") : "";
}

/** "Deck Drops 2" as "DD2". */
const shortOf = (name: string) => name.replace(/([^\W\d_])[^\s]*\s*/gu, "$1").replace(/\s+/g, "");

const CHAR_PX = 6.6;

function Block(props: {
  step: Shown;
  of: string;
  pattern?: string;
  /** The dough's initials and the load's number, where there is more than one dough. */
  short: string;
  x: number;
  width: number;
  top: number;
  height: number;
  strong: boolean;
  pinned: boolean;
}) {
  const { step, of, short, pattern, x, width, top, height } = props;
  const tray = step.tray ? `${step.tray} ` : "";
  const verb = shortName(step);
  // As much as there is room for: what happens to which dough, the dough, its initials, what happens, the tray alone.
  const told = step.sitting
    ? [
        step.title,
        step.sitting,
        /bake/i.test(step.sitting) ? "At the oven" : (step.sitting.split(/[ ,]/)[0] ?? ""),
      ]
    : undefined;
  const label = (
    told ?? [
      `${tray}${of}${of && ", "}${verb}`,
      `${tray}${of}`,
      `${tray}${short}`,
      `${tray}${verb}`,
      short,
      step.tray ?? "",
    ]
  ).find((words) => words && width > words.length * CHAR_PX + 4);
  const fits = height > 12 && label;
  return (
    <>
      <rect
        x={x}
        y={top}
        width={Math.max(width, 1.5)}
        height={height}
        rx={Math.min(4, width / 3)}
        fill={`var(--color-${step.heat})`}
        stroke={props.strong ? colour.ink : `var(--color-${step.heat}-edge)`}
        strokeWidth={props.strong ? 2.6 : 1.3}
      />
      {pattern && width > 4 && (
        <rect
          x={x}
          y={top}
          width={width}
          height={height}
          rx={Math.min(4, width / 3)}
          fill={`url(#${pattern})`}
          pointerEvents="none"
        />
      )}
      {fits && (
        <text
          x={x + width / 2}
          y={top + height / 2 + 4.5}
          fontSize={12.5}
          fontWeight={600}
          textAnchor="middle"
          fill={colour.ink}
          pointerEvents="none"
        >
          {label}
        </text>
      )}
      {props.pinned && (
        <circle cx={x + 3} cy={top + 3} r={4} fill={colour.ink} stroke={colour.raw} strokeWidth={1.2} />
      )}
    </>
  );
}

const NAMES: Partial<Record<Step["kind"], string>> = {
  brown: "brown",
  soften: "softens",
  stand: "cools",
  thaw: "thaws",
  pack: "pack",
  weigh: "weigh",
  mix: "mix",
  divide: "divide",
  chill: "chills",
  temper: "warms",
  preheat: "oven heats",
  oven_change: "changes",
  form: "shape",
  wait: "waits",
  park: "waits cold",
  bake: "bakes",
  rest: "rests",
  cool: "cool",
  wash: "brush",
  load: "in",
  unload: "out",
  turn: "turn",
  hot: "hot work",
  transfer: "to rack",
  ice: "finish",
  dry: "sets",
};

const shortName = (step: Step) => NAMES[step.kind] ?? step.kind;

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

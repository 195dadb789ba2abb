/** One block of the board: as much as there is room for of what it is, on its heat's colour and its dough's pattern. */
import type { Step } from "../client/api";
import { colour } from "../theme/tokens";

/** A step, or a whole sitting of the hands with what is done in it in short. */
export type Shown = Step & { sitting?: string };

const PATTERNS = ["", "dough-lines", "dough-dots", "dough-cross"] as const;

/** The pattern of a dough among several: the first is plain. */
export const patternOf = (dough?: number | null) =>
  (dough == null ? undefined : PATTERNS[dough % PATTERNS.length]) || undefined;

export function Patterns() {
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

const CHAR_PX = 6.6;

export function Block(props: {
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

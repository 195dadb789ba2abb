/** What is baked whole and cut after: a pan from above and from the side, a log with its slices. */

import { type ReactNode, useId } from "react";
import type { DoughSpec, Schemas } from "../client/api";
import { useSize } from "../pieces/size";
import { colour } from "../theme/tokens";
import { Drawing, Ruler } from "./cookie";
import { CrustFill } from "./crust";
import { dome } from "./geometry";
import { GRIP_PX, Grip, type Handle } from "./grip";

type Outcome = Schemas["Outcome"];
type Of<K extends DoughSpec["form"]["kind"]> = Extract<DoughSpec["form"], { kind: K }>;

const INK = { stroke: colour.rim, strokeWidth: 1.6 };

/** What is set on the drawing of a whole: its width, its length, its slices. */
export type WholeKnobs = Partial<Record<"wide" | "long" | "slice", Handle>>;

interface Knob {
  handle?: Handle;
  along: "x" | "y";
  /** Where it stands on the drawing, in the drawing's millimetres. */
  x: number;
  y: number;
  twice?: boolean;
}

/** A drawing as large as its box, with knobs on it. */
function WithKnobs(props: {
  width: number;
  height: number;
  us: boolean;
  knobs: Knob[];
  children: ReactNode;
}) {
  const [box, size] = useSize<HTMLDivElement>();
  const scale = Math.min(size.width / props.width, size.height / props.height);
  const left = (size.width - props.width * scale) / 2;
  const top = (size.height - props.height * scale) / 2;
  return (
    <div ref={box} className="relative min-h-33 flex-1 basis-0">
      {props.children}
      {scale > 0 &&
        props.knobs.map(
          ({ handle, along, x, y, twice }) =>
            handle && (
              <Grip
                key={handle.label}
                handle={handle}
                along={along}
                us={props.us}
                scale={scale}
                twice={twice}
                style={{ left: left + x * scale - GRIP_PX, top: top + y * scale - GRIP_PX }}
              />
            ),
        )}
    </div>
  );
}

export function PanDrawing(props: { form: Of<"pan">; outcome: Outcome; us: boolean; knobs: WholeKnobs }) {
  const { form, outcome, us, knobs } = props;
  const fill = useId();
  const { crust } = outcome;
  const wide = form.width_mm;
  const deep = form.shape === "rectangle" ? form.length_mm : wide;
  const side = outcome.baked.height_mm.value;
  const gap = 24;
  const width = wide * 2 + gap + 12;
  const height = deep + 30;
  const sideX = wide + gap + 6;
  return (
    <WithKnobs
      width={width}
      height={height}
      us={us}
      knobs={[
        { handle: knobs.wide, along: "x", x: wide + 6, y: deep / 2 + 4 },
        { handle: knobs.long, along: "y", x: wide / 2 + 6, y: deep + 4 },
      ]}
    >
      <Drawing
        width={width}
        height={height}
        label={`A ${form.shape} pan ${wide.toFixed(0)} by ${deep.toFixed(0)} mm with its cuts, drawn to scale`}
        className="absolute inset-0 size-full"
      >
        <defs>
          <CrustFill id={fill} crust={crust} />
        </defs>
        <g transform="translate(6 4)">
          {form.shape === "round" ? (
            <circle cx={wide / 2} cy={wide / 2} r={wide / 2} fill={`url(#${fill})`} {...INK} />
          ) : (
            <rect width={wide} height={deep} rx={4} fill={`url(#${fill})`} {...INK} />
          )}
          <PanCuts form={form} deep={deep} />
        </g>
        <g transform={`translate(${sideX} ${deep / 2})`}>
          <path
            d={`M 0 ${-Math.max(side * 1.4, 24)} V 0 H ${wide} V ${-Math.max(side * 1.4, 24)}`}
            fill="none"
            {...INK}
          />
          <rect
            x={1}
            y={-side}
            width={wide - 2}
            height={side}
            fill={crust.rim}
            stroke={colour.rim}
            strokeWidth={1}
          />
          <text x={wide / 2} y={16} fontSize={14} textAnchor="middle" fill={colour.rim}>
            from the side
          </text>
        </g>
        <g transform={`translate(6 ${deep + 8})`}>
          <Ruler span={width - 12} us={us} size={14} />
        </g>
      </Drawing>
    </WithKnobs>
  );
}

function PanCuts({ form, deep }: { form: Of<"pan">; deep: number }) {
  const { width_mm: wide, edge_mm: edge } = form;
  const line = { stroke: colour.rim, strokeWidth: 1.2, strokeDasharray: "5 3" };
  if (form.shape === "round") {
    const r = wide / 2 - edge;
    return (
      <g {...line} fill="none">
        {edge > 0 && <circle cx={wide / 2} cy={wide / 2} r={r} />}
        {Array.from({ length: form.wedges }, (_, i) => {
          const angle = (2 * Math.PI * i) / form.wedges;
          const [x, y] = [wide / 2 + r * Math.cos(angle), wide / 2 + r * Math.sin(angle)];
          return <line key={angle} x1={wide / 2} y1={wide / 2} x2={x} y2={y} />;
        })}
      </g>
    );
  }
  const xs = Array.from({ length: form.across + 1 }, (_, i) => edge + ((wide - 2 * edge) * i) / form.across);
  const ys = Array.from({ length: form.along + 1 }, (_, i) => edge + ((deep - 2 * edge) * i) / form.along);
  const inner = (values: number[]) => (edge > 0 ? values : values.slice(1, -1));
  return (
    <g {...line}>
      {inner(xs).map((x) => (
        <line key={`x${x}`} x1={x} y1={edge} x2={x} y2={deep - edge} />
      ))}
      {inner(ys).map((y) => (
        <line key={`y${y}`} x1={edge} y1={y} x2={wide - edge} y2={y} />
      ))}
    </g>
  );
}

export function LogDrawing({
  form,
  outcome,
  second,
  us,
  knobs,
}: {
  form: Of<"rusk">;
  outcome: Outcome;
  second: Schemas["SecondBake"];
  us: boolean;
  knobs: WholeKnobs;
}) {
  const { crust } = outcome;
  const { value: baked, high } = outcome.baked.diameter_mm;
  const long = second.log_length_mm;
  const slant = second.across_mm > baked ? Math.sqrt(second.across_mm ** 2 - baked ** 2) : 0;
  const step = (form.slice_mm * second.across_mm) / baked;
  const width = long + 20;
  const middle = high / 2 + 4;
  const tall = Math.max(outcome.baked.height_mm.value, outcome.pieces.raw_height_mm);
  const height = high + tall + 40;
  const sideY = high + tall + 20;
  return (
    <WithKnobs
      width={width}
      height={height}
      us={us}
      knobs={[
        { handle: knobs.long, along: "x", x: 10 + (long + form.length_mm) / 2, y: middle, twice: true },
        { handle: knobs.wide, along: "y", x: 10 + long / 2, y: middle - form.log_mm / 2, twice: true },
        { handle: knobs.slice, along: "x", x: 16 + step, y: middle + baked / 2 },
      ]}
    >
      <Drawing
        width={width}
        height={height}
        label={`A baked log ${long.toFixed(0)} by ${baked.toFixed(0)} mm, ${second.each_log} slices, drawn to scale`}
        className="absolute inset-0 size-full"
      >
        <rect
          x={10}
          y={middle - high / 2}
          width={long}
          height={high}
          rx={high / 3}
          fill="none"
          stroke={colour.faint}
          strokeDasharray="3 2.5"
        />
        <rect
          x={10}
          y={middle - baked / 2}
          width={long}
          height={baked}
          rx={baked / 3}
          fill={crust.rim}
          {...INK}
        />
        <rect
          x={10 + (long - form.length_mm) / 2}
          y={middle - form.log_mm / 2}
          width={form.length_mm}
          height={form.log_mm}
          rx={form.log_mm / 3}
          fill="none"
          stroke={colour.rim}
          strokeWidth={0.8}
        />
        <g stroke={colour.rim} strokeWidth={1.2} strokeDasharray="5 3">
          {Array.from({ length: second.each_log + 1 }, (_, i) => {
            const x = 10 + 6 + i * step;
            return <line key={x} x1={x} y1={middle + baked / 2} x2={x + slant} y2={middle - baked / 2} />;
          })}
        </g>
        <g transform={`translate(${10 + baked / 2} ${sideY})`}>
          <path d={dome(baked, outcome.baked.height_mm.value, 0.7)} fill={crust.rim} {...INK} />
        </g>
        <g transform={`translate(${10 + baked + 24 + second.across_mm / 2} ${sideY})`}>
          <path d={dome(second.across_mm, second.high_mm, 0.7)} fill={crust.middle} {...INK} />
        </g>
        <g transform={`translate(10 ${sideY + 3})`}>
          <Ruler span={long} us={us} size={11} />
        </g>
      </Drawing>
    </WithKnobs>
  );
}

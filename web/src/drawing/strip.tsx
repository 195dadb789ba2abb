/** One figure in a line: what to go by, how far it may be from that, and where the knowledge comes from. */
import { colour } from "../theme/tokens";
import { niceStep } from "./geometry";

export interface StripProps {
  name: string;
  figure: string;
  /** The whole range (nine of ten), the likely part (one of two), and what to go by; in the strip's own unit. */
  low: number;
  high: number;
  likelyLow: number;
  likelyHigh: number;
  at: number;
  /** Where to look first, on strips of minutes. */
  from?: number;
  tint: string;
  /** How a tick is written, and the steps there are between ticks where they are not 1, 2 and 5. */
  ticks?: (value: number) => string;
  steps?: readonly number[];
  says: string;
  whence: string;
}

const WIDTH = 240;
const MOST_TICKS = 5;
const CHAR = 7; // the width of a figure at the size of the ticks

export function Strip(props: StripProps) {
  const { low, high, at, tint } = props;
  const pad = Math.max((high - low) * 0.12, at * 0.02);
  const [start, end] = [Math.max(0, Math.min(low, props.from ?? low) - pad), high + pad];
  const x = (value: number) => ((value - start) / (end - start)) * WIDTH;
  const apart = (end - start) / MOST_TICKS;
  const step = props.steps?.find((one) => one >= apart) ?? niceStep(apart);
  const first = Math.ceil(start / step) * step;
  const ticks = Array.from({ length: Math.floor((end - first) / step) + 1 }, (_, i) => first + i * step);
  return (
    <div className="grid grid-cols-[3.4rem_7.4rem_1fr] items-center gap-x-3 sm:grid-cols-[3.4rem_7.4rem_15rem_1fr]">
      <dt className="text-plain text-quiet">{props.name}</dt>
      <dd className="text-title leading-none font-bold whitespace-nowrap">{props.figure}</dd>
      <dd className="max-sm:hidden" aria-hidden>
        <svg viewBox={`0 0 ${WIDTH} 34`} className="block h-8.5 w-60" aria-hidden="true">
          <rect x={x(low)} y={4} width={x(high) - x(low)} height={11} rx={5.5} fill={colour.line} />
          <rect
            x={x(props.likelyLow)}
            y={4}
            width={Math.max(3, x(props.likelyHigh) - x(props.likelyLow))}
            height={11}
            rx={5.5}
            fill={tint}
            stroke={colour.ink}
            strokeOpacity={0.35}
          />
          <line x1={x(at)} x2={x(at)} y1={0} y2={19} stroke={colour.ink} strokeWidth={2.5} />
          {props.from !== undefined && (
            <path d={`M ${x(props.from)} 16 l -4 6 h 8 z`} fill={colour.ink} fillOpacity={0.7} />
          )}
          {ticks.map((tick) => {
            const words = `${props.ticks ? props.ticks(tick) : tick}`;
            const half = (words.length * CHAR) / 2;
            return (
              <text
                key={tick}
                x={Math.min(WIDTH - half, Math.max(half, x(tick)))}
                y={32}
                fontSize={12}
                textAnchor="middle"
                fill={colour.faint}
              >
                {words}
              </text>
            );
          })}
        </svg>
      </dd>
      <dd className="min-w-0 text-note leading-tight">
        <span className="block font-semibold">{props.says}</span>
        <span className="block truncate text-quiet" title={props.whence}>
          {props.whence}
        </span>
      </dd>
    </div>
  );
}

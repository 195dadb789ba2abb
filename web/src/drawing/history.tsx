/** A figure over the bakes, each with the range that was foretold for it: an honest look at whether the ranges held. */
import { colour } from "../theme/tokens";
import { niceStep } from "./geometry";

export interface Point {
  name: string;
  value: number | null;
  low: number;
  high: number;
  /** How the point is filled; ink where nothing is said. */
  fill?: string;
}

const W = 300;
const H = 132;
const LEFT = 44;
const LEFT_OF_WORDS = 84;
const [TOP, BOTTOM] = [10, 22];
const MOST = 12;

export function History(props: {
  title: string;
  points: readonly Point[];
  /** A value with its unit, and a tick without. */
  says: (value: number) => string;
  tick: (value: number) => string;
  /** Where the figure is one of some words in order, their number. */
  words?: number;
}) {
  const left = props.words ? LEFT_OF_WORDS : LEFT;
  const points = props.points.slice(-MOST);
  const all = points.flatMap((point) => [
    point.low,
    point.high,
    ...(point.value === null ? [] : [point.value]),
  ]);
  if (!all.length) return null;
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const step = props.words ? 1 : niceStep(Math.max(high - low, 1e-3) / 3);
  const [start, end] = props.words
    ? [0, props.words - 1]
    : [Math.floor(low / step) * step, Math.ceil(high / step) * step];
  const y = (value: number) => H - BOTTOM - ((H - TOP - BOTTOM) * (value - start)) / (end - start);
  const apart = Math.min(38, (W - left - 16) / points.length);
  const x = (i: number) => left + 18 + i * apart;
  // A word is as wide as the way to the next.
  const half = props.words ? (H - TOP - BOTTOM) / (props.words - 1) / 2.4 : 0;
  const ticks = Array.from({ length: Math.round((end - start) / step) + 1 }, (_, i) => start + i * step);
  const held = points.filter(
    ({ value, low, high }) => value !== null && value >= low && value <= high,
  ).length;
  const known = points.filter(({ value }) => value !== null).length;
  return (
    <figure className="w-75 max-w-full">
      <figcaption className="flex flex-wrap items-baseline justify-between gap-x-2">
        <span className="font-bold">{props.title}</span>
        <span className="text-note text-quiet">
          {known ? `${held} of ${known} in the range foretold` : "not measured yet"}
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={`${props.title}: ${points
          .map((point) => `${point.name} ${point.value === null ? "not measured" : props.says(point.value)}`)
          .join(", ")}`}
        className="block w-full"
      >
        {ticks.map((tick) => (
          <g key={tick}>
            <line x1={left} x2={W} y1={y(tick)} y2={y(tick)} stroke={colour.line} />
            <text x={left - 6} y={y(tick) + 4.5} fontSize={13} textAnchor="end" fill={colour.faint}>
              {props.tick(tick)}
            </text>
          </g>
        ))}
        {points.map((point, i) => (
          <g key={point.name}>
            <rect
              x={x(i) - 8}
              y={y(point.high) - half}
              width={16}
              height={Math.max(3, y(point.low) - y(point.high) + 2 * half)}
              rx={5}
              fill={colour.well}
              stroke={colour.edge}
            />
            {point.value !== null && (
              <circle
                cx={x(i)}
                cy={y(point.value)}
                r={props.words ? 7 : 5.5}
                fill={point.fill ?? colour.ink}
                stroke={colour.ink}
                strokeWidth={point.fill ? 1.5 : 0}
              />
            )}
            <text x={x(i)} y={H - 5} fontSize={13} textAnchor="middle" fill={colour.faint}>
              {point.name}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}

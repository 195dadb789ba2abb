/** Width against one factor, with its 90% band; evenly spaced, because what matters is which way and how much. */

import type { Schemas } from "../client/api";
import { colour } from "../theme/tokens";
import { length, type UnitsOf } from "../words/numbers";
import { niceStep } from "./geometry";

type WhatIf = Schemas["WhatIf"];

const W = 620;
const H = 270;
const LEFT = 70;
const BOTTOM = 44;

export function Curve({ found, kitchen }: { found: WhatIf; kitchen: UnitsOf }) {
  const points = found.points;
  const low = Math.min(...points.map((point) => point.diameter_mm.low));
  const high = Math.max(...points.map((point) => point.diameter_mm.high));
  const step = niceStep((high - low) / 4);
  const bottom = Math.floor(low / step) * step;
  const top = Math.ceil(high / step) * step;
  const x = (i: number) => LEFT + 30 + ((W - LEFT - 60) * i) / Math.max(1, points.length - 1);
  const y = (mm: number) => 12 + ((H - 12 - BOTTOM) * (top - mm)) / (top - bottom);
  const line = (key: "value" | "low" | "high") =>
    points.map((point, i) => `${x(i)},${y(point.diameter_mm[key])}`);
  const ticks = Array.from({ length: Math.round((top - bottom) / step) + 1 }, (_, i) => bottom + i * step);
  const now = points.findIndex((point) => point.now);
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`Width over ${found.factor}, with its range; the table below says the same`}
      className="w-full"
    >
      {ticks.map((mm) => (
        <g key={mm}>
          <line x1={LEFT} x2={W - 10} y1={y(mm)} y2={y(mm)} stroke={colour.line} />
          <text x={LEFT - 8} y={y(mm) + 5} fontSize={14} textAnchor="end" fill={colour.ink}>
            {length(mm, kitchen)}
          </text>
        </g>
      ))}
      <polygon points={[...line("high"), ...line("low").reverse()].join(" ")} fill={colour.baked} />
      <polyline points={line("value").join(" ")} fill="none" stroke={colour.ink} strokeWidth={2.5} />
      {points.map((point, i) => (
        <g key={point.label}>
          <circle
            cx={x(i)}
            cy={y(point.diameter_mm.value)}
            r={point.now ? 8 : 4.5}
            fill={point.now ? colour.enamel : colour.ink}
            stroke={colour.ink}
            strokeWidth={2.5}
          />
          <text
            x={x(i) + (i === points.length - 1 && point.label.length > 6 ? 30 : 0)}
            y={H - 22}
            fontSize={14}
            fontWeight={point.now ? 700 : 400}
            textAnchor={i === points.length - 1 && point.label.length > 6 ? "end" : "middle"}
            fill={colour.ink}
          >
            {point.label}
          </text>
        </g>
      ))}
      {now >= 0 && (
        <text x={x(now)} y={H - 4} fontSize={13} textAnchor="middle" fill={colour.quiet}>
          now
        </text>
      )}
    </svg>
  );
}

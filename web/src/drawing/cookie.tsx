/** Cookies drawn to scale: millimetres in, pixels out. Flat, with a little crumb; raw is an outline, baked is filled. */

import type { ReactNode, Ref } from "react";
import { colour } from "../theme/tokens";

/** Crumb at fixed pseudo-random places, so that the same cookie always looks the same. */
function crumbs(radius: number, seed = 1): { x: number; y: number; r: number }[] {
  let state = seed * 2654435761;
  const next = () => {
    state = (Math.imul(state ^ (state >>> 15), 2246822519) + 374761393) >>> 0;
    return state / 4294967296;
  };
  return Array.from({ length: 9 }, () => {
    const angle = next() * 2 * Math.PI;
    const out = Math.sqrt(next()) * radius * 0.78;
    return { x: Math.cos(angle) * out, y: Math.sin(angle) * out, r: radius * (0.035 + 0.05 * next()) };
  });
}

export function BakedRound({ x, y, radius, seed }: { x: number; y: number; radius: number; seed?: number }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <circle
        r={radius}
        fill={colour.baked}
        stroke={colour.rim}
        strokeWidth={Math.max(0.8, radius * 0.035)}
      />
      {crumbs(radius, seed).map((crumb) => (
        <circle key={`${crumb.x}`} cx={crumb.x} cy={crumb.y} r={crumb.r} fill={colour.crumb} />
      ))}
    </g>
  );
}

/** A figure laid of rope, from above: a ring of its strand, filled when the strand closes the middle. */
export function Strand({
  x,
  y,
  across,
  strand,
  baked,
}: {
  x: number;
  y: number;
  across: number;
  strand: number;
  baked: boolean;
}) {
  const inner = Math.max(0, across / 2 - strand);
  return (
    <g
      transform={`translate(${x} ${y})`}
      fill={baked ? colour.baked : colour.raw}
      stroke={colour.rim}
      strokeWidth={1}
    >
      <circle r={across / 2} />
      {inner > 0.5 && <circle r={inner} fill={colour.enamel} />}
    </g>
  );
}

/** A ruler of `span` mm with a tick every 10, in the drawing's own millimetres. */
export function Ruler({ span, us, size = 8 }: { span: number; us?: boolean; size?: number }) {
  const step = us ? 25.4 / 4 : 10;
  const labelled = us ? 4 : 5;
  const ticks = Math.floor(span / step);
  return (
    <g stroke={colour.rim} strokeWidth={0.5}>
      <line x1={0} y1={0} x2={ticks * step} y2={0} />
      {Array.from({ length: ticks + 1 }, (_, i) => (
        <line key={`${i * step}`} x1={i * step} y1={0} x2={i * step} y2={i % labelled ? 2 : 4} />
      ))}
      {Array.from({ length: Math.floor(ticks / labelled) + 1 }, (_, i) => (
        <text
          key={`label${i * step}`}
          x={i * step * labelled}
          y={size + 3}
          fontSize={size}
          textAnchor="middle"
          stroke="none"
          fill={colour.rim}
        >
          {us ? `${i}` : i * step * labelled}
          {i === 0 ? (us ? " in" : " mm") : ""}
        </text>
      ))}
    </g>
  );
}

export function Drawing({
  width,
  height,
  label,
  children,
  className,
  ref,
}: {
  width: number;
  height: number;
  label: string;
  children: ReactNode;
  className?: string;
  ref?: Ref<SVGSVGElement>;
}) {
  return (
    <svg
      ref={ref}
      viewBox={`0 0 ${width} ${height}`}
      role={ref ? "group" : "img"}
      aria-label={label}
      className={className}
    >
      {children}
    </svg>
  );
}

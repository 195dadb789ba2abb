/** What every drawing to scale has: its frame with a name, and a ruler. */

import type { ReactNode, Ref } from "react";
import { colour } from "../theme/tokens";

/** A ruler of `span` mm with a tick every 10; in the drawing's own millimetres, or `scale` of its units to one. */
export function Ruler(props: { span: number; us?: boolean; size?: number; scale?: number }) {
  const { span, us, size = 8, scale = 1 } = props;
  const step = us ? 25.4 / 4 : 10;
  const labelled = us ? 4 : span > 400 ? 10 : 5;
  const ticks = Math.floor(span / step);
  const long = scale === 1 ? 4 : 7;
  return (
    <g stroke={colour.rim} strokeWidth={scale === 1 ? 0.5 : 1}>
      <line x1={0} y1={0} x2={ticks * step * scale} y2={0} />
      {Array.from({ length: ticks + 1 }, (_, i) => (
        <line
          key={`${i * step}`}
          x1={i * step * scale}
          y1={0}
          x2={i * step * scale}
          y2={i % labelled ? long / 2 : long}
        />
      ))}
      {Array.from({ length: Math.floor(ticks / labelled) + 1 }, (_, i) => (
        <text
          key={`label${i * step}`}
          x={i * step * labelled * scale}
          y={size + (scale === 1 ? 3 : 7)}
          fontSize={size}
          textAnchor={i ? "middle" : "start"}
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

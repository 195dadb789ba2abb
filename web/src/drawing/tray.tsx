/** One loaded tray, seen from above, to scale. Pieces can be dragged, or moved with the arrow keys. */

import { useRef, useState } from "react";
import type { Schemas } from "../client/api";
import { colour } from "../theme/tokens";
import { Drawing, Ruler } from "./cookie";
import { boxRing, type Ring } from "./geometry";
import { Bound, Piece, type PieceShape } from "./outline";

type TrayPlan = Schemas["TrayPlan"];
const KEY_STEP_MM = 5;

export function TrayDrawing({
  plan,
  shape,
  widest,
  us,
  onMove,
}: {
  plan: TrayPlan;
  shape: PieceShape;
  widest: PieceShape;
  us: boolean;
  onMove?: (index: number, x: number, y: number) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ index: number; x: number; y: number }>();
  const { width_mm: w, depth_mm: d, outer_width_mm: outer } = plan.tray;
  // As measured, where it was; a thin rim is drawn all the same, to show where the tray ends.
  const rim = outer == null ? 10 : Math.max(4, (outer - w) / 2);
  const touching = new Set(plan.layout.touches.flatMap((touch) => [touch.a, touch.b]));
  const at = (event: React.PointerEvent) => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return { x: point.x - rim, y: point.y - rim };
  };
  return (
    <Drawing
      ref={svg}
      width={w + 2 * rim}
      height={d + 2 * rim + 16}
      label={`${plan.tray.name}, ${plan.layout.places.length} ${plan.unit}s drawn to scale`}
      className="max-h-full w-full touch-none"
    >
      <rect
        x={1}
        y={1}
        width={w + 2 * rim - 2}
        height={d + 2 * rim - 2}
        rx={16}
        fill={colour.enamel}
        stroke={colour.rim}
        strokeWidth={2}
      />
      <rect
        x={rim}
        y={rim}
        width={w}
        height={d}
        rx={8}
        fill={colour.well}
        stroke={colour.line}
        strokeWidth={1}
      />
      {plan.layout.places.map((place, i) => {
        const now = drag?.index === i ? drag : { x: place.x_mm, y: place.y_mm };
        const [x, y] = [rim + now.x, rim + now.y];
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: a movable piece has the role of an image with keys
          <g
            key={i}
            tabIndex={onMove ? 0 : undefined}
            role={onMove ? "button" : undefined}
            aria-label={
              onMove
                ? `Piece ${i + 1}${touching.has(i) ? ", may touch" : ""}: move with the arrow keys`
                : undefined
            }
            className={onMove && "cursor-grab"}
            onPointerDown={(event) => {
              if (!onMove) return;
              event.currentTarget.setPointerCapture(event.pointerId);
              setDrag({ index: i, ...at(event) });
            }}
            onPointerMove={(event) => drag?.index === i && setDrag({ index: i, ...at(event) })}
            onPointerUp={() => {
              if (drag?.index === i) onMove?.(i, drag.x, drag.y);
              setDrag(undefined);
            }}
            onKeyDown={(event) => {
              const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[
                event.key
              ];
              if (!step || !onMove) return;
              event.preventDefault();
              onMove(i, place.x_mm + KEY_STEP_MM * (step[0] ?? 0), place.y_mm + KEY_STEP_MM * (step[1] ?? 0));
            }}
          >
            <Bound x={x} y={y} shape={widest} turned={place.turned} dark={touching.has(i)} />
            <Piece x={x} y={y} shape={shape} baked turned={place.turned} seed={i + 1} />
            {touching.has(i) && (
              <text x={x} y={y + 6} fontSize={18} fontWeight={800} textAnchor="middle" fill={colour.stopEdge}>
                !
              </text>
            )}
          </g>
        );
      })}
      <g transform={`translate(${rim} ${d + 2 * rim + 3})`}>
        <Ruler span={w} us={us} />
      </g>
    </Drawing>
  );
}

/** A plan's pieces: their own outline, or the box or round they may fill. */
export function widestOf(plan: TrayPlan, outline?: Ring): PieceShape {
  const { width_mm: w, depth_mm: d, round } = plan.widest;
  if (round) return { diameter: w };
  return { diameter: w, ring: outline?.length ? outline : boxRing(w, d) };
}

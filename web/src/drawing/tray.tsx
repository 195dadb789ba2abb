/** One loaded tray, seen from above, to scale. Pieces can be dragged, or moved with the arrow keys. */

import { useId, useRef, useState } from "react";
import type { Schemas } from "../client/api";
import { colour } from "../theme/tokens";
import { Drawing, Ruler } from "./cookie";
import { type Crust, CrustFill } from "./crust";
import { boxRing, type Ring } from "./geometry";
import { Bound, Piece, type PieceShape } from "./outline";

type TrayPlan = Schemas["TrayPlan"];
const KEY_STEP_MM = 5;
const TAP_PX = 6;
const BURST_MS = 900;

/** A piece in hand: where it is, and where on it the finger holds it. */
interface Drag {
  index: number;
  x: number;
  y: number;
  grip: { x: number; y: number };
  from: { clientX: number; clientY: number };
  moved: boolean;
}

export function TrayDrawing({
  plan,
  shape,
  widest,
  us,
  crust,
  onMove,
}: {
  plan: TrayPlan;
  shape: PieceShape;
  widest: PieceShape;
  us: boolean;
  crust: Crust;
  onMove?: (index: number, x: number, y: number) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const fill = useId();
  const [drag, setDrag] = useState<Drag>();
  const steps = useRef<{ index: number; last: number; x: number; y: number }>(undefined);
  const { width_mm: w, depth_mm: d, outer_width_mm: outer } = plan.tray;
  // As measured, where it was; a thin rim is drawn all the same, to show where the tray ends.
  const rim = outer == null ? 10 : Math.max(4, (outer - w) / 2);
  const touching = new Set(plan.layout.touches.flatMap((touch) => [touch.a, touch.b]));
  const at = (event: React.PointerEvent) => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    return new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
  };
  const lift = (event: React.PointerEvent, index: number, x: number, y: number) => {
    const point = at(event);
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ index, x, y, grip: { x: point.x - x, y: point.y - y }, from: event, moved: false });
  };
  const carry = (event: React.PointerEvent) => {
    if (!drag) return;
    const far = Math.hypot(event.clientX - drag.from.clientX, event.clientY - drag.from.clientY);
    if (!drag.moved && far < TAP_PX) return; // a tap is not a move
    const point = at(event);
    setDrag({ ...drag, x: point.x - drag.grip.x, y: point.y - drag.grip.y, moved: true });
  };
  /** Steps of a held key add up here, however late the plan follows. */
  const step = (index: number, place: { x_mm: number; y_mm: number }, by: readonly number[]) => {
    const now = Date.now();
    const held =
      steps.current?.index === index && now - steps.current.last < BURST_MS ? steps.current : undefined;
    const x = (held?.x ?? place.x_mm) + KEY_STEP_MM * (by[0] ?? 0);
    const y = (held?.y ?? place.y_mm) + KEY_STEP_MM * (by[1] ?? 0);
    steps.current = { index, last: now, x, y };
    onMove?.(index, x, y);
  };
  return (
    <Drawing
      ref={svg}
      width={w + 2 * rim}
      height={d + 2 * rim + 16}
      label={`${plan.tray.name}, ${plan.layout.places.length} ${plan.unit}s drawn to scale`}
      className="max-h-full w-full"
    >
      <defs>
        <CrustFill id={fill} crust={crust} />
      </defs>
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
            className={onMove && "cursor-grab touch-none"}
            onPointerDown={(event) => onMove && lift(event, i, place.x_mm, place.y_mm)}
            onPointerMove={(event) => drag?.index === i && carry(event)}
            onPointerUp={() => {
              if (drag?.index === i && drag.moved) onMove?.(i, drag.x, drag.y);
              setDrag(undefined);
            }}
            onPointerCancel={() => setDrag(undefined)}
            onKeyDown={(event) => {
              const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[
                event.key
              ];
              if (!by || !onMove) return;
              event.preventDefault();
              step(i, place, by);
            }}
          >
            <Bound x={x} y={y} shape={widest} turned={place.turned} dark={touching.has(i)} />
            <Piece x={x} y={y} shape={shape} fill={`url(#${fill})`} turned={place.turned} />
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

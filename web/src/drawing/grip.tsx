/** A knob on a drawing, by which a figure is set. */
import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import { length, thickness } from "../words/numbers";

/** A figure that is set by dragging: millimetres of the raw piece as drawn. */
export interface Handle {
  label: string;
  mm: number;
  min: number;
  max: number;
  /** Takes hold of the figure as it is now; what is given then sets it, however late the drawing follows. */
  grab: () => (mm: number) => void;
}

/** Half the knob's own room. */
export const GRIP_PX = 22;
const BURST_MS = 700;

/** A knob on the drawing: dragged, or moved by the arrow keys (with Shift five at a time). */
export function Grip(props: {
  handle: Handle;
  us: boolean;
  along: "x" | "y";
  scale: number;
  /** The edge is half as far from the middle as the figure is wide. */
  twice?: boolean;
  style: { left: number; top: number };
}) {
  const { handle, along, scale } = props;
  const start = useRef<{ at: number; mm: number; set: (mm: number) => void }>(undefined);
  const burst = useRef<{ last: number; mm: number; set: (mm: number) => void }>(undefined);
  const inside = (mm: number) => Math.min(handle.max, Math.max(handle.min, mm));
  const at = (event: PointerEvent) => (along === "x" ? event.clientX : -event.clientY);
  const onKey = (event: KeyboardEvent) => {
    const by = event.shiftKey ? 5 : 1;
    const step = { ArrowRight: by, ArrowUp: by, ArrowLeft: -by, ArrowDown: -by }[event.key];
    if (!step) return;
    event.preventDefault();
    // Held down, the key is faster than the drawing: steps add up from where the burst began.
    const now = Date.now();
    const held = burst.current && now - burst.current.last < BURST_MS ? burst.current : undefined;
    const set = held?.set ?? handle.grab();
    const mm = inside(Math.round(held?.mm ?? handle.mm) + step);
    burst.current = { last: now, mm, set };
    set(mm);
  };
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={handle.label}
      aria-valuenow={Math.round(handle.mm * 10) / 10}
      aria-valuemin={Math.round(handle.min)}
      aria-valuemax={Math.round(handle.max)}
      aria-valuetext={(handle.mm < 20 ? thickness : length)(handle.mm, { units: props.us ? "us" : "metric" })}
      aria-orientation={along === "x" ? "horizontal" : "vertical"}
      title={`${handle.label}: drag, or use the arrow keys`}
      style={props.style}
      className={`no-print absolute flex size-11 touch-none items-center justify-center ${along === "x" ? "cursor-ew-resize" : "cursor-ns-resize"}`}
      onKeyDown={onKey}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        start.current = { at: at(event), mm: handle.mm, set: handle.grab() };
      }}
      onPointerMove={(event) => {
        const from = start.current;
        if (from) from.set(inside(from.mm + ((at(event) - from.at) / scale) * (props.twice ? 2 : 1)));
      }}
      onPointerUp={() => {
        start.current = undefined;
      }}
      onPointerCancel={() => {
        start.current = undefined;
      }}
    >
      <span
        aria-hidden
        className="flex size-7 items-center justify-center rounded-full border-2 border-ink bg-raised text-note leading-none font-bold"
      >
        {along === "x" ? "↔" : "↕"}
      </span>
    </div>
  );
}

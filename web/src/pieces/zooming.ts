/** Nearer and further away by wheel and by two fingers. */
import { useEffect, useRef } from "react";

/** Wheel with the control key (which a pinch on a touchpad is) and two fingers on a screen. */
export function useZoom(onZoom: (by: 1 | -1) => void) {
  const box = useRef<HTMLElement>(null);
  const zoom = useRef(onZoom);
  zoom.current = onZoom;
  useEffect(() => {
    const at = box.current;
    if (!at) return;
    let apart = 0;
    const between = ({ touches: [a, b] }: TouchEvent) =>
      a && b ? Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY) : 0;
    const wheel = (event: WheelEvent) => {
      if (!event.ctrlKey) return;
      event.preventDefault();
      zoom.current(event.deltaY < 0 ? 1 : -1);
    };
    const touch = (event: TouchEvent) => {
      apart = between(event);
    };
    const move = (event: TouchEvent) => {
      const now = between(event);
      if (!now || !apart) return;
      event.preventDefault();
      if (now > apart * PINCH || now < apart / PINCH) {
        zoom.current(now > apart ? 1 : -1);
        apart = now;
      }
    };
    at.addEventListener("wheel", wheel, { passive: false });
    at.addEventListener("touchstart", touch, { passive: true });
    at.addEventListener("touchmove", move, { passive: false });
    return () => {
      at.removeEventListener("wheel", wheel);
      at.removeEventListener("touchstart", touch);
      at.removeEventListener("touchmove", move);
    };
  }, []);
  return box;
}

const PINCH = 1.35; // fingers so many times further apart are one step

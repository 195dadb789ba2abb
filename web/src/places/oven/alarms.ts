/** What rings, and how: three tones made here, the tab's title, a notification, a shake; again and again until it is answered. */
import { useEffect, useRef, useState } from "react";
import type { Alarm, RunNow } from "../../client/runs";

export type Ring = Alarm["tone"];
const AGAIN_MS: Record<Ring, number> = { act: 6000, look: 9000, know: Number.POSITIVE_INFINITY };
const QUIET_MS = 45_000; // "I hear it" keeps it still for so long
const OLD_MS = 10 * 60_000; // what is older than that does not begin to ring

export interface Loudness {
  sound: boolean;
  /** No sound from one hour to another (minutes of the day), where that is wanted. */
  quiet: [number, number] | null;
}

const KEPT = "finebatch.oven.loudness";

export function useLoudness() {
  const [loud, setLoud] = useState<Loudness>(() => {
    try {
      return { sound: true, quiet: null, ...JSON.parse(localStorage.getItem(KEPT) ?? "{}") };
    } catch {
      return { sound: true, quiet: null };
    }
  });
  const keep = (next: Loudness) => {
    setLoud(next);
    try {
      localStorage.setItem(KEPT, JSON.stringify(next));
    } catch {
      // kept for this visit alone
    }
  };
  return [loud, keep] as const;
}

/** Whether it is an hour in which no sound is wanted. */
export function isQuiet({ quiet }: Loudness, moment: Date): boolean {
  if (!quiet) return false;
  const now = moment.getHours() * 60 + moment.getMinutes();
  const [from, to] = quiet;
  return from <= to ? now >= from && now < to : now >= from || now < to;
}

/** Each tone by its own rise and rhythm: look goes up softly, act hammers, know is one low note. */
const NOTES: Record<Ring, readonly (readonly [number, number, number])[]> = {
  look: [
    [523, 0, 0.18],
    [659, 0.22, 0.18],
    [784, 0.44, 0.3],
  ],
  act: [
    [880, 0, 0.14],
    [880, 0.2, 0.14],
    [880, 0.4, 0.14],
    [1175, 0.62, 0.36],
  ],
  know: [[392, 0, 0.4]],
};

let context: AudioContext | undefined;

/** Sound is for pages that were touched: the first tap opens it. */
export function openSound() {
  try {
    context ??= new AudioContext();
    if (context.state === "suspended") context.resume().catch(() => undefined);
  } catch {
    context = undefined;
  }
}

export const soundIsOpen = () => context?.state === "running";

export function play(ring: Ring) {
  if (!context) openSound();
  if (!context) return;
  const start = context.currentTime + 0.02;
  for (const [hertz, after, length] of NOTES[ring]) {
    const tone = context.createOscillator();
    const loudness = context.createGain();
    tone.type = ring === "act" ? "square" : "triangle";
    tone.frequency.value = hertz;
    loudness.gain.setValueAtTime(0, start + after);
    loudness.gain.linearRampToValueAtTime(ring === "act" ? 0.22 : 0.3, start + after + 0.02);
    loudness.gain.linearRampToValueAtTime(0, start + after + length);
    tone.connect(loudness).connect(context.destination);
    tone.start(start + after);
    tone.stop(start + after + length + 0.05);
  }
}

const WEIGHT: Record<Ring, number> = { act: 0, look: 1, know: 2 };

/** What rings now: the most pressing of what is due and not done; nothing where that was heard a moment ago. */
export function useAlarms(run: RunNow, now_ms: number, done: (id: string) => boolean, loud: Loudness) {
  const [heard, setHeard] = useState<Record<string, number>>({});
  const told = useRef<Record<string, number>>({});
  const due = run.alarms
    .filter(({ id, at }) => Date.parse(at) <= now_ms && now_ms - Date.parse(at) < OLD_MS && !done(id))
    .filter(({ id, tone }) => tone !== "know" || told.current[id] === undefined || isFresh(told.current[id]))
    .sort((a, b) => WEIGHT[a.tone] - WEIGHT[b.tone] || a.at.localeCompare(b.at))[0];
  const still = due !== undefined && (heard[due.id] ?? 0) > Date.now() - QUIET_MS;
  const id = due?.id;
  const tone = due?.tone;
  const says = due?.says ?? "";
  const audible = loud.sound && !isQuiet(loud, new Date());
  useEffect(() => {
    if (!id || !tone || still) return;
    let timer: ReturnType<typeof setTimeout>;
    const ring = () => {
      told.current[id] = Date.now();
      if (audible) play(tone);
      if (tone !== "know") navigator.vibrate?.(tone === "act" ? [300, 120, 300] : [180]);
      if (Number.isFinite(AGAIN_MS[tone])) timer = setTimeout(ring, AGAIN_MS[tone]);
    };
    ring();
    if (document.hidden) notify(says);
    return () => clearTimeout(timer);
  }, [id, tone, still, audible, says]);
  const ringing = due && !still ? due : undefined;
  return { ringing, hear: () => due && setHeard((was) => ({ ...was, [due.id]: Date.now() })) };
}

/** A word rings once, and stays on the screen for a few seconds. */
const isFresh = (told_ms: number) => Date.now() - told_ms < 6000;

function notify(says: string) {
  try {
    if ("Notification" in globalThis && Notification.permission === "granted")
      new Notification("Fine Batch", { body: says, tag: "finebatch-oven", requireInteraction: true });
  } catch {
    // some browsers only let a service worker do that: the title and the sound remain
  }
}

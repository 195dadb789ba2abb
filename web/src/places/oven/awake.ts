/** Keeps the screen on while a day is run: by the browser's own lock, or where that is not to be had by a muted picture that plays. */
import { useEffect, useState } from "react";

export type Awake = "lock" | "picture" | "no";

export function useAwake(on: boolean): Awake | undefined {
  const [how, setHow] = useState<Awake>();
  useEffect(() => {
    if (!on) return;
    let lock: WakeLockSentinel | undefined;
    let picture: Playing | undefined;
    let gone = false;
    const hold = async () => {
      if (document.visibilityState !== "visible" || (lock && !lock.released)) return;
      try {
        lock = await navigator.wakeLock.request("screen");
        if (gone) await lock.release();
        else setHow("lock");
      } catch {
        picture ??= await playing();
        if (!gone) setHow(picture ? "picture" : "no");
      }
    };
    hold();
    // The lock falls when the page is hidden, and a picture may only play after a touch.
    const again = () => hold();
    document.addEventListener("visibilitychange", again);
    document.addEventListener("pointerdown", again, { once: true });
    return () => {
      gone = true;
      lock?.release().catch(() => undefined);
      picture?.stop();
      document.removeEventListener("visibilitychange", again);
      document.removeEventListener("pointerdown", again);
    };
  }, [on]);
  return how;
}

interface Playing {
  stop: () => void;
}

/** A picture of two pixels made here, played without end; none where the browser will not. */
async function playing(): Promise<Playing | undefined> {
  const canvas = document.createElement("canvas");
  canvas.width = canvas.height = 2;
  const brush = canvas.getContext("2d");
  const video = document.createElement("video");
  const timer = setInterval(() => brush?.fillRect(0, 0, 2, 2), 1000);
  const stop = () => {
    clearInterval(timer);
    video.remove();
  };
  try {
    video.srcObject = canvas.captureStream(1);
    video.muted = true;
    video.loop = true;
    video.playsInline = true;
    video.setAttribute("aria-hidden", "true");
    video.style.cssText = "position:fixed;width:1px;height:1px;opacity:0;pointer-events:none";
    document.body.append(video);
    await video.play();
    return { stop };
  } catch {
    stop();
    return undefined;
  }
}

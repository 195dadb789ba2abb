/** Spans as a clock at the oven shows them. */

/** "1:40", "12:05", "1:02:00"; a minus before what is past. */
export function countdown(ms: number): string {
  const total = Math.abs(Math.trunc(ms / 1000));
  const hours = Math.floor(total / 3600);
  const minutes = Math.floor((total % 3600) / 60);
  const seconds = String(total % 60).padStart(2, "0");
  const sign = ms <= -1000 ? "−" : "";
  return hours
    ? `${sign}${hours}:${String(minutes).padStart(2, "0")}:${seconds}`
    : `${sign}${minutes}:${seconds}`;
}

/** "in 4 min", "now", "3 min late". */
export function away(ms: number): string {
  const minutes = Math.round(ms / 60_000);
  if (minutes > 90) return `in ${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")}`;
  if (minutes >= 1) return `in ${minutes} min`;
  return minutes <= -1 ? `${-minutes} min late` : "now";
}

/** How long something may wait: "may wait 5 min", "cannot wait". */
export function wait(seconds: number): string {
  if (seconds >= 3600) return "has time";
  if (seconds < 45) return "no time to wait";
  return `may wait ${Math.round(seconds / 60)} min`;
}

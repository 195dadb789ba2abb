/** Says that what is shown was kept on this device, and asks for the kitchen computer until it answers again. */
import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, need } from "../client/api";
import { useKeptAt } from "../client/kept";
import { useKitchen } from "../client/kitchen";
import { clock, day } from "../words/numbers";

const ASK_AGAIN_MS = 3000;

export function Kept() {
  const at = useKeptAt();
  const away = at !== undefined;
  const queries = useQueryClient();
  const { data: kitchen } = useKitchen();
  useEffect(() => {
    if (!away) return;
    const timer = setInterval(() => {
      need(api.GET("/api/health")).then(
        () => queries.invalidateQueries(),
        () => undefined,
      );
    }, ASK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [away, queries]);
  if (!at) return null;
  const units = kitchen ?? { units: "metric" as const };
  return (
    <p role="status" className="no-print border-b-[1.5px] border-rim bg-soft px-5 py-2 font-medium">
      The kitchen computer does not answer. This is how things stood on {day(at, units)}, {clock(at, units)}:
      to be read. What you change waits here.
    </p>
  );
}

/** What the bakes have taught of this oven and of these hands; a new oven begins anew. */
import { useState } from "react";
import type { Kitchen, Schemas } from "../../client/api";
import { useHabits } from "../../client/bakes";
import { Button } from "../../pieces/controls";
import { Ask } from "../../pieces/dialog";
import { Panel } from "../../pieces/notes";
import { plural } from "../../words/numbers";

type Leaning = Schemas["Leaning"];

export function Learned({
  kitchen,
  onKitchen,
}: {
  kitchen: Kitchen;
  onKitchen: (part: Partial<Kitchen>) => void;
}) {
  const { data } = useHabits();
  const [asking, ask] = useState(false);
  if (!data) return null;
  return (
    <Panel title="What was learned here">
      <div className="grid gap-2 p-4 text-plain">
        {data.bakes === 0 ? (
          <p className="text-quiet">
            Nothing yet. Bakes that are written down in the notebook tell how this oven bakes and how even
            your cookies are.
          </p>
        ) : (
          <>
            <p className="text-quiet">
              From {plural(data.bakes, "bake")} of {plural(Math.max(1, data.doughs), "dough")} in this oven:
            </p>
            <ul className="grid list-disc gap-1 pl-5">
              {data.minutes && <li>{slower(data.minutes)}</li>}
              {data.oven_c && <li>{hotter(data.oven_c, kitchen)}</li>}
              {data.scatter_pct != null && (
                <li>
                  The cookies of one bake differ by about {data.scatter_pct.toFixed(1)}% in width
                  {data.scatter_pct > 4
                    ? ": a scoop or a scale would even them."
                    : ": as even as hands make them."}
                </li>
              )}
              {data.drift.length > 1 && <li>{drifts(data.drift)}</li>}
            </ul>
          </>
        )}
        {data.bakes > 0 && (
          <>
            <p className="text-note text-quiet">
              A single bake is left out, or put aside, in the notebook. A new oven begins anew; what the
              doughs taught stays.
            </p>
            <Button className="justify-self-start" onClick={() => ask(true)}>
              This is a new oven
            </Button>
          </>
        )}
      </div>
      {asking && (
        <Ask
          title="Begin anew with this oven?"
          yes="It is a new oven"
          onYes={() => {
            onKitchen({ oven_number: kitchen.oven_number + 1 });
            ask(false);
          }}
          onNo={() => ask(false)}
        >
          What was learned of the oven until now stays with the old one. The bakes stay in the notebook, and
          what they taught of each dough.
        </Ask>
      )}
    </Panel>
  );
}

const percent = (pct: number) => `${Math.abs(pct).toFixed(0)}%`;

/** Never the oven's heat: minutes alone do not tell it. */
function slower({ pct, low_pct, high_pct }: Leaning): string {
  const give = (high_pct - low_pct) / 2;
  if (low_pct < 0 && high_pct > 0)
    return `Bakes take about as long here as in most kitchens (${pct > 0 ? "+" : "−"}${percent(pct)}, give or take ${percent(give)}).`;
  return `Bakes take ${percent(pct)} ${pct > 0 ? "longer" : "less time"} here than in most kitchens (give or take ${percent(give)}).`;
}

function hotter([off, low, high]: readonly number[], { scale }: Kitchen): string {
  const step = scale === "f" ? 1.8 : 1;
  const say = (kelvin = 0) => `${Math.abs(kelvin * step).toFixed(0)} °${scale === "f" ? "F" : "C"}`;
  return `By the thermometer it is ${say(off)} ${(off ?? 0) > 0 ? "hotter" : "cooler"} than its dial (give or take ${say(((high ?? 0) - (low ?? 0)) / 2)}).`;
}

function drifts(months: readonly Schemas["Drift"][]): string {
  const [first, last] = [months[0], months.at(-1)];
  if (!first || !last) return "";
  const change = last.minutes_pct - first.minutes_pct;
  return Math.abs(change) < 5
    ? "Its minutes have been steady over the months."
    : `Since ${first.month} its minutes have drifted ${percent(change)} ${change > 0 ? "longer" : "shorter"}.`;
}

/** What the bakes have taught of this oven and of these hands; a new oven begins anew. */
import { useState } from "react";
import type { Kitchen, Schemas } from "../../client/api";
import { useHabits, useOvens } from "../../client/bakes";
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
  const { data: ovens } = useOvens();
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
              {data.width && <li>{wider(data.width)}</li>}
              {data.oven_off_k && <li>{hotter(data.oven_off_k, kitchen)}</li>}
              {data.scatter_pct != null && (
                <li>
                  The cookies of one bake differ by about {data.scatter_pct.toFixed(1)}% in width
                  {data.uneven ? ": a scoop or a scale would even them." : ": as even as hands make them."}
                </li>
              )}
              {data.drift.length > 1 && <li>{drifts(data)}</li>}
            </ul>
          </>
        )}
        {ovens?.map((oven) => (
          <p key={oven.oven}>{watched(oven, kitchen, ovens.length > 1)}</p>
        ))}
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

function wider({ pct, low_pct, high_pct }: Leaning): string {
  const give = `give or take ${percent((high_pct - low_pct) / 2)}`;
  return low_pct < 0 && high_pct > 0
    ? `Cookies come out about as wide as elsewhere (${pct > 0 ? "+" : "−"}${percent(pct)}, ${give}).`
    : `Cookies come out ${percent(pct)} ${pct > 0 ? "wider" : "narrower"} here than elsewhere (${give}).`;
}

/** Never the oven's heat: minutes alone do not tell it. */
function slower({ pct, low_pct, high_pct }: Leaning): string {
  const give = (high_pct - low_pct) / 2;
  if (low_pct < 0 && high_pct > 0)
    return `Bakes take about as long here as in most kitchens (${pct > 0 ? "+" : "−"}${percent(pct)}, give or take ${percent(give)}).`;
  return `Bakes take ${percent(pct)} ${pct > 0 ? "longer" : "less time"} here than in most kitchens (give or take ${percent(give)}).`;
}

/** How far two temperatures are apart, without a sign. */
const apart =
  ({ scale }: Kitchen) =>
  (kelvin: number) =>
    `${Math.abs(kelvin * (scale === "f" ? 1.8 : 1)).toFixed(0)} °${scale === "f" ? "F" : "C"}`;

function hotter({ value, low, high }: Schemas["Interval"], kitchen: Kitchen): string {
  const say = apart(kitchen);
  return `By the thermometer it is ${say(value)} ${value > 0 ? "hotter" : "cooler"} than its dial (give or take ${say((high - low) / 2)}).`;
}

/** What the thermometer told of an oven on the days that were run. */
function watched(oven: Schemas["OvenKnown"], kitchen: Kitchen, several: boolean): string {
  const say = apart(kitchen);
  const side = (kelvin: number) => `${say(kelvin)} ${kelvin > 0 ? "above" : "below"}`;
  const back =
    oven.recovery_s == null
      ? ""
      : `, and is back from an open door in ${Math.round(oven.recovery_s / 15) / 4} min`;
  return `Watched on ${plural(oven.days, "day")}, ${several ? `oven ${oven.oven}` : "the oven"} read ${side(oven.off_k)} its dial (on another day from ${side(oven.off_low_k)} to ${side(oven.off_high_k)}), swings by ${say(oven.swing_k)} to either side${back}.`;
}

function drifts({ drift, drifted_pct }: Schemas["Habits"]): string {
  if (drifted_pct == null) return "Its minutes have been steady over the months.";
  return `Since ${drift[0]?.month} its minutes have drifted ${percent(drifted_pct)} ${drifted_pct > 0 ? "longer" : "shorter"}.`;
}

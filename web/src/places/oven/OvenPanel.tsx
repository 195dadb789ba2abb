/** The oven with its trays, what its thermometer reads, and what is said of each tray. */
import { holdDoor, type RunNow, type TrayClock } from "../../client/runs";
import { OvenFront } from "../../drawing/oven";
import { OvenTrace } from "../../drawing/runstrip";
import { Button } from "../../pieces/controls";

const TRAYS_SHOWN = 4;

export function OvenPanel(props: {
  run: RunNow;
  trays: readonly TrayClock[];
  now_ms: number;
  heat: (celsius: number) => string;
  onTray: (tray: TrayClock) => void;
}) {
  const { run, trays, now_ms, heat } = props;
  const ovens = run.ovens.length ? run.ovens : [];
  return (
    <section aria-label="In the oven" className="enamel min-h-0 overflow-y-auto px-4 py-2">
      {(ovens.length ? ovens : [undefined]).map((trace) => {
        const oven = trace?.oven ?? 1;
        const mine = trays.filter((tray) => tray.oven === oven);
        const racks = Math.min(
          TRAYS_SHOWN,
          Math.max(1, ...mine.map((tray) => tray.rack), run.racks[oven - 1] ?? 1),
        );
        return (
          <div key={oven}>
            <header className="flex flex-wrap items-baseline justify-between gap-2">
              <h2 className="text-head font-bold">{ovens.length > 1 ? `Oven ${oven}` : "In the oven"}</h2>
              {trace && (
                <p className="text-lead">
                  {trace.read_c != null && <strong>{heat(trace.read_c)} </strong>}
                  <span className="text-quiet">
                    dial {trace.dial}
                    {trace.silent_s != null &&
                      trace.silent_s > 60 &&
                      `, silent for ${Math.round(trace.silent_s / 60)} min`}
                  </span>
                </p>
              )}
            </header>
            <OvenFront racks={racks} trays={mine} now_ms={now_ms} onTray={props.onTray} />
            {run.simulated && !run.rehearsal && (
              <p className="mt-1 text-plain text-quiet">
                This reads the simulated oven.{" "}
                <Button kind="quiet" onClick={() => holdDoor(run.id, 40)}>
                  Hold its door open for 40 s
                </Button>
              </p>
            )}
            {trace && trace.points.length > 3 && <OvenTrace trace={trace} heat={heat} />}
            {mine.map(
              (tray) =>
                run.oven_says?.[tray.load] && (
                  <p key={tray.load} className="mt-1 text-plain">
                    <strong>Tray {tray.tray}:</strong> {run.oven_says[tray.load]}
                  </p>
                ),
            )}
            {mine.map(
              (tray) =>
                tray.note && (
                  <p key={tray.load} className="mt-1 text-plain">
                    <strong>Tray {tray.tray}:</strong> {tray.note}
                  </p>
                ),
            )}
          </div>
        );
      })}
    </section>
  );
}

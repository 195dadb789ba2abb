/** No day is run: which one is to be, now or at its time, or only rehearsed; and the days that were. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import type { ApiError, Kitchen, Schemas } from "../../client/api";
import { keys } from "../../client/keys";
import { usePlan, usePlans } from "../../client/plans";
import { beginRun, showRun } from "../../client/runs";
import { Segments } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { Note, Panel } from "../../pieces/notes";
import { PlaceHeader } from "../../pieces/shell";
import { clock, day } from "../../words/numbers";
import { openSound } from "./alarms";

const SPEEDS = [
  ["10", "10 times"],
  ["30", "30 times"],
  ["60", "60 times"],
] as const;
const MOST_DAYS = 8;
type Speed = (typeof SPEEDS)[number][0];

export function ChooseDay(props: {
  runs: readonly Schemas["RunSummary"][];
  failure: Error | null;
  kitchen: Kitchen;
}) {
  const { runs, failure, kitchen } = props;
  const { plans } = usePlans();
  const [params] = useSearchParams();
  const asked = params.get("plan");
  // The day one comes from stands first, also where it is not among the latest.
  const { data: wanted } = usePlan(asked ?? "", asked !== null);
  const days = [
    ...(wanted ? [{ ...wanted, starts_at: wanted.plan.start, ends_at: wanted.plan.end }] : []),
    ...(plans ?? []).filter((plan) => plan.id !== wanted?.id),
  ].slice(0, MOST_DAYS);
  const [speed, setSpeed] = useState<Speed>("30");
  const [problem, setProblem] = useState<string>();
  const client = useQueryClient();
  const navigate = useNavigate();
  const begin = async (body: Schemas["NewRun"]) => {
    openSound();
    setProblem(undefined);
    try {
      const run = await beginRun(body);
      showRun(client, run);
      client.invalidateQueries({ queryKey: keys.runs });
      navigate(`/oven/${run.id}`);
    } catch (failed) {
      setProblem((failed as ApiError).message);
    }
  };
  const rehearsed = runs.find((run) => run.rehearsal && run.ended_at === null);
  const over = runs.filter((run) => run.ended_at !== null);
  return (
    <>
      <PlaceHeader title="The oven" />
      <div className="grid items-start gap-4 p-5 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Panel title="Which day is run?">
          <div className="grid gap-2 p-4">
            {failure && <Note severity="stop">{failure.message}</Note>}
            {problem && <Note severity="stop">{problem}</Note>}
            {plans?.length === 0 && (
              <Note severity="note">
                A day is planned first, then run.{" "}
                <Link className="underline" to="/day">
                  Plan one
                </Link>
                .
              </Note>
            )}
            <ul className="divide-y divide-line">
              {days.map((plan) => {
                const starts = new Date(plan.starts_at);
                const later = starts.getTime() > Date.now() + 5 * 60_000;
                return (
                  <li key={plan.id} className="flex flex-wrap items-center gap-2 py-3">
                    <span className="min-w-52 flex-1">
                      <Link
                        className="text-head font-bold underline underline-offset-4"
                        to={`/day/${plan.id}`}
                      >
                        {plan.title}
                      </Link>
                      <span className="block text-plain text-quiet">
                        {day(starts, kitchen)}, {clock(starts, kitchen)} to{" "}
                        {clock(new Date(plan.ends_at), kitchen)}
                      </span>
                    </span>
                    <Button
                      kind="main"
                      className="min-h-14"
                      onClick={() => begin({ plan_id: plan.id, begin: "now" })}
                    >
                      Begin now
                    </Button>
                    {later && (
                      <Button
                        className="min-h-14"
                        onClick={() => begin({ plan_id: plan.id, begin: "as_planned" })}
                      >
                        At {clock(starts, kitchen)}
                      </Button>
                    )}
                    <Button
                      className="min-h-14"
                      onClick={() =>
                        begin({
                          plan_id: plan.id,
                          begin: "now",
                          rehearsal: { speed: Number(speed), seed: Math.floor(Math.random() * 1_000_000) },
                        })
                      }
                    >
                      Rehearse
                    </Button>
                  </li>
                );
              })}
            </ul>
          </div>
        </Panel>
        <div className="grid gap-4">
          <Panel title="Rehearsing">
            <div className="grid gap-3 p-4 text-lead">
              <p>
                A rehearsal runs a day fast, in a kitchen that is not yours: its oven lies, its hands may be
                slow, its cookies may brown early. Look, judge and take out; at the end it tells what would
                have become of each tray. Nothing of it is kept.
              </p>
              <Segments label="So fast" value={speed} onValue={setSpeed} options={SPEEDS} />
              {rehearsed && (
                <Button onClick={() => navigate(`/oven/${rehearsed.id}`)}>
                  Back to the rehearsal of {rehearsed.title}
                </Button>
              )}
            </div>
          </Panel>
          {over.length > 0 && (
            <Panel title="Days that were run">
              <ul className="divide-y divide-line px-4">
                {over.slice(0, 6).map((run) => (
                  <li key={run.id} className="py-2.5">
                    <strong>{run.title}</strong>
                    <span className="block text-plain text-quiet">
                      {day(new Date(run.began_at), kitchen)}, {clock(new Date(run.began_at), kitchen)} to{" "}
                      {clock(new Date(run.last_at), kitchen)}
                    </span>
                  </li>
                ))}
              </ul>
            </Panel>
          )}
        </div>
      </div>
    </>
  );
}

/** The end of a day: what is known goes into the notebook; a rehearsal tells what would have become of it. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { ApiError, Schemas } from "../../client/api";
import { keys } from "../../client/keys";
import { useKitchen } from "../../client/kitchen";
import { usePlan } from "../../client/plans";
import { endRun, type RunNow, throwAwayRun } from "../../client/runs";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { Note } from "../../pieces/notes";
import { TakeDown } from "../../pieces/takedown";
import { plural } from "../../words/numbers";

export function EndSheet(props: { run: RunNow; left: number; onClose: () => void }) {
  const { run, left } = props;
  const [ended, setEnded] = useState<Schemas["EndOfRun"]>();
  const [sure, setSure] = useState(false);
  const [problem, setProblem] = useState<string>();
  const client = useQueryClient();
  const navigate = useNavigate();
  const settle = () => {
    for (const key of [keys.runs, keys.bakes, keys.foretold, keys.doughs])
      client.invalidateQueries({ queryKey: key });
  };
  const end = async () => {
    try {
      setEnded(await endRun(run.id));
      settle();
    } catch (failure) {
      setProblem((failure as ApiError).message);
    }
  };
  const away = async () => {
    try {
      await throwAwayRun(run.id);
      settle();
      navigate("/oven");
    } catch (failure) {
      setProblem((failure as ApiError).message);
    }
  };
  if (ended)
    return (
      <Sheet
        title={run.rehearsal ? "What would have become of it" : "Written down"}
        open
        onOpen={() => navigate("/oven")}
      >
        <Ended run={run} ended={ended} />
      </Sheet>
    );
  return (
    <Sheet title="End the day" open onOpen={(open) => !open && props.onClose()}>
      <div className="grid gap-3 text-lead">
        {left > 0 && (
          <Note severity="ask">
            {plural(left, "thing")} of this day {left === 1 ? "is" : "are"} not done yet.
          </Note>
        )}
        {problem && <Note severity="stop">{problem}</Note>}
        <p>
          {run.rehearsal
            ? "A rehearsal leaves nothing behind: it tells what would have become of each tray, and is forgotten."
            : "For each dough its count, its minutes, what was seen and what the oven read go into the notebook. Widths and how you liked them are yours to add."}
        </p>
        <div className="flex flex-wrap gap-3">
          <Button kind="main" className="min-h-14" onClick={end}>
            {run.rehearsal ? "End the rehearsal" : "End it and write it down"}
          </Button>
          <Button className="min-h-14" onClick={props.onClose}>
            Go on
          </Button>
          {!run.rehearsal && (
            <Button kind="quiet" onClick={() => (sure ? away() : setSure(true))}>
              {sure ? "Yes, throw all of it away" : "Throw the run away"}
            </Button>
          )}
        </div>
      </div>
    </Sheet>
  );
}

function Ended({ run, ended }: { run: RunNow; ended: Schemas["EndOfRun"] }) {
  if (run.rehearsal)
    return (
      <ul className="grid list-disc gap-2 pl-6 text-lead">
        {ended.lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    );
  const lost = ended.unwritten.length > 0 && (
    <Note severity="ask">
      {ended.unwritten.join(", ")}: thrown away meanwhile, so nothing could be written down of it.
    </Note>
  );
  if (!ended.bakes.length)
    return (
      lost || <p className="text-lead">Nothing came out of the oven, so there is nothing to write down.</p>
    );
  return (
    <ul className="divide-y divide-line">
      {lost && <li className="pb-2">{lost}</li>}
      <FromPantry plan={run.plan_id} doughs={[...new Set(ended.bakes.map((one) => one.dough_id))]} />
      {ended.bakes.map(({ id, dough_id, bake }) => (
        <li key={id} className="flex min-h-14 flex-wrap items-center gap-3 py-2 text-lead">
          <span className="min-w-0 flex-1">
            <strong>{bake.batch_name || bake.spec.name}</strong>
            {bake.measured.count && `, ${bake.measured.count} of them`}
            {bake.measured.oven_min && `, ${bake.measured.oven_min} min in the oven`}
          </span>
          <Link
            className="inline-flex min-h-11 items-center rounded-[10px] border-[1.5px] border-rim bg-raised px-4 font-semibold hover:bg-well"
            to={`/notebook/${dough_id}?bake=${id}`}
          >
            Complete it
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** What each dough of the day took of the pantry, if one is kept; what came out of the freezer took nothing. */
function FromPantry({ plan, doughs }: { plan: string; doughs: string[] }) {
  const { data: kitchen } = useKitchen();
  const { data } = usePlan(plan, kitchen?.stores?.keeps_pantry ?? false);
  if (!kitchen || !data) return null;
  const mixed = data.request.doughs.filter(
    (ask) => !ask.frozen && !ask.share_id && doughs.includes(ask.dough_id),
  );
  const names = new Map(
    data.request.doughs.map((ask, index) => [ask.dough_id, data.plan.work.doughs[index]?.name]),
  );
  return doughs.map((dough_id) => {
    const times = mixed.reduce((sum, ask) => sum + (ask.dough_id === dough_id ? (ask.times ?? 1) : 0), 0);
    if (!times) return null;
    return (
      <li key={dough_id} className="grid gap-2 py-2 text-lead">
        <strong>{names.get(dough_id)}</strong>
        <TakeDown kitchen={kitchen} times={times} dough_id={dough_id} />
      </li>
    );
  });
}

/** The end of a day: what is known goes into the notebook; a rehearsal tells what would have become of it. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { ApiError, Schemas } from "../../client/api";
import { keys } from "../../client/keys";
import { endRun, type RunNow, throwAwayRun } from "../../client/runs";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { Note } from "../../pieces/notes";
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

/** What comes after the next thing, in order of time: each with how long it may wait, and done out of turn with one tap. */
import type { Act, RunNow } from "../../client/runs";
import { away, wait } from "../../words/countdown";

export function AfterList(props: {
  run: RunNow;
  acts: readonly Act[];
  others: readonly Act[];
  me: number;
  now_ms: number;
  at: (ms: number) => string;
  onDone: (act: Act) => void;
}) {
  const { acts, others, now_ms, at } = props;
  const first = acts[0];
  const free = first ? Date.parse(first.due_at) - now_ms : Number.POSITIVE_INFINITY;
  return (
    <section aria-label="After that" className="enamel flex min-h-0 flex-col px-4 py-2">
      <header className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 className="text-head font-bold">After that</h2>
        <p className="text-lead text-quiet">
          {first === undefined
            ? "Nothing more."
            : free > 90_000
              ? `then ${Math.floor(free / 60_000)} min free`
              : ""}
        </p>
      </header>
      <ul className="min-h-0 flex-1 overflow-y-auto">
        {acts.map((act) => (
          <Row key={act.id} act={act} now_ms={now_ms} at={at} onDone={props.onDone} />
        ))}
      </ul>
      {others.length > 0 && (
        <div className="border-t-[3px] border-line pt-2">
          <h3 className="text-lead font-bold">{props.me === 1 ? "The helper" : "The baker"}</h3>
          <ul>
            {others.slice(0, 2).map((act) => (
              <Row key={act.id} act={act} now_ms={now_ms} at={at} onDone={props.onDone} />
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

function Row(props: { act: Act; now_ms: number; at: (ms: number) => string; onDone: (act: Act) => void }) {
  const { act, now_ms, at } = props;
  const due = Date.parse(act.due_at);
  return (
    <li className="flex items-center gap-3 border-t-[1.5px] border-line py-1">
      <span className="w-[4.2rem] shrink-0 text-[1.35rem] font-extrabold tabular-nums">{at(due)}</span>
      <span className="min-w-0 flex-1">
        <span className="block truncate text-head font-bold" title={act.title}>
          {act.title}
        </span>
        <span className="block text-plain text-quiet">
          {act.since ? "under way" : away(due - now_ms)}
          {" · "}
          {wait(act.wait_s ?? 0)}
        </span>
      </span>
      <button
        type="button"
        aria-label={`${act.button}: ${act.title}`}
        onClick={() => props.onDone(act)}
        className="min-h-11 min-w-14 rounded-[10px] border-[1.5px] border-edge bg-raised px-2 font-semibold hover:bg-well"
      >
        ✓
      </button>
    </li>
  );
}

/** The one next thing, read from two metres: its words, its clock, and a button that is the whole right end. */
import clsx from "clsx";
import type { Act, Hot, RunNow } from "../../client/runs";
import { Seen } from "../../drawing/seen";
import { Button } from "../../pieces/controls";
import { countdown } from "../../words/countdown";

export interface CardProps {
  run: RunNow;
  act: Act;
  hot: Hot | undefined;
  now_ms: number;
  at: (ms: number) => string;
  ringing: boolean;
  onDone: (act: Act) => void;
  onSaw: (act: Act, rim: NonNullable<Act["ask"]>["drawn"][number]["rim"]) => void;
  onMore: (loads: readonly number[], minutes: number) => void;
  onHear: () => void;
}

/** The clock as large as its figures allow. */
const SIZES: Record<number, string> = {
  4: "text-[6.2rem]",
  5: "text-[4.8rem]",
  6: "text-[4.2rem]",
  7: "text-[3.6rem]",
  8: "text-[3.1rem]",
};
const LONG = 44; // letters: a title that is longer is set smaller, to stay in two lines
const ASKED_FROM_MS = 25_000;

export function NextCard(props: CardProps) {
  const { act, hot, now_ms, at, ringing } = props;
  const due = Date.parse(act.due_at);
  const ends = Date.parse(act.ends_at);
  const begun = act.since != null;
  const left = hot
    ? Date.parse(hot.until_at) - now_ms
    : begun
      ? ends - now_ms + sinceShift(act)
      : due - now_ms;
  const asking = act.ask != null && now_ms >= due - ASKED_FROM_MS;
  const late = left < -30_000;
  const slow = act.not_before != null && now_ms < Date.parse(act.not_before);
  return (
    <section
      aria-label="Next"
      className={clsx(
        "enamel flex min-h-48 shrink-0 flex-wrap overflow-hidden lg:flex-nowrap",
        (ringing || hot) && "border-hot-edge border-[4px]",
      )}
    >
      <div className="w-full min-w-0 px-6 py-3 lg:w-auto lg:flex-1">
        <p className="text-head font-bold text-quiet">
          {hot
            ? "Now, while it is hot"
            : begun
              ? `Now, until ${at(ends + sinceShift(act))}`
              : `Next, at ${at(due)}`}
        </p>
        <h2
          className={clsx(
            "mt-0.5 leading-[1.06] font-extrabold",
            (hot ? hot.title : act.title).length > LONG
              ? "line-clamp-3 text-[clamp(1.7rem,3vw,2.4rem)]"
              : "text-[clamp(2rem,4.2vw,3.4rem)]",
          )}
        >
          {hot ? hot.title : act.title}
        </h2>
        {hot ? (
          <HotWords hot={hot} now_ms={now_ms} />
        ) : asking && act.ask ? (
          <AskRow {...props} ask={act.ask} />
        ) : (
          <p className="mt-2 line-clamp-3 text-[1.35rem] leading-snug">{act.detail}</p>
        )}
      </div>
      <div
        className={clsx(
          "flex min-w-64 flex-1 flex-col items-center justify-center border-line py-2 lg:w-64 lg:flex-none lg:border-l-[1.5px]",
          late && "text-stop-edge",
        )}
      >
        <p
          className={clsx(
            "leading-tight font-extrabold tabular-nums",
            SIZES[Math.min(8, countdown(left).length)],
          )}
          role="timer"
        >
          {countdown(left)}
        </p>
        <p className="px-2 text-lead text-quiet">
          {hot ? "while it can be done" : late ? "late" : begun ? "minutes left" : "minutes to go"}
        </p>
        {ringing && (
          <Button className="m-2" onClick={props.onHear}>
            I hear it
          </Button>
        )}
      </div>
      <button
        type="button"
        data-next
        disabled={slow}
        onClick={() => props.onDone(act)}
        className="flex min-h-36 min-w-48 flex-1 flex-col items-center justify-center gap-1 bg-chosen px-3 py-4 text-on-chosen not-disabled:hover:opacity-90 disabled:opacity-60 focus-visible:outline-on-chosen focus-visible:-outline-offset-8 lg:w-48 lg:flex-none"
      >
        <span className="text-[2.1rem] leading-tight font-extrabold">
          {slow ? "Slow hands…" : act.button}
        </span>
        <span className="text-lead">space bar</span>
      </button>
    </section>
  );
}

/** What was begun later than planned ends as much later. */
const sinceShift = (act: Act) =>
  act.since ? Math.max(0, Date.parse(act.since) - Date.parse(act.due_at)) : 0;

function AskRow(props: CardProps & { ask: NonNullable<Act["ask"]> }) {
  const { act, ask } = props;
  return (
    <div className="mt-1">
      <p className="text-[1.25rem] leading-snug">
        <strong>Is it done?</strong> {ask.cue ? `Done is: ${ask.cue}.` : act.detail}{" "}
        {ask.dark && <span className="text-quiet">This dough hides its browning: touch tells more.</span>}
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        {ask.drawn.map((one) => (
          <Seen key={one.rim} drawn={one} onPick={() => props.onSaw(act, one.rim)} />
        ))}
        {act.kind === "unload" && (
          <div className="flex gap-2">
            {[1, 2].map((minutes) => (
              <Button
                key={minutes}
                className="min-h-16 px-4 text-head"
                onClick={() => props.onMore(ask.loads, minutes)}
              >
                {minutes} more min
              </Button>
            ))}
          </div>
        )}
      </div>
    </div>
  );
}

function HotWords({ hot, now_ms }: { hot: Hot; now_ms: number }) {
  const since = (now_ms - Date.parse(hot.from_at)) / 1000;
  const left = hot.each_s > 0 ? Math.max(0, hot.pieces - Math.floor(since / hot.each_s)) : undefined;
  const over = now_ms > Date.parse(hot.until_at);
  return (
    <p className="mt-2 text-[1.35rem] leading-snug">
      {left !== undefined && (
        <strong>
          {left} of {hot.pieces} left{hot.each_s > 0 && `, ${Math.round(hot.each_s)} s each`}.{" "}
        </strong>
      )}
      {over && hot.again
        ? hot.again
        : `${hot.says ? `${hot.says}.` : "Dry mitts: the tray and what is on it burn."}`}
      {!over && hot.again && <span className="block text-lead text-quiet">{hot.again}</span>}
    </p>
  );
}

/** A day as it is run: one next thing, the oven, what comes after, and what to do when it goes otherwise. Made for a tablet an arm away. */
import { useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import type { Kitchen, Schemas } from "../../client/api";
import { useCatalogue } from "../../client/catalogue";
import type { RunEvent } from "../../client/entries";
import {
  type Act,
  markName,
  type RunNow,
  showRun,
  simulateProbe,
  type TrayClock,
  usePending,
  useRunClock,
  useTell,
} from "../../client/runs";
import { RunStrip } from "../../drawing/runstrip";
import { Segments } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { Note } from "../../pieces/notes";
import { PlaceHeader } from "../../pieces/shell";
import { countdown } from "../../words/countdown";
import { ovenHeat } from "../../words/heat";
import { RIMS } from "../../words/labels";
import { clock, plural } from "../../words/numbers";
import { AfterList } from "./AfterList";
import { openSound, useAlarms, useLoudness } from "./alarms";
import { useAwake } from "./awake";
import { EndSheet } from "./EndSheet";
import { NextCard } from "./NextCard";
import { OtherwiseSheet } from "./OtherwiseSheet";
import { OvenPanel } from "./OvenPanel";
import { SoundSheet } from "./SoundSheet";
import { ToldSheet } from "./ToldSheet";
import { TraySheet } from "./TraySheet";

const UNDO_MS = 90_000;
const SOON_MS = 20_000;
const LEFT_OPEN_MS = 10 * 3_600_000; // asked about: finish, throw away

export function RunView(props: { run: RunNow; came: number; away: boolean; kitchen: Kitchen }) {
  const { run, came, away, kitchen } = props;
  const now_ms = useRunClock(run, came);
  const { marks, waits } = usePending(run.id);
  const tell = useTell(run.id);
  const [me, setMe] = useState(1);
  const [sheet, setSheet] = useState<"otherwise" | "told" | "end" | "sound">();
  const [tray, setTray] = useState<number>();
  const [loud, keepLoud] = useLoudness();
  const awake = useAwake(!run.over);
  const navigate = useNavigate();
  const client = useQueryClient();
  const { data: catalogue } = useCatalogue();
  const heat = (celsius: number) => ovenHeat(celsius, kitchen.scale, catalogue?.gas_marks ?? []);
  const done = (act: Act) => act.marks.every((mark) => marks.has(markName(mark)));
  const acts = run.acts.filter((act) => !done(act));
  const mine = acts.filter((act) => run.hands === 1 || !act.hands || act.person === me);
  const others = run.hands > 1 ? acts.filter((act) => act.hands && act.person !== me) : [];
  const next = mine.find((act) => act.pressing && Date.parse(act.due_at) <= now_ms + SOON_MS) ?? mine[0];
  const { ringing, hear } = useAlarms(run, now_ms, (id) => !acts.some((act) => act.id === id), loud);
  const at = (ms: number) => clock(new Date(ms), kitchen);
  const say = (event: RunEvent, says: string) => {
    openSound();
    tell(event, says);
    (document.activeElement as HTMLElement | null)?.blur();
  };
  const did = (act: Act) => say({ kind: "did", marks: act.marks }, act.title);
  const slow = next?.not_before != null && now_ms < Date.parse(next.not_before);
  useSpace(() => next && !slow && !sheet && tray === undefined && did(next));
  useTitle(ringing?.says, next, now_ms);
  if (run.over && sheet !== "end") return <Over run={run} onHome={() => navigate("/oven")} />;
  const hot = run.hot?.find((one) => one.act === next?.id);
  const saw = (act: Act, rim: Schemas["Rim"]) => {
    for (const load of act.ask?.loads ?? []) say({ kind: "saw", load, rim }, `${act.title}: ${RIMS[rim]}`);
  };
  const more = (loads: readonly number[], minutes: number) => {
    for (const load of loads) say({ kind: "more", load, minutes }, `${plural(minutes, "minute")} more`);
  };
  const trays = run.trays.filter((one) => !marks.has(`unload/${one.load}///0`));
  const shown = trays.find((one) => one.load === tray);
  const forgotten = trays.find((one) => now_ms > Date.parse(one.good_to) + 60_000);
  return (
    <div
      data-ring={ringing?.tone ?? (hot ? "hot" : undefined)}
      className={clsx(
        "flex min-h-dvh flex-col gap-2.5 pb-3 lg:h-dvh",
        (ringing?.tone === "act" || hot) && "bg-hot",
        ringing?.tone === "look" && "bg-soft",
      )}
    >
      <PlaceHeader title={run.rehearsal ? "Rehearsal" : "The oven"} name={run.title}>
        <Status away={away} waits={waits} awake={awake} run={run} />
        {run.hands > 1 && (
          <Segments
            label="I am"
            value={String(me)}
            onValue={(value) => setMe(Number(value))}
            options={[
              ["1", "the baker"],
              ["2", "the helper"],
            ]}
          />
        )}
        <UndoButton
          run={run}
          now_ms={now_ms}
          onUndo={(key, says) => say({ kind: "undone", of: key }, says)}
        />
        <Button onClick={() => setSheet("otherwise")}>It goes otherwise</Button>
        <Button onClick={() => setSheet("told")}>What was told</Button>
        <Button onClick={() => setSheet("sound")}>{loud.sound ? "Sound" : "Silent"}</Button>
        <Button kind={acts.length ? "plain" : "main"} onClick={() => setSheet("end")}>
          End the day
        </Button>
      </PlaceHeader>
      <div className="flex min-h-0 flex-1 flex-col gap-2.5 px-5">
        {!run.rehearsal && now_ms - Date.parse(run.log[0]?.at ?? run.began_at) > LEFT_OPEN_MS && (
          <Note severity="ask">
            Nothing was told of this day for{" "}
            {Math.round((now_ms - Date.parse(run.log[0]?.at ?? run.began_at)) / 3_600_000)} hours.{" "}
            <Button onClick={() => setSheet("end")}>Finish it or throw it away</Button>
          </Note>
        )}
        {forgotten && <Forgotten tray={forgotten} now_ms={now_ms} />}
        {next ? (
          <NextCard
            run={run}
            act={next}
            hot={hot}
            now_ms={now_ms}
            at={at}
            ringing={ringing !== undefined && ringing.tone !== "know"}
            onDone={did}
            onSaw={saw}
            onMore={more}
            onHear={hear}
          />
        ) : (
          <section
            aria-label="Next"
            className="enamel grid min-h-40 place-content-center gap-3 p-6 text-center"
          >
            <h2 className="text-figure font-extrabold">
              {others.length ? "Nothing for you just now." : "All is done."}
            </h2>
            {!others.length && (
              <Button kind="main" className="min-h-16 text-head" onClick={() => setSheet("end")}>
                End the day and write it down
              </Button>
            )}
          </section>
        )}
        {run.told && <Told run={run} />}
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] gap-2.5 lg:grid-cols-[minmax(0,31rem)_minmax(0,1fr)]">
          <OvenPanel
            run={run}
            trays={trays}
            now_ms={now_ms}
            heat={heat}
            onTray={(one) => setTray(one.load)}
          />
          <AfterList
            run={run}
            acts={mine.filter((act) => act !== next).slice(0, 7)}
            others={others}
            me={me}
            now_ms={now_ms}
            at={at}
            onDone={did}
          />
        </div>
        {run.strip.length > 0 && (
          <section aria-label="The next hour and a half" className="enamel shrink-0 px-4 py-2">
            <RunStrip run={run} now_ms={now_ms} at={at} />
          </section>
        )}
      </div>
      {shown && (
        <TraySheet tray={shown} run={run} now_ms={now_ms} onClose={() => setTray(undefined)} onSay={say} />
      )}
      {sheet === "otherwise" && <OtherwiseSheet run={run} onClose={() => setSheet(undefined)} onSay={say} />}
      {sheet === "told" && (
        <ToldSheet
          run={run}
          at={at}
          onClose={() => setSheet(undefined)}
          onUndo={(key, says) => say({ kind: "undone", of: key }, says)}
        />
      )}
      {sheet === "sound" && (
        <SoundSheet
          loud={loud}
          onLoud={keepLoud}
          awake={awake}
          kitchen={kitchen}
          simulated={run.simulated}
          onSimulated={(on) =>
            simulateProbe(run.id, on).then(
              (now) => showRun(client, now),
              () => undefined,
            )
          }
          onClose={() => setSheet(undefined)}
        />
      )}
      {sheet === "end" && (
        <EndSheet run={run} left={acts.length + run.more_acts} onClose={() => setSheet(undefined)} />
      )}
    </div>
  );
}

/** One key does the next thing: the space bar, or what a foot switch sends. Where a button was reached by key it keeps its own. */
function useSpace(onNext: () => void) {
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.key !== " " && event.key !== "PageDown") return;
      const on = event.target as HTMLElement;
      if (on.closest("input, textarea, select, [role=dialog], [contenteditable]")) return;
      if (
        event.key === " " &&
        on.matches("button:focus-visible, a:focus-visible, [role=radio]:focus-visible")
      )
        return;
      event.preventDefault();
      if (!event.repeat) onNext();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  });
}

function useTitle(rings: string | undefined, next: Act | undefined, now_ms: number) {
  const left = next ? countdown(Date.parse(next.due_at) - now_ms) : "";
  const words = rings ? `● NOW: ${rings}` : next ? `${left} ${next.title}` : "The oven";
  useEffect(() => {
    document.title = `${words} · Fine Batch`;
  }, [words]);
}

function Status(props: { away: boolean; waits: number; awake: string | undefined; run: RunNow }) {
  const { away, waits, awake, run } = props;
  return (
    <p role="status" className="rounded-[8px] bg-enamel px-2 text-plain">
      {run.rehearsal && <strong>{run.speed} times as fast. </strong>}
      {away && (
        <strong className="text-stop-edge">The kitchen computer does not answer. Clocks go on here. </strong>
      )}
      {away && waits > 0 && `${plural(waits, "tap")} kept here. `}
      {awake === "no" && "This browser lets the screen sleep: set it to stay on. "}
    </p>
  );
}

function UndoButton(props: { run: RunNow; now_ms: number; onUndo: (key: string, says: string) => void }) {
  const last = props.run.log[0];
  if (!last?.can_undo || props.now_ms - Date.parse(last.at) > UNDO_MS * props.run.speed) return null;
  return (
    <Button
      className="max-w-44 xl:max-w-72"
      onClick={() => props.onUndo(last.key, `Taken back: ${last.says}`)}
    >
      <span className="truncate">Take back: {last.says}</span>
    </Button>
  );
}

function Told({ run }: { run: RunNow }) {
  return (
    <details className="enamel shrink-0 px-4 py-1.5 text-lead">
      <summary className="min-h-8 cursor-pointer truncate py-1 font-semibold open:whitespace-normal">
        {run.told}
      </summary>
      <ul className="mt-1 list-disc pl-6">
        {run.moved.map((line) => (
          <li key={line}>{line}</li>
        ))}
        {run.overstepped.map((line) => (
          <li key={line} className="font-medium text-stop-edge">
            {line}
          </li>
        ))}
      </ul>
    </details>
  );
}

function Forgotten({ tray, now_ms }: { tray: TrayClock; now_ms: number }) {
  const late = Math.max(1, Math.round((now_ms - Date.parse(tray.out_at)) / 60_000));
  return (
    <Note severity="stop">
      <strong>
        Tray {tray.tray}, {tray.name}, was due out {late} min ago.
      </strong>{" "}
      {tray.forgotten_says}
    </Note>
  );
}

function Over({ run, onHome }: { run: RunNow; onHome: () => void }) {
  return (
    <>
      <PlaceHeader title="The oven" />
      <div className="grid gap-4 p-5">
        <Note severity="note">
          <strong>{run.title}</strong> is over. What was known of it stands in the notebook, ready to be
          completed.
        </Note>
        <div className="flex gap-3">
          <Button kind="main" onClick={onHome}>
            To the oven
          </Button>
        </div>
      </div>
    </>
  );
}

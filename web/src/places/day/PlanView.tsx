/** One plan: the board of places over time, its lists, a change of mind, and the ways out of the app. */

import { Tabs } from "radix-ui";
import { type ReactNode, useEffect, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { ApiError, SavedPlan, Schemas, Step } from "../../client/api";
import { useKitchen } from "../../client/kitchen";
import { outbox } from "../../client/outbox";
import { lookOn, stopLooking, useLooking, usePlan, useShowPlan } from "../../client/plans";
import { useRuns } from "../../client/runs";
import { Board } from "../../drawing/board";
import { pinOf } from "../../drawing/lanes";
import { useChosen } from "../../pieces/address";
import { Segments } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { Missing } from "../../pieces/missing";
import { Note, Panel } from "../../pieces/notes";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { toast } from "../../pieces/toasts";
import { clock, day, duration, plural, type UnitsOf } from "../../words/numbers";
import { ChangeSheet } from "./ChangeSheet";
import { HourList } from "./HourList";
import { PlanBeside } from "./PlanBeside";
import { ClockList, TrayList } from "./PlanLists";
import { StepDetail } from "./StepDetail";
import { TestPanels } from "./TestPanel";

type Change = Schemas["ChangeRequest"]["change"];

export function PlanView() {
  const { id = "" } = useParams();
  const { data: kitchen } = useKitchen();
  const show = useShowPlan();
  const { data: saved, error } = usePlan(id);
  const looking = useLooking(id);
  const [zoom, setZoom] = useState<Zoom>("1");
  const [active, setActive] = useState<Step>();
  const [changing, setChanging] = useState(false);
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const now = useNow();
  const navigate = useNavigate();
  const { data: runs } = useRuns();
  const running = runs?.find((run) => run.plan_id === id && run.ended_at === null && !run.rehearsal);
  if (error && !saved) return <Missing failure={error as ApiError} raw={`/api/plans/${id}/raw`} />;
  if (!saved || !kitchen) return <Coming title="The bake day" />;
  const { plan } = saved;
  const { progress } = looking;
  const settled = progress !== undefined && !progress.looking && saved.revision >= progress.revision;
  const start = new Date(plan.start);
  const now_s = (now.getTime() - start.getTime()) / 1000;
  const at = (seconds: number) => clock(new Date(start.getTime() + seconds * 1000), kitchen);
  const keep = (next: SavedPlan) => {
    show(next);
    setActive(undefined);
  };
  const change = async (wanted: Change) => {
    setWorking(true);
    setProblem(undefined);
    try {
      const now = new Date().toISOString();
      const sent = { kind: "change-plan", id, revision: saved.revision, change: wanted, now } as const;
      keep(await outbox.ask<SavedPlan>(sent));
      setChanging(false);
    } catch (failure) {
      const { current, errors, message } = failure as ApiError;
      if (current) keep(current as SavedPlan);
      setProblem(errors[0]?.message ?? message);
    } finally {
      setWorking(false);
    }
  };
  const pin = (step: Step, start_s: number | null) => {
    const what = pinOf(step);
    if (!what) return;
    const moment = start_s == null ? null : new Date(start.getTime() + Math.round(start_s / 30) * 30_000);
    change({ kind: "pinned", ...what, at: moment?.toISOString() ?? null });
  };
  const remove = () => {
    const { revision, title: name } = saved;
    outbox.put({ kind: "put-aside-plan", id, revision, name });
    toast(`The plan of “${name}” is put aside.`, () =>
      outbox.put({ kind: "put-back-plan", id, revision: revision + 1, name }),
    );
    navigate("/day");
  };
  return (
    <>
      <PlaceHeader title={day(start, kitchen)}>
        <Button kind="quiet" onClick={remove}>
          Put aside
        </Button>
        {!running && <Button onClick={() => setChanging(true)}>Change of mind</Button>}
        <Link
          to={running ? `/oven/${running.id}` : `/oven?plan=${id}`}
          className="inline-flex min-h-11 items-center rounded-[10px] border-[1.5px] border-rim bg-raised px-4 font-semibold hover:bg-well"
        >
          {running ? "To the oven" : "Run it at the oven"}
        </Link>
        <Button kind="main" onClick={() => window.print()}>
          Print
        </Button>
      </PlaceHeader>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4 p-5">
        <Summary saved={saved} at={at} units={kitchen} looking={looking} settled={settled} onPlan={keep} />
        {problem && <Note severity="stop">{problem}</Note>}
        {running && (
          <Note severity="note">
            This day is being run since {clock(new Date(running.began_at), kitchen)}. Here it stands as it was
            planned; at the oven as it goes.
          </Note>
        )}
        <Changed plan={plan} />
        <TestPanels saved={saved} kitchen={kitchen} onPlan={keep} />
        <Panel
          title="The board"
          aside={
            <div className="no-print flex items-center gap-3 py-1">
              {working && <span role="status">Working it out…</span>}
              <ZoomPick value={zoom} onValue={setZoom} />
            </div>
          }
        >
          <Board
            plan={plan}
            zoom={Number(zoom)}
            at={at}
            active={active}
            onActive={setActive}
            onPin={pin}
            now_s={now_s}
            onZoom={(by) =>
              setZoom((was) => ZOOMS[Math.max(0, Math.min(ZOOMS.length - 1, ZOOMS.indexOf(was) + by))] ?? was)
            }
          />
          <StepDetail
            step={active}
            plan={plan}
            start_ms={start.getTime()}
            at={at}
            onPin={pin}
            working={working}
          />
        </Panel>
        <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
          <Lists
            saved={saved}
            at={at}
            now_s={now_s}
            detail={(step) => (
              <StepDetail
                step={step}
                plan={plan}
                start_ms={start.getTime()}
                at={at}
                onPin={pin}
                working={working}
              />
            )}
          />
          <PlanBeside saved={saved} at={at} looking={!settled} kitchen={kitchen} />
        </div>
        <p className="text-plain text-quiet">
          Hot trays and hot sugar burn: dry mitts, and children away from the oven door. Bake times are
          predictions; the look of the cookie decides.
        </p>
      </div>
      <ChangeSheet
        plan={plan}
        open={changing}
        onOpen={setChanging}
        onChange={change}
        working={working}
        problem={problem}
      />
    </>
  );
}

/** The moment, to the half minute. */
function useNow(): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), 30_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

const ZOOMS = ["1", "2", "4", "8", "16"] as const;
type Zoom = (typeof ZOOMS)[number];

function ZoomPick({ value, onValue }: { value: Zoom; onValue: (value: Zoom) => void }) {
  return (
    <div className="[&_p]:sr-only">
      <Segments
        label="Zoom"
        value={value}
        onValue={onValue}
        options={[
          ["1", "Whole"],
          ["2", "× 2"],
          ["4", "× 4"],
          ["8", "× 8"],
          ["16", "× 16"],
        ]}
      />
    </div>
  );
}

function Changed({ plan }: { plan: Schemas["Plan"] }) {
  if (!plan.told && !plan.moved.length && !plan.overstepped.length && !plan.cautions?.length) return null;
  return (
    <div className="grid gap-2">
      {plan.told && (
        <Note severity="note">
          <strong>{plan.told}</strong>
        </Note>
      )}
      <Cautions cautions={plan.cautions ?? []} />
      {plan.overstepped.length > 0 && (
        <Note severity="ask">
          <strong>Could not be kept:</strong> {plan.overstepped.join("; ")}.
        </Note>
      )}
      {plan.moved.length > 0 && (
        <details className="enamel px-4 py-2">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">
            {plural(plan.moved.length, "step")} moved by the last change
          </summary>
          <ul className="pb-2 text-plain">
            {plan.moved.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

const FEW = 2; // more than so many notes would push the day off the screen

function Cautions({ cautions }: { cautions: string[] }) {
  if (cautions.length <= FEW)
    return cautions.map((caution) => (
      <Note key={caution} severity="ask">
        {caution}
      </Note>
    ));
  return (
    <Note severity="ask">
      <details>
        <summary className="min-h-11 cursor-pointer py-2 font-semibold">
          {plural(cautions.length, "dough")} stand ready for longer than they bear: what to do
        </summary>
        <ul className="grid gap-1 pb-1">
          {cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      </details>
    </Note>
  );
}

const LISTS = ["clock", "hours", "trays"] as const;

function Lists(props: {
  saved: SavedPlan;
  at: (seconds: number) => string;
  now_s: number;
  detail: (step: Step) => ReactNode;
}) {
  const { saved, at, now_s, detail } = props;
  const { plan } = saved;
  const [list, chooseList] = useChosen("list", LISTS, "clock");
  const lists = [
    ["clock", "By the clock", <ClockList key="c" plan={plan} at={at} now_s={now_s} detail={detail} />],
    ["hours", "By the hour", <HourList key="h" plan={plan} at={at} now_s={now_s} />],
    ["trays", "Tray by tray", <TrayList key="t" steps={plan.steps} at={at} />],
  ] as const;
  return (
    <Panel
      title="What to do"
      aside={
        <span className="text-plain text-quiet">
          {plural(plan.work.loads.length, "load")}, hands busy {duration(plan.hands_s)}
        </span>
      }
    >
      <Tabs.Root value={list} onValueChange={chooseList}>
        <Tabs.List aria-label="Lists" className="no-print flex flex-wrap gap-1 px-4 py-1.5">
          {lists.map(([value, label]) => (
            <Tabs.Trigger
              key={value}
              value={value}
              className="min-h-11 rounded-[10px] px-4 font-semibold hover:bg-well data-[state=active]:bg-chosen data-[state=active]:text-on-chosen"
            >
              {label}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {lists.map(([value, , rows]) => (
          <Tabs.Content key={value} value={value} tabIndex={-1}>
            {rows}
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </Panel>
  );
}

function Summary({
  saved,
  at,
  units,
  looking,
  settled,
  onPlan,
}: {
  saved: SavedPlan;
  at: (seconds: number) => string;
  units: UnitsOf;
  looking: ReturnType<typeof useLooking>;
  settled: boolean;
  onPlan: (plan: SavedPlan) => void;
}) {
  const { plan, request } = saved;
  const total = (new Date(plan.end).getTime() - new Date(plan.start).getTime()) / 1000;
  const startDay = day(new Date(plan.start), units);
  const endDay = day(new Date(plan.end), units);
  return (
    <section className="grid gap-2" aria-label="The plan" aria-busy={!settled}>
      <p className="text-head font-bold">{saved.title}</p>
      <div className="flex flex-wrap items-baseline gap-x-8 gap-y-1">
        <p className="text-title leading-tight font-extrabold">
          <span className="text-lead font-medium text-quiet">Start </span>
          <span data-testid="plan-start">{at(0)}</span>
          <span className="ml-6 text-lead font-medium text-quiet">
            All ready {endDay === startDay ? "" : `${endDay}, `}
          </span>
          <span data-testid="plan-end">{at(total)}</span>
        </p>
        <p className="max-w-3xl text-plain">
          {request.when === "ready_by" &&
            `Asked for ${clock(new Date(request.at), units)}, with ten minutes in hand. `}
          {plan.limit} {settled && plan.proof} {plan.saving}
        </p>
      </div>
      <Better saved={saved} looking={looking} settled={settled} onPlan={onPlan} />
    </section>
  );
}

const LOOK_ON_S = 20;

/** How the looking for a better plan goes, looking on for one, and the plan as a file. */
function Better({
  saved,
  looking,
  settled,
  onPlan,
}: {
  saved: SavedPlan;
  looking: ReturnType<typeof useLooking>;
  settled: boolean;
  onPlan: (plan: SavedPlan) => void;
}) {
  const [said, setSaid] = useState<string>();
  const { progress, follow } = looking;
  const look = async () => {
    setSaid(undefined);
    const before = saved.plan;
    try {
      const asked = lookOn(saved.id, LOOK_ON_S);
      // The server has begun by then: what it finds on the way is shown as it comes.
      setTimeout(follow, 300);
      const next = await asked;
      const shorter = lengthOf(before) - lengthOf(next.plan);
      setSaid(
        shorter > 30
          ? `A plan ${duration(shorter)} shorter was found.`
          : next.plan.proved && !before.proved
            ? "It was shown that none is shorter."
            : "Nothing shorter was found.",
      );
      onPlan(next);
    } catch (failure) {
      setSaid((failure as Error).message);
    }
  };
  const linked = "inline-flex min-h-11 items-center px-3 font-medium underline underline-offset-4";
  return (
    <div className="no-print flex flex-wrap items-center gap-x-2 gap-y-1">
      {progress?.looking ? (
        <>
          <Button onClick={() => stopLooking(saved.id)}>Stop looking</Button>
          <span role="status">
            Looking for a better plan…
            {progress.saved_min > 0 && ` ${duration(progress.saved_min * 60)} shorter so far.`}
          </span>
        </>
      ) : (
        settled && !saved.plan.proved && <Button onClick={look}>Keep looking for a shorter one</Button>
      )}
      <a className={linked} href={`/api/plans/${saved.id}/calendar`} download>
        Calendar (.ics)
      </a>
      <a className={linked} href={`/api/plans/${saved.id}/table`} download>
        Table (CSV)
      </a>
      {said && settled && <span role="status">{said}</span>}
    </div>
  );
}

const lengthOf = (plan: Schemas["Plan"]) =>
  (new Date(plan.end).getTime() - new Date(plan.start).getTime()) / 1000;

/** What stands beside the list of a day: what to take out when, what would help, and what is left when it is over. */
import { useEffect, useState } from "react";
import type { Kitchen, SavedPlan, Schemas } from "../../client/api";
import { savingsOf } from "../../client/plans";
import { changeThing, usePlanCost, useThings } from "../../client/stores";
import { Button, LinkButton } from "../../pieces/controls";
import { Panel } from "../../pieces/notes";
import { costs, duration } from "../../words/numbers";
import { MiseList } from "./PlanLists";

interface Props {
  saved: SavedPlan;
  at: (seconds: number) => string;
  looking: boolean;
  kitchen: Kitchen;
}

export function PlanBeside({ saved, at, looking, kitchen }: Props) {
  return (
    <div className="grid content-start gap-4">
      <Panel title="Take out when">
        <MiseList plan={saved.plan} at={at} />
      </Panel>
      <Help saved={saved} looking={looking} />
      <ForIt saved={saved} kitchen={kitchen} />
      <Left plan={saved.plan} at={at} />
    </div>
  );
}

/** What of the freezer a day bakes, taken out with one tap. */
function OutOfFreezer({ saved }: { saved: SavedPlan }) {
  const { things } = useThings("put");
  const asks = saved.request.doughs.flatMap(({ frozen }) => (frozen ? [frozen] : []));
  return asks.map((ask) => {
    const put = things.find((one) => one.id === ask.id)?.thing;
    if (!put) return null;
    const key = `plan-${saved.id}`.slice(0, 64);
    if (put.taken?.[key])
      return (
        <p key={ask.id}>
          {ask.count} of {put.name} are taken out.
        </p>
      );
    const taken = {
      ...put.taken,
      [key]: { count: ask.count ?? 12, on: saved.plan.start.slice(0, 10), says: "" },
    };
    return (
      <Button
        key={ask.id}
        className="justify-self-start"
        onClick={() => changeThing(ask.id, put, { ...put, taken }, put.name)}
      >
        Take {ask.count} of {put.name} out of the freezer
      </Button>
    );
  });
}

/** When the next may begin, its trays washed, in the baker's own time. */
function afterIt({ plan }: SavedPlan): string {
  const clean = new Date(plan.end).getTime() + 1000 * (plan.clearing_s ?? 0);
  const moment = new Date(Math.ceil(clean / 300_000) * 300_000);
  return new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}

/** What has to be bought for it, and what its oven takes. */
function ForIt({ saved, kitchen }: { saved: SavedPlan; kitchen: Kitchen }) {
  const priced = kitchen.stores?.energy_price != null;
  const { data } = usePlanCost(saved.id, priced);
  return (
    <Panel title="For it" className="no-print">
      <div className="grid gap-2 p-4">
        {data?.energy && (
          <p>
            The oven takes about {Number(data.energy_kwh.value).toFixed(1)} kWh:{" "}
            <strong>{costs(data.energy, kitchen)}</strong>.
          </p>
        )}
        <OutOfFreezer saved={saved} />
        <div className="flex flex-wrap gap-2">
          <LinkButton to={`/stores/shopping?plan=${saved.id}`}>What to buy</LinkButton>
          <LinkButton to={`/day?when=start_at&at=${afterIt(saved)}`}>Bake something after it</LinkButton>
        </div>
      </div>
    </Panel>
  );
}

/** A day that waits for hours is not measured by its length. */
const ofHours = ({ plan: { work } }: SavedPlan) =>
  [work.closed, work.lone, work.oven_off].some((spans) => spans.length > 0);
const MANY_LOADS = 4;
const future = (saved: SavedPlan) => new Date(saved.plan.start).getTime() > Date.now();
const WORTH_MIN = 5; // what saves less is no help

/** Measured by planning the day again with one thing more. */
function Help({ saved, looking }: { saved: SavedPlan; looking: boolean }) {
  const [asked, setAsked] = useState<Schemas["Saving"][]>();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const helps = asked ?? saved.plan.helps ?? undefined;
  const worth = helps?.filter((one) => one.saves_min >= WORTH_MIN).sort((a, b) => b.saves_min - a.saves_min);
  // Where it may matter it is asked by itself, once, for a day that is still to come.
  const asks =
    !saved.plan.helps &&
    !looking &&
    !ofHours(saved) &&
    saved.plan.work.loads.length >= MANY_LOADS &&
    future(saved);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once a plan
  useEffect(() => {
    if (!asks) return;
    // What was found last may still be on its way here.
    const timer = setTimeout(ask, 2000);
    return () => clearTimeout(timer);
  }, [asks, saved.id]);
  const ask = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      setAsked(await savingsOf(saved.id));
    } catch (failure) {
      setProblem((failure as Error).message);
    } finally {
      setBusy(false);
    }
  };
  if (ofHours(saved)) return null;
  return (
    <Panel title="What would help">
      <div className="grid gap-1 p-4" aria-live="polite">
        {worth?.map((one) => (
          <p key={one.label} className="flex justify-between gap-3">
            <strong className="font-semibold first-letter:uppercase">{one.label}</strong>
            <span className="whitespace-nowrap">{duration(one.saves_min * 60)} shorter</span>
          </p>
        ))}
        {worth && !worth.length && (
          <p className="text-quiet">No tray, rack or helper more would make this day much shorter.</p>
        )}
        {!worth && (looking || busy) && <p className="text-quiet">Being measured…</p>}
        {!worth && !looking && !busy && (
          <Button className="no-print justify-self-start" onClick={ask}>
            What would help?
          </Button>
        )}
        {problem && <p className="text-stop-edge">{problem}</p>}
      </div>
    </Panel>
  );
}

function Left({ plan, at }: { plan: Schemas["Plan"]; at: Props["at"] }) {
  const still = plan.still.map(
    ({ dough, sets, until_s }) =>
      `${plan.work.doughs[dough]?.name} ${sets ? "sets" : "cools"} until ${at(until_s)}.`,
  );
  const kept = plan.work.doughs.flatMap((dough) =>
    (dough.kept ?? []).map((share) => `${dough.name}, ${share}: wrapped and put away.`),
  );
  const clearing = plan.clearing_s ? [`Washing up takes about ${duration(plan.clearing_s)}.`] : [];
  const lines = [...still, ...kept, ...clearing];
  if (!lines.length) return null;
  return (
    <Panel title="Left over">
      <ul className="grid gap-1 p-4">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </Panel>
  );
}

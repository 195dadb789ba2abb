/** The weigh-in: one line at a time, read from an arm away, worked with a knuckle; a slip of the bag can be rescued. */

import clsx from "clsx";
import { useEffect, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import { useOutbox } from "../../client/answers";
import type { ApiError, Schemas } from "../../client/api";
import type { Entry } from "../../client/entries";
import { useKitchen } from "../../client/kitchen";
import { changesBetween, withChanges } from "../../client/merging";
import { outbox } from "../../client/outbox";
import { pour, readScale, tareScale, useWeighIn } from "../../client/weighing";
import { Button, Field } from "../../pieces/controls";
import { Missing } from "../../pieces/missing";
import { Note, Panel } from "../../pieces/notes";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { TakeDown } from "../../pieces/takedown";
import { toast } from "../../pieces/toasts";
import { Answer } from "../../pieces/waiting";
import { colour } from "../../theme/tokens";
import { gramsPer, mass, plural, type UnitsOf, weighed } from "../../words/numbers";

type View = Schemas["WeighInView"];
type Target = Schemas["Target"];

const READ_MS = 300;
const LEAST_ON_SCALE_G = 0.3;
const MOST_G = 20_000;

export function WeighIn() {
  const { id = "" } = useParams();
  const { data: kitchen } = useKitchen();
  const { entries } = useOutbox();
  const { data: server, error } = useWeighIn(id);
  const [picked, setPicked] = useState<string>();
  const [typing, setTyping] = useState(false);
  if (error && !server) return <Missing failure={error as ApiError} id={id} />;
  if (!server || !kitchen) return <Coming title="Weigh in" />;
  const view = withWaiting(server, id, entries);
  const open =
    view.targets.find((target) => target.line_id === picked) ??
    view.targets.find((target) => target.state !== "done" && target.state !== "over");
  const save = (state: View["state"]) => {
    const changes = changesBetween(view.state, state);
    if (changes.length) outbox.put({ kind: "weigh-in", id, changes });
    setPicked(undefined);
  };
  const pour = (target: Target, g: number) =>
    save({
      ...view.state,
      poured_g: { ...view.state.poured_g, [target.line_id]: Math.max(0, Math.round(g * 10) / 10) },
    });
  const begun = view.state.factor !== 1 || Object.keys(view.state.poured_g ?? {}).length > 0;
  const startOver = () => {
    const emptied = { poured_g: {}, factor: 1 };
    const back = changesBetween(emptied, view.state);
    save(emptied);
    toast("The bowl is empty again.", () => outbox.put({ kind: "weigh-in", id, changes: back }), "Undo");
  };
  const done = view.targets.filter((target) => target.state === "done" || target.state === "over").length;
  return (
    <>
      <PlaceHeader title="Weigh in">
        <Button kind="quiet" disabled={!begun} onClick={startOver}>
          Start over
        </Button>
        <Link
          to={`/bench/${id}`}
          className="inline-flex min-h-11 items-center rounded-[10px] border-[1.5px] border-rim bg-raised px-4 font-semibold"
        >
          Bench
        </Link>
      </PlaceHeader>
      <div className="grid items-start gap-4 p-5 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <div className="grid gap-4">
          {entries
            .filter(
              ({ change, state }) => change.kind === "weigh-in" && change.id === id && state !== "waiting",
            )
            .map((entry) => (
              <Note key={entry.key} severity="ask">
                <div className="grid gap-2">
                  <Answer
                    entry={entry}
                    names={Object.fromEntries(view.targets.map(({ line_id, name }) => [line_id, name]))}
                  />
                </div>
              </Note>
            ))}
          {view.rescue && (
            <RescueNote view={view} onRescue={(factor) => save({ ...view.state, factor })} units={kitchen} />
          )}
          {open ? (
            <Counter
              key={open.line_id}
              target={open}
              number={view.targets.indexOf(open) + 1}
              of={view.targets.length}
              kitchen={kitchen}
              typing={typing}
              onPour={(g, typed = false) => {
                setTyping(typed);
                pour(open, g);
              }}
            />
          ) : (
            <Panel title="All weighed">
              <div className="grid gap-3 p-6">
                <p className="text-title leading-tight font-extrabold">Everything is in the bowl.</p>
                <p>
                  {plural(done, "ingredient")}
                  {view.state.factor !== 1 && `, ${view.state.factor.toFixed(2)} times the dough`}. The method
                  is on the bench.
                </p>
                <Made view={view} id={id} />
                <TakeDown kitchen={kitchen} times={view.state.factor ?? 1} dough_id={id} />
              </div>
            </Panel>
          )}
        </div>
        <Panel title={`${done} of ${view.targets.length} in the bowl`}>
          <ul className="divide-y divide-line">
            {view.targets.map((target) => (
              <li key={target.line_id}>
                <button
                  type="button"
                  aria-current={open?.line_id === target.line_id ? "step" : undefined}
                  onClick={() => setPicked(target.line_id)}
                  className={clsx(
                    "grid min-h-12 w-full grid-cols-[1.6rem_1fr_auto] items-center gap-2 px-4 py-1 text-left hover:bg-well",
                    open?.line_id === target.line_id && "bg-well",
                  )}
                >
                  <span aria-hidden className="text-lg font-extrabold">
                    {MARK[target.state]}
                  </span>
                  <span>
                    {target.name}
                    {target.part !== "dough" && <span className="text-quiet"> ({target.part})</span>}
                    {target.state === "short" && (
                      <strong> top up {weighed(target.least_g - (target.poured_g ?? 0), kitchen)}</strong>
                    )}
                    {target.state === "over" && (
                      <strong> {weighed((target.poured_g ?? 0) - target.most_g, kitchen)} over</strong>
                    )}
                  </span>
                  <span className="font-semibold">{wanted(target, kitchen)}</span>
                </button>
              </li>
            ))}
          </ul>
        </Panel>
      </div>
    </>
  );
}

/** What the server knows of the bowl, with what waits on this device: poured, and not yet judged. */
function withWaiting(view: View, id: string, entries: readonly Entry[]): View {
  const changes = entries.flatMap(({ change, state }) =>
    change.kind === "weigh-in" && change.id === id && state === "waiting" ? change.changes : [],
  );
  if (!changes.length) return view;
  const state = withChanges(view.state, changes);
  const targets = view.targets.map((target) => {
    const poured_g = state.poured_g?.[target.line_id] ?? null;
    return poured_g === target.poured_g
      ? target
      : { ...target, poured_g, state: poured_g ? "done" : "waiting" };
  });
  return { ...view, state, targets };
}

const MARK: Record<string, string> = { waiting: "", done: "✓", short: "+", over: "!" };

/** After a rescue the dough on the bench can be made to match what is in the bowl. */
function Made({ view, id }: { view: View; id: string }) {
  const [kept, setKept] = useState(false);
  if (view.state.factor === 1) return null;
  const keep = () => {
    const spec = { ...view.made, name: `${view.made.name} as weighed`.slice(0, 80) };
    outbox.put({ kind: "add-dough", id: `${id}-as-weighed`, spec });
    setKept(true);
  };
  return kept ? (
    <p>
      Kept on the shelf as “{view.made.name} as weighed”. <Link to="/">See the shelf</Link> or go{" "}
      <Link to={`/bench/${id}`}>back to the bench</Link>.
    </p>
  ) : (
    <Button onClick={keep} className="justify-self-start">
      Keep the dough as weighed
    </Button>
  );
}

/** The big one: what, how much, how much more; the scale's own figure, and grams typed by hand. */
function Counter({
  target,
  number,
  of,
  kitchen,
  typing,
  onPour,
}: {
  target: Target;
  number: number;
  of: number;
  kitchen: UnitsOf;
  /** The line before was typed. */
  typing: boolean;
  onPour: (g: number, typed?: boolean) => void;
}) {
  const [shown, setShown] = useState<Schemas["ScaleReading"]>();
  const [typed, setTyped] = useState("");
  const field = useRef<HTMLInputElement>(null);
  // Who types goes on typing; for others the field would only bring up a keyboard on the screen.
  useEffect(() => {
    if (typing) field.current?.focus();
  }, [typing]);
  const before = target.poured_g ?? 0;
  useEffect(() => {
    let gone = false;
    const look = async () => {
      try {
        const reading = await readScale();
        if (!gone) setShown(reading);
      } catch {
        if (!gone) setShown(undefined);
      }
    };
    tareScale().then(look, look);
    const timer = setInterval(look, READ_MS);
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, []);
  const on = shown && !shown.overload ? shown.g : 0;
  const left = target.least_g - before - on;
  const over = before + on - target.most_g;
  const share = Math.min(1, Math.max(0, (before + on) / target.target_g));
  const typed_g = Number(typed.replace(",", ".")) * gramsPer(kitchen);
  const wrong = typed.trim() !== "" && !(typed_g > 0 && typed_g <= MOST_G);
  const unit = kitchen.units === "us" ? "ounces" : "grams";
  // A scale that does not answer says so in its own place.
  const silent = () => setShown(undefined);
  const tare = () => tareScale().then(setShown, silent);
  const put = (g: number) => pour(g).then(setShown, silent);
  return (
    <Panel title={`${number} of ${of}`} aside={<span className="text-quiet">{target.text}</span>}>
      <div className="grid gap-4 p-6">
        <p className="text-figure leading-none font-extrabold">{target.name}</p>
        <p className="text-display leading-none font-extrabold">{wanted(target, kitchen)}</p>
        {target.most_g > target.least_g && (
          <p>
            Begin with {weighed(target.least_g, kitchen)}; stop when it is right, at the latest at{" "}
            {weighed(target.most_g, kitchen)}.
          </p>
        )}
        <svg
          viewBox="0 0 100 6"
          preserveAspectRatio="none"
          className="h-8 w-full"
          role="img"
          aria-label={`${Math.round(share * 100)}% of it is in the bowl`}
        >
          <rect
            x={0.2}
            y={0.2}
            width={99.6}
            height={5.6}
            rx={1}
            fill={colour.well}
            stroke={colour.rim}
            strokeWidth={1.5}
            vectorEffect="non-scaling-stroke"
          />
          <rect x={0.2} y={0.2} width={99.6 * share} height={5.6} rx={1} fill={colour.rim} />
        </svg>
        <p className="text-title font-bold" aria-live="polite">
          {left > target.tolerance_g
            ? `${weighed(left, kitchen)} more`
            : over > target.tolerance_g
              ? `${weighed(over, kitchen)} too much`
              : "Enough: that is it"}
        </p>
        <div className="flex flex-wrap items-center gap-3 border-t border-line pt-4">
          <p className="min-w-52 text-head" role="status">
            Scale:{" "}
            <strong data-testid="scale">
              {shown?.overload ? "too heavy" : shown ? scaleSays(shown.g, kitchen) : "not answering"}
            </strong>{" "}
            <span className="text-quiet">
              {shown && !shown.overload ? (shown.stable ? "still" : "moving") : ""}
            </span>
          </p>
          <Button onClick={tare}>Tare</Button>
          <Button
            kind="main"
            className="min-h-16 px-8 text-head"
            disabled={!shown?.stable || on < LEAST_ON_SCALE_G}
            onClick={() => onPour(before + on)}
          >
            It is in
          </Button>
        </div>
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (typed.trim() && !wrong) onPour(typed_g, true);
          }}
        >
          <Field
            label={`Or type the ${unit}`}
            error={
              wrong
                ? `${unit === "grams" ? "Grams" : "Ounces"} from 0 to ${Math.round(MOST_G / gramsPer(kitchen))}.`
                : undefined
            }
          >
            {(ids) => (
              <input
                {...ids}
                ref={field}
                className="control h-14 w-36 text-right text-head"
                inputMode="decimal"
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
              />
            )}
          </Field>
          <Button type="submit" className="min-h-14" disabled={!typed.trim() || wrong}>
            That much is in
          </Button>
        </form>
        <fieldset className="flex flex-wrap items-center gap-2 text-plain text-quiet">
          <legend className="sr-only">Simulated scale</legend>
          Simulated scale: put on
          {[1, 10, 50, 100].map((g) => (
            <Button key={g} className="px-3" onClick={() => put(g)}>
              {g} g
            </Button>
          ))}
          <Button className="px-3" onClick={() => put(-10)}>
            −10 g
          </Button>
          <Button className="px-3" onClick={() => put(Math.max(0, left))}>
            the rest
          </Button>
        </fieldset>
      </div>
    </Panel>
  );
}

/** Over-poured: make the rest to match, with what that does; or spoon some out. */
function RescueNote({
  view,
  onRescue,
  units,
}: {
  view: View;
  onRescue: (factor: number) => void;
  units: UnitsOf;
}) {
  const rescue = view.rescue;
  if (!rescue) return null;
  const over = view.targets.find((target) => target.line_id === rescue.line_id);
  const tops = Object.keys(rescue.top_ups).length;
  return (
    <Note severity="ask">
      <p className="text-lead">
        <strong>
          {over?.name}: {weighed((over?.poured_g ?? 0) - (over?.most_g ?? 0), units)} too much.
        </strong>{" "}
        Spoon some out and weigh it again, or make the rest to match: {rescue.factor.toFixed(2)} times the
        dough, {mass(rescue.dough_g, units)} in all, {view.cookies_rescued ?? "?"} cookies instead of{" "}
        {view.cookies ?? "?"}. Each keeps its size, so oven and minutes stay as they are
        {tops > 0 ? `; ${plural(tops, "ingredient")} already in the bowl must be topped up` : ""}.
      </p>
      <Button className="mt-2 min-h-14 text-head" onClick={() => onRescue(rescue.factor)}>
        Make the rest to match
      </Button>
    </Note>
  );
}

/** What a scale shows, to a tenth of a gram or a hundredth of an ounce. */
const scaleSays = (g: number, kitchen: UnitsOf) =>
  kitchen.units === "us" ? `${(g / gramsPer(kitchen)).toFixed(2)} oz` : `${g.toFixed(1)} g`;

/** What is to be weighed; an amount by feel from where to where. */
const wanted = ({ least_g, most_g }: Target, kitchen: UnitsOf) => {
  const least = weighed(least_g, kitchen);
  return most_g > least_g ? `${least.replace(/ \w+$/, "")} to ${weighed(most_g, kitchen)}` : least;
};

/** The bake day: ask for a plan, and find those made before. */

import { type FormEvent, useDeferredValue, useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { ApiError, FieldError } from "../../client/api";
import { lastDough } from "../../client/dough";
import { useShelf, useShelfChoices } from "../../client/doughs";
import { useKitchen } from "../../client/kitchen";
import { makePlan, usePlans, useShowPlan, warmUp } from "../../client/plans";
import { Segments, Select, Switch } from "../../pieces/choice";
import { Button, SearchField } from "../../pieces/controls";
import { MomentField, TimeField } from "../../pieces/moment";
import { Note, Panel } from "../../pieces/notes";
import { PlaceHeader } from "../../pieces/shell";
import { ANCHORS, options } from "../../words/labels";
import { clock, day } from "../../words/numbers";
import { askOf, type Choices, sentHours, useChoices } from "./choices";
import { DoughAsks, useChosen } from "./DoughAsks";
import { SpecialHours } from "./SpecialHours";

/** The value of a datetime-local field for a moment, in the baker's own time. */
const local = (moment: Date) =>
  new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);

function tomorrowAtSix(): string {
  const moment = new Date();
  if (moment.getHours() >= 13) moment.setDate(moment.getDate() + 1);
  moment.setHours(18, 0, 0, 0);
  return local(moment);
}

const NIGHT: [string, string] = ["22:00", "07:00"];
const SEARCHED_FROM = 20; // a choice of more is found by typing

export function Day() {
  const [words, setWords] = useState("");
  const shelf = useShelf({ words: useDeferredValue(words.trim()) });
  const { data: kitchen } = useKitchen();
  const { data: onShelf } = useShelfChoices();
  const [start] = useState((): Choices => {
    const first = lastDough.get();
    const asks = first ? [askOf(first)] : [];
    return { asks, when: "ready_by", at: tomorrowAtSix(), racks: "1", hands: "1", fewer: "0", hours: [] };
  });
  const [choices, choose] = useChoices(start);
  const { asks, when, at, racks, hands, fewer, rest, hours } = choices;
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [working, setWorking] = useState(false);
  const navigate = useNavigate();
  const show = useShowPlan();
  const { found, gone } = useChosen(asks.map((ask) => ask.dough_id));
  const doughs = shelf.doughs?.filter((dough) => dough.readable);
  const first = doughs?.[0]?.id;
  // A dough that was taken off the shelf cannot be baked; with none left, the one last changed is the likeliest.
  useEffect(() => {
    const there = asks.filter((ask) => !gone.includes(ask.dough_id));
    if (!there.length && first) choose({ asks: [askOf(first)] });
    else if (there.length < asks.length) choose({ asks: there });
  }, [first, gone, asks, choose]);
  useEffect(() => {
    warmUp();
  }, []);
  const error = (...fields: string[]) => errors.find((one) => fields.includes(one.field));
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const moment = new Date(at);
    if (when !== "soonest" && Number.isNaN(moment.getTime())) {
      setErrors([{ field: "at", message: "Give a date and a time, such as tomorrow at 18:00." }]);
      return;
    }
    setWorking(true);
    setErrors([]);
    try {
      const body = {
        doughs: asks,
        when,
        at: (when === "soonest" ? new Date() : moment).toISOString(),
        racks: Number(racks),
        hands: Number(hands),
        closed: rest
          ? {
              from_min: minutesOf(rest[0]),
              to_min: minutesOf(rest[1]),
              zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
            }
          : null,
        fewer_trays: Number(fewer),
        hours: hours.map(sentHours),
      };
      const plan = await makePlan(body);
      show(plan);
      navigate(`/day/${plan.id}`);
    } catch (failure) {
      const { errors: fields, message } = failure as ApiError;
      setErrors(fields.length ? fields : [{ field: "", message }]);
    } finally {
      setWorking(false);
    }
  };
  const atError = error("at");
  const general = errors.find(
    (one) => !["at", "racks"].includes(one.field) && !one.field.startsWith("hours"),
  );
  return (
    <>
      <PlaceHeader title="The bake day" />
      <div className="grid items-start gap-4 p-5 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] lg:grid-rows-[auto_1fr]">
        <form className="contents" onSubmit={submit}>
          <Panel title="What is baked">
            <div className="grid gap-4 p-4">
              {shelf.error && !doughs && <Note severity="stop">{shelf.error.message}</Note>}
              {(words !== "" || (shelf.total ?? 0) > SEARCHED_FROM) && (
                <SearchField
                  label={`Find a dough among ${words.trim() ? "all" : shelf.total}`}
                  value={words}
                  onValue={setWords}
                />
              )}
              <DoughAsks
                asks={asks}
                doughs={doughs ?? []}
                chosen={found}
                kitchen={kitchen}
                tags={onShelf?.tags ?? []}
                onAsks={(next) => choose({ asks: next })}
              />
            </div>
          </Panel>
          <Panel title="When, and with what" className="lg:row-span-2">
            <div className="grid gap-3.5 p-4">
              <Segments
                label="The clock fixes"
                value={when}
                onValue={(next) => choose({ when: next })}
                options={options(ANCHORS)}
              />
              {when !== "soonest" && kitchen && (
                <MomentField
                  label={when === "ready_by" ? "All ready by" : "Start at"}
                  kitchen={kitchen}
                  value={at}
                  onValue={(next) => choose({ at: next })}
                  error={atError?.message}
                />
              )}
              {atError?.remedy && (
                <Button
                  className="justify-self-start"
                  onClick={() => choose({ at: local(new Date(atError.remedy?.value ?? at)) })}
                >
                  {atError.remedy.label}:{" "}
                  {clock(new Date(atError.remedy.value), kitchen ?? { units: "metric" })}
                </Button>
              )}
              <div className="grid gap-3.5 sm:grid-cols-2">
                <div>
                  <Segments
                    label="In the oven at once"
                    value={racks}
                    onValue={(next) => choose({ racks: next })}
                    options={(["1", "2", "3"] as const)
                      .slice(0, Math.max(2, kitchen?.rack_positions ?? 2))
                      .map((n) => [n, n === "1" ? "1 tray" : `${n} trays`] as const)}
                  />
                  {error("racks") && (
                    <p className="mt-1 font-medium text-stop-edge">{error("racks")?.message}</p>
                  )}
                </div>
                <Segments
                  label="Hands"
                  value={hands}
                  onValue={(next) => choose({ hands: next })}
                  options={[
                    ["1", "just me"],
                    ["2", "a helper too"],
                  ]}
                />
              </div>
              <Select
                label="Trays"
                value={fewer}
                onValue={(next) => choose({ fewer: next })}
                options={[
                  ["0", "all the kitchen has"],
                  ["1", "one fewer of each kind"],
                  ["2", "two fewer of each kind"],
                ]}
              />
              <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
                <Switch
                  label="Hands rest at night"
                  checked={rest !== undefined}
                  onChecked={(resting) => choose({ rest: resting ? NIGHT : undefined })}
                />
                {rest && kitchen && (
                  <>
                    <TimeField
                      label="From"
                      kitchen={kitchen}
                      value={rest[0]}
                      onValue={(from) => choose({ rest: [from, rest[1]] })}
                    />
                    <TimeField
                      label="to"
                      kitchen={kitchen}
                      value={rest[1]}
                      onValue={(to) => choose({ rest: [rest[0], to] })}
                    />
                  </>
                )}
              </div>
              {kitchen && (
                <SpecialHours
                  hours={hours}
                  day={(when === "soonest" ? local(new Date()) : at).slice(0, 10)}
                  kitchen={kitchen}
                  error={errors.find((one) => one.field.startsWith("hours"))?.message}
                  onHours={(next) => choose({ hours: next })}
                />
              )}
              {general && <Note severity="stop">{general.message}</Note>}
              <Button type="submit" kind="main" disabled={working || !asks.length}>
                {working ? "Working it out…" : "Make the plan"}
              </Button>
              <p className="text-note text-quiet">
                How long each step takes is your kitchen's: correct the times under Kitchen.
              </p>
            </div>
          </Panel>
        </form>
        <PlansMade />
      </div>
    </>
  );
}

const minutesOf = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

function PlansMade() {
  const { plans, total, hasNextPage, fetchNextPage, isFetchingNextPage } = usePlans();
  const { data: kitchen } = useKitchen();
  const units = kitchen ?? { units: "metric" as const };
  return (
    <Panel title="Plans made">
      {plans?.length ? (
        <>
          <ul className="divide-y divide-line">
            {plans.map((plan) => (
              <li key={plan.id}>
                <Link
                  to={`/day/${plan.id}`}
                  className="flex min-h-14 items-center justify-between gap-3 px-4 py-2 hover:bg-raised"
                >
                  <span className="font-bold">{plan.title}</span>
                  <span className="text-right text-plain whitespace-nowrap">
                    {day(new Date(plan.starts_at), units)}
                    <br />
                    {clock(new Date(plan.starts_at), units)} to {clock(new Date(plan.ends_at), units)}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
          {hasNextPage && (
            <Button className="m-3" onClick={() => fetchNextPage()} disabled={isFetchingNextPage}>
              Show older plans ({(total ?? 0) - plans.length} more)
            </Button>
          )}
        </>
      ) : (
        <p className="p-4 text-quiet">
          No plan yet. Choose the doughs and a time, and the first one appears here.
        </p>
      )}
    </Panel>
  );
}

/** The bake day: ask for a plan, and find those made before. */
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useEffect, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { type ApiError, api, type FieldError, need } from "../../client/api";
import { lastDough } from "../../client/dough";
import { useDoughs, useKitchen, usePlans } from "../../client/hooks";
import { Button, Field, Segments, Select } from "../../pieces/controls";
import { Note, Panel } from "../../pieces/notes";
import { clock, day } from "../../pieces/say";
import { PlaceHeader } from "../../pieces/shell";

/** The value of a datetime-local field for a moment, in the baker's own time. */
const local = (moment: Date) =>
  new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);

function tomorrowAtSix(): string {
  const moment = new Date();
  if (moment.getHours() >= 13) moment.setDate(moment.getDate() + 1);
  moment.setHours(18, 0, 0, 0);
  return local(moment);
}

export function Day() {
  const [params] = useSearchParams();
  const { data: doughs } = useDoughs();
  const { data: kitchen } = useKitchen();
  const { data: plans } = usePlans();
  const [doughId, setDoughId] = useState(params.get("dough") ?? lastDough.get() ?? "");
  const [when, setWhen] = useState<"ready_by" | "start_at">("ready_by");
  const [at, setAt] = useState(tomorrowAtSix);
  const [trays, setTrays] = useState<"1" | "2" | "3" | "4">("2");
  const [racks, setRacks] = useState<"1" | "2">("1");
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [working, setWorking] = useState(false);
  const navigate = useNavigate();
  const client = useQueryClient();
  useEffect(() => {
    if (doughs && !doughs.some((dough) => dough.id === doughId)) setDoughId(doughs[0]?.id ?? "");
  }, [doughs, doughId]);
  const error = (...fields: string[]) => errors.find((one) => fields.includes(one.field.replace("day.", "")));
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const moment = new Date(at);
    if (Number.isNaN(moment.getTime())) {
      setErrors([{ field: "at", message: "Give a date and a time, such as tomorrow at 18:00." }]);
      return;
    }
    setWorking(true);
    setErrors([]);
    try {
      const body = {
        dough_id: doughId,
        day: { when, at: moment.toISOString(), trays: Number(trays), racks: Number(racks) },
      };
      const plan = await need(api.POST("/api/plans", { body }));
      client.setQueryData(["plan", plan.id], plan);
      client.invalidateQueries({ queryKey: ["plans"] });
      navigate(`/day/${plan.id}`);
    } catch (failure) {
      const { errors: fields, message } = failure as ApiError;
      setErrors(fields.length ? fields : [{ field: "", message }]);
    } finally {
      setWorking(false);
    }
  };
  const atError = error("at");
  const general = errors.find((one) => !["at", "day.at", "trays", "racks"].includes(one.field));
  return (
    <>
      <PlaceHeader title="The bake day" />
      <div className="grid items-start gap-4 p-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <Panel title="Plan the baking">
          <form className="grid gap-4 p-4" onSubmit={submit}>
            <Select
              label="Dough"
              value={doughId}
              onValue={setDoughId}
              options={(doughs ?? []).map((dough) => [dough.id, dough.name] as const)}
            />
            <Segments
              label="The clock fixes"
              value={when}
              onValue={setWhen}
              options={[
                ["ready_by", "Ready by"],
                ["start_at", "Start at"],
              ]}
            />
            <Field label={when === "ready_by" ? "All cookies cold by" : "Start at"} error={atError?.message}>
              {(ids) => (
                <input
                  {...ids}
                  type="datetime-local"
                  className="control w-64"
                  value={at}
                  onChange={(event) => setAt(event.target.value)}
                />
              )}
            </Field>
            {atError?.remedy && (
              <Button
                className="justify-self-start"
                onClick={() => setAt(local(new Date(atError.remedy?.value ?? at)))}
              >
                {atError.remedy.label}:{" "}
                {clock(new Date(atError.remedy.value), kitchen ?? { units: "metric" })}
              </Button>
            )}
            <div className="grid grid-cols-2 gap-4">
              <div>
                <Segments
                  label="Trays in use"
                  value={trays}
                  onValue={setTrays}
                  options={(["1", "2", "3", "4"] as const).map((n) => [n, n] as const)}
                />
                {error("trays") && (
                  <p className="mt-1 font-medium text-stop-edge">{error("trays")?.message}</p>
                )}
              </div>
              <div>
                <Segments
                  label="In the oven at once"
                  value={racks}
                  onValue={setRacks}
                  options={[
                    ["1", "1 tray"],
                    ["2", "2 trays"],
                  ]}
                />
                {error("racks") && (
                  <p className="mt-1 font-medium text-stop-edge">{error("racks")?.message}</p>
                )}
              </div>
            </div>
            {general && <Note severity="stop">{general.message}</Note>}
            <Button type="submit" kind="main" disabled={working || !doughId} className="justify-self-start">
              {working ? "Working it out…" : "Make the plan"}
            </Button>
          </form>
        </Panel>
        <Panel title="Plans made">
          {plans?.length ? (
            <ul className="divide-y divide-line">
              {plans.map((plan) => (
                <li key={plan.id}>
                  <Link
                    to={`/day/${plan.id}`}
                    className="flex min-h-14 items-center justify-between gap-3 px-4 py-2 hover:bg-white"
                  >
                    <span className="font-bold">{plan.dough_name}</span>
                    <span className="text-right text-[15px]">
                      {day(new Date(plan.starts_at))}
                      <br />
                      {clock(new Date(plan.starts_at), kitchen ?? { units: "metric" })} to{" "}
                      {clock(new Date(plan.ends_at), kitchen ?? { units: "metric" })}
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          ) : (
            <p className="p-4 text-quiet">
              No plan yet. Choose a dough and a time, and the first one appears here.
            </p>
          )}
        </Panel>
      </div>
    </>
  );
}

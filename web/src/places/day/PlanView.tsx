/** One plan: the board of places over time, the list by the clock, and a page that prints. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { api, need, type SavedPlan, type Step } from "../../client/api";
import { useKitchen } from "../../client/hooks";
import { Board } from "../../drawing/board";
import { Button, Segments } from "../../pieces/controls";
import { Panel } from "../../pieces/notes";
import { clock, day, duration, plural, type UnitsOf } from "../../pieces/say";
import { PlaceHeader } from "../../pieces/shell";
import { Missing } from "../bench/Bench";

const HANDS_ONLY = new Set<Step["place"]>(["hands"]);
/** Passive steps that must be begun by someone, so they belong in the list of things to do. */
const BEGUN = new Set<Step["kind"]>(["soften", "preheat", "chill", "temper"]);

export function PlanView() {
  const { id = "" } = useParams();
  const { data: kitchen } = useKitchen();
  const { data: saved, error } = useQuery({
    queryKey: ["plan", id],
    queryFn: () => need(api.GET("/api/plans/{plan_id}", { params: { path: { plan_id: id } } })),
  });
  const [zoom, setZoom] = useState<"1" | "2" | "4">("1");
  const navigate = useNavigate();
  const client = useQueryClient();
  if (error) return <Missing message={error.message} />;
  if (!saved || !kitchen) return <PlaceHeader title="The bake day" />;
  const { plan } = saved;
  const start = new Date(plan.start);
  const at = (seconds: number) => clock(new Date(start.getTime() + seconds * 1000), kitchen);
  const remove = async () => {
    await need(api.DELETE("/api/plans/{plan_id}", { params: { path: { plan_id: id } } }));
    client.invalidateQueries({ queryKey: ["plans"] });
    navigate("/day");
  };
  return (
    <>
      <PlaceHeader title={`${saved.dough_name}, ${day(start)}`}>
        <Button kind="quiet" onClick={remove}>
          Throw away
        </Button>
        <Button onClick={() => navigate(`/day?dough=${saved.dough_id}`)}>Plan again</Button>
        <Button kind="main" onClick={() => window.print()}>
          Print
        </Button>
      </PlaceHeader>
      <div className="grid gap-4 p-5">
        <Summary saved={saved} at={at} units={kitchen} />
        <Panel
          title="The board"
          aside={
            <div className="no-print py-1">
              <Zoom value={zoom} onValue={setZoom} />
            </div>
          }
        >
          <Board plan={plan} zoom={Number(zoom)} at={at} />
        </Panel>
        <Panel
          title="By the clock"
          aside={
            <span className="text-[15px] text-quiet">
              {plural(plan.job.pieces.length, "load")}, hands busy {duration(plan.hands_s)}
            </span>
          }
        >
          <ClockList steps={plan.steps} at={at} />
        </Panel>
        <p className="text-[15px] text-quiet">
          Hot trays and hot sugar burn: dry mitts, and children away from the oven door. Bake times are
          predictions; the look of the cookie decides.
        </p>
      </div>
    </>
  );
}

function Zoom({ value, onValue }: { value: "1" | "2" | "4"; onValue: (value: "1" | "2" | "4") => void }) {
  return (
    <div className="[&_legend]:sr-only">
      <Segments
        label="Zoom"
        value={value}
        onValue={onValue}
        options={[
          ["1", "Whole"],
          ["2", "× 2"],
          ["4", "× 4"],
        ]}
      />
    </div>
  );
}

function Summary({
  saved,
  at,
  units,
}: {
  saved: SavedPlan;
  at: (seconds: number) => string;
  units: UnitsOf;
}) {
  const { plan, request } = saved;
  const total = (new Date(plan.end).getTime() - new Date(plan.start).getTime()) / 1000;
  return (
    <div className="flex flex-wrap items-baseline gap-x-8 gap-y-1">
      <p className="text-[26px] leading-tight font-extrabold">
        <span className="text-[16px] font-medium text-quiet">Start </span>
        <span data-testid="plan-start">{at(0)}</span>
        <span className="ml-6 text-[16px] font-medium text-quiet">All cold </span>
        <span data-testid="plan-end">{at(total)}</span>
      </p>
      <p className="max-w-3xl text-[15px]">
        {request.when === "ready_by" &&
          `Asked for ${clock(new Date(request.at), units)}, with ten minutes in hand. `}
        {plan.proof} {plan.saving}
      </p>
    </div>
  );
}

function ClockList({ steps, at }: { steps: Step[]; at: (seconds: number) => string }) {
  const rows = steps.filter((step) => HANDS_ONLY.has(step.place) || BEGUN.has(step.kind));
  return (
    <ol className="divide-y divide-line">
      {rows.map((step) => (
        <li
          key={`${step.kind}${step.start_s}${step.load}`}
          className="grid grid-cols-[6rem_1fr_auto] items-baseline gap-x-4 px-4 py-1.5"
        >
          <span className="text-[17px] font-bold">{at(step.start_s)}</span>
          <span>
            <span className="font-semibold">{step.title}</span>
            {step.detail && <span className="text-quiet"> {step.detail}</span>}
            {step.kind === "load" && <LookNote steps={steps} load={step.load ?? 0} at={at} />}
          </span>
          <span className="text-[15px] text-quiet">
            {duration(step.end_s - step.start_s) === "0 min" ? "½ min" : duration(step.end_s - step.start_s)}
          </span>
        </li>
      ))}
      <li className="grid grid-cols-[6rem_1fr] gap-x-4 px-4 py-1.5">
        <span className="text-[17px] font-bold">
          {at(Math.max(...steps.filter((step) => step.kind === "cool").map((step) => step.end_s)))}
        </span>
        <span className="font-semibold">The last cookies are cold</span>
      </li>
    </ol>
  );
}

function LookNote({ steps, load, at }: { steps: Step[]; load: number; at: (seconds: number) => string }) {
  const bake = steps.find((step) => step.kind === "bake" && step.load === load);
  return bake ? (
    <span className="text-quiet">
      {" "}
      Out at about {at(bake.end_s)}. {bake.detail}
    </span>
  ) : null;
}

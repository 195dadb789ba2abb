/** The oven: the day that is run, or which day to run. */
import { Navigate, useParams } from "react-router";
import { useKitchen } from "../../client/kitchen";
import { useRun, useRuns } from "../../client/runs";
import { Missing } from "../../pieces/missing";
import { Coming } from "../../pieces/shell";
import { ChooseDay } from "./ChooseDay";
import { RunView } from "./RunView";

export function Oven() {
  const { id } = useParams();
  const runs = useRuns();
  const { data: kitchen } = useKitchen();
  const open = runs.data?.find((run) => run.ended_at === null && !run.rehearsal);
  if (!kitchen || (!id && !runs.data && !runs.error)) return <Coming title="The oven" />;
  // Its own address keeps the day in view while it ends.
  if (!id && open) return <Navigate to={`/oven/${open.id}`} replace />;
  if (!id) return <ChooseDay runs={runs.data ?? []} failure={runs.error} kitchen={kitchen} />;
  return <Running key={id} id={id} kitchen={kitchen} />;
}

function Running({
  id,
  kitchen,
}: {
  id: string;
  kitchen: NonNullable<ReturnType<typeof useKitchen>["data"]>;
}) {
  const { run, came, error, away } = useRun(id);
  if (error && !run) return <Missing failure={error} />;
  if (!run) return <Coming title="The oven" />;
  return <RunView run={run} came={came} away={away} kitchen={kitchen} />;
}

/** The batch on the baker's own trays, to scale. */
import clsx from "clsx";
import { useEffect } from "react";
import { Link, useParams } from "react-router";
import type { Schemas } from "../../client/api";
import { lastDough, useDough } from "../../client/dough";
import { useAssessment, useKitchen } from "../../client/hooks";
import { TrayDrawing } from "../../drawing/tray";
import { NumberField } from "../../pieces/controls";
import { Note, Panel, ProblemNote } from "../../pieces/notes";
import { SaveMark } from "../../pieces/save";
import { length, plural } from "../../pieces/say";
import { PlaceHeader } from "../../pieces/shell";
import { Missing, ToFirstDough } from "../bench/Bench";
import { loadsText } from "../bench/OutcomePanel";

export function Trays() {
  const { id } = useParams();
  const dough = useDough(id);
  const { data: kitchen } = useKitchen();
  const { found } = useAssessment(dough.spec, kitchen);
  useEffect(() => {
    if (id) lastDough.set(id);
  }, [id]);
  if (!id) return <ToFirstDough place="trays" />;
  if (!dough.spec || !kitchen)
    return dough.problem ? <Missing message={dough.problem} /> : <PlaceHeader title="Trays" />;
  const chosen = kitchen.trays.find((tray) => tray.id === dough.spec?.tray_id) ?? kitchen.trays[0];
  const { outcome, trays: plan, problems = [] } = found ?? {};
  return (
    <>
      <PlaceHeader title={`${dough.spec.name} on trays`}>
        <SaveMark state={dough.state} />
        <Link
          to={`/bench/${id}`}
          className="enamel inline-flex min-h-11 items-center bg-white px-4 font-semibold"
        >
          Bench
        </Link>
        <Link
          to={`/day?dough=${id}`}
          className="inline-flex min-h-11 items-center rounded-[10px] bg-ink px-4 font-semibold text-white"
        >
          Plan the baking
        </Link>
      </PlaceHeader>
      <div className="grid gap-4 p-5 lg:grid-cols-[20rem_1fr]">
        <fieldset className="grid content-start gap-2">
          <legend className="mb-1 font-semibold">Which tray?</legend>
          {kitchen.trays.map((tray) => (
            <label
              key={tray.id}
              className={clsx(
                "enamel flex min-h-16 cursor-pointer items-center gap-3 px-4 py-2 has-focus-visible:outline-3 has-focus-visible:outline-offset-2",
                chosen?.id === tray.id ? "bg-ink text-white" : "hover:bg-white",
              )}
            >
              <input
                type="radio"
                name="tray"
                className="size-5 accent-white"
                checked={chosen?.id === tray.id}
                onChange={() => dough.change((spec) => ({ ...spec, tray_id: tray.id }))}
              />
              <span>
                <span className="block font-bold">{tray.name}</span>
                <span className="block text-[14.5px]">
                  {length(tray.width_mm, kitchen)} × {length(tray.depth_mm, kitchen)}, you have {tray.count}
                </span>
              </span>
            </label>
          ))}
          {outcome && (
            <div className="mt-2 grid gap-2">
              <NumberField
                label={`Bake now, of ${outcome.pieces.count}`}
                unit=""
                value={Math.min(dough.spec.bake_now ?? outcome.pieces.count, outcome.pieces.count)}
                min={1}
                max={outcome.pieces.count}
                onValue={(n) =>
                  dough.change((spec) => ({
                    ...spec,
                    bake_now: n >= outcome.pieces.count ? null : Math.round(n),
                  }))
                }
              />
              {plan && plan.kept > 0 && (
                <Note severity="note">
                  {plural(plan.kept, "piece")} kept raw. {plan.kept_note}
                </Note>
              )}
            </div>
          )}
          <Link to="/kitchen" className="mt-1 font-medium underline underline-offset-4">
            Other trays? Add them under Kitchen
          </Link>
        </fieldset>
        <Panel
          title={plan ? `${plural(plan.loads.length, "load")}: ${loadsText(plan.loads)}` : "The trays"}
          aside={plan && <span className="text-quiet">room for {plan.most_per_tray} a tray</span>}
        >
          <div className="grid gap-3 p-4">
            {problems
              .filter((problem) => problem.severity === "stop")
              .map((problem) => (
                <ProblemNote key={problem.message} problem={problem} />
              ))}
            {plan && outcome && (
              <>
                <div className="flex h-[min(60vh,30rem)] justify-center">
                  <TrayDrawing
                    plan={plan}
                    diameter={outcome.baked.diameter_mm.value}
                    strand={strandOf(outcome)}
                    us={kitchen.units === "us"}
                  />
                </div>
                <p>
                  The fullest load, {plural(plan.layout.places.length, "cookie")}, rows of{" "}
                  {plan.layout.per_row.join(", ")}. Solid: {length(outcome.baked.diameter_mm.value, kitchen)},
                  the likely width. Dashed: {length(plan.widest_mm, kitchen)}, the widest expected; even then
                  none touch. The tray must be cool before the next load.
                </p>
              </>
            )}
          </div>
        </Panel>
      </div>
    </>
  );
}

/** The baked strand's own thickness, where the form is laid of rope. */
function strandOf({ pieces, baked }: Schemas["Outcome"]): number | null {
  return pieces.strand_mm == null
    ? null
    : pieces.strand_mm + baked.diameter_mm.value - pieces.raw_diameter_mm;
}

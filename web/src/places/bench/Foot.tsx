/** Along the foot of the bench, always in view: what comes out in a line, the trays and their loads, what it contains. */
import { Link, useParams } from "react-router";
import type { Assessment, Kitchen } from "../../client/api";
import { length, likely, loadsText, minutes, plural } from "../../words/numbers";

export function Foot({
  found,
  whole,
  kitchen,
  share,
}: {
  found?: Assessment;
  whole?: Assessment;
  kitchen: Kitchen;
  share?: string;
}) {
  const { id } = useParams();
  const outcome = found?.outcome;
  const trays = found?.trays;
  return (
    <footer className="sticky bottom-0 z-10 grid gap-0.5 border-t-[1.5px] border-rim bg-enamel px-5 py-1.5 xl:static xl:mx-5 xl:mb-4 xl:rounded-[14px] xl:border-[1.5px]">
      <div className="flex flex-wrap items-center gap-x-5">
        {outcome && (
          <p className="font-semibold xl:hidden" aria-hidden>
            {plural(outcome.pieces.count, "cookie")} · {length(outcome.baked.diameter_mm.value, kitchen)} wide
            · {minutes(outcome.window.aim_min)} min, likely {likely(outcome.window)}
          </p>
        )}
        {trays && (
          <p className="flex min-w-0 items-center gap-x-3">
            <span className="min-w-0">
              <strong>{plural(trays.loads.length, "load")}</strong> on {trays.tray.name.toLowerCase()}:{" "}
              {loadsText(trays.loads)}
              {found.small?.trays && `, small ${loadsText(found.small.trays.loads)}`}
            </span>
            <Link
              to={`/trays/${id}${share ? `?share=${share}` : ""}`}
              className="inline-flex min-h-11 items-center font-semibold whitespace-nowrap underline underline-offset-4"
            >
              See the trays
            </Link>
          </p>
        )}
        {whole?.dough && (
          <div className="min-w-0 flex-1 basis-96 max-xl:hidden">
            <Allergens dough={whole.dough} />
          </div>
        )}
      </div>
    </footer>
  );
}

/** What it contains; on a narrow screen it stands above the foot, which would grow too tall. */
export function Allergens({ dough }: { dough: NonNullable<Assessment["dough"]> }) {
  return (
    <p className="text-note leading-snug xl:text-right">
      {dough.allergens.length ? (
        <>
          Contains <strong>{dough.allergens.join(", ")}</strong>.
        </>
      ) : (
        "None of the usual allergens is named by these lines."
      )}{" "}
      {dough.may_contain.length > 0 && <span>Packets often warn: {dough.may_contain.join("; ")}. </span>}
      <span className="text-quiet">
        Your kitchen may add traces: no promise of safety.{" "}
        {(dough.raw_flour || dough.raw_egg) &&
          `Raw ${[dough.raw_flour && "flour", dough.raw_egg && "egg"].filter(Boolean).join(" and ")} ${dough.raw_flour && dough.raw_egg ? "are" : "is"} not for tasting.`}
      </span>
    </p>
  );
}

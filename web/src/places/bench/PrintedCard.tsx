/** The formula card for the kitchen wall: grams, percentages, spoons and cups, method. */
import { Link, useParams } from "react-router";
import { useReport } from "../../client/assessments";
import { useDough } from "../../client/dough";
import { useKitchen } from "../../client/kitchen";
import { Amounts } from "../../pieces/amounts";
import { Button } from "../../pieces/controls";
import { Missing } from "../../pieces/missing";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { percent, weighed } from "../../words/numbers";

export function PrintedCard() {
  const { id } = useParams();
  const dough = useDough(id);
  const { data: kitchen } = useKitchen();
  const { data: report } = useReport(dough.spec, kitchen);
  const found = report?.assessment;
  if (!dough.spec || !kitchen || !found)
    return dough.failure ? <Missing failure={dough.failure} id={id} /> : <Coming title="Card" />;
  const lines = new Map(found.lines.map((line) => [line.line_id, line]));
  return (
    <>
      <PlaceHeader title={dough.spec.name}>
        <Link
          to={`/bench/${id}`}
          className="inline-flex min-h-11 items-center rounded-[10px] border-[1.5px] border-rim bg-raised px-4 font-semibold"
        >
          Bench
        </Link>
        <Button kind="main" onClick={() => window.print()}>
          Print
        </Button>
      </PlaceHeader>
      <article className="enamel m-5 grid max-w-4xl gap-5 p-6">
        <table className="w-full text-left text-lead">
          <thead>
            <tr className="border-b-2 border-rim">
              <th className="py-1">Ingredient</th>
              <th className="py-1 text-right">{kitchen.units === "us" ? "Ounces" : "Grams"}</th>
              <th className="py-1 text-right">% of flour</th>
              <th className="py-1 pl-4">Spoons and cups</th>
            </tr>
          </thead>
          <tbody>
            {found.lines.map((line) => (
              <tr key={line.line_id} className="border-b border-line">
                <td className="py-1">
                  {line.reading.text}
                  {line.part !== "dough" && <span className="text-quiet"> ({line.part})</span>}
                </td>
                <td className="py-1 text-right font-semibold">
                  {line.reading.mass_g == null ? "?" : weighed(line.reading.mass_g, kitchen)}
                </td>
                <td className="py-1 text-right">
                  {line.bakers_pct == null ? "" : percent(line.bakers_pct, line.bakers_pct < 10 ? 1 : 0)}
                </td>
                <td className="py-1 pl-4">{line.reading.household?.text ?? ""}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <ol className="grid list-decimal gap-1 pl-6">
          {found.method.map((step) => (
            <li key={step.id}>
              {step.text}{" "}
              <span className="text-quiet">
                ({step.minutes} min{step.cue ? `; until ${step.cue}` : ""})
              </span>
              {step.caution && <strong> {step.caution}</strong>}
              <Amounts kitchen={kitchen} lines={step.line_ids.flatMap((line) => lines.get(line) ?? [])} />
            </li>
          ))}
        </ol>
        {[{ id: "", name: "The rest", report }, ...report.shares].map((share, _, all) => (
          <section key={share.id}>
            {all.length > 1 && <h2 className="mb-1 text-head font-bold">{share.name}</h2>}
            <dl className="grid grid-cols-[7rem_minmax(0,1fr)] gap-x-4 gap-y-1">
              {share.report.working.map((row) => (
                <div key={row.label} className="contents">
                  <dt className="font-bold">{row.label}</dt>
                  <dd>{row.text}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
        {found.dough && (
          <p className="text-plain">
            Contains{" "}
            <strong>{found.dough.allergens.join(", ") || "none of the usual allergens by its lines"}</strong>.
            Packets and kitchens may add traces.
          </p>
        )}
      </article>
    </>
  );
}

/** The yield statement: counted and weighed, raw and baked, with what a piece holds. */
import type { Interval, Kitchen, Schemas } from "../../client/api";
import { Panel } from "../../pieces/notes";
import { mass, percent } from "../../words/numbers";

export function YieldView({ kitchen, report }: { kitchen: Kitchen; report?: Schemas["Report"] }) {
  const dough = report?.assessment.dough;
  if (!report?.yields.length || !dough)
    return <p className="py-8 text-quiet">There is no yield to state yet.</p>;
  const range = (value: Interval) => `${mass(value.low, kitchen)} to ${mass(value.high, kitchen)}`;
  return (
    <div className="grid items-start gap-4 lg:grid-cols-2">
      {report.yields.map((one) => (
        <Panel key={one.label} title={`${one.label}: ${one.count}`}>
          <Rows
            rows={[
              ["Each, raw", mass(one.raw_each_g, kitchen)],
              ["Each, baked", range(one.baked_each_g)],
              ["All baked", range(one.baked_total_g)],
              ["Lost as steam", range(one.loss_total_g)],
              ...(one.toppings_each_g > 0
                ? [["Laid on each", mass(one.toppings_each_g, kitchen)] as const]
                : []),
              ["The whole batch, raw", mass(one.batch_raw_g, kitchen)],
              [
                `Left over (${one.leftover_is})`,
                `${mass(one.leftover_g, kitchen)}, ${percent((100 * one.leftover_g) / one.batch_raw_g)}`,
              ],
              ["A tray holds", `${one.per_tray}`],
              ["Loads", `${one.loads}`],
            ]}
          />
        </Panel>
      ))}
      {report.yields.slice(0, 1).map((one) => (
        <Panel key="held" title="In one cookie">
          <Rows
            rows={[
              [
                "Energy",
                `${one.nutrition.energy_kj.toFixed(0)} kJ, ${one.nutrition.energy_kcal.toFixed(0)} kcal`,
              ],
              ["Fat", `${one.nutrition.fat_g.toFixed(1)} g`],
              ["Carbohydrate", `${one.nutrition.carbohydrate_g.toFixed(1)} g`],
              ["of it sugars", `${one.nutrition.sugars_g.toFixed(1)} g`],
              ["Fibre", `${one.nutrition.fibre_g.toFixed(1)} g`],
              ["Protein", `${one.nutrition.protein_g.toFixed(1)} g`],
              ["Salt added", `${one.nutrition.salt_g.toFixed(2)} g`],
            ]}
          />
          <div className="grid gap-1.5 px-4 pb-4 text-plain">
            <p>
              <strong>Contains:</strong>{" "}
              {dough.allergens.length ? dough.allergens.join(", ") : "none of the named allergens"}.
            </p>
            {dough.may_contain.map((trace) => (
              <p key={trace}>{trace}.</p>
            ))}
            <p className="text-quiet">
              Worked out from the ingredients, for information. A shared kitchen adds traces no table knows.
              For labels and for selling, your local food rules and licensed advice decide.
            </p>
          </div>
        </Panel>
      ))}
    </div>
  );
}

function Rows({ rows }: { rows: readonly (readonly [string, string])[] }) {
  return (
    <dl className="grid px-4 py-3">
      {rows.map(([name, value]) => (
        <div
          key={name}
          className="flex items-baseline justify-between gap-3 border-b border-line py-1 last:border-0"
        >
          <dt className="text-quiet">{name}</dt>
          <dd className="text-right font-semibold">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

/** Before beside after: lines, percentages, results and allergens that differ. */
import type { Schemas } from "../client/api";
import { length, mass, percent, type UnitsOf, weighed } from "../words/numbers";

type Comparison = Schemas["Comparison"];

export function ComparisonTable({
  comparison,
  kitchen,
  before = "Now",
  after = "Then",
}: {
  comparison: Comparison;
  kitchen: UnitsOf;
  before?: string;
  after?: string;
}) {
  const nothing = !comparison.lines.length && !comparison.results.length;
  if (nothing) return <p className="text-quiet">Nothing differs.</p>;
  const weight = (g: number | null | undefined, pct: number | null | undefined) =>
    g == null ? "–" : `${weighed(g, kitchen)}${pct == null ? "" : ` · ${percent(pct, pct < 10 ? 1 : 0)}`}`;
  return (
    <div className="grid gap-3">
      {(comparison.allergens_gained.length > 0 || comparison.allergens_lost.length > 0) && (
        <p>
          {comparison.allergens_gained.length > 0 && (
            <>
              Now contains <strong>{comparison.allergens_gained.join(", ")}</strong>.{" "}
            </>
          )}
          {comparison.allergens_lost.length > 0 && (
            <>
              No longer names <strong>{comparison.allergens_lost.join(", ")}</strong>; traces depend on
              packets and kitchen.
            </>
          )}
        </p>
      )}
      <table className="w-full text-left text-plain">
        <thead>
          <tr className="border-b border-rim">
            <th className="py-1 font-semibold">What differs</th>
            <th className="py-1 text-right font-semibold">{before}</th>
            <th className="py-1 pl-4 text-right font-semibold">{after}</th>
          </tr>
        </thead>
        <tbody>
          {comparison.results.map((result) => (
            <tr key={result.what} className="border-b border-line">
              <td className="py-1">
                {result.what}
                {!result.certain && <span className="text-quiet"> (within the range)</span>}
              </td>
              <td className="py-1 text-right font-semibold">{figure(result.before, result.unit, kitchen)}</td>
              <td className="py-1 pl-4 text-right font-semibold">
                {figure(result.after, result.unit, kitchen)}
              </td>
            </tr>
          ))}
          {comparison.lines.map((line) => (
            <tr key={line.name} className="border-b border-line">
              <td className="py-1">{line.name}</td>
              <td className="py-1 text-right">{weight(line.before_g, line.before_pct)}</td>
              <td className="py-1 pl-4 text-right">{weight(line.after_g, line.after_pct)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function figure(value: number, unit: string, kitchen: UnitsOf): string {
  if (unit === "g") return mass(value, kitchen);
  if (unit === "mm" && kitchen.units === "us") return length(value, kitchen);
  return unit ? `${value.toFixed(1)} ${unit}` : `${value}`;
}

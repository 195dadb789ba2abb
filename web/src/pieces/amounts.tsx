/** The lines that a step speaks of, with their grams; what is added by feel says where to begin and where to stop. */
import type { WeighedLine } from "../client/api";
import { type UnitsOf, weighed } from "../words/numbers";

export function Amounts({ lines, kitchen }: { lines: WeighedLine[]; kitchen: UnitsOf }) {
  if (lines.length === 0) return null;
  return (
    <p className="pb-1 text-note leading-tight text-quiet">
      {lines.map(({ line_id, reading }, i) => (
        <span key={line_id}>
          {i > 0 && " · "}
          {reading.said_as} <strong>{amount(reading, kitchen)}</strong>
        </span>
      ))}
    </p>
  );
}

function amount(reading: WeighedLine["reading"], kitchen: UnitsOf): string {
  const { mass_g, mass_low_g, mass_high_g, amount_low, amount_high } = reading;
  if (mass_g == null) return "?";
  if (mass_low_g != null && mass_high_g != null && (amount_low ?? 0) < (amount_high ?? 0))
    return `begin with ${weighed(mass_low_g, kitchen)}, at most ${weighed(mass_high_g, kitchen)}`;
  return weighed(mass_g, kitchen);
}

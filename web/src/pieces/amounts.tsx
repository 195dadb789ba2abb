/** The lines that a step speaks of, with their grams; what is added by feel says where to begin and where to stop. */
import type { WeighedLine } from "../client/api";
import { grams } from "../words/numbers";

export function Amounts({ lines }: { lines: WeighedLine[] }) {
  if (lines.length === 0) return null;
  return (
    <p className="pb-1 text-note leading-tight text-quiet">
      {lines.map(({ line_id, reading }, i) => (
        <span key={line_id}>
          {i > 0 && " · "}
          {reading.ingredient_name.split(/[,(]/)[0]?.trim()} <strong>{amount(reading)}</strong>
        </span>
      ))}
    </p>
  );
}

function amount(reading: WeighedLine["reading"]): string {
  const { mass_g, mass_low_g, mass_high_g, amount_low, amount_high } = reading;
  if (mass_g == null) return "?";
  if (mass_low_g != null && mass_high_g != null && (amount_low ?? 0) < (amount_high ?? 0))
    return `begin with ${grams(mass_low_g)}, at most ${grams(mass_high_g)}`;
  return grams(mass_g);
}

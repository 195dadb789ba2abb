/** A difference of two bakes in words. */
import type { Schemas } from "../client/api";
import { fractionOf, length, minutes, type UnitsOf } from "./numbers";

type Difference = Schemas["Difference"];

/** "4 mm narrower", or nothing where that is less than can be seen. */
export function wider(mm: number, of: UnitsOf): string {
  const words =
    of.units === "us"
      ? fractionOf(Math.abs(mm)) === "0"
        ? ""
        : length(Math.abs(mm), of)
      : Math.abs(mm) < 0.5
        ? ""
        : length(Math.abs(mm), of);
  return words && `${words} ${mm > 0 ? "wider" : "narrower"}`;
}

export function longer(min: number): string {
  const words = minutes(Math.abs(min));
  if (words === "0") return "";
  return `${words} min ${min > 0 ? "longer" : "sooner"}`;
}

/** What was seen, after a comma; nothing where nothing was. */
export function told(of: Difference, kitchen: UnitsOf): string {
  const seen = [of.width && wider(of.width.seen, kitchen), of.minutes && longer(of.minutes.seen)].filter(
    Boolean,
  );
  return seen.length ? `, ${seen.join(", ")}` : "";
}

/** What was seen, and to what it is put down. */
export function shareWords(of: Difference, kitchen: UnitsOf): string {
  const seen = [of.width && wider(of.width.seen, kitchen), of.minutes && longer(of.minutes.seen)].filter(
    Boolean,
  );
  const shares = of.changes.flatMap((change) => {
    const did = [wider(change.wider_mm, kitchen), longer(change.longer_min)].filter(Boolean).join(", ");
    return did ? [`${KIND[change.kind] ?? change.kind} ${did}`] : [];
  });
  const rest = of.width && wider(of.width.rest, kitchen);
  const left = rest ? [`not explained ${rest}`] : [];
  const put = [...shares, ...left].join("; ");
  return seen.length ? `${seen.join(", ")}${put ? `: ${put}` : ""}` : put && `foretold: ${shares.join("; ")}`;
}

const KIND: Record<string, string> = {
  portion: "size",
  oven_answer: "oven",
  cold: "cold",
  formula: "formula",
  tray: "tray",
};

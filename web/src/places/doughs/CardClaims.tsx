/** What a card says of its batch: each claim with its figure and the words it stands in, to be left out with one tap. */

import type { Kitchen } from "../../client/api";
import type { Claim } from "../../client/cards";
import { useCatalogue } from "../../client/catalogue";
import { Button } from "../../pieces/controls";
import { Panel } from "../../pieces/notes";
import { ovenHeat } from "../../words/heat";
import { CARD_FORMS, CLAIMS, LININGS } from "../../words/labels";
import { grams, length, minutes } from "../../words/numbers";

export function CardClaims(props: {
  claims: Claim[];
  leftOut: Claim["kind"][];
  kitchen: Kitchen;
  onLeave: (kind: Claim["kind"]) => void;
}) {
  const { data: catalogue } = useCatalogue();
  return (
    <Panel title="What the card says">
      <ul className="divide-y divide-line px-4">
        {props.claims.map((claim) => {
          const out = props.leftOut.includes(claim.kind);
          const label = CLAIMS[claim.kind];
          return (
            <li
              key={claim.kind}
              className="grid grid-cols-[6.5rem_minmax(0,1fr)_auto] items-center gap-x-3 py-1"
            >
              <span className="text-quiet">{label}</span>
              <span className={out ? "line-through" : ""}>
                <strong>{figureOf(claim, props.kitchen, catalogue?.gas_marks ?? [])}</strong>
                {!claim.sure && <span className="text-ask-edge"> ? {claim.note}</span>}
                {claim.text && <span className="block truncate text-note text-quiet">“{claim.text}”</span>}
              </span>
              <Button
                kind="quiet"
                aria-pressed={out}
                aria-label={out ? `Take ${label} again` : `Leave ${label} out`}
                onClick={() => props.onLeave(claim.kind)}
              >
                {out ? "take it" : "not so"}
              </Button>
            </li>
          );
        })}
      </ul>
    </Panel>
  );
}

/** A claim's figure in this kitchen's units. */
function figureOf(claim: Claim, kitchen: Kitchen, marks: readonly (readonly number[])[]): string {
  const { kind, low, high, across } = claim;
  if (kind === "form") return CARD_FORMS[claim.word] ?? claim.word;
  if (kind === "lining") return LININGS[claim.word] ?? claim.word;
  if (low == null || high == null) return claim.word;
  const one = (value: number): string => {
    if (kind.endsWith("_mm")) return length(value, kitchen);
    if (kind.endsWith("_min"))
      return value >= 120 ? `${+(value / 60).toFixed(1)} h` : `${minutes(value)} min`;
    if (kind.endsWith("_c"))
      return ovenHeat(value, kitchen.scale, marks) + (claim.word === "fan" ? ", fan" : "");
    if (kind.endsWith("_g")) return grams(value);
    if (kind.endsWith("_ml")) return `${Math.round(value)} ml`;
    return `${+value.toFixed(2)}`;
  };
  // A unit is said once: "8 to 10 min".
  const unit = one(high).replace(/^[\d.,½¼¾⁄ ]+/, "");
  const ends = low === high ? one(low) : `${one(low).replace(unit, "").trim()} to ${one(high)}`;
  return across != null ? `${one(low)} × ${one(across)}` : ends;
}

/** Where a prediction comes from: the model alone, and how each thing that is known moved it. */
import { useState } from "react";
import type { DoughSpec, Kitchen, Schemas } from "../client/api";
import { useEvidence } from "../client/assessments";
import { longer, wider } from "../words/differences";
import { length, lengthRange, minutes } from "../words/numbers";
import { Button } from "./controls";

type Named = ReadonlyMap<string, number>;

/** What is known now, beside what the dough alone would say. */
export function KnownNow({ of, kitchen }: { of: Schemas["Evidences"]; kitchen: Kitchen }) {
  const { alone_width_mm: was, width_mm: now, alone_first_min: first, first_min: known } = of;
  const give = ({ low, high }: Schemas["Interval"]) => length((high - low) / 2, kitchen);
  return (
    <p className="text-plain">
      {now.high - now.low >= 0.5 && (
        <>
          The next one is foretold <strong>{lengthRange(now, kitchen)}</strong> wide; the dough alone says{" "}
          {lengthRange(was, kitchen)} (± {give(now)} instead of {give(was)}).{" "}
        </>
      )}
      First done at <strong>{minutes(known.value)} min</strong>, between {minutes(known.low)} and{" "}
      {minutes(known.high)}; from the dough alone {minutes(first.low)} to {minutes(first.high)}.
    </p>
  );
}

export function Evidence(props: { spec: DoughSpec; kitchen: Kitchen; numbers?: Named }) {
  const { data, isPending } = useEvidence(props.spec, props.kitchen);
  const [open, setOpen] = useState(false);
  // As high as what comes: what stands below is about to be tapped.
  if (isPending) return <p className="min-h-29 text-plain text-quiet">What is known is being weighed…</p>;
  if (!data) return null;
  // Where bakes have no numbers, all of them together tell enough.
  const together = !props.numbers && data.pieces.some(({ source }) => source === "own");
  const pieces = data.pieces.filter(({ source }) => !together || (source !== "bake" && source !== "older"));
  return (
    <>
      <KnownNow of={data} kitchen={props.kitchen} />
      <Button
        kind="quiet"
        className="-ml-3 justify-self-start"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        What moved it
      </Button>
      {open && (
        <div>
          <ul className="text-note leading-relaxed">
            {pieces.map((piece) => (
              <li key={`${piece.source} ${piece.id}`}>
                <span className="font-semibold">{nameOf(piece, props.numbers)}:</span>{" "}
                {[wider(piece.wider_mm, props.kitchen), longer(piece.longer_min)]
                  .filter(Boolean)
                  .join(", ") || "hardly moved it"}
                {piece.doubted && (
                  <span className="font-medium"> · contradicts the rest, and is hardly believed</span>
                )}
              </li>
            ))}
          </ul>
          <p className="text-note text-quiet">
            Each by what would be foretold without it. A bake is left out in its menu in the notebook, a claim
            on the card.
          </p>
        </div>
      )}
    </>
  );
}

function nameOf(piece: Schemas["Evidence"], numbers?: Named): string {
  switch (piece.source) {
    case "family":
      return "What is usual for its family";
    case "card":
      return "The card's own minutes and spacing";
    case "others":
      return "Bakes of other doughs here";
    case "own":
      return "All bakes of it";
    case "bake":
      return numbers ? `Bake ${numbers.get(piece.id) ?? ""}`.trim() : "A bake of it";
    case "older":
      return "Older bakes of it";
  }
}

/** What a card says of its batch, or the baker instead: each claim with its figure and the words it stands in; left out with one tap, mended in place. */
import { useState } from "react";
import type { Kitchen } from "../client/api";
import type { Claim } from "../client/cards";
import { useCatalogue } from "../client/catalogue";
import { ovenHeat } from "../words/heat";
import { CARD_FORMS, CLAIMS, LININGS } from "../words/labels";
import { length, minutes, weighed } from "../words/numbers";
import { Select } from "./choice";
import { Button, Field, NumberField } from "./controls";
import { LengthField, MassField, OvenField } from "./measures";
import { Panel } from "./notes";

type Kind = Claim["kind"];

/** A card of one's own says these; marks and fans are another way to say the oven. */
const BY_HAND = (Object.keys(CLAIMS) as Kind[]).filter((kind) => kind !== "fan_c" && kind !== "gas_mark");
const WORDED: Partial<Record<Kind, Record<string, string>>> = { form: CARD_FORMS, lining: LININGS };
/** Where a claim that is made by hand begins. */
const BEGINS: Partial<Record<Kind, number>> = {
  yield_pieces: 24,
  portion_g: 25,
  spoon_ml: 15,
  ball_mm: 30,
  cutter_mm: 60,
  thickness_mm: 5,
  pan_mm: 200,
  spacing_mm: 40,
  oven_c: 180,
  second_oven_c: 150,
  chill_min: 60,
  bake_min: 12,
};

export function CardClaims(props: {
  title?: string;
  claims: Claim[];
  leftOut: Kind[];
  kitchen: Kitchen;
  onLeave: (kind: Kind) => void;
  onSay: (claim: Claim) => void;
}) {
  const { data: catalogue } = useCatalogue();
  const [mending, setMending] = useState<Kind>();
  const said = new Set(props.claims.map((claim) => claim.kind));
  const say = (claim: Claim) => {
    props.onSay(claim);
    setMending(undefined);
  };
  const begin = (kind: Kind) => {
    const value = BEGINS[kind] ?? 10;
    const word = Object.keys(WORDED[kind] ?? {})[0] ?? "";
    const figure = kind === "form" || kind === "lining" || kind === "done_when" ? null : value;
    props.onSay(newClaim(kind, figure, figure, word));
    setMending(kind);
  };
  return (
    <Panel title={props.title ?? "What the card says"}>
      <ul className="divide-y divide-line px-4">
        {props.claims.map((claim) => {
          const out = props.leftOut.includes(claim.kind);
          const label = CLAIMS[claim.kind];
          return (
            <li key={claim.kind} className="py-1">
              <div className="grid grid-cols-[5.5rem_minmax(0,1fr)_auto] items-center gap-x-3">
                <span className="text-quiet">{label}</span>
                <span className={out ? "line-through" : ""}>
                  <strong>{figureOf(claim, props.kitchen, catalogue?.gas_marks ?? [])}</strong>
                  {!claim.sure && <span className="text-ask-edge"> ? {claim.note}</span>}
                  {claim.by_hand ? (
                    <span className="block text-note text-quiet">as you say</span>
                  ) : (
                    claim.text && <span className="block truncate text-note text-quiet">“{claim.text}”</span>
                  )}
                </span>
                <span className="flex">
                  {!out && (
                    <Button
                      kind="quiet"
                      aria-label={`Change ${label}`}
                      aria-expanded={mending === claim.kind}
                      onClick={() => setMending(mending === claim.kind ? undefined : claim.kind)}
                    >
                      change
                    </Button>
                  )}
                  <Button
                    kind="quiet"
                    aria-pressed={out}
                    aria-label={out ? `Take ${label} again` : `Leave ${label} out`}
                    onClick={() => props.onLeave(claim.kind)}
                  >
                    {out ? "take it" : "not so"}
                  </Button>
                </span>
              </div>
              {mending === claim.kind && !out && <Mend claim={claim} kitchen={props.kitchen} onSay={say} />}
            </li>
          );
        })}
      </ul>
      <div className="px-4 pt-1 pb-3">
        <Select
          label="Say something of this dough yourself"
          value=""
          options={[
            ["", "Choose…"],
            ...BY_HAND.filter((kind) => !said.has(kind)).map((kind) => [kind, CLAIMS[kind]] as const),
          ]}
          onValue={(kind) => kind && begin(kind as Kind)}
        />
      </div>
    </Panel>
  );
}

const newClaim = (kind: Kind, low: number | null, high: number | null, word = ""): Claim => ({
  kind,
  low,
  high,
  across: null,
  word,
  text: "",
  start: 0,
  end: 0,
  sure: true,
  note: "",
  by_hand: true,
  conflict: "",
});

/** One claim as the baker means it: from and to in this kitchen's units, or the word. */
function Mend({ claim, kitchen, onSay }: { claim: Claim; kitchen: Kitchen; onSay: (claim: Claim) => void }) {
  const [low, setLow] = useState(claim.low ?? 0);
  const [high, setHigh] = useState(claim.high ?? claim.low ?? 0);
  const [word, setWord] = useState(claim.word);
  const { kind } = claim;
  const label = CLAIMS[kind];
  const words = WORDED[kind];
  const top = kind.endsWith("_c") ? low : high;
  const keep = () =>
    onSay(
      words || kind === "done_when"
        ? newClaim(kind, null, null, word)
        : { ...newClaim(kind, Math.min(low, top), Math.max(low, top)), across: claim.across },
    );
  return (
    <div className="flex flex-wrap items-end gap-2.5 pb-2">
      {words ? (
        <Select label={label} value={word} options={Object.entries(words)} onValue={setWord} />
      ) : kind === "done_when" ? (
        <Field label={label}>
          {(ids) => (
            <input
              {...ids}
              className="control w-64"
              maxLength={120}
              value={word}
              onChange={(event) => setWord(event.target.value)}
            />
          )}
        </Field>
      ) : (
        <>
          <Figure
            kind={kind}
            label={kind.endsWith("_c") ? "At" : "From"}
            value={low}
            onValue={setLow}
            kitchen={kitchen}
          />
          {!kind.endsWith("_c") && (
            <Figure kind={kind} label="To" value={high} onValue={setHigh} kitchen={kitchen} />
          )}
        </>
      )}
      <Button kind="main" onClick={keep}>
        Take this
      </Button>
    </div>
  );
}

function Figure(props: {
  kind: Kind;
  label: string;
  value: number;
  kitchen: Kitchen;
  onValue: (value: number) => void;
}) {
  const { kind, kitchen, ...rest } = props;
  const field = { ...rest, width: "w-20" };
  if (kind.endsWith("_mm")) return <LengthField {...field} kitchen={kitchen} min={1} max={600} />;
  if (kind.endsWith("_g")) return <MassField {...field} kitchen={kitchen} min={0.5} max={5000} />;
  if (kind.endsWith("_c")) return <OvenField {...field} kitchen={kitchen} min={90} max={280} step={5} />;
  if (kind.endsWith("_min")) return <NumberField {...field} unit="min" min={1} max={5760} />;
  if (kind.endsWith("_ml")) return <NumberField {...field} unit="ml" min={1} max={500} />;
  return <NumberField {...field} unit={kind === "yield_pieces" ? "pieces" : ""} min={0.25} max={400} />;
}

/** A claim's figure in this kitchen's units. */
function figureOf(claim: Claim, kitchen: Kitchen, marks: readonly (readonly number[])[]): string {
  const { kind, low, high, across } = claim;
  const words = WORDED[kind];
  if (words) return words[claim.word] ?? claim.word;
  if (low == null || high == null) return claim.word || "…";
  const one = (value: number): string => {
    if (kind.endsWith("_mm")) return length(value, kitchen);
    if (kind.endsWith("_min"))
      return value >= 120 ? `${+(value / 60).toFixed(1)} h` : `${minutes(value)} min`;
    if (kind.endsWith("_c"))
      return ovenHeat(value, kitchen.scale, marks) + (claim.word === "fan" ? ", fan" : "");
    if (kind.endsWith("_g")) return weighed(value, kitchen);
    if (kind.endsWith("_ml")) return `${Math.round(value)} ml`;
    return `${+value.toFixed(2)}`;
  };
  // A unit is said once: "8 to 10 min".
  const unit = one(high).replace(/^[\d.,½¼¾⁄ ]+/, "");
  const ends = low === high ? one(low) : `${one(low).replace(unit, "").trim()} to ${one(high)}`;
  return across != null ? `${one(low)} × ${one(across)}` : ends;
}

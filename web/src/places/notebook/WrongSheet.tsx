/** What went wrong with a bake: the words for what was seen, and the likely causes with what speaks for and against each. */
import { useState } from "react";
import type { Kitchen, Schemas } from "../../client/api";
import { useCauses } from "../../client/bakes";
import { Chips, Select } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { longer, wider } from "../../words/differences";
import { options, SYMPTOMS } from "../../words/labels";
import { day } from "../../words/numbers";
import type { Numbered } from "./Notebook";

const MOST = 3;

export function WrongSheet(props: {
  open: boolean;
  onOpen: (open: boolean) => void;
  bakes: Numbered[];
  kitchen: Kitchen;
}) {
  const { bakes, kitchen } = props;
  const [chosen, choose] = useState<string>();
  const [all, showAll] = useState(false);
  const [symptoms, see] = useState<Schemas["Symptom"][]>([]);
  const id = chosen ?? bakes[0]?.bake.id;
  const { data, error } = useCauses(props.open ? id : undefined, symptoms);
  return (
    <Sheet title="What went wrong?" open={props.open} onOpen={props.onOpen} wide>
      <div className="grid gap-4">
        <div className="max-w-sm">
          <Select
            label="Which bake"
            value={id ?? ""}
            onValue={choose}
            options={bakes.map(({ bake, number }): [string, string] => [
              bake.id,
              `Bake ${number}, ${day(new Date(bake.bake.baked_at), kitchen)}`,
            ])}
          />
        </div>
        <Chips
          label={`What was seen or tasted (up to ${MOST})`}
          options={options(SYMPTOMS).filter(([word]) => all || !symptoms.length || symptoms.includes(word))}
          value={symptoms}
          onValue={(next) => {
            see(next.slice(-MOST));
            showAll(false);
          }}
        />
        {symptoms.length > 0 && !all && (
          <Button kind="quiet" className="justify-self-start" onClick={() => showAll(true)}>
            Another word for it
          </Button>
        )}
        {error && <p>{error.message}</p>}
        {!symptoms.length && (
          <p className="text-plain text-quiet">
            Choose what was seen: the words tell where to look, this bake's own numbers what fits.
          </p>
        )}
        {symptoms.length > 0 && data && (
          <ol aria-label="Likely causes" className="grid gap-3">
            {data.map((cause) => (
              <Told key={cause.cause} cause={cause} kitchen={kitchen} />
            ))}
          </ol>
        )}
      </div>
    </Sheet>
  );
}

function Told({ cause, kitchen }: { cause: Schemas["LikelyCause"]; kitchen: Kitchen }) {
  const expected = [
    cause.wider_mm == null ? "" : wider(cause.wider_mm, kitchen),
    cause.longer_min == null ? "" : longer(cause.longer_min),
  ].filter(Boolean);
  return (
    <li className="rounded-[10px] border-[1.5px] border-line px-4 py-2.5">
      <p className="flex flex-wrap items-baseline justify-between gap-x-4">
        <strong className="text-lead">{`${cause.words.charAt(0).toUpperCase()}${cause.words.slice(1)}`}</strong>
        <span className="text-quiet">{sayShare(cause.share)}</span>
      </p>
      <ul className="mt-1 text-plain">
        {cause.signs.map((sign) => (
          <li key={sign.saying} className="flex gap-2">
            <span aria-hidden className="w-4 shrink-0 text-center font-bold">
              {sign.speaks_for == null ? "·" : sign.speaks_for ? "+" : "−"}
            </span>
            <span>
              <span className="sr-only">
                {sign.speaks_for == null ? "" : sign.speaks_for ? "Speaks for it: " : "Speaks against it: "}
              </span>
              {sign.saying}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1">
        <span className="text-quiet">Next time: </span>
        {cause.next}
        {expected.length ? ` (expected: ${expected.join(", ")})` : ""}.
      </p>
    </li>
  );
}

/** How likely, as one says it. */
const sayShare = (share: number) =>
  share > 0.6 ? "most likely" : share > 0.3 ? "likely" : share > 0.12 ? "may be" : "less likely";

/** Something is missing or unwanted: what can stand in, and what changes by it. */

import { useEffect, useState } from "react";
import type { DoughSpec, Kitchen, Schemas, WeighedLine } from "../../client/api";
import { about, offersFor, swapIn } from "../../client/assessments";
import { Select } from "../../pieces/choice";
import { ComparisonTable } from "../../pieces/comparison";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { Note } from "../../pieces/notes";
import { options, WISHES } from "../../words/labels";

type Wish = Schemas["Wish"];
type Swap = Schemas["Swap"];

export function SwapSheet(props: {
  open: boolean;
  onOpen: (open: boolean) => void;
  spec: DoughSpec;
  kitchen: Kitchen;
  weighed: WeighedLine[];
  onTake: (spec: DoughSpec) => void;
}) {
  const { spec, kitchen, open } = props;
  const [ask, setAsk] = useState("egg_free");
  const [offers, setOffers] = useState<Schemas["Offer"][]>();
  const [chosen, setChosen] = useState<{ lineId: string; swap: Swap }>();
  const [swapped, setSwapped] = useState<Schemas["Swapped"]>();
  const [failed, setFailed] = useState<string>();
  const asksWish = ask in WISHES;
  useEffect(() => {
    if (!open) return;
    setChosen(undefined);
    setSwapped(undefined);
    const body = {
      dough: spec,
      kitchen,
      wish: asksWish ? (ask as Wish) : null,
      line_id: asksWish ? null : ask,
    };
    setOffers(undefined);
    setFailed(undefined);
    let late = false; // an answer to a former question
    offersFor(body).then(
      (found) => late || setOffers(found),
      (failure) => late || setFailed((failure as Error).message),
    );
    return () => {
      late = true;
    };
  }, [open, ask, asksWish, spec, kitchen]);
  const choose = async (lineId: string, swap: Swap) => {
    setChosen({ lineId, swap });
    setSwapped(undefined);
    setFailed(undefined);
    try {
      const body = { ...about(spec, kitchen), line_id: lineId, swap_id: swap.id };
      setSwapped(await swapIn(body));
    } catch (failure) {
      setFailed((failure as Error).message);
    }
  };
  return (
    <Sheet title="Something else instead" open={open} onOpen={props.onOpen} wide>
      <div className="grid gap-4 md:grid-cols-2">
        <div className="grid content-start gap-3">
          <Select
            label="I want it, or I am out of"
            value={ask}
            onValue={setAsk}
            options={[
              ...options(WISHES),
              ...props.weighed
                .filter((line) => line.reading.mass_g)
                .map(
                  (line) => [line.line_id, `out of ${line.reading.ingredient_name.toLowerCase()}`] as const,
                ),
            ]}
          />
          {failed && <Note severity="stop">{failed}</Note>}
          {offers?.length === 0 && (
            <p>Nothing in this dough stands in the way. Packets may still warn of traces.</p>
          )}
          {offers?.map((offer) => (
            <div key={offer.line_id}>
              <h3 className="font-bold">{offer.ingredient_name}</h3>
              {offer.swaps.length === 0 && (
                <p className="text-quiet">
                  No stand-in is known that fits. Leave it out, or take another dough.
                </p>
              )}
              <ul className="grid gap-1.5 pt-1">
                {offer.swaps.map((swap) => (
                  <li key={swap.id}>
                    <button
                      type="button"
                      aria-pressed={chosen?.swap.id === swap.id}
                      className={`min-h-11 w-full rounded-[10px] border-[1.5px] px-3 py-1.5 text-left ${chosen?.swap.id === swap.id ? "border-chosen bg-chosen text-on-chosen" : "border-edge bg-raised hover:bg-well"}`}
                      onClick={() => choose(offer.line_id, swap)}
                    >
                      <span className="block font-semibold">{swap.label}</span>
                      <span className="block text-note">{swap.texture_effect}</span>
                    </button>
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </div>
        <div className="grid content-start gap-3">
          {chosen && swapped ? (
            <>
              {chosen.swap.caution && (
                <p className="rounded-[10px] border-l-[6px] border-ask-edge bg-ask px-3 py-2">
                  {chosen.swap.caution}.
                </p>
              )}
              <Button
                kind="main"
                className="justify-self-start"
                onClick={() => {
                  props.onTake(swapped.spec);
                  props.onOpen(false);
                }}
              >
                Use {chosen.swap.label.toLowerCase()}
              </Button>
              <ComparisonTable
                kitchen={kitchen}
                comparison={swapped.comparison}
                before="Now"
                after="With it"
              />
            </>
          ) : (
            <p className="text-quiet">
              Choose a stand-in to see the dough before and after. Nothing changes until you take it, and it
              can be undone.
            </p>
          )}
        </div>
      </div>
    </Sheet>
  );
}

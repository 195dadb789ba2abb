/** One change to try: what is wished, the changes that may bring it, and whether two halves of a tray are worth their trouble. */
import { useEffect, useState } from "react";
import type { DoughSpec, Kitchen, Schemas } from "../../client/api";
import { triesFor } from "../../client/assessments";
import { Segments, Switch } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { options, WANTED } from "../../words/labels";
import { length, lengthRange, minutes } from "../../words/numbers";

export function TrySheet(props: {
  open: boolean;
  onOpen: (open: boolean) => void;
  spec: DoughSpec;
  kitchen: Kitchen;
  onTake: (spec: DoughSpec, saying: string) => void;
  onHalves: (spec: DoughSpec, saying: string) => void;
}) {
  return (
    <Sheet title="Try one change" open={props.open} onOpen={props.onOpen} wide>
      {props.open && <Wishing {...props} />}
    </Sheet>
  );
}

const COLOURED = new Set<Schemas["Wanted"]>(["browner", "paler"]);

function Wishing({ spec, kitchen, onTake, onHalves }: Parameters<typeof TrySheet>[0]) {
  const [wanted, want] = useState<Schemas["Wanted"]>("narrower");
  const [resize, setResize] = useState(false);
  const [found, setFound] = useState<Schemas["Tries"]>();
  const [wrong, setWrong] = useState<string>();
  useEffect(() => {
    let asked = true;
    triesFor(spec, kitchen, { wanted, resize }).then(
      (next) => asked && (setFound(next), setWrong(undefined)),
      (failure: Error) => asked && setWrong(failure.message),
    );
    return () => {
      asked = false;
    };
  }, [spec, kitchen, wanted, resize]);
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
        <Segments label="The next one is to be" value={wanted} onValue={want} options={options(WANTED)} />
        <Switch label="Pieces may change their size" checked={resize} onChecked={setResize} />
      </div>
      {wrong && <p>{wrong}</p>}
      {found && (
        <>
          <p className="text-plain text-quiet">
            As it is: {wide(found.now.width_mm, kitchen)} wide, the middle of the window at{" "}
            {minutes(found.now.middle_min.value)} min, the rim {found.now.rim_word}. One change at a time: two
            at once, and nobody knows which it was.
          </p>
          <ol aria-label="Changes to try" className="grid gap-2.5">
            {found.tries.map((one) => (
              <li
                key={one.saying}
                className="flex flex-wrap items-center justify-between gap-x-5 gap-y-2 rounded-[10px] border-[1.5px] border-line px-4 py-2.5"
              >
                <div className="min-w-[min(16rem,100%)] flex-1">
                  <p className="font-bold">{one.saying}</p>
                  <p className="text-plain">
                    {wide(one.figures.width_mm, kitchen)} wide, {minutes(one.figures.middle_min.value)} min (
                    {minutes(one.figures.middle_min.low)} to {minutes(one.figures.middle_min.high)})
                    {COLOURED.has(wanted) && `, the rim ${one.figures.rim_word}`}.
                    {wanted !== "learn" && ` ${chance(one.chance)}.`}
                  </p>
                  {one.halves && (
                    <p className="text-note text-quiet">
                      Two halves of one tray tell it best: left (A) as it is, right (B) with the change. They
                      leave ±{one.after_halves_pct.toFixed(1)}% of doubt about what it does, two days ±
                      {one.after_days_pct.toFixed(1)}
                      %, now ±{one.doubt_pct.toFixed(1)}%.
                    </p>
                  )}
                </div>
                <div className="flex flex-wrap gap-2">
                  {one.on_half && (
                    <Button onClick={() => onHalves(one.spec, one.saying)}>Try it on one half</Button>
                  )}
                  <Button onClick={() => onTake(one.spec, one.saying)}>Take it to the bench</Button>
                </div>
              </li>
            ))}
          </ol>
          {!found.tries.length && (
            <p>No single change here would bring that. Wish otherwise, or let the size change.</p>
          )}
          {wanted === "learn" && found.tries.every((one) => !one.halves) && (
            <p className="text-plain">
              Nothing is worth a test of two halves here: just bake it, and write it down.
            </p>
          )}
        </>
      )}
    </div>
  );
}

const wide = (of: Schemas["Interval"], kitchen: Kitchen) =>
  `${length(of.value, kitchen)} (${lengthRange(of, kitchen)})`;

/** In tenths, as one says it. */
function chance(share: number): string {
  const tenths = Math.round(share * 10);
  return tenths >= 1 ? `That wish is met ${tenths} times in 10` : "It hardly brings that";
}

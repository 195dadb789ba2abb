/** A batch taken down from the pantry: proposed with what it takes, done and undone with one tap. */
import { useState } from "react";
import type { DoughSpec, Kitchen, Schemas } from "../client/api";
import { doughNow } from "../client/doughs";
import { addThing, putThingAside, usesOf } from "../client/stores";
import { clock, day } from "../words/numbers";
import { Button } from "./controls";
import { Note } from "./notes";
import { toast } from "./toasts";

interface Of {
  dough_id: string;
  bake_id?: string;
}

/** Take it down; the way back is offered at once. */
export function takeDown(use: Schemas["Use"], of: Of) {
  const id = addThing(
    {
      kind: "move",
      why: "used",
      at: new Date().toISOString(),
      amounts_g: use.amounts_g,
      says: use.says,
      ...of,
    },
    use.says,
  );
  toast("Taken from the pantry.", () => putThingAside(id, 1, use.says), "Undo");
}

/** After a bake was written down: one tap takes what it took; nothing where no pantry is kept or nothing of it is counted. */
export async function offerTakeDown(kitchen: Kitchen, dough: DoughSpec, times: number, of: Of) {
  if (!kitchen.stores?.keeps_pantry) return;
  const use = await usesOf(dough, times, of.dough_id).catch(() => undefined);
  const count = Object.keys(use?.amounts_g ?? {}).length;
  // What was taken down at the bowl is not taken twice.
  if (use && count && !use.taken_at)
    toast(`${dough.name} took ${count} things of the pantry.`, () => takeDown(use, of), "Take them down");
}

/** The same where one stands at the bowl: what it takes is shown first. */
export function TakeDown(props: { kitchen: Kitchen; times: number; dough_id: string }) {
  const { kitchen, times, dough_id } = props;
  const [use, setUse] = useState<Schemas["Use"]>();
  const [said, setSaid] = useState<string>();
  if (!kitchen.stores?.keeps_pantry) return null;
  const ask = () =>
    doughNow(dough_id)
      .then(({ spec }) => usesOf(spec, times, dough_id))
      .then(
        (found) =>
          Object.keys(found.amounts_g).length ? setUse(found) : setSaid("The pantry keeps none of it."),
        (failure: Error) => setSaid(failure.message),
      );
  if (said) return <p role="status">{said}</p>;
  if (!use)
    return (
      <Button className="justify-self-start" onClick={ask}>
        Take it from the pantry
      </Button>
    );
  return (
    <div className="grid gap-2">
      <p>{use.taken.join(" · ")}</p>
      {use.taken_at && (
        <Note severity="ask">
          It was taken down already, {day(new Date(use.taken_at), kitchen)} at{" "}
          {clock(new Date(use.taken_at), kitchen)}.
        </Note>
      )}
      {use.short.length > 0 && (
        <Note severity="ask">
          The pantry has less than that of: {use.short.join(", ")}. It will say none.
        </Note>
      )}
      <Button
        kind="main"
        className="justify-self-start"
        onClick={() => {
          takeDown(use, { dough_id });
          setUse(undefined);
          setSaid("Taken from the pantry.");
        }}
      >
        Take these down
      </Button>
    </div>
  );
}

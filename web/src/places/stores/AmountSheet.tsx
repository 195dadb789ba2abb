/** How much of one ingredient is there: big taps for packs and rests, or in one's own words. */
import { type FormEvent, useState } from "react";
import type { ApiError, Kitchen, Problem } from "../../client/api";
import { addThing, type Shelved, understood } from "../../client/stores";
import { Button, TextField } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { ProblemNote } from "../../pieces/notes";
import { mass } from "../../words/numbers";
import { now } from "./parts";

const PARTS = [
  [0, "None"],
  [0.12, "A bit"],
  [0.25, "¼"],
  [0.5, "Half"],
  [0.75, "¾"],
  [1, "1"],
  [1.5, "1½"],
  [2, "2"],
  [3, "3"],
  [4, "4"],
] as const;
const EGGS = [0, 1, 2, 3, 4, 6, 8, 10, 11, 12, 18, 20].map(
  (count) => [count, count ? `${count}` : "None"] as const,
);

/** Write down how much was counted. */
export function count(one: Shelved, grams: number) {
  addThing(
    {
      kind: "move",
      why: "counted",
      at: now(),
      amounts_g: { [one.item.ingredient_id]: grams },
      says: one.name,
    },
    one.name,
  );
}

export function AmountSheet(props: { one: Shelved; kitchen: Kitchen; onEnd: () => void }) {
  return (
    <Sheet title={`${props.one.name}: how much is there?`} open onOpen={(open) => !open && props.onEnd()}>
      <AmountTaps
        one={props.one}
        kitchen={props.kitchen}
        onGrams={(grams) => {
          count(props.one, grams);
          props.onEnd();
        }}
      />
    </Sheet>
  );
}

export function AmountTaps(props: { one: Shelved; kitchen: Kitchen; onGrams: (grams: number) => void }) {
  const { one, kitchen, onGrams } = props;
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState<string>();
  const [asked, setAsked] = useState<{ grams: number; problems: Problem[] }>();
  const eggs = one.each_is === "egg";
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setWrong(undefined);
    try {
      const found = await understood(one.item, text);
      if (found.problems.length) setAsked(found);
      else onGrams(found.grams);
    } catch (failure) {
      setWrong((failure as ApiError).message);
    }
  };
  return (
    <div className="grid gap-4">
      <p className="text-quiet">
        {eggs ? "Eggs" : `In ${one.each_is}s of ${mass(one.each_g, kitchen)}`}. Now it says:{" "}
        <strong>{one.said}</strong>.
      </p>
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-5">
        {(eggs ? EGGS : PARTS).map(([of, label]) => (
          <Button key={label} className="min-h-16 text-head" onClick={() => onGrams(of * one.each_g)}>
            {label}
          </Button>
        ))}
      </div>
      <form className="flex flex-wrap items-end gap-3" onSubmit={submit}>
        <div className="min-w-56 flex-1">
          <TextField
            label="Or in your own words"
            hint={eggs ? "11 eggs" : `half a ${one.each_is} + ${mass(150, kitchen)}`}
            value={text}
            onValue={(next) => {
              setText(next);
              setAsked(undefined);
            }}
            error={wrong}
          />
        </div>
        <Button type="submit">That is there</Button>
      </form>
      {asked?.problems.map((problem) => (
        <ProblemNote key={problem.message} problem={problem} />
      ))}
      {asked && (
        <Button className="justify-self-start" onClick={() => onGrams(asked.grams)}>
          It is right
        </Button>
      )}
    </div>
  );
}

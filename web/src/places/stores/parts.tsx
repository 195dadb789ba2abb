/** What the views of the stores share: doughs to choose from, money, today, tables to read in. */
import { useDeferredValue, useState } from "react";
import type { Kitchen, Problem } from "../../client/api";
import { useDoughName } from "../../client/dough";
import { useShelf } from "../../client/doughs";
import { putThingAside, putThingBack } from "../../client/stores";
import { Select } from "../../pieces/choice";
import { Button, SearchField } from "../../pieces/controls";
import { ProblemNote } from "../../pieces/notes";
import { toast } from "../../pieces/toasts";
import { REGIONS } from "../../words/numbers";

/** Today, as 2026-06-05, in the baker's own time. */
export const today = () =>
  new Date(Date.now() - new Date().getTimezoneOffset() * 60_000).toISOString().slice(0, 10);

export const now = () => new Date().toISOString();

/** A day in the kitchen's order, without its weekday. */
export function dayOf(iso: string, kitchen: Kitchen): string {
  const order = kitchen.dates ?? (kitchen.units === "us" ? "mdy" : "dmy");
  return new Date(`${iso}T12:00`).toLocaleDateString(REGIONS[order], {
    day: "numeric",
    month: "short",
    year: "numeric",
  });
}

const SEARCHED_FROM = 20;

/** One dough of the shelf. */
export function DoughSelect(props: {
  label: string;
  value: string;
  onValue: (id: string, name: string) => void;
  none?: string;
}) {
  const [words, setWords] = useState("");
  const shelf = useShelf({ words: useDeferredValue(words.trim()) });
  const doughs = (shelf.doughs ?? []).filter((dough) => dough.readable);
  const chosen = useDoughName(props.value);
  const found = doughs.map((dough) => [dough.id, dough.name] as const);
  // What is chosen stands there, however far down the shelf it is.
  const options =
    !props.value || doughs.some((dough) => dough.id === props.value)
      ? found
      : [[props.value, chosen] as const, ...found];
  return (
    <div className="grid gap-2">
      {(words !== "" || (shelf.total ?? 0) > SEARCHED_FROM) && (
        <SearchField label="Find a dough" value={words} onValue={setWords} />
      )}
      <Select
        label={props.label}
        value={props.value}
        options={props.none === undefined ? options : [["", props.none], ...options]}
        onValue={(id) => props.onValue(id, doughs.find((dough) => dough.id === id)?.name ?? "")}
      />
    </div>
  );
}

/** A table in: read by the server, shown with what is wrong by line, taken in by a tap. */
export function TableIn<T extends { problems: Problem[] }>(props: {
  read: (text: string) => Promise<T>;
  count: (found: T) => number;
  onTake: (found: T) => void;
}) {
  const [found, setFound] = useState<T>();
  const [wrong, setWrong] = useState<string>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    setWrong(undefined);
    try {
      setFound(await props.read(await file.text()));
    } catch (failure) {
      setWrong((failure as Error).message);
    }
  };
  return (
    <div className="grid gap-2">
      <label className="inline-flex min-h-11 w-fit cursor-pointer items-center rounded-[10px] border-[1.5px] border-rim bg-raised px-4 font-semibold focus-within:outline-3 hover:bg-well">
        Read a table (CSV)
        <input
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          onChange={(event) => {
            take(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
      </label>
      {wrong && <ProblemNote problem={{ field: "text", message: wrong, severity: "stop" }} />}
      {found?.problems.map((problem) => (
        <ProblemNote key={problem.message} problem={problem} />
      ))}
      {found && props.count(found) > 0 && (
        <Button
          kind="main"
          className="justify-self-start"
          onClick={() => {
            props.onTake(found);
            setFound(undefined);
          }}
        >
          Take in {props.count(found)} lines
        </Button>
      )}
    </div>
  );
}

/** Put something of the stores aside, with the way back. */
export function setAside(id: string, revision: number, name: string, said: string) {
  putThingAside(id, revision, name);
  toast(said, () => putThingBack(id, revision + 1, name));
}

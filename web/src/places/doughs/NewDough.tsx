/** A card, pasted as it is written, read line by line while it is typed. */

import { type ChangeEvent, useEffect, useState } from "react";
import { useNavigate } from "react-router";
import type { ApiError, Schemas } from "../../client/api";
import { assess } from "../../client/assessments";
import { importText, readCard } from "../../client/cards";
import { useAddDough } from "../../client/doughs";
import { kitchenNow, useKitchen, useSaveKitchen } from "../../client/kitchen";
import { Button, Field } from "../../pieces/controls";
import { HabitFields } from "../../pieces/habit";
import { Note, Panel } from "../../pieces/notes";
import { PlaceHeader } from "../../pieces/shell";
import { grams, plural } from "../../words/numbers";
import { Starters } from "./Starters";

const DRAFT = "finebatch.card-draft";
const QUIET_MS = 120;
const MAX_FILE_BYTES = 500_000;
const EXAMPLE =
  "1½ cups plain flour, sifted\n1 stick soft butter\nhalf an egg\n3 to 4 tbsp milk\npinch of salt";

export function NewDough() {
  const [text, setText] = useState(() => localStorage.getItem(DRAFT) ?? "");
  const [name, setName] = useState("");
  const [read, setRead] = useState<Schemas["CardRead"]>();
  const [error, setError] = useState<string>();
  const [notes, setNotes] = useState<string[]>([]);
  const { data: kitchen } = useKitchen();
  const saveKitchen = useSaveKitchen();
  const navigate = useNavigate();
  const add = useAddDough();

  // What was said is of the text as it was; that the kitchen has arrived meanwhile does not unsay it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another text has not been judged yet
  useEffect(() => setError(undefined), [text]);
  useEffect(() => {
    keepDraft(text);
    if (!kitchen || !text.trim()) {
      setRead(undefined);
      return;
    }
    const timer = setTimeout(async () => {
      try {
        if (isJson(text)) {
          const { spec, notes } = await importText(text);
          setNotes(notes);
          const { lines: weighed } = await assess(spec, kitchen);
          setRead({ lines: spec.lines, weighed });
        } else {
          setNotes([]);
          setRead(await readCard(text, kitchen.habit));
        }
        setError(undefined);
      } catch (failure) {
        setRead(undefined);
        setError((failure as ApiError).message);
      }
    }, QUIET_MS);
    return () => clearTimeout(timer);
  }, [text, kitchen]);

  const toBench = async () => {
    if (!text.trim()) {
      setError("There is nothing on this card yet. Paste or type the ingredients, one to a line.");
      return;
    }
    try {
      const place = kitchen ?? (await kitchenNow());
      const imported = await importText(text);
      const oven = {
        value: place.scale === "f" ? 350 : place.scale === "gas" ? 4 : 180,
        scale: place.scale,
        fan: false,
      };
      const fresh = { ...imported.spec, oven, tray_id: place.trays[0]?.id ?? "medium" };
      const own = imported.spec.name !== "New dough" && isJson(text);
      const dough = { ...(own ? imported.spec : fresh), name: name.trim() || imported.spec.name };
      const saved = await add(dough);
      localStorage.removeItem(DRAFT);
      navigate(`/bench/${saved.id}`);
    } catch (failure) {
      setError((failure as ApiError).message);
    }
  };

  const openFile = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    if (!file) return;
    if (file.size > MAX_FILE_BYTES)
      setError("This file is over 500 kB, far more than a recipe. Paste the ingredient lines instead.");
    else setText(await file.text());
    event.target.value = "";
  };

  const unsure = read?.weighed.filter((line) => line.reading.sureness !== "sure").length ?? 0;
  return (
    <>
      <PlaceHeader title="New dough from a card" />
      <div className="grid gap-4 p-5 lg:grid-cols-2">
        <Panel title="The card, as it is written">
          <div className="grid gap-3 p-4">
            <Field label="Name">
              {(ids) => (
                <input
                  {...ids}
                  className="control w-full"
                  maxLength={80}
                  placeholder="New dough"
                  value={name}
                  onChange={(event) => setName(event.target.value)}
                />
              )}
            </Field>
            <Field label="Ingredients, one to a line" error={error}>
              {(ids) => (
                <textarea
                  {...ids}
                  rows={12}
                  className="control w-full py-2 text-lead leading-7"
                  placeholder={EXAMPLE}
                  value={text}
                  onChange={(event) => setText(event.target.value)}
                />
              )}
            </Field>
            {kitchen && <HabitFields kitchen={kitchen} onKitchen={saveKitchen} />}
            {notes.map((note) => (
              <Note key={note} severity="note">
                {note}
              </Note>
            ))}
            <div className="flex flex-wrap items-center gap-3">
              <Button kind="main" onClick={toBench}>
                Put it on the bench
              </Button>
              <label className="inline-flex min-h-11 cursor-pointer items-center rounded-[10px] border-[1.5px] border-rim bg-white px-4 font-semibold has-focus-visible:outline-3 has-focus-visible:outline-offset-2 hover:bg-well">
                Open a file
                <input
                  type="file"
                  className="sr-only"
                  accept=".json,.txt,.md,.jsonld,text/plain,application/json"
                  onChange={openFile}
                />
              </label>
            </div>
          </div>
        </Panel>
        <Panel
          title={read ? "Read as" : "Or start from a dough"}
          aside={read && <ReadSummary lines={read.lines.length} unsure={unsure} />}
        >
          {read ? (
            <ul className="divide-y divide-line px-4">
              {read.weighed.map((line) => (
                <li key={line.line_id} className="grid grid-cols-[1fr_auto] items-baseline gap-x-3 py-1.5">
                  <span className="min-w-0">
                    <span className="mr-2 inline-block w-4 text-center font-extrabold" aria-hidden>
                      {line.reading.sureness === "sure" ? "" : "?"}
                    </span>
                    {line.reading.ingredient_name || <em>not read yet</em>}
                    <span className="block pl-6 text-note text-quiet">{line.reading.text}</span>
                    {line.part !== "dough" && (
                      <span className="text-quiet"> · {line.part}, not in the dough</span>
                    )}
                  </span>
                  <span className="font-semibold">
                    {line.reading.mass_g == null ? "how much?" : grams(line.reading.mass_g)}
                  </span>
                  {line.reading.sureness !== "sure" && (
                    <span className="col-span-2 pl-6 text-note text-ask-edge">{line.reading.note}</span>
                  )}
                </li>
              ))}
            </ul>
          ) : (
            <Starters />
          )}
        </Panel>
      </div>
    </>
  );
}

/** The draft outlives a reload; a text too large for the browser's store simply does not. */
function keepDraft(text: string) {
  try {
    localStorage.setItem(DRAFT, text);
  } catch {
    localStorage.removeItem(DRAFT);
  }
}

const isJson = (text: string) => /^\s*[[{]/.test(text);

function ReadSummary({ lines, unsure }: { lines: number; unsure: number }) {
  return (
    <span className="text-plain" role="status">
      {plural(lines, "line")}
      {unsure > 0 && <strong> · {unsure} to check</strong>}
    </span>
  );
}

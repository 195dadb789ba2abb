/** A card, pasted as it is written, read whole while it is typed: its lines, its method, and what it says of the batch. */

import { type ChangeEvent, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { ApiError, DoughSpec, Kitchen, Line, Schemas } from "../../client/api";
import { type Claim, openFile, readCard } from "../../client/cards";
import { useAddDough } from "../../client/doughs";
import { kitchenNow, useKitchen, useSaveKitchen } from "../../client/kitchen";
import { CardClaims } from "../../pieces/claims";
import { Button, Field } from "../../pieces/controls";
import { DROPPED, takeDropped } from "../../pieces/dropped";
import { HabitFields, VesselField } from "../../pieces/habit";
import { IngredientSelect } from "../../pieces/ingredient";
import { Note, Panel } from "../../pieces/notes";
import { PlaceHeader } from "../../pieces/shell";
import { PARTS } from "../../words/labels";
import { grams, plural } from "../../words/numbers";
import { MarkedCard } from "./MarkedCard";
import { Starters } from "./Starters";

const DRAFT = "finebatch.card-draft";
const ANSWERS = "finebatch.card-answers";
const QUIET_MS = 120;
const MAX_FILE_BYTES = 500_000;
const EXAMPLE =
  "Pier Drops\n\n1½ cups plain flour, sifted\n1 stick soft butter\nhalf an egg\npinch of salt\n\nCream the butter, stir in the rest.\nDrop by tablespoonfuls. Bake at 180 °C for 12 minutes. Makes 20.";

/** What the baker answered while the card was read: by a line's text, so that reading again leaves it as it is. */
interface Answers {
  lines: Record<string, Partial<Pick<Line, "ingredient_id" | "mass_g">>>;
  leftOut: Claim["kind"][];
  own: Claim[];
}

export function NewDough() {
  const [text, setText] = useState(() => localStorage.getItem(DRAFT) ?? "");
  const [name, setName] = useState("");
  const [answers, setAnswers] = useState<Answers>(() => keptAnswers());
  const { data: kitchen } = useKitchen();
  const { read, error, setError } = useReading(text, kitchen, answers);
  const saveKitchen = useSaveKitchen();
  const navigate = useNavigate();
  const add = useAddDough();

  useEffect(() => keep(DRAFT, text), [text]);
  useEffect(() => keep(ANSWERS, JSON.stringify(answers)), [answers]);

  const toBench = async () => {
    if (!text.trim()) {
      setError("There is nothing on this card yet. Paste or type the ingredients, one to a line.");
      return;
    }
    try {
      const place = kitchen ?? (await kitchenNow());
      const { dough, others } = await readCard(text, place, answers.leftOut, answers.own);
      const rest = others.join("");
      const spec = answered(dough.spec, answers);
      const saved = await add({ ...spec, name: name.trim() || spec.name });
      // What else was pasted is the next card.
      keep(DRAFT, rest);
      localStorage.removeItem(ANSWERS);
      navigate(`/bench/${saved.id}`);
    } catch (failure) {
      setError((failure as ApiError).message);
    }
  };

  const take = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MAX_FILE_BYTES)
      setError("This file is over 500 kB, far more than a recipe. Paste the recipe instead.");
    else await openFile(file).then(setText, (failure) => setError((failure as ApiError).message));
  };
  const chooseFile = async (event: ChangeEvent<HTMLInputElement>) => {
    await take(event.target.files?.[0]);
    event.target.value = "";
  };
  // A file dropped anywhere ends here; text dropped on the card goes in as text does.
  const taking = useRef(take);
  taking.current = take;
  useEffect(() => {
    const look = () => taking.current(takeDropped());
    look();
    window.addEventListener(DROPPED, look);
    return () => window.removeEventListener(DROPPED, look);
  }, []);
  const leave = (kind: Claim["kind"]) =>
    setAnswers((now) => ({
      ...now,
      leftOut: now.leftOut.includes(kind)
        ? now.leftOut.filter((other) => other !== kind)
        : [...now.leftOut, kind],
    }));
  /** What the baker says instead of the card counts again, should it have been left out. */
  const sayOwn = (claim: Claim) =>
    setAnswers((now) => ({
      ...now,
      leftOut: now.leftOut.filter((kind) => kind !== claim.kind),
      own: [...now.own.filter((other) => other.kind !== claim.kind), claim],
    }));
  /** What a name means here is asked once and kept for the kitchen. */
  const settle = ({ text: line, asked_name: name }: Weighed["reading"], ingredient_id: string) => {
    setAnswers((now) => ({ ...now, lines: { ...now.lines, [line]: { ...now.lines[line], ingredient_id } } }));
    if (!name || !kitchen) return;
    const others = kitchen.habit.settled.filter((known) => known.name !== name);
    saveKitchen({
      ...kitchen,
      habit: { ...kitchen.habit, settled: [...others, { name, ingredient_id }] },
    });
  };
  const asked = read?.weighed.filter(({ reading }) => isAsked(reading, answers)) ?? [];

  return (
    <>
      <PlaceHeader title="New dough from a card" />
      <div className="grid items-start gap-4 p-5 lg:grid-cols-2">
        <div className="grid gap-4">
          <Panel title="The card, as it is written">
            <div className="grid gap-3 p-4">
              <Field label="The whole card: title, ingredients, method" error={error}>
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
              <Field label="Name">
                {(ids) => (
                  <input
                    {...ids}
                    className="control w-full"
                    maxLength={80}
                    placeholder={read?.dough.spec.name ?? "New dough"}
                    value={name}
                    onChange={(event) => setName(event.target.value)}
                  />
                )}
              </Field>
              {kitchen && <HabitFields kitchen={kitchen} onKitchen={saveKitchen} />}
              <div className="flex flex-wrap items-center gap-3">
                <Button kind="main" onClick={toBench}>
                  Put it on the bench
                </Button>
                <label className="inline-flex min-h-11 cursor-pointer items-center rounded-[10px] border-[1.5px] border-rim bg-raised px-4 font-semibold has-focus-visible:outline-3 has-focus-visible:outline-offset-2 hover:bg-well">
                  Open a file, or drop it anywhere
                  <input
                    type="file"
                    className="sr-only"
                    accept=".json,.txt,.md,.csv,.html,.htm,.jsonld,.docx,.pdf,text/plain,text/html,text/csv,application/json,application/pdf"
                    onChange={chooseFile}
                  />
                </label>
              </div>
            </div>
          </Panel>
          {read && read.dough.lines.length > 0 && <MarkedCard text={text} dough={read.dough} />}
        </div>
        {read && kitchen ? (
          <div className="grid gap-4">
            {read.others.length > 0 && (
              <Note severity="note">
                <strong>{plural(read.others.length + 1, "card")} in one paste.</strong> This is the first;
                when it is on the bench, the rest waits here.
                <Button
                  className="mt-1.5 block"
                  onClick={() =>
                    setText([...read.others, text.slice(0, text.indexOf(read.others[0] ?? ""))].join("\n\n"))
                  }
                >
                  Take the next one first
                </Button>
              </Note>
            )}
            <Conflicts dough={read.dough} />
            {asked.length > 0 && (
              <ToSettle lines={asked} kitchen={kitchen} onKitchen={saveKitchen} onSettle={settle} />
            )}
            <CardClaims
              claims={read.dough.claims}
              leftOut={answers.leftOut}
              kitchen={kitchen}
              onLeave={leave}
              onSay={sayOwn}
            />
            <Lines read={read} answers={answers} asked={asked.length} />
          </div>
        ) : (
          <Panel title="Or start from a dough">
            <p className="px-4 pt-4 text-quiet">
              Each line of the card appears here with the grams it comes to. No card? Start from a balanced
              dough:
            </p>
            <Starters />
          </Panel>
        )}
      </div>
    </>
  );
}

/** The card read again a moment after each change. */
function useReading(text: string, kitchen: Kitchen | undefined, { leftOut, own }: Answers) {
  const [read, setRead] = useState<Schemas["CardRead"]>();
  const [error, setError] = useState<string>();
  // What was said is of the text as it was; that the kitchen has arrived meanwhile does not unsay it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another text has not been judged yet
  useEffect(() => setError(undefined), [text]);
  useEffect(() => {
    if (!kitchen || !text.trim()) {
      setRead(undefined);
      return;
    }
    let current = true;
    const timer = setTimeout(async () => {
      try {
        const found = await readCard(text, kitchen, leftOut, own);
        if (!current) return;
        setRead(found);
        setError(undefined);
      } catch (failure) {
        if (!current) return;
        setRead(undefined);
        setError((failure as ApiError).message);
      }
    }, QUIET_MS);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [text, kitchen, leftOut, own]);
  return { read, error, setError };
}

function Conflicts({ dough }: { dough: Schemas["CardDough"] }) {
  return dough.conflicts.map((conflict) => (
    <Note key={`${conflict.start}${conflict.text}`} severity="ask">
      <strong>{conflict.text}</strong>
      <p className="text-note">Leave out what is not so below, or change the card.</p>
    </Note>
  ));
}

type Weighed = Schemas["WeighedLine"];

/** The lines that are asked about, each with its likely answers. */
function ToSettle(props: {
  lines: Weighed[];
  kitchen: Kitchen;
  onKitchen: (kitchen: Kitchen) => void;
  onSettle: (reading: Weighed["reading"], ingredient_id: string) => void;
}) {
  return (
    <Panel title={plural(props.lines.length, "thing to settle", "things to settle")}>
      <ul className="divide-y divide-line px-4">
        {props.lines.map(({ line_id, reading }) => (
          <li key={line_id} className="grid gap-1.5 py-2">
            <span className="flex items-baseline justify-between gap-3">
              <strong>{reading.text}</strong>
              <span>{reading.mass_g == null ? "how much?" : grams(reading.mass_g)}</span>
            </span>
            <span className="text-note text-ask-edge">{reading.note}</span>
            {reading.vessel && (
              <VesselField name={reading.vessel} kitchen={props.kitchen} onKitchen={props.onKitchen} />
            )}
            <span className="flex flex-wrap gap-2">
              {reading.choices.slice(0, 4).map((choice) => (
                <Button
                  key={choice.ingredient_id}
                  className="px-3"
                  onClick={() => props.onSettle(reading, choice.ingredient_id)}
                >
                  {choice.label}
                </Button>
              ))}
              <IngredientSelect
                label={`What “${reading.text}” is most like`}
                none={reading.choices.length > 0 ? "Another ingredient…" : "Most like…"}
                onValue={(ingredient_id) => props.onSettle(reading, ingredient_id)}
              />
            </span>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

/** The lines with their grams. */
function Lines({ read, answers, asked }: { read: Schemas["CardRead"]; answers: Answers; asked: number }) {
  const steps = read.dough.spec.method?.length ?? 0;
  return (
    <Panel title="Read as" aside={<ReadSummary lines={read.weighed.length} unsure={asked} steps={steps} />}>
      <ul className="divide-y divide-line px-4">
        {read.weighed.map(({ line_id, part, reading }) => {
          const answer = answers.lines[reading.text];
          const chosen = reading.choices.find((choice) => choice.ingredient_id === answer?.ingredient_id);
          return (
            <li key={line_id} className="grid grid-cols-[1fr_auto] items-baseline gap-x-3 py-1.5">
              <span className="min-w-0">
                <span className="mr-2 inline-block w-4 text-center font-extrabold" aria-hidden>
                  {isAsked(reading, answers) ? "?" : ""}
                </span>
                {chosen?.label || reading.ingredient_name || <em>not read yet</em>}
                {part !== "dough" && <span className="text-quiet"> · {PARTS[part]}</span>}
                <span className="block pl-6 text-note text-quiet">{reading.text}</span>
              </span>
              <span className="font-semibold">
                {reading.mass_g == null ? "how much?" : grams(reading.mass_g)}
              </span>
            </li>
          );
        })}
      </ul>
    </Panel>
  );
}

const isAsked = (reading: Weighed["reading"], { lines }: Answers) =>
  reading.sureness !== "sure" && !lines[reading.text];

/** The dough with what the baker settled on its lines. */
const answered = (spec: DoughSpec, { lines }: Answers): DoughSpec => ({
  ...spec,
  lines: spec.lines.map((line) => ({ ...line, ...lines[line.text] })),
});

/** The draft outlives a reload; a text too large for the browser's store simply does not. */
function keep(key: string, text: string) {
  try {
    localStorage.setItem(key, text);
  } catch {
    localStorage.removeItem(key);
  }
}

function keptAnswers(): Answers {
  try {
    return { lines: {}, leftOut: [], own: [], ...JSON.parse(localStorage.getItem(ANSWERS) ?? "{}") };
  } catch {
    return { lines: {}, leftOut: [], own: [] };
  }
}

function ReadSummary({ lines, unsure, steps }: { lines: number; unsure: number; steps: number }) {
  return (
    <span className="text-plain" role="status">
      {plural(lines, "line")}
      {steps > 0 && `, ${plural(steps, "step")} in your words`}
      {unsure > 0 && <strong> · {unsure} to check</strong>}
    </span>
  );
}

/** The shelf: every dough by its cookie, found by words, ordered, chosen by form, allergens and tags; and the way to a new one. */

import { useDeferredValue, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { DoughSummary } from "../../client/api";
import { lastDough } from "../../client/dough";
import { useShelf, useShelfChoices } from "../../client/doughs";
import { useKitchen } from "../../client/kitchen";
import { outbox } from "../../client/outbox";
import { useChosen, useWords } from "../../pieces/address";
import { Select } from "../../pieces/choice";
import { Button, SearchField } from "../../pieces/controls";
import { keepFocus } from "../../pieces/focus";
import { Note } from "../../pieces/notes";
import { PlaceHeader } from "../../pieces/shell";
import { toast } from "../../pieces/toasts";
import { FORMS, ORDERS, options, WITHOUT } from "../../words/labels";
import { plural } from "../../words/numbers";
import { FirstQuestions } from "./FirstQuestions";
import { CARD_REM, Cards } from "./ShelfCards";
import { Starters } from "./Starters";
import { TagSheet } from "./TagSheet";

const SEARCHED_FROM = 7; // fewer doughs than this are seen at a glance
const ORDER = ["changed", "name"] as const;
const ALLERGENS = ["", "egg", "milk", "nuts", "gluten"] as const;

export function Doughs() {
  const [words, setWords] = useWords("find");
  const [order, setOrder] = useChosen("order", ORDER, "changed");
  const [kind, setKind] = useWords("form");
  const [without, setWithout] = useChosen("without", ALLERGENS, "");
  const [tag, setTag] = useWords("tag");
  const { data: choices } = useShelfChoices();
  const { data: kitchen } = useKitchen();
  const shelf = useShelf({
    words: useDeferredValue(words.trim()),
    kind,
    without: without ? [without] : [],
    tag,
    order,
  });
  const { doughs, total, error } = shelf;
  const [tagged, setTagged] = useState<DoughSummary>();
  const navigate = useNavigate();
  const remove = (dough: DoughSummary) => {
    const { id, revision, name } = dough;
    outbox.put({ kind: "put-aside", id, revision, name });
    if (lastDough.get() === id) lastDough.clear();
    // Putting aside counts one revision; while that waits here, the outbox hands on the true one.
    toast(`“${name}” is put aside.`, () =>
      outbox.put({ kind: "put-back", id, revision: revision + 1, name }),
    );
    keepFocus();
  };
  const chosen = words.trim() !== "" || kind !== "" || without !== "" || tag !== "";
  return (
    <>
      <PlaceHeader title="Doughs">
        {(choices?.aside ?? 0) > 0 && (
          <Link
            to="/aside"
            className="inline-flex min-h-11 items-center px-3 font-medium underline underline-offset-4"
          >
            Put aside ({choices?.aside})
          </Link>
        )}
        <Button onClick={() => navigate("/wish")}>Ask for a cookie</Button>
        <Button kind="main" onClick={() => navigate("/new")}>
          New dough from a card
        </Button>
      </PlaceHeader>
      <div className="grid gap-3 p-5">
        {error && !doughs && <Note severity="stop">{error.message}</Note>}
        {(chosen || (choices?.total ?? 0) >= SEARCHED_FROM) && (
          <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
            <div className="w-72">
              <SearchField
                label="Find: name, ingredient, family, “no egg”"
                value={words}
                onValue={setWords}
              />
            </div>
            <div className="w-40">
              <Select label="Order" value={order} onValue={setOrder} options={options(ORDERS)} />
            </div>
            <div className="w-44">
              <Select
                label="Form"
                value={kind}
                onValue={setKind}
                options={[
                  ["", "any form"],
                  ...options(FORMS).filter(([one]) => one === kind || choices?.kinds.includes(one)),
                ]}
              />
            </div>
            <div className="w-40">
              <Select label="Made without" value={without} onValue={setWithout} options={options(WITHOUT)} />
            </div>
            {((choices?.tags.length ?? 0) > 0 || tag) && (
              <div className="w-40">
                <Select
                  label="Tag"
                  value={tag}
                  onValue={setTag}
                  options={[["", "any tag"], ...(choices?.tags ?? []).map((one) => [one, one] as const)]}
                />
              </div>
            )}
            <p role="status" className="min-h-11 py-2.5 text-quiet">
              {total === undefined ? "" : chosen ? `${plural(total, "dough")} found` : plural(total, "dough")}
            </p>
          </div>
        )}
        {(without !== "" || /\bno |\bwithout |free\b/.test(words)) && (
          <p className="text-note text-quiet">
            By what the lines name; doughs with a line or finish that cannot be told are left out. Packets and
            kitchens carry traces: read the packets.
          </p>
        )}
        {total === 0 && chosen && (
          <p>
            No dough is like this. Try fewer words, or another spelling.{" "}
            <Button
              kind="quiet"
              onClick={() => {
                navigate("/", { replace: true });
                keepFocus();
              }}
            >
              Show all
            </Button>
          </p>
        )}
        {total === 0 &&
          !chosen &&
          (kitchen && !kitchen.introduced ? <FirstQuestions kitchen={kitchen} /> : <EmptyShelf />)}
        {doughs && doughs.length > 0 && (
          <Cards
            doughs={doughs}
            total={total ?? doughs.length}
            onEnd={() => shelf.hasNextPage && !shelf.isFetchingNextPage && shelf.fetchNextPage()}
            onRemove={remove}
            onTags={setTagged}
          />
        )}
        {!doughs && !error && <Coming />}
      </div>
      {tagged && <TagSheet dough={tagged} known={choices?.tags ?? []} onClose={() => setTagged(undefined)} />}
    </>
  );
}

/** The first page of all: three ways to a first dough. */
function EmptyShelf() {
  const navigate = useNavigate();
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
      <div className="enamel grid gap-3 p-6">
        <h2 className="text-title leading-tight font-extrabold">Begin with a card you bake from</h2>
        <p>
          Paste it in cups or in grams, just as it is written, or drop a file anywhere on this page. Fine
          Batch reads it, works out what comes of it and plans the baking.
        </p>
        <Button
          kind="main"
          className="min-h-14 justify-self-start text-head"
          onClick={() => navigate("/new")}
        >
          Paste a card
        </Button>
        <p className="text-quiet">
          Sizes and minutes hang on your oven and trays: see your{" "}
          <Link to="/kitchen" className="underline underline-offset-4">
            kitchen
          </Link>
          .
        </p>
      </div>
      <div className="enamel p-2">
        <h2 className="px-3 pt-2 text-head font-bold">Or start from a dough</h2>
        <Starters />
      </div>
    </div>
  );
}

/** The shape of what comes. */
function Coming() {
  return (
    <div aria-busy="true" className="grid grid-cols-[repeat(auto-fill,minmax(18rem,1fr))] gap-3">
      <span className="sr-only">The shelf is on its way.</span>
      {[1, 2, 3, 4, 5, 6].map((n) => (
        <div key={n} className="enamel flex gap-3 p-4" style={{ height: `${CARD_REM.high}rem` }}>
          <span className="m-3 size-16 rounded-full bg-well" />
          <span className="mt-3 h-5 flex-1 rounded bg-well" />
        </div>
      ))}
    </div>
  );
}

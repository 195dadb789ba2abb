/** What is in the house, in packs and rests as one thinks of it, and what can be made of it. */
import { useState } from "react";
import { Link } from "react-router";
import type { Kitchen } from "../../client/api";
import { useCatalogue } from "../../client/catalogue";
import {
  addThing,
  type Move,
  readTable,
  type SavedThing,
  type Shelved,
  useMakes,
  usePantry,
  usualItem,
} from "../../client/stores";
import { Select } from "../../pieces/choice";
import { Button, FileButton } from "../../pieces/controls";
import { Menu, MenuItem } from "../../pieces/menu";
import { Note, Panel } from "../../pieces/notes";
import { plural } from "../../words/numbers";
import { AmountSheet } from "./AmountSheet";
import { ItemSheet } from "./ItemSheet";
import { dayOf, now, setAside, TableIn } from "./parts";
import { useHousekeeping } from "./ShopSettings";
import { StockTake } from "./StockTake";
import type { ViewProps } from "./Stores";

/** Under what name an ingredient of the pantry is kept: two devices that add it add the same. */
export const pantryId = (ingredient: string) => `pantry-${ingredient}`;

export function PantryView({ kitchen }: ViewProps) {
  const [, put] = useHousekeeping(kitchen);
  const { data, error } = usePantry();
  if (!kitchen.stores?.keeps_pantry)
    return (
      <div className="grid max-w-3xl gap-4 p-5">
        <Panel title="A pantry, if you want one">
          <div className="grid gap-3 p-4">
            <p>
              Say once what is in the cupboard, in bags and jars and rests. From then on the shelf tells what
              can be baked now, lists to buy leave out what is there, and a batch you weigh in can be taken
              down with one tap.
            </p>
            <p className="text-quiet">Without it nothing changes, and nothing asks for it.</p>
            <Button kind="main" className="justify-self-start" onClick={() => put({ keeps_pantry: true })}>
              Keep a pantry
            </Button>
          </div>
        </Panel>
      </div>
    );
  return (
    <div className="grid items-start gap-4 p-5 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <Shelf kitchen={kitchen} items={data?.items} error={error?.message} />
      <div className="grid gap-4">
        <MakesPanel />
        <RecentPanel recent={data?.recent ?? []} kitchen={kitchen} />
        <div className="flex flex-wrap items-start gap-2">
          <FileButton href="/api/pantry/table">The pantry as a table (CSV)</FileButton>
          <TableIn
            read={readTable.pantry}
            count={(found) => found.items.length}
            onTake={({ items, amounts_g }) => {
              for (const item of items) addThing(item, item.ingredient_id, pantryId(item.ingredient_id));
              if (Object.keys(amounts_g).length)
                addThing(
                  { kind: "move", why: "counted", at: now(), amounts_g, says: "From a table" },
                  "The pantry",
                );
            }}
          />
          <Button kind="quiet" onClick={() => put({ keeps_pantry: false })}>
            Keep no pantry
          </Button>
        </div>
      </div>
    </div>
  );
}

function Shelf(props: { kitchen: Kitchen; items?: Shelved[]; error?: string }) {
  const { kitchen, items } = props;
  const [counting, setCounting] = useState(false);
  const [amount, setAmount] = useState<Shelved>();
  const [item, setItem] = useState<Shelved>();
  return (
    <Panel
      title="In the house"
      aside={
        items &&
        items.length > 0 && (
          <Button kind="main" onClick={() => setCounting(true)}>
            Count it all
          </Button>
        )
      }
    >
      {props.error && <Note severity="stop">{props.error}</Note>}
      <ul className="divide-y divide-line">
        {items?.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 py-2">
            <div className="min-w-40 flex-1">
              <p className="font-bold">{one.name}</p>
              <Signs one={one} kitchen={kitchen} />
            </div>
            <Button
              className="w-60 max-w-full justify-start text-left text-lead"
              aria-label={`${one.name}: ${one.said}. Change`}
              onClick={() => setAmount(one)}
            >
              {one.said}
            </Button>
            <Menu label="More" of={one.name}>
              <MenuItem onSelect={() => setItem(one)}>Pack, dates, when to buy…</MenuItem>
              <MenuItem
                onSelect={() => {
                  setAside(one.id, one.revision, one.name, `${one.name} is put aside.`);
                }}
              >
                Put aside
              </MenuItem>
            </Menu>
          </li>
        ))}
        {items?.length === 0 && (
          <li className="px-4 py-3 text-quiet">Nothing yet. Begin with flour and butter.</li>
        )}
      </ul>
      <div className="border-t-[1.5px] border-line p-4">
        <AddIngredient taken={items?.map((one) => one.item.ingredient_id) ?? []} />
      </div>
      {counting && items && <StockTake items={items} kitchen={kitchen} onEnd={() => setCounting(false)} />}
      {amount && <AmountSheet one={amount} kitchen={kitchen} onEnd={() => setAmount(undefined)} />}
      {item && <ItemSheet one={item} kitchen={kitchen} onEnd={() => setItem(undefined)} />}
    </Panel>
  );
}

function Signs({ one, kitchen }: { one: Shelved; kitchen: Kitchen }) {
  const signs = [
    one.low && "Low: buy more",
    one.short_g > 0.5 && "More was used than was counted: look again",
    one.good_until && `${one.over ? "Over since" : "Good until"} ${dayOf(one.good_until, kitchen)}`,
  ].filter(Boolean);
  if (!signs.length) return null;
  const bad = one.low || one.over || one.short_g > 0.5;
  return (
    <p className={bad ? "text-note font-medium text-ask-edge" : "text-note text-quiet"}>
      {bad && <span aria-hidden>! </span>}
      {signs.join(" · ")}
    </p>
  );
}

function AddIngredient({ taken }: { taken: readonly string[] }) {
  const { data: catalogue } = useCatalogue();
  const left = (catalogue?.ingredients ?? []).filter((one) => !taken.includes(one.ingredient_id));
  const [wrong, setWrong] = useState<string>();
  const add = async (ingredient_id: string) => {
    const found = left.find((one) => one.ingredient_id === ingredient_id);
    if (!found) return;
    setWrong(undefined);
    try {
      addThing(await usualItem(ingredient_id), found.label, pantryId(ingredient_id));
    } catch (failure) {
      setWrong((failure as Error).message);
    }
  };
  return (
    <div className="max-w-72">
      <Select
        label="Add an ingredient"
        value=""
        options={[["", "choose one"], ...left.map((one) => [one.ingredient_id, one.label] as const)]}
        onValue={add}
        error={wrong}
      />
    </div>
  );
}

/** What can be made now of the latest doughs, the most possible first. */
function MakesPanel() {
  const { data } = useMakes(true);
  const [all, setAll] = useState(false);
  const shown = all ? data : data?.slice(0, 5);
  return (
    <Panel title="Can be made now">
      <ul className="divide-y divide-line">
        {shown?.map(({ dough_id, name, makes }) => (
          <li key={dough_id} className="px-4 py-2">
            <p className="flex flex-wrap justify-between gap-x-3">
              <Link to={`/bench/${dough_id}`} className="font-bold underline-offset-4 hover:underline">
                {name}
              </Link>
              <span>{makes.batches > 0 ? plural(makes.batches, "batch", "batches") : "not quite"}</span>
            </p>
            {makes.missing.map((one) => (
              <p key={one.ingredient_id} className="text-note text-quiet">
                Too little {one.name.toLowerCase()}
                {one.stand_in && `; could stand in: ${one.stand_in}`}
              </p>
            ))}
            {makes.uncounted.length > 0 && (
              <p className="text-note text-quiet">
                Not counted here: {makes.uncounted.join(", ").toLowerCase()}.
              </p>
            )}
          </li>
        ))}
        {data?.length === 0 && <li className="px-4 py-3 text-quiet">Add what is in the house first.</li>}
      </ul>
      {!all && (data?.length ?? 0) > 5 && (
        <Button kind="quiet" className="m-2" onClick={() => setAll(true)}>
          All {data?.length}
        </Button>
      )}
    </Panel>
  );
}

const WHY: Record<Move["why"], string> = {
  counted: "Counted",
  bought: "Bought",
  used: "Used",
  thrown: "Thrown away",
};

function RecentPanel({ recent, kitchen }: { recent: SavedThing[]; kitchen: Kitchen }) {
  if (!recent.length) return null;
  return (
    <Panel title="Came and went">
      <ul className="divide-y divide-line">
        {recent.map(({ id, revision, thing }) =>
          thing.kind === "move" ? (
            <li key={id} className="flex items-center justify-between gap-3 px-4 py-1.5">
              <p className="min-w-0 text-plain">
                <strong>{WHY[thing.why]}</strong>{" "}
                {thing.says || plural(Object.keys(thing.amounts_g).length, "ingredient")}
                <span className="block text-note text-quiet">{dayOf(thing.at.slice(0, 10), kitchen)}</span>
              </p>
              <Button
                kind="quiet"
                aria-label={`Undo: ${WHY[thing.why]} ${thing.says}`}
                onClick={() => {
                  setAside(id, revision, WHY[thing.why], "Undone: the pantry is as it was before.");
                }}
              >
                Undo
              </Button>
            </li>
          ) : null,
        )}
      </ul>
    </Panel>
  );
}

/** Lists to buy: from doughs, from days that are planned, or from one's own head. */
import { type FormEvent, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import type { Kitchen } from "../../client/api";
import { newKey } from "../../client/entries";
import { usePlans } from "../../client/plans";
import { addThing, type ShoppingList, useThings } from "../../client/stores";
import { Switch } from "../../pieces/choice";
import { Button, NumberField, TextField } from "../../pieces/controls";
import { Menu, MenuItem } from "../../pieces/menu";
import { Note, Panel } from "../../pieces/notes";
import { day, plural } from "../../words/numbers";
import { DoughSelect, dayOf, now, setAside } from "./parts";
import { AislesPanel } from "./ShopSettings";
import type { ViewProps } from "./Stores";

export function ShoppingView({ kitchen }: ViewProps) {
  const { things, error } = useThings("shopping");
  return (
    <div className="grid items-start gap-4 p-5 lg:grid-cols-2">
      <Panel title="Lists">
        {error && <Note severity="stop">{error.message}</Note>}
        <ul className="divide-y divide-line">
          {things.map(({ id, revision, thing }) => (
            <li key={id} className="relative flex items-center gap-3 px-4 py-2 hover:bg-raised">
              <div className="min-w-0 flex-1">
                <Link
                  to={`/stores/shopping/${id}`}
                  className="text-lead font-bold after:absolute after:inset-0"
                >
                  {thing.name}
                </Link>
                <p className="text-note text-quiet">{about(thing, kitchen)}</p>
              </div>
              <div className="z-1">
                <Menu label="More" of={thing.name}>
                  <MenuItem
                    onSelect={() => {
                      setAside(id, revision, thing.name, `“${thing.name}” is put aside.`);
                    }}
                  >
                    Put aside
                  </MenuItem>
                </Menu>
              </div>
            </li>
          ))}
          {things.length === 0 && <li className="px-4 py-3 text-quiet">No list yet: make one beside.</li>}
        </ul>
      </Panel>
      <div className="grid gap-4">
        <NewList kitchen={kitchen} />
        <AislesPanel kitchen={kitchen} />
      </div>
    </div>
  );
}

function about(list: ShoppingList, kitchen: Kitchen): string {
  const of = [
    list.batches?.length && plural(list.batches.length, "dough"),
    list.plan_ids?.length && plural(list.plan_ids.length, "day"),
    list.own?.length && plural(list.own.length, "thing of your own", "things of your own"),
  ].filter(Boolean);
  const made = dayOf(list.made_at.slice(0, 10), kitchen);
  return `${of.join(", ") || "empty"} · made ${made}${list.put_away_at ? " · put away" : ""}`;
}

interface Wanted {
  id: string;
  dough_id: string;
  times: number;
}

/** The doughs of a link here, as "id,times": from a day, or from boxes. */
const wantedOf = (words: readonly string[]): Wanted[] =>
  words.map((word) => {
    const [dough_id = "", times = "1"] = word.split(",");
    return { id: newKey(), dough_id, times: Number(times) || 1 };
  });

function NewList({ kitchen }: ViewProps) {
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const [name, setName] = useState(params.get("name") ?? "");
  const [batches, setBatches] = useState<Wanted[]>(() => wantedOf(params.getAll("dough")));
  const [with_low, setLow] = useState(false);
  const [days, setDays] = useState<string[]>(() => params.getAll("plan"));
  const { plans } = usePlans();
  const coming = (plans ?? []).filter(
    (plan) => days.includes(plan.id) || new Date(plan.ends_at) > new Date(),
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const called = name.trim() || `To buy, ${day(new Date(), kitchen)}`;
    const list: ShoppingList = {
      kind: "shopping",
      name: called,
      made_at: now(),
      batches,
      plan_ids: days,
      with_low,
      own: [],
      marks: {},
    };
    navigate(`/stores/shopping/${addThing(list, called)}`);
  };
  const put = (id: string, part: Partial<Wanted>) =>
    setBatches((all) => all.map((one) => (one.id === id ? { ...one, ...part } : one)));
  return (
    <Panel title="A new list">
      <form className="grid gap-4 p-4" onSubmit={submit}>
        <TextField
          label="Called"
          hint={`To buy, ${day(new Date(), kitchen)}`}
          value={name}
          onValue={setName}
        />
        {coming.length > 0 && (
          <fieldset className="grid gap-1">
            <legend className="mb-1 text-note font-medium text-quiet">For these days</legend>
            {coming.map((plan) => (
              <label
                key={plan.id}
                className="flex min-h-11 items-center gap-3 rounded-[10px] px-2 hover:bg-well"
              >
                <input
                  type="checkbox"
                  className="size-6 shrink-0 accent-chosen"
                  checked={days.includes(plan.id)}
                  onChange={(event) =>
                    setDays(event.target.checked ? [...days, plan.id] : days.filter((one) => one !== plan.id))
                  }
                />
                <span>
                  <strong>{day(new Date(plan.starts_at), kitchen)}</strong> {plan.title}
                </span>
              </label>
            ))}
          </fieldset>
        )}
        {batches.map((one, index) => (
          <div key={one.id} className="flex flex-wrap items-end gap-3">
            <div className="min-w-44 flex-1">
              <DoughSelect
                label={`Dough ${index + 1}`}
                none="choose a dough"
                value={one.dough_id}
                onValue={(dough_id) => put(one.id, { dough_id })}
              />
            </div>
            <NumberField
              label="Batches"
              unit="×"
              width="w-22"
              value={one.times}
              min={0.1}
              max={40}
              step={0.5}
              onValue={(times) => put(one.id, { times })}
            />
            <Button
              kind="quiet"
              aria-label={`Leave out dough ${index + 1}`}
              onClick={() => setBatches(batches.filter((other) => other.id !== one.id))}
            >
              Leave out
            </Button>
          </div>
        ))}
        {kitchen.stores?.keeps_pantry && (
          <Switch label="And what is low in the pantry" checked={with_low} onChecked={setLow} />
        )}
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => setBatches([...batches, { id: newKey(), dough_id: "", times: 1 }])}>
            {batches.length ? "And another dough" : "For a dough"}
          </Button>
          <Button kind="main" type="submit" disabled={batches.some((one) => !one.dough_id)}>
            Make the list
          </Button>
        </div>
      </form>
    </Panel>
  );
}

/** What lies in freezer, fridge and tins: what is over first, what goes out next, and how it gets into a day. */
import { type FormEvent, useState } from "react";
import type { Kitchen, Problem } from "../../client/api";
import { doughNow } from "../../client/doughs";
import { newKey } from "../../client/entries";
import { addThing, changeThing, type Kept, type Put, readTable, useFreezer } from "../../client/stores";
import { within } from "../../client/within";
import { Segments } from "../../pieces/choice";
import { Button, FileButton, LinkButton, NumberField, TextField } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { Menu, MenuItem } from "../../pieces/menu";
import { DayField } from "../../pieces/moment";
import { Note, Panel, ProblemNote } from "../../pieces/notes";
import { toast } from "../../pieces/toasts";
import { COLDS, options, PUT_AS } from "../../words/labels";
import { Dated } from "./ItemSheet";
import { DoughSelect, dayOf, setAside, TableIn, today } from "./parts";
import type { ViewProps } from "./Stores";

export function FreezerView({ kitchen }: ViewProps) {
  const { data, error } = useFreezer();
  const there = data?.filter(({ kept }) => kept.left > 0);
  const empty = data?.filter(({ kept }) => kept.left === 0) ?? [];
  return (
    <div className="grid items-start gap-4 p-5 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <Panel title="Put away">
        {error && <Note severity="stop">{error.message}</Note>}
        <ul className="divide-y divide-line">
          {there?.map(({ kept, problems }) => (
            <KeptRow key={kept.id} kept={kept} problems={problems} kitchen={kitchen} />
          ))}
          {there?.length === 0 && <li className="px-4 py-3 text-quiet">Nothing is put away.</li>}
        </ul>
        {empty.length > 0 && (
          <p className="border-t-[1.5px] border-line px-4 py-2 text-note text-quiet">
            All taken: {empty.map(({ kept }) => kept.put.name).join(", ")}.
          </p>
        )}
      </Panel>
      <div className="grid gap-4">
        <PutAway kitchen={kitchen} />
        <div className="flex flex-wrap items-start gap-2">
          <FileButton href="/api/freezer/table">All of it as a table (CSV)</FileButton>
          <TableIn
            read={readTable.freezer}
            count={(found) => found.puts.length}
            onTake={({ puts }) => {
              for (const put of puts) addThing(put, put.name);
            }}
          />
        </div>
        <Note severity="note">
          Days are from the usual tables, never longer than is cautious; local food rules come first. Throw
          away what smells or looks wrong, whatever the date says.
        </Note>
      </div>
    </div>
  );
}

function KeptRow({ kept, problems, kitchen }: { kept: Kept; problems: Problem[]; kitchen: Kitchen }) {
  const { put } = kept;
  const [taking, setTaking] = useState(false);
  const [dating, setDating] = useState(false);
  const take = (count: number, says: string) => {
    const taken = { ...put.taken, [newKey()]: { count, on: today(), says } };
    changeThing(kept.id, put, { ...put, taken }, put.name);
    toast(
      `${count} of ${put.name} taken out.`,
      () => changeThing(kept.id, { ...put, taken }, put, put.name),
      "Undo",
    );
  };
  const bake = `/day?dough=${[put.dough_id, 1, "", "", "", "", kept.id, Math.min(12, kept.left)].join(",")}`;
  return (
    <li className="grid gap-1 px-4 py-2.5">
      <div className="grid grid-cols-[3.2rem_minmax(0,1fr)_minmax(0,8.5rem)_2.75rem] items-center gap-x-3 gap-y-1">
        <p className="text-figure leading-none font-bold">{kept.left}</p>
        <div className="min-w-0">
          <p className="text-lead font-bold">
            {put.name}
            {kept.first && (
              <span className="ml-2 rounded-[6px] border-[1.5px] border-edge px-1.5 text-note font-medium">
                take first
              </span>
            )}
          </p>
          <p className="text-note text-quiet">
            {PUT_AS[put.keeps ?? "pieces"]}, {COLDS[put.at ?? "freezer"].toLowerCase()}
            {put.place && `, ${put.place}`} · made {dayOf(put.made_on, kitchen)}
          </p>
        </div>
        <p className={kept.over ? "font-bold text-stop-edge" : "font-medium"}>
          {kept.over && <span aria-hidden>✕ </span>}
          {kept.says}
          <span className="block text-note font-normal text-quiet">until {dayOf(kept.until, kitchen)}</span>
        </p>
        <Menu label="More" of={put.name}>
          <MenuItem onSelect={() => setDating(true)}>Place and date…</MenuItem>
          <MenuItem
            onSelect={() => {
              setAside(kept.id, kept.revision, put.name, `${put.name} is put aside.`);
            }}
          >
            Put aside
          </MenuItem>
        </Menu>
        <div className="col-start-2 col-end-5 flex flex-wrap gap-2">
          <Button onClick={() => setTaking(true)}>Take out</Button>
          {kept.can_bake && put.dough_id && <LinkButton to={bake}>Bake some</LinkButton>}
        </div>
      </div>
      {problems.map((problem) => (
        <ProblemNote key={problem.message} problem={problem} />
      ))}
      {taking && (
        <TakeOut
          kept={kept}
          onEnd={() => setTaking(false)}
          onTake={(count) => {
            take(count, "");
            setTaking(false);
          }}
        />
      )}
      {dating && (
        <Sheet title={put.name} open onOpen={setDating}>
          <div className="grid gap-4">
            <TextField
              label="Where"
              hint="top drawer, left"
              value={put.place ?? ""}
              most={60}
              onValue={(place) => changeThing(kept.id, put, { ...put, place }, put.name)}
            />
            <Dated
              label="Good until, by your own rule"
              value={put.keeps_until ?? null}
              kitchen={kitchen}
              onValue={(keeps_until) => changeThing(kept.id, put, { ...put, keeps_until }, put.name)}
            />
          </div>
        </Sheet>
      )}
    </li>
  );
}

function TakeOut(props: { kept: Kept; onTake: (count: number) => void; onEnd: () => void }) {
  const { kept } = props;
  const [count, setCount] = useState(Math.min(12, kept.left));
  return (
    <Sheet title={`Take out of ${kept.put.name}`} open onOpen={(open) => !open && props.onEnd()}>
      <div className="grid gap-4">
        <div className="flex flex-wrap gap-2">
          {[1, 6, 12, kept.left]
            .filter((one, index, all) => one <= kept.left && all.indexOf(one) === index)
            .map((one) => (
              <Button key={one} className="min-h-16 min-w-20 text-head" onClick={() => props.onTake(one)}>
                {one === kept.left ? `All ${one}` : one}
              </Button>
            ))}
        </div>
        <div className="flex items-end gap-3">
          <NumberField label="Or" unit="" value={count} min={1} max={kept.left} onValue={setCount} />
          <Button onClick={() => props.onTake(count)}>Take {count}</Button>
        </div>
      </div>
    </Sheet>
  );
}

function PutAway({ kitchen }: ViewProps) {
  const [put, setPut] = useState<Put>(() => ({
    kind: "put",
    name: "",
    keeps: "pieces",
    at: "freezer",
    place: "",
    count: 12,
    made_on: today(),
    note: "",
    taken: {},
  }));
  const [wrong, setWrong] = useState<string>();
  const write = (part: Partial<Put>) => setPut((was) => ({ ...was, ...part }));
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!put.name.trim()) {
      setWrong("Choose the dough, or say what it is.");
      return;
    }
    setWrong(undefined);
    let spec = null;
    try {
      // As the dough is now: what it becomes later is not what lies in the freezer.
      spec = put.dough_id ? (await doughNow(put.dough_id)).spec : null;
    } catch (failure) {
      setWrong((failure as Error).message);
      return;
    }
    addThing({ ...put, spec }, put.name);
    toast(`${put.count} of ${put.name} put away.`);
    write({ dough_id: null, name: "", place: "", note: "" });
  };
  return (
    <Panel title="Put something away">
      <form className="grid gap-4 p-4" onSubmit={submit}>
        <DoughSelect
          label="Of which dough"
          none="something else"
          value={put.dough_id ?? ""}
          onValue={(dough_id, name) => write({ dough_id: dough_id || null, name })}
        />
        {!put.dough_id && (
          <TextField label="What it is" value={put.name} onValue={(name) => write({ name })} error={wrong} />
        )}
        <Segments
          label="As"
          value={put.keeps ?? "pieces"}
          onValue={(keeps) => write({ keeps })}
          options={options(PUT_AS)}
        />
        <Segments
          label="Where to"
          value={put.at ?? "freezer"}
          onValue={(at) => write({ at })}
          options={options(COLDS)}
        />
        <div className="flex flex-wrap items-end gap-4">
          <NumberField
            label="How many"
            unit=""
            value={put.count}
            {...within("Put", "count")}
            onValue={(count) => write({ count })}
          />
          <DayField
            label="Made on"
            value={put.made_on}
            kitchen={kitchen}
            onValue={(made_on) => write({ made_on })}
          />
        </div>
        {wrong && put.dough_id && <Note severity="stop">{wrong}</Note>}
        <Button kind="main" type="submit" className="justify-self-start">
          Put it away
        </Button>
      </form>
    </Panel>
  );
}

/** One list in the shop: by aisle, ticked with a thumb, also without a connection. */
import clsx from "clsx";
import { type FormEvent, useState } from "react";
import type { ApiError, Kitchen } from "../../client/api";
import { newKey } from "../../client/entries";
import { outbox } from "../../client/outbox";
import {
  changeThing,
  readTable,
  type ShoppingLine,
  type ShoppingList,
  useShopping,
} from "../../client/stores";
import { Button, LinkButton, TextField } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { MassField } from "../../pieces/measures";
import { Menu, MenuFile, MenuItem } from "../../pieces/menu";
import { Missing } from "../../pieces/missing";
import { Note, Panel } from "../../pieces/notes";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { toast } from "../../pieces/toasts";
import { costs } from "../../words/numbers";
import { TableIn } from "./parts";
import { useHousekeeping } from "./ShopSettings";

type Marked = NonNullable<ShoppingList["marks"]>[string];
const UNMARKED: Required<Marked> = { ticked: false, grams: null, left_out: false };

export function ShoppingListView({ id, kitchen }: { id: string; kitchen: Kitchen }) {
  const { wanted, lines, shopping, error } = useShopping(id);
  if (!wanted || !lines || !shopping)
    return error ? <Missing failure={error as ApiError} /> : <Coming title="To buy" />;
  const put = (now: ShoppingList) => changeThing(id, wanted, now, wanted.name);
  const mark = (line: ShoppingLine, part: Partial<Marked>) =>
    put({
      ...wanted,
      marks: { ...wanted.marks, [line.key]: { ...UNMARKED, ...wanted.marks?.[line.key], ...part } },
    });
  const shown = lines.filter((line) => !line.left_out);
  const ticked = shown.filter((line) => line.ticked);
  const away = () => {
    outbox.put({ kind: "put-away", id, name: wanted.name });
    toast("What is ticked goes into the pantry. Take it back there, under “Came and went”.");
  };
  return (
    <>
      <PlaceHeader title={wanted.name}>
        <p role="status" className="text-lead font-bold">
          {ticked.length} of {shown.length} in the basket
        </p>
        <LinkButton to="/stores/shopping">All lists</LinkButton>
        <Button onClick={() => window.print()}>Print</Button>
        <Menu label="Take along">
          <MenuFile href={`/api/shopping/${id}/text`}>As text</MenuFile>
          <MenuFile href={`/api/shopping/${id}/table`}>As a table (CSV)</MenuFile>
          <MenuFile href={`/api/shopping/${id}/to-do`}>As a to-do for a calendar</MenuFile>
        </Menu>
      </PlaceHeader>
      <div className="grid items-start gap-4 p-5 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Panel title="To buy">
          <Lines
            lines={shown}
            kitchen={kitchen}
            onMark={mark}
            onOwn={(key, aisle) =>
              put({
                ...wanted,
                own: (wanted.own ?? []).map((one) => (one.id === key ? { ...one, aisle } : one)),
              })
            }
          />
          <OwnLine
            onAdd={(text) =>
              put({ ...wanted, own: [...(wanted.own ?? []), { id: newKey(), text, aisle: "" }] })
            }
          />
        </Panel>
        <div className="grid gap-4">
          {kitchen.stores?.keeps_pantry && (
            <Button
              kind="main"
              className="no-print min-h-14 text-lead"
              disabled={!ticked.length}
              onClick={away}
            >
              {wanted.put_away_at
                ? "Put the basket into the pantry once more"
                : "Put the basket into the pantry"}
            </Button>
          )}
          {shopping.cost && (
            <Panel title="About">
              <div className="grid gap-1 p-4">
                <p className="text-head font-bold">{costs(shopping.cost, kitchen)}</p>
                {shopping.unpriced > 0 && (
                  <p className="text-quiet">without {shopping.unpriced} that have no price yet.</p>
                )}
              </div>
            </Panel>
          )}
          {shopping.doughs_gone > 0 && (
            <Note severity="ask">
              Something this list was made for is not there any more: it is left out.
            </Note>
          )}
          <Told title="Not weighed, so not on the list" rows={shopping.unread} />
          <Told title="There is enough" rows={shopping.enough} />
          <Told title="Left over" rows={shopping.left_overs} />
          <div className="no-print">
            <TableIn
              read={readTable.list}
              count={(found) => found.own.length}
              onTake={({ own }) =>
                put({
                  ...wanted,
                  own: [...(wanted.own ?? []), ...own.map((one) => ({ ...one, id: newKey() }))],
                })
              }
            />
          </div>
          <LeftOut
            lines={lines.filter((line) => line.left_out)}
            onBack={(line) => mark(line, { left_out: false })}
          />
        </div>
      </div>
    </>
  );
}

function Lines(props: {
  lines: ShoppingLine[];
  kitchen: Kitchen;
  onMark: (line: ShoppingLine, part: Partial<Marked>) => void;
  onOwn: (key: string, aisle: string) => void;
}) {
  const { lines, kitchen, onMark } = props;
  const [amount, setAmount] = useState<ShoppingLine>();
  const [placed, setPlaced] = useState<ShoppingLine>();
  const aisles = [...new Set(lines.map((line) => line.aisle))];
  if (!lines.length) return <p className="p-4 text-quiet">Nothing to buy: all of it is there.</p>;
  return (
    <>
      {aisles.map((aisle) => (
        <section key={aisle} aria-label={aisle}>
          <h3 className="bg-well px-4 py-1.5 text-note font-bold">{aisle}</h3>
          <ul className="divide-y divide-line">
            {lines
              .filter((line) => line.aisle === aisle)
              .map((line) => (
                <li key={line.key} className="flex items-center">
                  <label
                    className={clsx(
                      "flex min-h-14 min-w-0 flex-1 cursor-pointer items-center gap-3 py-1.5 pl-4",
                      line.ticked && "text-quiet",
                    )}
                  >
                    <input
                      type="checkbox"
                      className="size-7 shrink-0 accent-chosen"
                      checked={line.ticked}
                      onChange={(event) => onMark(line, { ticked: event.target.checked })}
                    />
                    <span className="min-w-0">
                      <span className={clsx("text-lead", line.ticked && "line-through")}>
                        {line.name}
                        {line.says && <strong>, {line.says}</strong>}
                        {line.changed && " (your amount)"}
                      </span>
                      {line.why && (
                        <span className="block text-note text-quiet">
                          {line.why}
                          {line.left_says && `, ${line.left_says} over`}
                          {line.cost && ` · ${costs(line.cost, kitchen)}`}
                        </span>
                      )}
                    </span>
                  </label>
                  <div className="no-print pr-2">
                    <Menu label="More" of={line.name}>
                      {!line.own && <MenuItem onSelect={() => setAmount(line)}>Buy another amount…</MenuItem>}
                      <MenuItem onSelect={() => setPlaced(line)}>Where it stands…</MenuItem>
                      <MenuItem onSelect={() => onMark(line, { left_out: true })}>Leave it out</MenuItem>
                    </Menu>
                  </div>
                </li>
              ))}
          </ul>
        </section>
      ))}
      {placed && (
        <Placed
          line={placed}
          kitchen={kitchen}
          onOwn={(aisle) => props.onOwn(placed.key, aisle)}
          onEnd={() => setPlaced(undefined)}
        />
      )}
      {amount && (
        <Amount
          line={amount}
          kitchen={kitchen}
          onEnd={() => setAmount(undefined)}
          onGrams={(grams) => {
            onMark(amount, { grams });
            setAmount(undefined);
          }}
        />
      )}
    </>
  );
}

function Amount(props: {
  line: ShoppingLine;
  kitchen: Kitchen;
  onGrams: (grams: number | null) => void;
  onEnd: () => void;
}) {
  const { line } = props;
  const [grams, setGrams] = useState(Math.round(line.buy_g));
  return (
    <Sheet title={`${line.name}: buy another amount`} open onOpen={(open) => !open && props.onEnd()}>
      <div className="grid gap-4">
        <p className="text-quiet">{line.why}.</p>
        <MassField
          kitchen={props.kitchen}
          label="Buy"
          value={grams}
          min={0}
          max={100_000}
          step={50}
          onValue={setGrams}
        />
        <div className="flex flex-wrap gap-2">
          <Button kind="main" onClick={() => props.onGrams(grams)}>
            Buy that
          </Button>
          {line.changed && <Button onClick={() => props.onGrams(null)}>As worked out</Button>}
        </div>
      </div>
    </Sheet>
  );
}

/** In which aisle something stands in this household's shop. */
function Placed(props: {
  line: ShoppingLine;
  kitchen: Kitchen;
  onOwn: (aisle: string) => void;
  onEnd: () => void;
}) {
  const { line, kitchen } = props;
  const [{ aisles = [], aisle_of = {} }, put] = useHousekeeping(kitchen);
  return (
    <Sheet title={`${line.name}: where it stands`} open onOpen={(open) => !open && props.onEnd()}>
      <div className="grid gap-2">
        {aisles.map((aisle) => (
          <Button
            key={aisle}
            kind={aisle === line.aisle ? "main" : "plain"}
            onClick={() => {
              if (line.own) props.onOwn(aisle);
              else put({ aisle_of: { ...aisle_of, [line.key]: aisle } });
              props.onEnd();
            }}
          >
            {aisle}
          </Button>
        ))}
      </div>
    </Sheet>
  );
}

function OwnLine({ onAdd }: { onAdd: (text: string) => void }) {
  const [text, setText] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!text.trim()) return;
    onAdd(text.trim());
    setText("");
  };
  return (
    <form className="no-print flex items-end gap-2 border-t-[1.5px] border-line p-4" onSubmit={submit}>
      <div className="flex-1">
        <TextField
          label="And of your own"
          hint="parchment, ribbon"
          most={120}
          value={text}
          onValue={setText}
        />
      </div>
      <Button type="submit" disabled={!text.trim()}>
        Add
      </Button>
    </form>
  );
}

function Told({ title, rows }: { title: string; rows: readonly string[] }) {
  if (!rows.length) return null;
  return (
    <Panel title={title}>
      <ul className="grid gap-1 p-4">
        {rows.map((row) => (
          <li key={row}>{row}</li>
        ))}
      </ul>
    </Panel>
  );
}

function LeftOut({ lines, onBack }: { lines: ShoppingLine[]; onBack: (line: ShoppingLine) => void }) {
  if (!lines.length) return null;
  return (
    <Panel title="Left out" className="no-print">
      <ul className="divide-y divide-line">
        {lines.map((line) => (
          <li key={line.key} className="flex items-center justify-between gap-3 px-4 py-1">
            {line.name}
            <Button
              kind="quiet"
              aria-label={`Put ${line.name} on the list again`}
              onClick={() => onBack(line)}
            >
              Put it on again
            </Button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

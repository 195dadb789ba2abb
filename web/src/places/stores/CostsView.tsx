/** What a batch costs, what makes it dear, and the prices it is worked out from. */
import { type FormEvent, useState } from "react";
import type { Kitchen, Problem, Schemas } from "../../client/api";
import { useCatalogue } from "../../client/catalogue";
import { lastDough } from "../../client/dough";
import { useShelf } from "../../client/doughs";
import { addThing, checkPrice, type Price, readTable, useCost, useThings } from "../../client/stores";
import { within } from "../../client/within";
import { Segments, Select } from "../../pieces/choice";
import { Button, FileButton, NumberField, TextField } from "../../pieces/controls";
import { MassField } from "../../pieces/measures";
import { Menu, MenuItem } from "../../pieces/menu";
import { DayField } from "../../pieces/moment";
import { Note, Panel, ProblemNote } from "../../pieces/notes";
import { ENERGY_UNITS, options } from "../../words/labels";
import { costs, mass, money, plural } from "../../words/numbers";
import { DoughSelect, dayOf, setAside, TableIn, today } from "./parts";
import { useHousekeeping } from "./ShopSettings";
import type { ViewProps } from "./Stores";

type BatchCost = Schemas["BatchCost"];

export function CostsView({ kitchen }: ViewProps) {
  const [chosen, setDough] = useState(lastDough.get() ?? "");
  const { doughs } = useShelf();
  const dough = chosen || (doughs?.find((one) => one.readable)?.id ?? "");
  const [packaging, setPackaging] = useState("");
  const { things: packs } = useThings("packaging");
  const { data, error } = useCost(dough || undefined, packaging || undefined);
  return (
    <div className="grid items-start gap-4 p-5 lg:grid-cols-2">
      <div className="grid gap-4">
        <Panel title="What a batch costs">
          <div className="grid gap-4 p-4">
            <DoughSelect label="Dough" value={dough} onValue={setDough} />
            {packs.length > 0 && (
              <Select
                label="Packed in"
                value={packaging}
                options={[["", "nothing"], ...packs.map(({ id, thing }) => [id, thing.name] as const)]}
                onValue={setPackaging}
              />
            )}
            {error && <Note severity="stop">{error.message}</Note>}
            {data && <CostOf cost={data} kitchen={kitchen} />}
          </div>
        </Panel>
      </div>
      <div className="grid gap-4">
        <PricesPanel kitchen={kitchen} />
        <MoneyPanel kitchen={kitchen} />
        <PackagingPanel kitchen={kitchen} />
      </div>
    </div>
  );
}

function CostOf({ cost, kitchen }: { cost: BatchCost; kitchen: Kitchen }) {
  const most = Math.max(...cost.lines.map((line) => line.share_pct ?? 0), 1);
  const nothing = Number(cost.ingredients.value) === 0;
  if (nothing)
    return (
      <p className="text-quiet">
        None of its {cost.lines.length} ingredients has a price yet: write some down beside.
      </p>
    );
  return (
    <div className="grid gap-3">
      <dl className="flex flex-wrap gap-x-8 gap-y-2">
        <Figure label="a batch" text={costs(cost.batch, kitchen)} />
        {cost.each && <Figure label={`each of ${cost.count}`} text={costs(cost.each, kitchen)} />}
        {cost.packed_each && <Figure label="each, packed" text={costs(cost.packed_each, kitchen)} />}
      </dl>
      <p className="text-plain text-quiet">
        {cost.energy
          ? `With ${money(cost.energy.value, kitchen)} for about ${Number(cost.energy_kwh.value).toFixed(1)} kWh of the oven.`
          : `The oven takes about ${Number(cost.energy_kwh.value).toFixed(1)} kWh (${Number(cost.energy_kwh.low).toFixed(1)} to ${Number(cost.energy_kwh.high).toFixed(1)}): give its price beside to count it in.`}
      </p>
      <h3 className="font-bold">What makes it dear</h3>
      <ul className="grid gap-1.5">
        {cost.lines.map((line) => (
          <li
            key={line.ingredient_id}
            className="grid grid-cols-[minmax(0,1fr)_5rem_7rem] items-center gap-3"
          >
            <div>
              <p className="leading-tight">
                {line.name} <span className="text-note text-quiet">{mass(line.grams, kitchen)}</span>
              </p>
              <div className="mt-0.5 h-2 rounded-full bg-well" aria-hidden>
                <div
                  className="h-2 rounded-full bg-rail"
                  style={{ width: `${(100 * (line.share_pct ?? 0)) / most}%` }}
                />
              </div>
            </div>
            <p className="text-right text-quiet">{line.cost ? `${Math.round(line.share_pct ?? 0)}%` : ""}</p>
            <p className="text-right font-medium">
              {line.cost ? money(line.cost.value, kitchen) : "no price"}
            </p>
          </li>
        ))}
      </ul>
      {cost.saving && (
        <Note severity="note">
          <strong>
            {cost.saving.label} instead of {cost.saving.instead_of.toLowerCase()} would save{" "}
            {money(cost.saving.saves, kitchen)} a batch.
          </strong>{" "}
          {cost.saving.consequence && `Then: ${cost.saving.consequence}.`} On the bench, under the line's
          stand-ins.
        </Note>
      )}
      {cost.unpriced.length > 0 && (
        <p className="text-plain text-quiet">
          Without {plural(cost.unpriced.length, "ingredient")} that{" "}
          {cost.unpriced.length === 1 ? "has" : "have"} no price: {cost.unpriced.join(", ").toLowerCase()}.
        </p>
      )}
    </div>
  );
}

function Figure({ label, text }: { label: string; text: string }) {
  const [value, range] = text.split(" (");
  return (
    <div>
      <dt className="text-note text-quiet">{label}</dt>
      <dd className="text-figure leading-tight font-bold">{value}</dd>
      {range && <dd className="text-note text-quiet">{range.replace(")", "")}</dd>}
    </div>
  );
}

function PricesPanel({ kitchen }: ViewProps) {
  const { data: catalogue } = useCatalogue();
  const { things } = useThings("price");
  const names = new Map(catalogue?.ingredients.map((one) => [one.ingredient_id, one.label]));
  const [all, setAll] = useState(false);
  return (
    <Panel title="Prices">
      <NewPrice kitchen={kitchen} />
      <ul className="divide-y divide-line border-t-[1.5px] border-line">
        {(all ? things : things.slice(0, 8)).map(({ id, revision, thing }) => (
          <li key={id} className="flex items-center gap-3 px-4 py-1.5">
            <p className="min-w-0 flex-1">
              {names.get(thing.ingredient_id) ?? thing.ingredient_id}
              <span className="block text-note text-quiet">
                {mass(thing.pack_g, kitchen)}, {dayOf(thing.on, kitchen)}
                {thing.shop && `, ${thing.shop}`}
              </span>
            </p>
            <p className="font-bold">{money(thing.paid, kitchen)}</p>
            <Menu label="More" of={`the price of ${names.get(thing.ingredient_id)}, ${thing.on}`}>
              <MenuItem
                onSelect={() => {
                  setAside(id, revision, "A price", "The price is put aside.");
                }}
              >
                Put aside
              </MenuItem>
            </Menu>
          </li>
        ))}
        {things.length === 0 && <li className="px-4 py-3 text-quiet">No price yet.</li>}
      </ul>
      {!all && things.length > 8 && (
        <Button kind="quiet" className="m-2 self-start" onClick={() => setAll(true)}>
          All {things.length}
        </Button>
      )}
      <div className="flex flex-wrap items-start gap-2 border-t-[1.5px] border-line p-4">
        <FileButton href="/api/costs/table">Prices as a table (CSV)</FileButton>
        <TableIn
          read={readTable.prices}
          count={(found) => found.prices.length}
          onTake={({ prices }) => {
            for (const price of prices) addThing(price, "A price");
          }}
        />
      </div>
    </Panel>
  );
}

const MONEY = /^\d{1,7}([.,]\d{1,4})?$/;

function NewPrice({ kitchen }: ViewProps) {
  const { data: catalogue } = useCatalogue();
  const [price, setPrice] = useState<Price>(() => ({
    kind: "price",
    ingredient_id: "",
    pack_g: 1000,
    paid: "",
    on: today(),
    shop: "",
  }));
  const [tried, setTried] = useState(false);
  const write = (part: Partial<Price>) => setPrice((was) => ({ ...was, ...part }));
  const wrong = !MONEY.test(price.paid.trim())
    ? "In figures, such as 3.49."
    : Number(price.paid.replace(",", ".")) === 0
      ? "Nothing is sold for 0."
      : undefined;
  const [asked, setAsked] = useState<Problem[]>([]);
  const keep = () => {
    addThing(price, "A price");
    setTried(false);
    setAsked([]);
    write({ ingredient_id: "", paid: "" });
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (wrong || !price.ingredient_id) return;
    // Without a connection nothing is asked: it is kept as it is.
    const problems = await checkPrice(price).catch(() => []);
    setAsked(problems);
    if (!problems.length) keep();
  };
  return (
    <form className="flex flex-wrap items-end gap-3 p-4" onSubmit={submit}>
      <div className="w-56">
        <Select
          label="What"
          value={price.ingredient_id}
          options={[
            ["", "choose one"],
            ...(catalogue?.ingredients ?? []).map((one) => [one.ingredient_id, one.label] as const),
          ]}
          onValue={(ingredient_id) => write({ ingredient_id })}
          error={tried && !price.ingredient_id ? "Choose what it was." : undefined}
        />
      </div>
      <MassField
        kitchen={kitchen}
        label="Pack"
        value={price.pack_g}
        {...within("Price", "pack_g")}
        step={50}
        onValue={(pack_g) => write({ pack_g })}
      />
      <TextField
        label={`Paid, ${kitchen.stores?.currency ?? "EUR"}`}
        width="w-24"
        most={12}
        value={price.paid}
        onValue={(paid) => write({ paid })}
        error={tried ? wrong : undefined}
      />
      <TextField
        label="Shop"
        width="w-36"
        most={60}
        value={price.shop ?? ""}
        onValue={(shop) => write({ shop })}
      />
      <DayField label="On" value={price.on} kitchen={kitchen} onValue={(on) => write({ on })} />
      <Button type="submit">Write it down</Button>
      {asked.map((problem) => (
        <div key={problem.message} className="grid basis-full gap-2">
          <ProblemNote problem={problem} />
          <Button className="justify-self-start" onClick={keep}>
            It is right
          </Button>
        </div>
      ))}
    </form>
  );
}

/** Currency and energy: settings of the kitchen. */
function MoneyPanel({ kitchen }: ViewProps) {
  const [stores, put] = useHousekeeping(kitchen);
  const [price, setPrice] = useState(stores.energy_price ?? "");
  const [currency, setCurrency] = useState(stores.currency ?? "EUR");
  const bad = price !== "" && !MONEY.test(price);
  return (
    <Panel title="Money and energy">
      <div className="flex flex-wrap items-end gap-4 p-4">
        <TextField
          label="Currency"
          width="w-20"
          most={3}
          value={currency}
          error={/^[A-Z]{3}$/.test(currency) ? undefined : "Three letters, such as EUR."}
          onValue={(text) => {
            const next = text.toUpperCase();
            setCurrency(next);
            if (/^[A-Z]{3}$/.test(next)) put({ currency: next });
          }}
        />
        <NumberField
          label="Oven"
          unit="kW"
          value={stores.oven_kw ?? 2.5}
          {...within("Housekeeping", "oven_kw")}
          step={0.1}
          onValue={(oven_kw) => put({ oven_kw })}
        />
        <TextField
          label="Energy costs"
          width="w-24"
          most={12}
          value={price}
          error={bad ? "In figures, such as 0.32." : undefined}
          onValue={(text) => {
            setPrice(text);
            if (text === "" || MONEY.test(text)) put({ energy_price: text || null });
          }}
        />
        <Segments
          label="for a"
          value={stores.energy_unit ?? "kwh"}
          options={options(ENERGY_UNITS)}
          onValue={(energy_unit) => put({ energy_unit })}
        />
      </div>
    </Panel>
  );
}

function PackagingPanel({ kitchen }: ViewProps) {
  const { things } = useThings("packaging");
  const [name, setName] = useState("");
  const [each, setEach] = useState("");
  const [pieces, setPieces] = useState(6);
  const [tried, setTried] = useState(false);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (!name.trim() || !MONEY.test(each)) return;
    addThing({ kind: "packaging", name: name.trim(), each, pieces }, name);
    setName("");
    setEach("");
    setTried(false);
  };
  return (
    <Panel title="Bags, boxes, tins">
      <form className="flex flex-wrap items-end gap-3 p-4" onSubmit={submit}>
        <TextField
          label="What"
          width="w-44"
          most={60}
          value={name}
          onValue={setName}
          error={tried && !name.trim() ? "Give it a name." : undefined}
        />
        <TextField
          label={`One costs, ${kitchen.stores?.currency ?? "EUR"}`}
          width="w-24"
          most={12}
          value={each}
          onValue={setEach}
          error={tried && !MONEY.test(each) ? "In figures." : undefined}
        />
        <NumberField
          label="Cookies in it"
          unit=""
          value={pieces}
          {...within("Packaging", "pieces")}
          onValue={setPieces}
        />
        <Button type="submit">Write it down</Button>
      </form>
      <ul className="divide-y divide-line">
        {things.map(({ id, revision, thing }) => (
          <li key={id} className="flex items-center gap-3 px-4 py-1">
            <p className="min-w-0 flex-1">
              {thing.name} <span className="text-note text-quiet">for {thing.pieces}</span>
            </p>
            <p className="font-bold">{money(thing.each, kitchen)}</p>
            <Menu label="More" of={thing.name}>
              <MenuItem
                onSelect={() => {
                  setAside(id, revision, thing.name, `${thing.name} is put aside.`);
                }}
              >
                Put aside
              </MenuItem>
            </Menu>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

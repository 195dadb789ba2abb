/** Find anything under one key: doughs, bake days, places and what can be done. */
import { Command } from "cmdk";
import { useState } from "react";
import { useNavigate } from "react-router";
import { lastDough } from "../client/dough";
import { useShelf } from "../client/doughs";
import { useKitchen } from "../client/kitchen";
import { usePlans } from "../client/plans";
import { useTheme } from "../theme/dark";
import { clock, day } from "../words/numbers";
import { Sheet } from "./dialog";

const MOST = 8;

interface Found {
  key: string;
  name: string;
  says?: string;
  run: () => void;
}

const plain = (text: string) => text.normalize("NFKD").replace(/\p{M}/gu, "").toLowerCase();

export function Find(props: { open: boolean; onOpen: (open: boolean) => void; onKeys: () => void }) {
  return (
    <Sheet title="Find" open={props.open} onOpen={props.onOpen}>
      <Finder onKeys={props.onKeys} onDone={() => props.onOpen(false)} />
    </Sheet>
  );
}

function Finder({ onKeys, onDone }: { onKeys: () => void; onDone: () => void }) {
  const [typed, setTyped] = useState("");
  const [chosen, setChosen] = useState("");
  const words = typed.trim();
  const navigate = useNavigate();
  const { data: kitchen } = useKitchen();
  const { doughs, isPlaceholderData } = useShelf({ words });
  const { plans } = usePlans();
  const [theme, setTheme] = useTheme();
  const units = kitchen ?? { units: "metric" as const };
  const last = lastDough.get();
  const go = (to: string) => () => navigate(to);
  const has = ({ name, says = "" }: Found) =>
    plain(words)
      .split(/\s+/)
      .every((word) => plain(`${name} ${says}`).includes(word));
  const found: [string, Found[]][] = [
    [
      "Doughs",
      (doughs ?? [])
        .map(({ id, name, preview }) => ({ key: id, name, says: preview, run: go(`/bench/${id}`) }))
        // What was found for fewer words stands in until the answer is there: only what fits these.
        .filter((one) => !isPlaceholderData || has(one))
        .slice(0, MOST),
    ],
    [
      "Bake days",
      (plans ?? [])
        .map(({ id, title, starts_at }) => ({
          key: id,
          name: title,
          says: `${day(new Date(starts_at), units)}, ${clock(new Date(starts_at), units)}`,
          run: go(`/day/${id}`),
        }))
        .filter(has)
        .slice(0, MOST),
    ],
    [
      "Places",
      [
        { key: "shelf", name: "Doughs", says: "the shelf", run: go("/") },
        ...(last
          ? [
              { key: "bench", name: "Bench", says: "the dough last worked on", run: go(`/bench/${last}`) },
              { key: "trays", name: "On trays", says: "the dough last worked on", run: go(`/trays/${last}`) },
              {
                key: "notebook",
                name: "Notebook",
                says: "bakes of the dough last worked on",
                run: go(`/notebook/${last}`),
              },
              { key: "weigh", name: "Weigh in", says: "the dough last worked on", run: go(`/weigh/${last}`) },
            ]
          : []),
        { key: "day", name: "Day", says: "plan the baking", run: go("/day") },
        { key: "stores", name: "Pantry", says: "what is in the house, stores", run: go("/stores") },
        { key: "shopping", name: "Shopping", says: "lists to buy, stores", run: go("/stores/shopping") },
        {
          key: "freezer",
          name: "Freezer and tins",
          says: "what is put away, stores",
          run: go("/stores/freezer"),
        },
        { key: "costs", name: "Costs", says: "prices, what a batch costs, stores", run: go("/stores/costs") },
        { key: "labels", name: "Labels", says: "ingredients, allergens, stores", run: go("/stores/labels") },
        { key: "boxes", name: "Boxes", says: "gift boxes, stores", run: go("/stores/boxes") },
        { key: "kitchen", name: "Kitchen", says: "oven, trays, fridge, units, clock", run: go("/kitchen") },
        { key: "tablets", name: "Tablets and phones", says: "let a device in", run: go("/tablets") },
        {
          key: "keeping",
          name: "Keeping safe",
          says: "copies, everything as one file",
          run: go("/keeping"),
        },
        { key: "aside", name: "Put aside", says: "doughs and plans to put back", run: go("/aside") },
      ].filter(has),
    ],
    [
      "To do",
      [
        { key: "new", name: "New dough from a card", says: "paste, type, open a file", run: go("/new") },
        ...(last
          ? [
              { key: "plan", name: "Plan the baking", says: "of this dough", run: go(`/day?dough=${last}`) },
              {
                key: "record",
                name: "Write down a bake",
                says: "of this dough",
                run: go(`/notebook/${last}?sheet=record`),
              },
            ]
          : []),
        {
          key: "theme",
          name: theme === "dark" ? "Light kitchen" : "Dark kitchen",
          says: "the look on this device",
          run: () => setTheme(theme === "dark" ? "light" : "dark"),
        },
        { key: "keys", name: "Keys", says: "all that the keyboard can do, help", run: onKeys },
      ].filter(has),
    ],
  ];
  // What is found comes a moment after what is typed: the first of it is at hand for Enter all the same.
  const keys = found.flatMap(([heading, all]) => all.map((one) => `${heading} ${one.key}`));
  const at = keys.includes(chosen) ? chosen : (keys[0] ?? "");
  return (
    <Command label="Find anything" shouldFilter={false} loop value={at} onValueChange={setChosen}>
      <Command.Input
        data-first
        value={typed}
        onValueChange={(text) => {
          setTyped(text);
          setChosen("");
        }}
        placeholder="A dough, an ingredient, a day, a place…"
        className="control w-full text-lead"
        maxLength={100}
      />
      <Command.List className="mt-3 max-h-[56dvh] overflow-y-auto">
        <Command.Empty className="p-3 text-quiet">
          Nothing is called so. Try fewer words, or another spelling.
        </Command.Empty>
        {found
          .filter(([, all]) => all.length)
          .map(([heading, all]) => (
            <Command.Group
              key={heading}
              heading={heading}
              className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-note [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-quiet"
            >
              {all.map((one) => (
                <Command.Item
                  key={one.key}
                  value={`${heading} ${one.key}`}
                  onSelect={() => {
                    onDone();
                    one.run();
                  }}
                  className="flex min-h-11 cursor-pointer items-baseline gap-3 rounded-[8px] px-3 py-2 data-[selected=true]:bg-well"
                >
                  <span className="shrink-0 font-bold">{one.name}</span>
                  <span className="min-w-0 truncate text-plain text-quiet">{one.says}</span>
                </Command.Item>
              ))}
            </Command.Group>
          ))}
      </Command.List>
    </Command>
  );
}

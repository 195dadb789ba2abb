/** The stores: what is in the house, what to buy, what it costs, what is frozen, labels and boxes. */
import { useQuery } from "@tanstack/react-query";
import { useOutbox } from "./answers";
import { api, need, type Schemas } from "./api";
import { newKey, type Thing } from "./entries";
import { keys } from "./keys";
import { changesBetween, withChanges } from "./merging";
import { outbox } from "./outbox";

export type SavedThing = Schemas["SavedThing"];
export type Shelved = Schemas["Shelved"];
export type PantryItem = Schemas["PantryItem"];
export type Move = Schemas["Move"];
export type ShoppingList = Schemas["ShoppingList"];
export type ShoppingLine = Schemas["ShoppingLine"];
export type Put = Schemas["Put"];
export type Kept = Schemas["Kept"];
export type Label = Schemas["Label"];
export type Boxes = Schemas["Boxes"];
export type Price = Schemas["Price"];
export type Packaging = Schemas["Packaging"];
export type Cost = Schemas["Cost"];
export type KindOf<K extends Thing["kind"]> = Extract<Thing, { kind: K }>;
export type { Thing };

const ALWAYS = { refetchOnWindowFocus: "always" } as const;

/** All of a kind, as they stand on this device: what waits here shows already. */
export function useThings<K extends Thing["kind"]>(kind: K, aside = false) {
  const { entries } = useOutbox();
  const query = useQuery({
    queryKey: keys.things(kind, aside),
    queryFn: () => need(api.GET("/api/stores", { params: { query: { kind, aside } } })),
    ...ALWAYS,
  });
  const server = (query.data ?? []).map(({ id, revision, thing }) => ({ id, revision, thing }));
  const waiting = entries.filter((entry) => entry.state === "waiting").map((entry) => entry.change);
  const gone = aside ? "put-back-thing" : "put-aside-thing";
  const left = waiting.reduce((now, change) => {
    if (change.kind === gone) return now.filter((one) => one.id !== change.id);
    if (change.kind === "change-thing")
      return now.map((one) =>
        one.id === change.id ? { ...one, thing: withChanges(one.thing, change.changes) } : one,
      );
    if (
      !aside &&
      change.kind === "add-thing" &&
      change.thing.kind === kind &&
      !now.some((one) => one.id === change.id)
    )
      return [{ id: change.id, revision: 1, thing: change.thing }, ...now];
    return now;
  }, server);
  return {
    things: left as { id: string; revision: number; thing: KindOf<K> }[],
    isLoading: query.isLoading,
    error: query.error,
  };
}

/** Whatever of the stores was put aside. */
export function useThingsAside() {
  return useQuery({
    queryKey: keys.things("", true),
    queryFn: () => need(api.GET("/api/stores", { params: { query: { aside: true } } })),
    ...ALWAYS,
  });
}

/** Keep something new; its name on the device. */
export function addThing(thing: Thing, name: string, id: string = newKey()): string {
  outbox.put({ kind: "add-thing", id, thing, name });
  return id;
}

/** Change a thing field by field: only what differs is sent. */
export function changeThing<T extends Thing>(id: string, was: T, now: T, name: string) {
  const changes = changesBetween(was, now);
  if (changes.length) outbox.put({ kind: "change-thing", id, changes, name });
}

export function putThingAside(id: string, revision: number, name: string) {
  outbox.put({ kind: "put-aside-thing", id, revision, name });
}

export function putThingBack(id: string, revision: number, name: string) {
  outbox.put({ kind: "put-back-thing", id, revision, name });
}

export function usePantry() {
  return useQuery({ queryKey: keys.pantry, queryFn: () => need(api.GET("/api/pantry")), ...ALWAYS });
}

export const usualItem = (ingredient_id: string) =>
  need(api.GET("/api/pantry/usual", { params: { query: { ingredient_id } } }));

export const understood = (item: PantryItem, text: string) =>
  need(api.POST("/api/pantry/said", { body: { item, text } }));

/** What so many batches would take from the pantry. */
export const usesOf = (dough: Schemas["DoughSpec"], times: number, dough_id: string) =>
  need(api.POST("/api/pantry/uses", { body: { dough, times, dough_id } }));

export function useMakes(enabled: boolean, ids: readonly string[] = []) {
  return useQuery({
    enabled,
    queryKey: keys.makes(ids),
    queryFn: () => need(api.GET("/api/pantry/makes", { params: { query: { dough_id: [...ids] } } })),
    ...ALWAYS,
  });
}

/** A shopping list, worked out by the server, with what was tapped here and waits. */
export function useShopping(id: string) {
  const { entries } = useOutbox();
  const query = useQuery({
    queryKey: keys.shopping(id),
    queryFn: () => need(api.GET("/api/shopping/{list_id}", { params: { path: { list_id: id } } })),
    ...ALWAYS,
  });
  const waiting = entries.flatMap(({ change, state }) =>
    change.kind === "change-thing" && change.id === id && state === "waiting" ? change.changes : [],
  );
  const data = query.data;
  const wanted = data && withChanges(data.wanted, waiting);
  const lines = data?.shopping.lines.map((line) => {
    const mark = wanted?.marks[line.key];
    return mark ? { ...line, ticked: mark.ticked ?? false, left_out: mark.left_out ?? false } : line;
  });
  return { ...query, wanted, lines, shopping: data?.shopping, revision: data?.revision };
}

export function useFreezer() {
  return useQuery({ queryKey: keys.freezer, queryFn: () => need(api.GET("/api/freezer")), ...ALWAYS });
}

export function useCost(dough: string | undefined, packaging?: string) {
  return useQuery({
    enabled: dough !== undefined,
    queryKey: keys.cost(dough ?? "", packaging),
    queryFn: () =>
      need(
        api.GET("/api/costs/doughs/{dough_id}", {
          params: { path: { dough_id: dough ?? "" }, query: { packaging_id: packaging } },
        }),
      ),
  });
}

/** What is asked of a price before it is written down. */
export const checkPrice = (price: Price) => need(api.POST("/api/costs/check", { body: price }));

export function usePlanCost(plan: string, enabled: boolean) {
  return useQuery({
    enabled,
    queryKey: keys.planCost(plan),
    queryFn: () => need(api.GET("/api/costs/plans/{plan_id}", { params: { path: { plan_id: plan } } })),
  });
}

export function useLabelDraft(label: Label | undefined) {
  return useQuery({
    enabled: label !== undefined,
    queryKey: keys.label(label),
    queryFn: () => need(api.POST("/api/labels/draft", { body: label as Label })),
    placeholderData: (before) => before,
    retry: false,
  });
}

export function useBoxesDraft(boxes: Boxes | undefined) {
  return useQuery({
    enabled: boxes !== undefined,
    queryKey: keys.boxes(boxes),
    queryFn: () => need(api.POST("/api/boxes/draft", { body: boxes as Boxes })),
    placeholderData: (before) => before,
    retry: false,
  });
}

export const readTable = {
  list: (text: string) => need(api.POST("/api/shopping/table", { body: { text } })),
  pantry: (text: string) => need(api.POST("/api/pantry/table", { body: { text } })),
  prices: (text: string) => need(api.POST("/api/costs/table", { body: { text } })),
  freezer: (text: string) => need(api.POST("/api/freezer/table", { body: { text } })),
};

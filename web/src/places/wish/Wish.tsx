/** Ask for the cookie: how wide, how high, how it bites, without what; and the doughs that come to it. */

import { Tabs } from "radix-ui";
import { useEffect, useMemo } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { Kitchen } from "../../client/api";
import { useKitchen } from "../../client/kitchen";
import { useThings } from "../../client/stores";
import {
  type From,
  type Offered,
  requestOf,
  useFirst,
  useTake,
  type Wish as Wished,
  warmUpWishes,
} from "../../client/wishes";
import { useChosen } from "../../pieces/address";
import { Button } from "../../pieces/controls";
import { Panel } from "../../pieces/notes";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { toast } from "../../pieces/toasts";
import { useWritten } from "../../pieces/written";
import { originOf } from "../../words/wishes";
import { ChangesView, NewDoughs } from "./Answers";
import { FromWhat, useFrom } from "./From";
import { TradeView } from "./TradeView";
import { WishedCookie } from "./WishedCookie";
import { WishWords } from "./WishWords";

const NOTHING: Wished = {
  count: null,
  width_mm: null,
  height_mm: null,
  bites: [],
  colour: null,
  colour_must: false,
  sweetness_pct: null,
  keeps: null,
  keeps_must: false,
  bake_min: null,
  cost_each: null,
  per_tray: null,
  per_tray_must: false,
  without: [],
  pantry_only: false,
  measures: "grams",
};
const WIDE = { min: 20, max: 200 };
const HIGH = { min: 2, max: 60 };
const VIEWS = ["new", "changes", "map"] as const;

export function Wish() {
  const { data: kitchen } = useKitchen();
  useEffect(warmUpWishes, []);
  if (!kitchen) return <Coming title="Ask for a cookie" />;
  return <Asking kitchen={kitchen} />;
}

function Asking({ kitchen }: { kitchen: Kitchen }) {
  const [params, setParams] = useSearchParams();
  const id = params.get("from") ?? "";
  const family = params.get("family") ?? "";
  const start = { ...NOTHING, measures: kitchen.units === "us" ? ("cups" as const) : ("grams" as const) };
  const { written: wish, write, forget } = useWritten<Wished>("wish", start);
  const [view, setView] = useChosen("view", VIEWS, "new");
  const { dough, now, today } = useFrom(id, kitchen);
  const from = useMemo<From>(
    () => ({ dough: dough?.spec, dough_id: dough?.id, families: family ? [family] : [] }),
    [dough, family],
  );
  const waits = id !== "" && !dough;
  const empty = isEmpty(wish);
  const prices = useThings("price").things.length > 0;
  const views = [
    ["new", "New doughs"],
    ...(dough ? [["changes", "Few changes to it"] as const] : []),
    ["map", "What pulls against what"],
  ] as const;
  const request = useMemo(
    () => (empty || waits ? undefined : requestOf(wish, kitchen, from)),
    [wish, kitchen, from, empty, waits],
  );
  const first = useFirst(request);
  const nearest = empty ? undefined : first.data?.offered[0];
  const take = useTaking(wish, kitchen, dough?.spec.name);
  // What is not wished is drawn as it comes.
  const came = nearest?.outcome.baked;
  const width = wish.width_mm?.value ?? came?.diameter_mm.value ?? now.width_mm;
  const height = wish.height_mm?.value ?? came?.height_mm.value ?? now.height_mm;
  const wished = { width_mm: wish.width_mm?.value, height_mm: wish.height_mm?.value };
  const grab = (name: "width_mm" | "height_mm") => () => (mm: number) =>
    write({
      [name]: {
        value: Math.round(name === "width_mm" ? mm : mm * 2) / (name === "width_mm" ? 1 : 2),
        sense: wish[name]?.sense ?? "about",
        must: wish[name]?.must ?? false,
      },
    });
  const choose = (name: string, other: string) => (value: string) =>
    setParams(
      (was) => {
        const next = new URLSearchParams(was);
        if (value) next.set(name, value);
        else next.delete(name);
        next.delete(other);
        return next;
      },
      { replace: true },
    );
  return (
    <div className="flex min-h-dvh flex-col xl:h-dvh">
      <PlaceHeader title="Ask for a cookie">
        <Button onClick={forget} disabled={empty}>
          Wish anew
        </Button>
      </PlaceHeader>
      <div className="grid min-h-0 flex-1 gap-3 p-5 pt-2 max-xl:items-start xl:grid-cols-[minmax(0,25rem)_minmax(0,1fr)]">
        <Panel title="The cookie">
          <div className="grid min-h-0 flex-1 grid-rows-[auto_minmax(0,1fr)]">
            <div className="border-line p-4 pb-2 xl:border-b-[1.5px]">
              <FromWhat
                id={id}
                family={family}
                name={dough?.spec.name}
                onDough={choose("from", "family")}
                onFamily={choose("family", "from")}
              />
              <WishedCookie
                width_mm={width}
                height_mm={height}
                outcome={nearest?.outcome ?? (empty ? today : undefined)}
                kitchen={kitchen}
                wide={{ label: "Wished width", mm: width, ...WIDE, grab: grab("width_mm") }}
                high={{ label: "Wished height", mm: height, ...HIGH, grab: grab("height_mm") }}
              />
            </div>
            <div className="p-4 xl:overflow-y-auto">
              <WishWords wish={wish} kitchen={kitchen} now={now} prices={prices} onPut={write} />
            </div>
          </div>
        </Panel>
        <Panel title="What comes to it">
          {request ? (
            <Tabs.Root
              value={dough || view !== "changes" ? view : "new"}
              onValueChange={(chosen) => setView(chosen as typeof view)}
              className="min-h-0 flex-1 xl:overflow-y-auto"
            >
              <Tabs.List
                aria-label="Answers"
                className="flex flex-wrap gap-1 border-b-[1.5px] border-line px-4 py-1.5"
              >
                {views.map(([one, label]) => (
                  <Tabs.Trigger
                    key={one}
                    value={one}
                    className="min-h-11 rounded-[10px] px-4 font-semibold hover:bg-well data-[state=active]:bg-chosen data-[state=active]:text-on-chosen"
                  >
                    {label}
                  </Tabs.Trigger>
                ))}
              </Tabs.List>
              <Tabs.Content value="new" tabIndex={-1}>
                <NewDoughs
                  request={request}
                  nearest={nearest}
                  kitchen={kitchen}
                  wished={wished}
                  failed={first.error?.message}
                  onTake={take}
                />
              </Tabs.Content>
              <Tabs.Content value="changes" tabIndex={-1}>
                <ChangesView request={request} kitchen={kitchen} wished={wished} onTake={take} />
              </Tabs.Content>
              <Tabs.Content value="map" tabIndex={-1}>
                <TradeView request={request} kitchen={kitchen} prices={prices} onTake={take} />
              </Tabs.Content>
            </Tabs.Root>
          ) : (
            <div className="grid gap-2 p-4">
              <p className="text-lead">
                Drag the cookie wider or higher, or say how many, how it should bite, or what must not be in
                it.
              </p>
              <p className="text-quiet">
                The doughs that come to it appear here, in whole eggs and spoons, while you drag.
              </p>
            </div>
          )}
        </Panel>
      </div>
    </div>
  );
}

function useTaking(wish: Wished, kitchen: Kitchen, from: string | undefined) {
  const take = useTake();
  const navigate = useNavigate();
  return async ({ spec }: Offered) => {
    const { saved, noted } = await take(spec, originOf(wish, kitchen, from));
    const origin = noted ? "; where it comes from stands under its versions" : "";
    toast(`“${saved.spec.name}” is on the shelf${origin}.`);
    navigate(`/bench/${saved.id}`);
  };
}

function isEmpty(wish: Wished): boolean {
  const {
    measures: _,
    colour_must: _c,
    keeps_must: _k,
    per_tray_must: _p,
    bites,
    without,
    pantry_only,
    ...rest
  } = wish;
  return Object.values(rest).every((one) => one == null) && !bites.length && !without.length && !pantry_only;
}

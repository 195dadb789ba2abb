/** Ask for the cookie: how wide, how high, how it bites, without what; and the doughs that come to it. */

import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { Kitchen } from "../../client/api";
import { assessOf } from "../../client/assessments";
import { useStarters } from "../../client/catalogue";
import { doughNow, useShelf } from "../../client/doughs";
import { keys } from "../../client/keys";
import { useKitchen } from "../../client/kitchen";
import {
  type From,
  type Offered,
  requestOf,
  useChanges,
  useFirst,
  useGranted,
  useTake,
  type Wish as Wished,
  warmUpWishes,
} from "../../client/wishes";
import { useChosen } from "../../pieces/address";
import { Select } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { Note, Panel } from "../../pieces/notes";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { toast } from "../../pieces/toasts";
import { useWritten } from "../../pieces/written";
import { AVOIDED, FIGURES, OFFERS } from "../../words/labels";
import { plural } from "../../words/numbers";
import { OfferDetail, OfferTile, type WishedSize } from "./Offer";
import { TradeView } from "./TradeView";
import { WishedCookie } from "./WishedCookie";
import { WishWords } from "./WishWords";
import { originOf } from "./words";

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
const USUAL = { width_mm: 75, height_mm: 13 };
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
              <WishWords
                wish={wish}
                kitchen={kitchen}
                now={now}
                prices={Boolean(kitchen.stores.keeps_pantry)}
                onPut={write}
              />
            </div>
          </div>
        </Panel>
        <Panel title="What comes to it">
          {request ? (
            <div className="min-h-0 flex-1 xl:overflow-y-auto">
              <div
                role="tablist"
                aria-label="Answers"
                className="flex flex-wrap gap-1 border-b-[1.5px] border-line p-2"
              >
                {(
                  [
                    ["new", "New doughs"],
                    ...(dough ? [["changes", "Few changes to it"] as const] : []),
                    ["map", "What pulls against what"],
                  ] as const
                ).map(([one, label]) => (
                  <button
                    key={one}
                    type="button"
                    role="tab"
                    aria-selected={view === one}
                    onClick={() => setView(one)}
                    className="min-h-11 rounded-[10px] px-4 font-medium aria-selected:bg-chosen aria-selected:text-on-chosen not-aria-selected:hover:bg-well"
                  >
                    {label}
                  </button>
                ))}
              </div>
              {view === "map" ? (
                <TradeView
                  request={request}
                  kitchen={kitchen}
                  prices={kitchen.stores.keeps_pantry}
                  onTake={take}
                />
              ) : view === "changes" && dough ? (
                <ChangesView request={request} kitchen={kitchen} wished={wished} onTake={take} />
              ) : (
                <NewDoughs
                  request={request}
                  nearest={nearest}
                  kitchen={kitchen}
                  wished={wished}
                  failed={first.error?.message}
                  onTake={take}
                />
              )}
            </div>
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

/** The dough it starts from and what that comes to as it is. */
function useFrom(id: string, kitchen: Kitchen) {
  const { data: dough } = useQuery({
    queryKey: keys.dough(id),
    queryFn: () => doughNow(id),
    enabled: id !== "",
    staleTime: 5000,
  });
  const { data: found } = useQuery({
    queryKey: keys.assessment(id, dough?.spec, kitchen),
    queryFn: () => assessOf(id, (dough as NonNullable<typeof dough>).spec, kitchen),
    enabled: Boolean(dough),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const baked = found?.outcome?.baked;
  const now = baked
    ? { width_mm: Math.round(baked.diameter_mm.value), height_mm: Math.round(baked.height_mm.value * 2) / 2 }
    : USUAL;
  return { dough: id ? dough : undefined, now, today: id ? (found?.outcome ?? undefined) : undefined };
}

function FromWhat(props: {
  id: string;
  family: string;
  name?: string;
  onDough: (id: string) => void;
  onFamily: (family: string) => void;
}) {
  const { doughs } = useShelf();
  const { data: starters } = useStarters();
  const shelf = (doughs ?? []).filter((one) => one.readable).map((one) => [one.id, one.name] as const);
  const known = shelf.some(([id]) => id === props.id);
  return (
    <div className="grid gap-2 sm:grid-cols-2">
      <Select
        label="Starting from"
        value={props.id}
        onValue={props.onDough}
        options={[
          ["", "no dough of mine"],
          ...(props.id && !known ? [[props.id, props.name ?? "…"] as const] : []),
          ...shelf,
        ]}
      />
      {!props.id && (
        <Select
          label="Family"
          value={props.family}
          onValue={props.onFamily}
          options={[
            ["", "whichever comes nearest"],
            ...(starters ?? []).map((one) => [one.style_id, one.style_label] as const),
          ]}
        />
      )}
    </div>
  );
}

function NewDoughs(props: {
  request: Parameters<typeof useGranted>[0];
  nearest?: Offered;
  kitchen: Kitchen;
  wished: WishedSize;
  failed?: string;
  onTake: (offered: Offered) => Promise<void>;
}) {
  const { kitchen } = props;
  const { data, error, waits } = useGranted(props.request);
  const [chosen, setChosen] = useState(0);
  const fresh = data && !waits;
  const offers = fresh && data.offered.length ? data.offered : props.nearest ? [props.nearest] : [];
  const shown = offers[Math.min(chosen, offers.length - 1)];
  const clash = fresh ? data.clash : undefined;
  const said = error?.message ?? props.failed;
  return (
    <div className="grid gap-3 p-4" aria-busy={waits}>
      <p role="status" className="text-plain text-quiet">
        {waits
          ? "The nearest so far; two others are being looked for…"
          : fresh
            ? `${plural(data.offered.length, "dough")} that differ for a reason.`
            : ""}
      </p>
      {said && <Note severity="stop">{said}</Note>}
      {fresh &&
        data.notes.map((note) => (
          <Note key={note} severity="note">
            {note}
          </Note>
        ))}
      {fresh && data.let_go.length > 0 && (
        <Note severity="ask">
          Let go of what you would rather have been without:{" "}
          {data.let_go.map((one) => AVOIDED[one as keyof typeof AVOIDED] ?? one).join(", ")}.
        </Note>
      )}
      {clash && (
        <Note severity="stop">
          {clash.names.length > 1
            ? `These cannot be kept together in a ${clash.family}: ${clash.names.map(nameOf).join(" and ")}. No dough was found that keeps them all.`
            : `No ${clash.family} was found that keeps this: ${clash.names.map(nameOf).join()}.`}
        </Note>
      )}
      <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {offers.map((offered, i) => (
          <OfferTile
            key={`${offered.kind} ${offered.spec.name} ${offered.family}`}
            title={offered.kind === "nearest" && !props.request?.dough ? "Nearest" : undefined}
            offered={offered}
            wished={props.wished}
            kitchen={kitchen}
            chosen={offered === shown}
            onChoose={() => setChosen(i)}
          />
        ))}
        {clash?.without?.map((one, i) => (
          <OfferTile
            key={`without ${one.name}`}
            title={`Without “${nameOf(one.name)}”`}
            offered={one.offered}
            wished={props.wished}
            kitchen={kitchen}
            chosen={chosen === offers.length + i}
            onChoose={() => setChosen(offers.length + i)}
          />
        ))}
      </div>
      <Detail
        offered={clash?.without?.[chosen - offers.length]?.offered ?? shown}
        kitchen={kitchen}
        onTake={props.onTake}
      />
    </div>
  );
}

function Detail(props: { offered?: Offered; kitchen: Kitchen; onTake: (offered: Offered) => Promise<void> }) {
  const { offered } = props;
  if (!offered) return null;
  return (
    <section className="enamel" aria-label={OFFERS[offered.kind].title}>
      <OfferDetail
        key={JSON.stringify(offered.spec.lines)}
        offered={offered}
        kitchen={props.kitchen}
        onTake={props.onTake}
      />
    </section>
  );
}

const COUNTED = ["As it is", "One change", "Two changes", "Three changes"];

function ChangesView(props: {
  request: Parameters<typeof useChanges>[0];
  kitchen: Kitchen;
  wished: WishedSize;
  onTake: (offered: Offered) => Promise<void>;
}) {
  const { kitchen } = props;
  const { data, error, isFetching } = useChanges(props.request);
  const [chosen, setChosen] = useState<number>();
  const shown = data?.[chosen ?? data.length - 1] ?? data?.[0];
  return (
    <div className="grid gap-3 p-4" aria-busy={isFetching}>
      <p role="status" className="text-plain text-quiet">
        {isFetching
          ? "Trying one, two and three changes…"
          : data?.length === 1
            ? "It comes to the wish as it is, or no few changes bring it clearly nearer."
            : "A further change is shown only where it brings it clearly nearer."}
      </p>
      {error && <Note severity="stop">{error.message}</Note>}
      {(props.request?.wish.without?.length ?? 0) > 0 && (
        <Note severity="note">
          Without something it is another dough: see New doughs. Here its lines stay.
        </Note>
      )}
      <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-4">
        {data?.map((offered, i) => (
          <OfferTile
            key={offered.number}
            title={COUNTED[offered.number ?? 0]}
            offered={offered}
            wished={props.wished}
            kitchen={kitchen}
            chosen={offered === shown}
            onChoose={() => setChosen(i)}
          />
        ))}
      </div>
      {shown && (shown.number ?? 0) > 0 && (
        <section className="enamel" aria-label={COUNTED[shown.number ?? 0]}>
          <OfferDetail
            key={shown.number}
            offered={shown}
            kitchen={kitchen}
            why="Your own dough, in spoon-sized steps; all else stays as it is."
            onTake={props.onTake}
          />
        </section>
      )}
    </div>
  );
}

function useTaking(wish: Wished, kitchen: Kitchen, from: string | undefined) {
  const take = useTake();
  const navigate = useNavigate();
  return async ({ spec }: Offered) => {
    const saved = await take(spec, originOf(wish, kitchen, from));
    toast(`“${saved.spec.name}” is on the shelf; where it comes from stands under its versions.`);
    navigate(`/bench/${saved.id}`);
  };
}

const nameOf = (name: string) =>
  name in AVOIDED ? `without ${AVOIDED[name as keyof typeof AVOIDED]}` : (FIGURES[name] ?? name);

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

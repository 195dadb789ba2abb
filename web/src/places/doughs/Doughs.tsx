/** The shelf: every dough by its cookie, found by words, ordered, chosen by form, allergens and tags; and the way to a new one. */

import { useWindowVirtualizer } from "@tanstack/react-virtual";
import clsx from "clsx";
import { useDeferredValue, useEffect, useId, useLayoutEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { DoughSummary, Kitchen } from "../../client/api";
import { lastDough } from "../../client/dough";
import { useGlance, useShelf, useShelfChoices } from "../../client/doughs";
import { useKitchen } from "../../client/kitchen";
import { outbox } from "../../client/outbox";
import { CrustFill, spotsOf } from "../../drawing/crust";
import { Piece, topOf } from "../../drawing/outline";
import { useChosen, useWords } from "../../pieces/address";
import { Select } from "../../pieces/choice";
import { Button, SearchField } from "../../pieces/controls";
import { keepFocus } from "../../pieces/focus";
import { FirstQuestions } from "../../pieces/introduction";
import { Menu, MenuFile, MenuItem } from "../../pieces/menu";
import { Note } from "../../pieces/notes";
import { PlaceHeader } from "../../pieces/shell";
import { toast } from "../../pieces/toasts";
import { FORMS, ORDERS, options, WITHOUT } from "../../words/labels";
import { length, minutes, plural, thickness, type UnitsOf } from "../../words/numbers";
import { Starters } from "./Starters";
import { TagSheet } from "./TagSheet";

const SEARCHED_FROM = 7; // fewer doughs than this are seen at a glance
/** In the size of text: cards grow with it. */
const CARD_REM = { wide: 20, gap: 0.75, high: 11.875 };
const remPx = () => Number.parseFloat(getComputedStyle(document.documentElement).fontSize);
const cardPx = () => {
  const rem = remPx();
  return { wide: CARD_REM.wide * rem, gap: CARD_REM.gap * rem, high: CARD_REM.high * rem };
};
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

/** As many cards as are in sight, and a few more; the next page is asked for before the end is reached. */
function Cards(props: {
  doughs: DoughSummary[];
  total: number;
  onEnd: () => void;
  onRemove: (dough: DoughSummary) => void;
  onTags: (dough: DoughSummary) => void;
}) {
  const { doughs, onEnd } = props;
  const navigate = useNavigate();
  const list = useRef<HTMLUListElement>(null);
  const [width, setWidth] = useState(0);
  const [top, setTop] = useState(0);
  const { data: kitchen } = useKitchen();
  useLayoutEffect(() => {
    const element = list.current;
    if (!element) return;
    const measure = () => {
      setWidth(element.clientWidth);
      setTop(element.getBoundingClientRect().top + window.scrollY);
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    observer.observe(document.body);
    return () => observer.disconnect();
  }, []);
  const card = cardPx();
  const columns = Math.max(1, Math.floor((width + card.gap) / (card.wide + card.gap)));
  const rows = useWindowVirtualizer({
    count: Math.ceil(doughs.length / columns),
    estimateSize: () => card.high + card.gap,
    overscan: 4,
    scrollMargin: top,
  });
  const shown = rows.getVirtualItems();
  const lastRow = shown.at(-1)?.index ?? 0;
  useEffect(() => {
    if ((lastRow + 2) * columns >= doughs.length) onEnd();
  }, [lastRow, columns, doughs.length, onEnd]);
  return (
    <ul
      ref={list}
      aria-label={`Doughs, ${props.total} in all`}
      className="relative"
      style={{ height: rows.getTotalSize() - card.gap }}
    >
      {width > 0 &&
        shown.flatMap((row) =>
          doughs.slice(row.index * columns, (row.index + 1) * columns).map((dough, column) => (
            <li
              key={dough.id}
              className="enamel absolute flex flex-col gap-2 p-4 hover:bg-raised"
              style={{
                top: row.start - top,
                left: `calc((100% + ${card.gap}px) * ${column / columns})`,
                width: `calc((100% + ${card.gap}px) / ${columns} - ${card.gap}px)`,
                height: card.high,
              }}
            >
              <div className="flex shrink-0 gap-3">
                <CookieOf dough={dough} kitchen={kitchen} />
                <div className="flex min-w-0 flex-1 flex-col gap-0.5 pr-7">
                  <h2 className="line-clamp-2 shrink-0 text-head leading-tight font-bold">
                    <Link
                      to={`/bench/${dough.id}`}
                      className="after:absolute after:inset-0 after:rounded-[14px]"
                    >
                      {dough.name}
                    </Link>
                  </h2>
                  <Glanced dough={dough} kitchen={kitchen} />
                </div>
              </div>
              <p
                className={clsx(
                  "shrink-0 text-note text-quiet",
                  dough.tags.length ? "line-clamp-1" : "line-clamp-2",
                )}
              >
                {dough.preview}
              </p>
              {dough.tags.length > 0 && (
                <p className="shrink-0 truncate text-note font-medium">{dough.tags.join(" · ")}</p>
              )}
              <div className="absolute top-1 right-1 z-1">
                <Menu label="More" of={dough.name}>
                  {dough.readable ? (
                    <>
                      <MenuItem onSelect={() => navigate(`/trays/${dough.id}`)}>On trays</MenuItem>
                      <MenuItem onSelect={() => navigate(`/day?dough=${dough.id}`)}>Plan the baking</MenuItem>
                      <MenuItem onSelect={() => navigate(`/weigh/${dough.id}`)}>Weigh in</MenuItem>
                      <MenuItem onSelect={() => props.onTags(dough)}>Tags…</MenuItem>
                    </>
                  ) : (
                    <MenuFile href={`/api/doughs/${dough.id}/raw`}>Take away what is stored</MenuFile>
                  )}
                  <MenuItem onSelect={() => props.onRemove(dough)}>Put aside</MenuItem>
                </Menu>
              </div>
            </li>
          )),
        )}
    </ul>
  );
}

const DRAWN_PX = 92;
/** One scale for the whole shelf; what is wider than this is drawn smaller. */
const PX_PER_MM = 1.05;

/** The cookie in its crust's colours, all at one scale. */
function CookieOf({ dough, kitchen }: { dough: DoughSummary; kitchen?: Kitchen }) {
  const { data } = useGlance(dough, kitchen);
  const id = useId();
  const outcome = data?.outcome;
  const top = outcome && dough.form && topOf(dough.form, outcome);
  const scale = top ? Math.min(PX_PER_MM, DRAWN_PX / Math.max(top.wide, top.deep)) : 0;
  return (
    <div
      className="flex shrink-0 items-center justify-center"
      style={{ width: DRAWN_PX, height: DRAWN_PX }}
      aria-hidden
    >
      {top && outcome ? (
        <svg
          width={top.wide * scale}
          height={top.deep * scale}
          viewBox={`${-top.wide / 2} ${-top.deep / 2} ${top.wide} ${top.deep}`}
          aria-hidden="true"
        >
          <defs>
            <CrustFill id={id} crust={outcome.crust} />
          </defs>
          <Piece
            x={0}
            y={0}
            shape={top.shape}
            fill={`url(#${id})`}
            spots={spotsOf(outcome.inclusions, top.shape.diameter / 2)}
          />
        </svg>
      ) : (
        <span className="size-16 rounded-full bg-well" />
      )}
    </div>
  );
}

/** Family, size and minutes in words; how it is formed until they are known. */
function Glanced({ dough, kitchen }: { dough: DoughSummary; kitchen?: Kitchen }) {
  const { data } = useGlance(dough, kitchen);
  const outcome = data?.outcome;
  const units = kitchen ?? { units: "metric" as const };
  return (
    <>
      <p className="text-plain">
        {outcome ? (
          <>
            <strong>{plural(outcome.pieces.count, "cookie")}</strong>
            {dough.form?.kind === "pan" ? "" : `, ${length(outcome.baked.diameter_mm.value, units)}`},{" "}
            {minutes(outcome.window.aim_min)} min
          </>
        ) : (
          " "
        )}
      </p>
      <p className="truncate text-note leading-snug text-quiet">{data?.style_label ?? " "}</p>
      <p className="truncate text-note leading-snug text-quiet" title={describe(dough, units)}>
        {describe(dough, units)}
      </p>
    </>
  );
}

function describe({ form, line_count }: DoughSummary, kitchen: UnitsOf): string {
  if (!form) return "Cannot be read by this version of Fine Batch";
  const made = saying(form, kitchen);
  return `${made} · ${plural(line_count, "line")}`;
}

function saying(form: NonNullable<DoughSummary["form"]>, kitchen: UnitsOf): string {
  switch (form.kind) {
    case "scoop":
      return form.scoop_no ? `Scooped, scoop no. ${form.scoop_no}` : "Scooped";
    case "ball":
      return form.filling_g > 0 ? "Filled thumbprints" : "Rolled balls";
    case "block":
      return "Cut from a cold block";
    case "batter":
      return "Spread batter";
    case "cutout":
      return `Cut-outs, ${length(form.cutter_mm, kitchen)} at ${thickness(form.thickness_mm, kitchen)}`;
    case "sheet":
      return `Scored sheet at ${thickness(form.thickness_mm, kitchen)}`;
    case "pan":
      return `${form.shape.charAt(0).toUpperCase()}${form.shape.slice(1)} pan, ${length(form.width_mm, kitchen)}`;
    case "log":
      return `Sliced log, ${length(form.log_mm, kitchen)} across`;
    case "rope":
      return `Rope shapes, ${form.figure}`;
    case "rusk":
      return `Twice-baked, ${plural(form.logs, "log")}`;
  }
}

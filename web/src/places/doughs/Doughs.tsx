/** The shelf: every dough, found by its words, and the way to a new one. */
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useDeferredValue, useEffect, useId, useLayoutEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { DoughSummary, Kitchen } from "../../client/api";
import { lastDough } from "../../client/dough";
import { useGlance, useShelf } from "../../client/doughs";
import { useKitchen } from "../../client/kitchen";
import { outbox } from "../../client/outbox";
import { CrustFill, spotsOf } from "../../drawing/crust";
import { Piece, topOf } from "../../drawing/outline";
import { Button, SearchField } from "../../pieces/controls";
import { keepFocus } from "../../pieces/focus";
import { Note } from "../../pieces/notes";
import { PlaceHeader } from "../../pieces/shell";
import { length, minutes, plural, thickness, type UnitsOf } from "../../words/numbers";

const SEARCHED_FROM = 7; // fewer doughs than this are seen at a glance
const CARD_PX = { wide: 320, gap: 12, high: 216 };

export function Doughs() {
  const [words, setWords] = useState("");
  const shelf = useShelf(useDeferredValue(words.trim()));
  const { doughs, total, error } = shelf;
  const [aside, setAside] = useState<DoughSummary>();
  const navigate = useNavigate();
  const remove = (dough: DoughSummary) => {
    outbox.put({ kind: "put-aside", id: dough.id, revision: dough.revision, name: dough.name });
    if (lastDough.get() === dough.id) lastDough.clear();
    setAside(dough);
    keepFocus();
  };
  const putBack = (dough: DoughSummary) => {
    // Putting aside counts one revision; while that waits here, the outbox hands on the true one.
    outbox.put({ kind: "put-back", id: dough.id, revision: dough.revision + 1, name: dough.name });
    setAside(undefined);
  };
  const searched = words.trim() !== "";
  return (
    <>
      <PlaceHeader title="Doughs">
        <Button kind="main" onClick={() => navigate("/new")}>
          New dough from a card
        </Button>
      </PlaceHeader>
      <div className="grid gap-3 p-5">
        {error && !doughs && <Note severity="stop">{error.message}</Note>}
        {aside && (
          <Note severity="note">
            <span className="mr-3">“{aside.name}” was taken off the shelf.</span>
            <Button onClick={() => putBack(aside)}>Put it back</Button>
          </Note>
        )}
        {(searched || (total ?? 0) >= SEARCHED_FROM) && (
          <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
            <div className="w-80">
              <SearchField label="Find by name or ingredient" value={words} onValue={setWords} />
            </div>
            <p role="status" className="min-h-11 py-2.5 text-quiet">
              {total === undefined
                ? ""
                : searched
                  ? `${plural(total, "dough")} found`
                  : plural(total, "dough")}
            </p>
          </div>
        )}
        {total === 0 && searched && (
          <p>No dough holds all these words in its name or lines. Try fewer, or another spelling.</p>
        )}
        {total === 0 && !searched && (
          <div className="enamel max-w-2xl p-6">
            <h2 className="text-xl font-bold">The shelf is empty</h2>
            <p className="mt-2 mb-4">
              Paste a recipe card, in cups or in grams, just as it is written. Fine Batch reads it, works out
              what comes of it and plans the baking.
            </p>
            <Button kind="main" onClick={() => navigate("/new")}>
              Paste a card
            </Button>
          </div>
        )}
        {doughs && doughs.length > 0 && (
          <Cards
            doughs={doughs}
            total={total ?? doughs.length}
            onEnd={() => shelf.hasNextPage && !shelf.isFetchingNextPage && shelf.fetchNextPage()}
            onRemove={remove}
          />
        )}
      </div>
    </>
  );
}

/** As many cards as are in sight, and a few more; the next page is asked for before the end is reached. */
function Cards(props: {
  doughs: DoughSummary[];
  total: number;
  onEnd: () => void;
  onRemove: (dough: DoughSummary) => void;
}) {
  const { doughs, onEnd } = props;
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
  const columns = Math.max(1, Math.floor((width + CARD_PX.gap) / (CARD_PX.wide + CARD_PX.gap)));
  const rows = useWindowVirtualizer({
    count: Math.ceil(doughs.length / columns),
    estimateSize: () => CARD_PX.high + CARD_PX.gap,
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
      style={{ height: rows.getTotalSize() - CARD_PX.gap }}
    >
      {width > 0 &&
        shown.flatMap((row) =>
          doughs.slice(row.index * columns, (row.index + 1) * columns).map((dough, column) => (
            <li
              key={dough.id}
              className="enamel absolute flex flex-col gap-2 p-4 hover:bg-raised"
              style={{
                top: row.start - top,
                left: `calc((100% + ${CARD_PX.gap}px) * ${column / columns})`,
                width: `calc((100% + ${CARD_PX.gap}px) / ${columns} - ${CARD_PX.gap}px)`,
                height: CARD_PX.high,
              }}
            >
              <div className="flex shrink-0 gap-3">
                <CookieOf dough={dough} kitchen={kitchen} />
                <div className="flex min-w-0 flex-1 flex-col gap-0.5">
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
              <p className="line-clamp-2 shrink-0 text-note text-quiet">{dough.preview}</p>
              <div className="relative z-1 mt-auto flex justify-end gap-2">
                {!dough.readable && (
                  <a
                    className="inline-flex min-h-11 items-center font-medium underline underline-offset-4"
                    href={`/api/doughs/${dough.id}/raw`}
                    download
                  >
                    Take away what is stored
                  </a>
                )}
                <Button
                  kind="quiet"
                  aria-label={`Take off the shelf: ${dough.name}`}
                  onClick={() => props.onRemove(dough)}
                >
                  Take off the shelf
                </Button>
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

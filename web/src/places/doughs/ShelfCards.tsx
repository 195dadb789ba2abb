/** The doughs of the shelf as cards: as many as are in sight, all their cookies at one scale. */
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import clsx from "clsx";
import { useEffect, useId, useLayoutEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { DoughSummary, Kitchen, Schemas } from "../../client/api";
import { useGlance } from "../../client/doughs";
import { useKitchen } from "../../client/kitchen";
import { useMakes } from "../../client/stores";
import { CrustFill, spotsOf } from "../../drawing/crust";
import { Piece, topOf } from "../../drawing/outline";
import { Menu, MenuFile, MenuItem } from "../../pieces/menu";
import { LIKED } from "../../words/labels";
import { day, length, minutes, plural, thickness, type UnitsOf } from "../../words/numbers";

/** In the size of text: cards grow with it. */
export const CARD_REM = { wide: 20, gap: 0.75, high: 11.875 };
const remPx = () => Number.parseFloat(getComputedStyle(document.documentElement).fontSize);
const cardPx = () => {
  const rem = remPx();
  return { wide: CARD_REM.wide * rem, gap: CARD_REM.gap * rem, high: CARD_REM.high * rem };
};

/** As many cards as are in sight, and a few more; the next page is asked for before the end is reached. */
export function Cards(props: {
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
  const pantry = kitchen?.stores?.keeps_pantry ?? false;
  const makes = useMakes(
    pantry,
    doughs.slice(0, MOST_ASKED).map((dough) => dough.id),
  );
  const makesOf = new Map(makes.data?.map((one) => [one.dough_id, one.makes]));
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
                  dough.tags.length || makesOf.has(dough.id) ? "line-clamp-1" : "line-clamp-2",
                )}
              >
                {dough.preview}
              </p>
              {makesOf.has(dough.id) && <MakesNow makes={makesOf.get(dough.id)} />}
              {dough.tags.length > 0 && !makesOf.has(dough.id) && (
                <p className="shrink-0 truncate text-note font-medium">{dough.tags.join(" · ")}</p>
              )}
              <div className="absolute top-1 right-1 z-1">
                <Menu label="More" of={dough.name}>
                  {dough.readable ? (
                    <>
                      <MenuItem onSelect={() => navigate(`/trays/${dough.id}`)}>On trays</MenuItem>
                      <MenuItem onSelect={() => navigate(`/day?dough=${dough.id}`)}>Plan the baking</MenuItem>
                      <MenuItem onSelect={() => navigate(`/weigh/${dough.id}`)}>Weigh in</MenuItem>
                      <MenuItem onSelect={() => navigate(`/notebook/${dough.id}`)}>Its bakes</MenuItem>
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

/** The shelf's first page is asked about at once, as the server gives it. */
const MOST_ASKED = 60;

/** What the pantry gives of it now. */
function MakesNow({ makes }: { makes?: Schemas["Makes"] }) {
  const lacks = makes?.missing.map((one) => one.name.toLowerCase()) ?? [];
  return (
    <p className="shrink-0 truncate text-note font-medium">
      {lacks.length ? (
        <>
          Too little {lacks.join(", ")}
          {makes?.missing.every((one) => one.stand_in) && "; something can stand in"}
        </>
      ) : (
        `From the pantry: ${plural(makes?.batches ?? 0, "batch", "batches")}`
      )}
    </p>
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
        {dough.last ? lastBaked(dough.last, units) : describe(dough, units)}
      </p>
    </>
  );
}

/** "Baked 21 November, very good". */
function lastBaked({ at, liked }: NonNullable<DoughSummary["last"]>, of: UnitsOf): string {
  const when = day(new Date(at), of).replace(/^\w+,? /, "");
  return `Baked ${when}${liked ? `, ${LIKED[liked - 1]}` : ""}`;
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

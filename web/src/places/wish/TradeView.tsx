/** Two wishes that pull against each other: every dot a dough to open, today's marked. */
import { useState } from "react";
import type { Kitchen } from "../../client/api";
import {
  type Named,
  type Offered,
  openOnMap,
  type Request,
  type Traded,
  useTradeMap,
} from "../../client/wishes";
import { niceStep } from "../../drawing/geometry";
import { Select } from "../../pieces/choice";
import { Note } from "../../pieces/notes";
import { useSize } from "../../pieces/size";
import { colour } from "../../theme/tokens";
import { said } from "../../words/wishes";
import { OfferDetail } from "./Offer";

const NAMES: Record<Named, string> = {
  width: "Width",
  height: "Height",
  crisp: "Crispness",
  chewy: "Chewiness",
  cakey: "Cakiness",
  short: "Shortness",
  crumbly: "Crumbliness",
  minutes: "Minutes",
  sweet: "Sweetness",
  water: "Moisture",
  cost: "Cost of one",
};
const PAD = { left: 64, right: 24, top: 30, bottom: 48 };

export function TradeView(props: {
  request: Request;
  kitchen: Kitchen;
  prices: boolean;
  onTake: (offered: Offered) => Promise<void>;
}) {
  const { request, kitchen } = props;
  const [one, setOne] = useState<Named>("crisp");
  const [other, setOther] = useState<Named>("chewy");
  const { data: map, error, isFetching } = useTradeMap(request, one, other);
  const [opened, setOpened] = useState<{ dot: number; offered?: Offered; failed?: string }>();
  const names = (Object.entries(NAMES) as [Named, string][]).filter(
    ([name]) => name !== "cost" || props.prices,
  );
  const open = async (dot: number, at: Traded) => {
    setOpened({ dot });
    try {
      const offered = await openOnMap(request, one, other, at);
      setOpened((now) => (now?.dot === dot ? { dot, offered } : now));
    } catch (failure) {
      setOpened((now) => (now?.dot === dot ? { dot, failed: (failure as Error).message } : now));
    }
  };
  const choose = (set: (name: Named) => void) => (name: Named) => {
    set(name);
    setOpened(undefined);
  };
  return (
    <div className="grid gap-3 p-4">
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-40">
          <Select
            label="Across"
            value={one}
            onValue={choose(setOne)}
            options={names.filter(([name]) => name !== other)}
          />
        </div>
        <div className="w-40">
          <Select
            label="Up"
            value={other}
            onValue={choose(setOther)}
            options={names.filter(([name]) => name !== one)}
          />
        </div>
        <p role="status" className="min-h-11 py-2.5 text-quiet">
          {isFetching ? "Drawing the map…" : map ? "Each dot is a dough: tap one to open it." : ""}
        </p>
      </div>
      {error && <Note severity="stop">{error.message}</Note>}
      {map && (
        <Dots
          dots={map.dots}
          today={map.today}
          one={one}
          other={other}
          kitchen={kitchen}
          chosen={opened?.dot}
          onOpen={open}
        />
      )}
      {opened?.failed && <Note severity="ask">{opened.failed}</Note>}
      {opened && !opened.offered && !opened.failed && (
        <p className="text-quiet">Put into whole spoons and eggs…</p>
      )}
      {opened?.offered && (
        <section className="enamel" aria-label="The dough of this dot">
          <OfferDetail
            offered={opened.offered}
            kitchen={kitchen}
            why={`${NAMES[one]} and ${NAMES[other].toLowerCase()} as on the map, in kitchen measures.`}
            onTake={props.onTake}
          />
        </section>
      )}
    </div>
  );
}

function Dots(props: {
  dots: readonly Traded[];
  today: Traded;
  one: Named;
  other: Named;
  kitchen: Kitchen;
  chosen?: number;
  onOpen: (dot: number, at: Traded) => void;
}) {
  const { dots, today, one, other, kitchen } = props;
  const [box, { width, height }] = useSize<HTMLDivElement>();
  const all = [...dots, today];
  const range = (values: number[]): [number, number] => {
    const low = Math.min(...values);
    const high = Math.max(...values);
    const room = Math.max((high - low) * 0.08, Math.abs(high) * 0.02, 0.01);
    return [low - room, high + room];
  };
  const [x0, x1] = range(all.map((dot) => dot.one));
  const [y0, y1] = range(all.map((dot) => dot.other));
  const x = (value: number) => PAD.left + ((value - x0) / (x1 - x0)) * (width - PAD.left - PAD.right);
  const y = (value: number) =>
    height - PAD.bottom - ((value - y0) / (y1 - y0)) * (height - PAD.top - PAD.bottom);
  const ticks = (low: number, high: number) => {
    const step = stepOf((high - low) / 5);
    return Array.from(
      { length: Math.floor(high / step) - Math.ceil(low / step) + 1 },
      (_, i) => (Math.ceil(low / step) + i) * step,
    );
  };
  return (
    <div ref={box} className="relative h-80">
      {width > 0 && (
        <>
          <svg
            width={width}
            height={height}
            role="img"
            aria-label={`${NAMES[one]} across, ${NAMES[other].toLowerCase()} up: ${dots.length} doughs that no other beats in both; today's is at ${said(one, today.one, kitchen)} and ${said(other, today.other, kitchen)}`}
            className="absolute inset-0"
          >
            <g stroke={colour.line}>
              {ticks(x0, x1).map((value) => (
                <line key={value} x1={x(value)} x2={x(value)} y1={PAD.top} y2={height - PAD.bottom} />
              ))}
              {ticks(y0, y1).map((value) => (
                <line key={value} x1={PAD.left} x2={width - PAD.right} y1={y(value)} y2={y(value)} />
              ))}
            </g>
            <g fill={colour.ink} fontSize={14}>
              {ticks(x0, x1).map((value) => (
                <text key={value} x={x(value)} y={height - PAD.bottom + 18} textAnchor="middle">
                  {short(one, value, kitchen)}
                </text>
              ))}
              {ticks(y0, y1).map((value) => (
                <text key={value} x={PAD.left - 6} y={y(value) + 5} textAnchor="end">
                  {short(other, value, kitchen)}
                </text>
              ))}
              <text x={width - PAD.right} y={height - 8} textAnchor="end" fontWeight={700}>
                {NAMES[one]} →
              </text>
              <text x={PAD.left} y={PAD.top - 12} fontWeight={700}>
                ↑ {NAMES[other]}
              </text>
            </g>
            <polyline
              points={dots.map((dot) => `${x(dot.one)},${y(dot.other)}`).join(" ")}
              fill="none"
              stroke={colour.edge}
              strokeWidth={1.5}
              strokeDasharray="4 4"
            />
            <g
              transform={`translate(${x(today.one)} ${y(today.other)})`}
              stroke={colour.stopEdge}
              strokeWidth={3}
            >
              <path d="M -8 0 H 8 M 0 -8 V 8" />
            </g>
            <text
              x={x(today.one) + 12}
              y={y(today.other) + 20}
              fontSize={14}
              fontWeight={700}
              fill={colour.stopEdge}
            >
              today
            </text>
          </svg>
          {dots.map((dot, i) => (
            <button
              key={`${dot.one} ${dot.other}`}
              type="button"
              aria-pressed={props.chosen === i}
              aria-label={`${NAMES[one]} ${said(one, dot.one, kitchen)}, ${NAMES[other].toLowerCase()} ${said(other, dot.other, kitchen)}`}
              onClick={() => props.onOpen(i, dot)}
              style={{ left: x(dot.one) - 22, top: y(dot.other) - 22 }}
              className="absolute flex size-11 items-center justify-center rounded-full"
            >
              <span
                aria-hidden
                className={`block rounded-full border-2 border-ink ${props.chosen === i ? "size-6 bg-chosen" : "size-4 bg-baked"}`}
              />
            </button>
          ))}
        </>
      )}
    </div>
  );
}

/** As `niceStep`, for small figures too. */
const stepOf = (raw: number) => (raw >= 0.1 ? niceStep(raw) : niceStep(raw * 1000) / 1000);

const short = (name: Named, value: number, kitchen: Kitchen) =>
  name === "width" ||
  name === "height" ||
  name === "minutes" ||
  name === "cost" ||
  name === "water" ||
  name === "sweet"
    ? said(name, value, kitchen)
    : `${Math.round(value)}`;

/** A dough that is offered: as a tile to choose it by, and whole. */
import clsx from "clsx";
import { useId, useState } from "react";
import type { Kitchen, Schemas } from "../../client/api";
import { useCatalogue } from "../../client/catalogue";
import type { Offered } from "../../client/wishes";
import { CrustFill, Spots, spotsOf } from "../../drawing/crust";
import { dome } from "../../drawing/geometry";
import { Button } from "../../pieces/controls";
import { Note } from "../../pieces/notes";
import { colour } from "../../theme/tokens";
import { longer, wider } from "../../words/differences";
import { type Marks, ovenHeat } from "../../words/heat";
import { length, likely, mass, percent, plural, thickness } from "../../words/numbers";
import { FIGURES, gotWords, OFFERS, offWords, wishedWords } from "../../words/wishes";

type Change = Schemas["WishChange"];

/** What of its size is wished: drawn dashed over what comes. */
export interface WishedSize {
  width_mm?: number;
  height_mm?: number;
}

export function OfferTile(props: {
  offered: Offered;
  title?: string;
  wished: WishedSize;
  kitchen: Kitchen;
  chosen: boolean;
  onChoose: () => void;
}) {
  const { offered, kitchen } = props;
  const missed = offered.figures.filter((figure) => !figure.kept);
  return (
    <button
      type="button"
      aria-pressed={props.chosen}
      onClick={props.onChoose}
      className={clsx(
        "enamel grid content-start gap-1 p-3 text-left hover:bg-well",
        props.chosen && "outline-3 outline-chosen",
      )}
    >
      <span className="text-lead font-bold">{props.title ?? OFFERS[offered.kind].title}</span>
      <Side offered={offered} wished={props.wished} />
      <span className="font-medium">
        {offered.count} of them, {length(offered.outcome.baked.diameter_mm.value, kitchen)} wide,{" "}
        {thickness(offered.outcome.baked.height_mm.value, kitchen)} high
      </span>
      <span className="text-plain text-quiet first-letter:uppercase">{offered.family}</span>
      <span className="text-plain text-quiet">{changedWords(offered)}</span>
      {missed.length > 0 ? (
        <span className="text-plain font-medium text-ask-edge">
          {missed.map((figure) => `${FIGURES[figure.name]}: ${offWords(figure, kitchen)}`).join("; ")}
        </span>
      ) : (
        offered.figures.length > 0 && <span className="text-plain text-quiet">Keeps the whole wish.</span>
      )}
    </button>
  );
}

/** How much is changed for it, by which one tells three alike apart. */
function changedWords({ changes, swapped }: Offered): string {
  const felt = changes.filter((change) => !change.rounding).length;
  const exchanged = swapped.map(({ what, to }) => (to ? `${to} for ${what}` : `no ${what}`));
  const things = felt ? `${plural(felt, "thing")} changed` : exchanged.length ? "" : "nothing changed";
  return [...exchanged, things].filter(Boolean).join("; ");
}

/** The cookie from above and from the side, the wish dashed over it, on one scale. */
function Side(props: { offered: Offered; wished: WishedSize }) {
  const { outcome } = props.offered;
  const fill = useId();
  const across = outcome.baked.diameter_mm.value;
  const high = outcome.baked.height_mm.value;
  const { width_mm = across, height_mm = high } = props.wished;
  const room = Math.max(across, width_mm, 40) * 1.06;
  const tall = Math.max(high, height_mm) + 4;
  const dashed = {
    fill: "none",
    stroke: colour.ink,
    strokeDasharray: "5 4",
    strokeWidth: 1.6,
    vectorEffect: "non-scaling-stroke",
  } as const;
  return (
    <svg viewBox={`${-room / 2} ${-room / 2} ${room} ${room + tall + 6}`} className="h-32 w-full" aria-hidden>
      <defs>
        <CrustFill id={fill} crust={outcome.crust} />
      </defs>
      <circle r={across / 2} fill={`url(#${fill})`} />
      <Spots spots={spotsOf(outcome.inclusions, across / 2)} />
      {props.wished.width_mm !== undefined && <circle r={width_mm / 2} {...dashed} />}
      <g transform={`translate(0 ${room / 2 + tall + 3})`}>
        <path d={dome(across, high, 0.7)} fill={outcome.crust.rim} />
        {props.wished.height_mm !== undefined && <path d={dome(width_mm, height_mm, 0.7)} {...dashed} />}
      </g>
    </svg>
  );
}

export function OfferDetail(props: {
  offered: Offered;
  kitchen: Kitchen;
  why?: string;
  onTake: (offered: Offered) => Promise<void>;
}) {
  const { offered, kitchen } = props;
  const { data: catalogue } = useCatalogue();
  const marks = (catalogue?.gas_marks ?? []) as Marks;
  const [taking, setTaking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const take = async () => {
    setTaking(true);
    setProblem(undefined);
    try {
      await props.onTake(offered);
    } catch (failure) {
      setProblem((failure as Error).message);
    } finally {
      setTaking(false);
    }
  };
  const felt = offered.changes.filter((change) => !change.rounding);
  const rounded = offered.changes.filter((change) => change.rounding);
  return (
    <div className="grid gap-4 p-4 lg:grid-cols-2">
      <div className="grid content-start gap-3">
        <p className="text-plain text-quiet">{props.why ?? OFFERS[offered.kind].why}</p>
        <div className="flex flex-wrap items-center gap-3">
          <Button kind="main" disabled={taking} onClick={take}>
            Put it on the shelf
          </Button>
        </div>
        {problem && <Note severity="stop">{problem}</Note>}
        {offered.figures.length > 0 && (
          <table className="w-full text-left text-plain">
            <thead>
              <tr className="text-quiet">
                <th className="font-medium">Wished</th>
                <th className="font-medium">Foretold</th>
              </tr>
            </thead>
            <tbody>
              {offered.figures.map((figure) => (
                <tr key={figure.name} className="border-t border-line align-top">
                  <td className="py-1 pr-2">
                    {FIGURES[figure.name]} {wishedWords(figure, kitchen)}
                    {figure.must ? " (must)" : ""}
                  </td>
                  <td className="py-1">
                    {gotWords(figure, kitchen)}
                    {figure.kept ? (
                      " ✓"
                    ) : (
                      <strong className="text-ask-edge">, {offWords(figure, kitchen)}</strong>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {offered.unseen && (
          <Note severity="ask">
            The model has never seen the like of this dough: its ranges are wider, and a test cookie is worth
            its minutes.
          </Note>
        )}
        {offered.swapped.map((one) => (
          <Note key={one.what} severity="note">
            {one.to ? `${one.to} for ${one.what.toLowerCase()}` : `Without ${one.what.toLowerCase()}`}
            {one.texture && `: ${one.texture}`}
            {one.caution && `. ${sentence(one.caution)}`}
          </Note>
        ))}
        {offered.packets.length > 0 && (
          <Note severity="note">
            Read the packets: {offered.packets.join("; ")}. What lines name is told here, traces are not.
          </Note>
        )}
      </div>
      <div className="grid content-start gap-3">
        <ul className="text-lead leading-relaxed">
          {offered.spec.lines.map((line) => (
            <li key={line.id}>{line.text}</li>
          ))}
        </ul>
        <p className="text-plain">{settings(offered, kitchen)}</p>
        {felt.length > 0 && (
          <details open>
            <summary className="min-h-11 cursor-pointer py-2.5 font-medium">
              What is changed, and what for
            </summary>
            <ul className="grid gap-1.5 text-plain">
              {felt.map((change) => (
                <li key={change.what}>
                  <strong>{change.what}</strong> {fromTo(change, kitchen, marks)}
                  {did(change, kitchen) && <span className="text-quiet">: {did(change, kitchen)}</span>}
                </li>
              ))}
            </ul>
            {rounded.length > 0 && (
              <p className="mt-1.5 text-plain text-quiet">
                To whole measures: {rounded.map(({ what }) => what).join(", ")}.
              </p>
            )}
          </details>
        )}
      </div>
    </div>
  );
}

const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

function settings({ spec, outcome }: Offered, kitchen: Kitchen): string {
  const { oven, making } = spec;
  const dial =
    oven.scale === "gas" ? `gas ${oven.value}` : `${Math.round(oven.value)} °${oven.scale.toUpperCase()}`;
  const cold = making.chill_h ? `${making.chill_h} h in the fridge, ` : "";
  return `${cold}${dial}${oven.fan ? " with the fan" : ""}, ${likely(outcome.window)}, ${mass(outcome.pieces.mass_g, kitchen)} raw, ${length(outcome.pieces.raw_diameter_mm, kitchen)} across.`;
}

function fromTo(change: Change, kitchen: Kitchen, marks: Marks): string {
  if (change.was_pct != null && change.now_pct != null) {
    const share = (value: number) => percent(value, value < 10 ? 1 : 0);
    return change.was
      ? `${share(change.was_pct)} → ${share(change.now_pct)} of flour`
      : `new, ${share(change.now_pct)} of flour`;
  }
  const inUnit = (value: number) => {
    if (change.unit === "mm") return thickness(value, kitchen);
    if (change.unit === "g") return mass(value, kitchen);
    if (change.unit === "°C") return ovenHeat(value, kitchen.scale, marks);
    return `${Math.round(value * 100) / 100} ${change.unit}`;
  };
  return `${inUnit(change.was_value)} → ${inUnit(change.now_value)}`;
}

/** What one change alone did. */
function did(change: Change, kitchen: Kitchen): string {
  const up =
    Math.abs(change.higher_mm) < 0.2
      ? ""
      : `${thickness(Math.abs(change.higher_mm), kitchen)} ${change.higher_mm > 0 ? "higher" : "lower"}`;
  const sweet = Math.abs(change.sweeter_pct) < 0.5 ? "" : change.sweeter_pct > 0 ? "sweeter" : "less sweet";
  const crisp = Math.abs(change.crisper) < 3 ? "" : change.crisper > 0 ? "crisper" : "less crisp";
  const chew = Math.abs(change.chewier) < 3 ? "" : change.chewier > 0 ? "chewier" : "less chewy";
  return [wider(change.wider_mm, kitchen), up, longer(change.longer_min), crisp, chew, sweet]
    .filter(Boolean)
    .join(", ");
}

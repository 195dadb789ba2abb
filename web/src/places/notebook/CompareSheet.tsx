/** Two bakes side by side: what was different, what each difference did, and what is not explained. */
import { useState } from "react";
import type { Kitchen, Schemas } from "../../client/api";
import { useDifference } from "../../client/bakes";
import { Select } from "../../pieces/choice";
import { Sheet } from "../../pieces/dialog";
import { longer, wider } from "../../words/differences";
import { LIKED, TEXTURES, UNEXPLAINED } from "../../words/labels";
import { day, length, minutes, weighed } from "../../words/numbers";
import type { Numbered } from "./Notebook";

export function CompareSheet(props: {
  open: boolean;
  onOpen: (open: boolean) => void;
  bakes: Numbered[];
  kitchen: Kitchen;
}) {
  const { bakes, kitchen } = props;
  const [chosen, choose] = useState<{ a?: string; b?: string }>({});
  const [b, a] = [chosen.b ?? bakes[0]?.bake.id, chosen.a ?? bakes[1]?.bake.id];
  const { data, error } = useDifference(props.open ? a : undefined, b);
  const options = bakes.map(({ bake, number }): [string, string] => [
    bake.id,
    `Bake ${number}, ${day(new Date(bake.bake.baked_at), kitchen)}`,
  ]);
  const pair = [a, b].map((id) => bakes.find(({ bake }) => bake.id === id)?.bake.bake);
  return (
    <Sheet title="Why did they differ?" open={props.open} onOpen={props.onOpen} wide>
      <div className="grid gap-4">
        <div className="grid gap-3 sm:grid-cols-2">
          <Select label="From" value={a ?? ""} onValue={(id) => choose({ a: id, b })} options={options} />
          <Select label="to" value={b ?? ""} onValue={(id) => choose({ a, b: id })} options={options} />
        </div>
        {a === b && <p>Choose two bakes that are not the same.</p>}
        {error && <p>{error.message}</p>}
        {data && a !== b && <Told of={data} kitchen={kitchen} />}
        {pair[0] && pair[1] && a !== b && <Beside pair={[pair[0], pair[1]]} kitchen={kitchen} />}
      </div>
    </Sheet>
  );
}

function Told({ of, kitchen }: { of: Schemas["Difference"]; kitchen: Kitchen }) {
  const { width, minutes: time } = of;
  const give = (mm: number) => length(Math.max(mm, 0.5), kitchen);
  return (
    <>
      <table className="w-full text-plain">
        <thead>
          <tr className="border-b border-line text-left text-note text-quiet">
            <th className="py-1 font-medium">What was different</th>
            <th className="py-1 text-right font-medium">Width</th>
            <th className="py-1 text-right font-medium">Minutes</th>
          </tr>
        </thead>
        <tbody>
          {of.changes.map((change) => (
            <tr key={change.kind} className="border-b border-line align-top">
              <td className="py-1.5 pr-3">
                {change.saying}
                {change.small && (
                  <span className="block text-note text-quiet">Too small to be told by one bake.</span>
                )}
              </td>
              <td className="py-1.5 text-right whitespace-nowrap">
                {wider(change.wider_mm, kitchen) || "no change"}
                <span className="block text-note text-quiet">± {give(change.wider_give_mm)}</span>
              </td>
              <td className="py-1.5 text-right whitespace-nowrap">
                {longer(change.longer_min) || "no change"}
                <span className="block text-note text-quiet">
                  ± {minutes(Math.max(0.5, change.longer_give_min))} min
                </span>
              </td>
            </tr>
          ))}
          {!of.changes.length && (
            <tr className="border-b border-line">
              <td className="py-1.5" colSpan={3}>
                Nothing that is written down.
              </td>
            </tr>
          )}
          <tr className="border-b border-line">
            <td className="py-1.5">Not explained</td>
            <td className="py-1.5 text-right">
              {width ? wider(width.rest, kitchen) || "nothing" : "not measured"}
            </td>
            <td className="py-1.5 text-right">{time ? longer(time.rest) || "nothing" : "not measured"}</td>
          </tr>
          <tr className="font-bold">
            <td className="py-1.5">Seen</td>
            <td className="py-1.5 text-right">
              {width ? wider(width.seen, kitchen) || "no change" : "not measured"}
            </td>
            <td className="py-1.5 text-right">{time ? longer(time.seen) || "no change" : "not measured"}</td>
          </tr>
        </tbody>
      </table>
      {of.lines.length > 0 && (
        <p className="text-plain">
          Lines that differ:{" "}
          {of.lines
            .map(
              (line) =>
                `${line.name} ${line.before_g === null ? "none" : weighed(line.before_g, kitchen)} to ${line.after_g === null ? "none" : weighed(line.after_g, kitchen)}`,
            )
            .join("; ")}
          .
        </p>
      )}
      <ul className="grid gap-1 text-plain">
        {width && (
          <li>
            What is not explained of the width is {UNEXPLAINED[width.verdict]}. A change that nobody wrote
            down shows only if it makes more than {length(width.least, kitchen)}.
          </li>
        )}
        {time && <li>Of the minutes it is {UNEXPLAINED[time.verdict]}.</li>}
      </ul>
    </>
  );
}

function Beside({ pair, kitchen }: { pair: [Schemas["Bake"], Schemas["Bake"]]; kitchen: Kitchen }) {
  const rows: [string, (bake: Schemas["Bake"]) => string][] = [
    ["Widths", ({ measured }) => measured.widths_mm.map((mm) => length(mm, kitchen)).join(", ")],
    ["Height", ({ measured }) => (measured.height_mm == null ? "" : length(measured.height_mm, kitchen))],
    ["In the oven", ({ measured }) => (measured.oven_min == null ? "" : `${minutes(measured.oven_min)} min`)],
    ["Rim", ({ measured }) => measured.shade ?? ""],
    ["Texture", ({ measured }) => measured.textures.map((one) => TEXTURES[one]).join(", ")],
    ["Liked", ({ measured }) => (measured.liked ? (LIKED[measured.liked - 1] ?? "") : "")],
    ["Note", ({ measured }) => measured.note],
  ];
  const shown = rows.filter(([, of]) => pair.some((bake) => of(bake)));
  return (
    <table className="w-full text-plain">
      <tbody>
        {shown.map(([name, of]) => (
          <tr key={name} className="border-b border-line align-top">
            <th className="w-28 py-1.5 text-left font-medium text-quiet">{name}</th>
            <td className="py-1.5 pr-3">{of(pair[0]) || "–"}</td>
            <td className="py-1.5">{of(pair[1]) || "–"}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

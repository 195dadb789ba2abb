/** Bakes side by side: what was different, what each difference did, and what is not explained. */
import { useState } from "react";
import type { Kitchen, Schemas } from "../../client/api";
import { useDifference } from "../../client/bakes";
import { Select } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { longer, wider } from "../../words/differences";
import { LIKED, TEXTURES, UNEXPLAINED } from "../../words/labels";
import { day, length, minutes, weighed } from "../../words/numbers";
import type { Numbered } from "./Notebook";

const MOST = 4;

export function CompareSheet(props: {
  open: boolean;
  onOpen: (open: boolean) => void;
  bakes: Numbered[];
  kitchen: Kitchen;
}) {
  const { bakes, kitchen } = props;
  const [chosen, choose] = useState<string[]>();
  const ids = chosen ?? [bakes[1], bakes[0]].flatMap((one) => (one ? [one.bake.id] : []));
  const named = (id: string | undefined) => `Bake ${bakes.find(({ bake }) => bake.id === id)?.number ?? ""}`;
  const options = bakes.map(({ bake, number }): [string, string] => [
    bake.id,
    `Bake ${number}, ${day(new Date(bake.bake.baked_at), kitchen)}`,
  ]);
  const [from, ...others] = ids;
  const left = bakes.find(({ bake }) => !ids.includes(bake.id))?.bake.id;
  const shown = ids.flatMap((id) => bakes.filter(({ bake }) => bake.id === id));
  return (
    <Sheet title="Why did they differ?" open={props.open} onOpen={props.onOpen} wide>
      <div className="grid gap-4">
        <div className="grid items-end gap-3 sm:grid-cols-2">
          {ids.map((id, i) => (
            <Select
              key={i}
              label={i === 0 ? "From" : i === 1 ? "to" : "and to"}
              value={id}
              onValue={(next) => choose(ids.map((one, n) => (n === i ? next : one)))}
              options={options}
            />
          ))}
          {left && ids.length < MOST && (
            <Button className="justify-self-start" onClick={() => choose([...ids, left])}>
              And another bake
            </Button>
          )}
          {ids.length > 2 && (
            <Button kind="quiet" className="justify-self-start" onClick={() => choose(ids.slice(0, -1))}>
              One fewer
            </Button>
          )}
        </div>
        {props.open &&
          others.map((to, i) => (
            <Pair
              key={i}
              from={from}
              to={to}
              title={others.length > 1 ? `${named(from)} to ${named(to)}` : ""}
              kitchen={kitchen}
            />
          ))}
        <Beside bakes={shown} kitchen={kitchen} />
      </div>
    </Sheet>
  );
}

function Pair(props: { from?: string; to: string; title: string; kitchen: Kitchen }) {
  const { from, to } = props;
  const { data, error } = useDifference(from, to);
  return (
    <section className="grid gap-2" aria-label={props.title || undefined}>
      {props.title && <h3 className="text-lead font-bold">{props.title}</h3>}
      {from === to && <p>Choose two bakes that are not the same.</p>}
      {error && <p>{error.message}</p>}
      {data && from !== to && <Told of={data} kitchen={props.kitchen} />}
    </section>
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

function Beside({ bakes, kitchen }: { bakes: Numbered[]; kitchen: Kitchen }) {
  const rows: [string, (bake: Schemas["Bake"]) => string][] = [
    ["Widths", ({ measured }) => measured.widths_mm.map((mm) => length(mm, kitchen)).join(", ")],
    ["Height", ({ measured }) => (measured.height_mm == null ? "" : length(measured.height_mm, kitchen))],
    ["In the oven", ({ measured }) => (measured.oven_min == null ? "" : `${minutes(measured.oven_min)} min`)],
    ["Rim", ({ measured }) => measured.shade ?? ""],
    ["Texture", ({ measured }) => measured.textures.map((one) => TEXTURES[one]).join(", ")],
    ["Liked", ({ measured }) => (measured.liked ? (LIKED[measured.liked - 1] ?? "") : "")],
    ["Note", ({ measured }) => measured.note],
  ];
  const shown = rows.filter(([, of]) => bakes.some(({ bake }) => of(bake.bake)));
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-plain">
        <thead>
          <tr className="border-b border-line text-left text-note text-quiet">
            <td />
            {bakes.map(({ bake, number }) => (
              <th key={bake.id} scope="col" className="py-1 pr-3 font-medium">
                Bake {number}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map(([name, of]) => (
            <tr key={name} className="border-b border-line align-top">
              <th scope="row" className="w-28 py-1.5 text-left font-medium text-quiet">
                {name}
              </th>
              {bakes.map(({ bake }) => (
                <td key={bake.id} className="py-1.5 pr-3">
                  {of(bake.bake) || "–"}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

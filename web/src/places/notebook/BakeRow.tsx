/** One bake: the cookie to scale in the colour it had, its figures, what was different from the one before and what that did. */
import type { Kitchen, Schemas } from "../../client/api";
import { measuredOf, type SavedBake, useDifference } from "../../client/bakes";
import { outbox } from "../../client/outbox";
import { Menu, MenuItem } from "../../pieces/menu";
import { colour } from "../../theme/tokens";
import { shareWords, told } from "../../words/differences";
import { LIKED, TEXTURES, VERDICTS } from "../../words/labels";
import { day, length, minutes } from "../../words/numbers";

const DRAWN_PX = 66;
const PX_PER_MM = 0.72;

export function BakeRow(props: {
  bake: SavedBake;
  number: number;
  before?: SavedBake;
  kitchen: Kitchen;
  onChange: () => void;
  onRemove: () => void;
}) {
  const { kitchen, number } = props;
  const { bake, id, revision } = props.bake;
  const { foretold } = bake;
  const measured = measuredOf(props.bake);
  const width = mean(measured.widths_mm);
  const name = `bake ${number}`;
  const count = (learn_from: boolean) =>
    outbox.put({
      kind: "save-bake",
      id,
      revision,
      save: { revision, baked_at: bake.baked_at, measured, learn_from },
      name,
    });
  return (
    <li className="flex flex-wrap items-center gap-x-5 gap-y-1 px-4 py-2">
      <Cookie foretold={foretold} width_mm={width} shade={measured.shade} />
      <div className="w-27">
        <p className="font-bold">Bake {number}</p>
        <p className="text-note text-quiet">{day(new Date(bake.baked_at), kitchen).replace(/^\w+,? /, "")}</p>
        {bake.batch_name && <p className="text-note text-quiet">{bake.batch_name}</p>}
        {bake.half && <p className="text-note text-quiet">half {bake.half}</p>}
      </div>
      <p className="w-29 text-note text-quiet">
        <span className="block text-head leading-tight font-bold text-ink">
          {width === null ? "–" : length(width, kitchen)}
        </span>
        {foretold && `foretold ${length(foretold.width_mm.value, kitchen)}`}
      </p>
      <p className="w-29 text-note text-quiet">
        <span className="block text-head leading-tight font-bold text-ink">
          {measured.oven_min === null ? "–" : `${minutes(measured.oven_min)} min`}
        </span>
        {measured.verdict ? VERDICTS[measured.verdict] : foretold && `aim ${minutes(foretold.aim_min)} min`}
      </p>
      <div className="min-w-56 flex-1 text-plain leading-snug">
        <Changed bake={props.bake} before={props.before} kitchen={kitchen} />
        <p className="text-note text-quiet">
          {[...measured.textures.map((one) => TEXTURES[one]), measured.note].filter(Boolean).join(" · ")}
        </p>
        {!bake.learn_from && <p className="text-note font-medium">Left out: nothing is learned from it.</p>}
      </div>
      <Liked liked={measured.liked} />
      <Menu label="More" of={name}>
        <MenuItem onSelect={props.onChange}>Change what is written</MenuItem>
        <MenuItem onSelect={() => count(!bake.learn_from)}>
          {bake.learn_from ? "Leave it out of the learning" : "Let it count again"}
        </MenuItem>
        <MenuItem onSelect={props.onRemove}>Put aside</MenuItem>
      </Menu>
    </li>
  );
}

const mean = (values: readonly number[]) =>
  values.length ? values.reduce((sum, one) => sum + one, 0) / values.length : null;

/** As wide as it was, in the colour it had; as foretold where that is not known. */
function Cookie(props: {
  foretold?: Schemas["Foretold"] | null;
  width_mm: number | null;
  shade: Schemas["Shade"] | null;
}) {
  const { foretold, shade } = props;
  const wide = props.width_mm ?? foretold?.width_mm.value ?? 60;
  const colours = Object.fromEntries((foretold?.scale ?? []).map(({ word, colour }) => [word, colour]));
  const fill = colours[shade ?? foretold?.rim_word ?? ""] ?? colour.baked;
  const px = Math.min(DRAWN_PX, wide * PX_PER_MM);
  return (
    <div className="flex shrink-0 items-center justify-center" style={{ width: DRAWN_PX, height: DRAWN_PX }}>
      <svg width={px} height={px} viewBox="-50 -50 100 100" aria-hidden="true">
        <circle
          r={48}
          fill={fill}
          stroke={colour.rim}
          strokeWidth={2.5}
          strokeDasharray={props.width_mm === null ? "6 5" : undefined}
        />
      </svg>
    </div>
  );
}

function Liked({ liked }: { liked: number | null }) {
  if (!liked) return <span className="w-22" />;
  return (
    <p className="w-22 text-note leading-tight" title={LIKED[liked - 1]}>
      <span aria-hidden className="block text-plain tracking-widest">
        {"●".repeat(liked)}
        <span className="text-faint">{"○".repeat(5 - liked)}</span>
      </span>
      {LIKED[liked - 1]}
    </p>
  );
}

/** What was different from the bake before, and what each difference did. */
function Changed(props: { bake: SavedBake; before?: SavedBake; kitchen: Kitchen }) {
  const { data } = useDifference(props.before?.id, props.bake.id);
  if (!props.before) return <p>The first one written down</p>;
  if (!data) return <p>&nbsp;</p>;
  if (!data.changes.length) return <p>As the one before{told(data, props.kitchen)}</p>;
  return (
    <>
      <p>{data.changes.map((change) => change.saying).join("; ")}</p>
      <p className="text-note text-quiet">{shareWords(data, props.kitchen)}</p>
    </>
  );
}

/** One bake: the cookie to scale in the colour it had, its figures, what was different from the one before and what that did. */
import type { DoughSpec, Kitchen, Schemas } from "../../client/api";
import { useEvidence } from "../../client/assessments";
import { measuredOf, middleWidth, pictureOf, type SavedBake, useDifference } from "../../client/bakes";
import { outbox } from "../../client/outbox";
import { Button } from "../../pieces/controls";
import { Menu, MenuItem } from "../../pieces/menu";
import { colour } from "../../theme/tokens";
import { shareWords, told } from "../../words/differences";
import { LIKED, TEXTURES, VERDICTS } from "../../words/labels";
import { day, length, minutes } from "../../words/numbers";

const DRAWN_PX = 66;
const PX_PER_MM = 0.72;

export function BakeRow(props: {
  /** The dough as it is now, by which what is believed of each bake is told. */
  of?: DoughSpec;
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
  const width = middleWidth(measured);
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
    <li className="items-center gap-x-4 gap-y-1 px-4 py-2 max-sm:flex max-sm:flex-wrap sm:grid sm:grid-cols-[4.2rem_7rem_minmax(6rem,1fr)_minmax(6rem,1fr)_2.75rem] xl:grid-cols-[4.2rem_7.5rem_7.5rem_7rem_minmax(0,1fr)_2.75rem]">
      <Cookie foretold={foretold} width_mm={width} shade={measured.shade} />
      <div className="min-w-0">
        <p className="font-bold">Bake {number}</p>
        <p className="text-note text-quiet">{day(new Date(bake.baked_at), kitchen).replace(/^\w+,? /, "")}</p>
        {bake.batch_name && <p className="text-note text-quiet">{bake.batch_name}</p>}
        {bake.half && <p className="text-note text-quiet">half {bake.half}</p>}
        <Liked liked={measured.liked} />
      </div>
      <p className="text-note text-quiet">
        <span className="block text-head leading-tight font-bold text-ink">
          {width === null ? "–" : length(width, kitchen)}
        </span>
        {foretold && `foretold ${length(foretold.width_mm.value, kitchen)}`}
      </p>
      <p className="text-note text-quiet">
        <span className="block text-head leading-tight font-bold text-ink">
          {measured.oven_min === null ? "–" : `${minutes(measured.oven_min)} min`}
        </span>
        {measured.verdict ? VERDICTS[measured.verdict] : foretold && `aim ${minutes(foretold.aim_min)} min`}
      </p>
      <div className="col-span-full min-w-0 text-plain leading-snug max-sm:w-full max-xl:row-start-2 xl:col-span-1">
        <Changed bake={props.bake} before={props.before} kitchen={kitchen} />
        <p className="text-note text-quiet">
          {[...measured.textures.map((one) => TEXTURES[one]), measured.note].filter(Boolean).join(" · ")}
        </p>
        {props.bake.picture_id && (
          <a
            className="mt-1 inline-block"
            href={pictureOf(props.bake)}
            target="_blank"
            rel="noreferrer"
            aria-label={`Picture of bake ${number}`}
          >
            <img
              src={pictureOf(props.bake)}
              alt=""
              loading="lazy"
              className="h-16 max-w-40 rounded-[8px] object-cover"
            />
          </a>
        )}
        {bake.run_id && measured.widths_mm.length === 0 && (
          <p className="text-note">
            From the oven, minutes and all.{" "}
            <Button kind="quiet" onClick={props.onChange}>
              Add widths and how you liked it
            </Button>
          </p>
        )}
        {bake.learn_from && props.of && <Doubt id={id} of={props.of} kitchen={kitchen} />}
        {!bake.learn_from && <p className="text-note font-medium">Left out: nothing is learned from it.</p>}
      </div>
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

/** A bake that all the rest contradicts hardly counts, and it is said. */
function Doubt({ id, of, kitchen }: { id: string; of: DoughSpec; kitchen: Kitchen }) {
  const { data } = useEvidence(of, kitchen);
  const mine = data?.pieces.find((piece) => piece.source === "bake" && piece.id === id);
  if (!mine?.doubted) return null;
  return (
    <p className="text-note font-medium">
      It contradicts the other bakes, and hardly counts. Forgotten in the oven, or inches for centimetres?
    </p>
  );
}

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
  if (!liked) return null;
  return (
    <p className="text-note leading-tight" title={LIKED[liked - 1]}>
      <span aria-hidden className="tracking-widest">
        {"●".repeat(liked)}
        {"○".repeat(5 - liked)}
      </span>
      <span className="sr-only">{LIKED[liked - 1]}</span>
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

/** A bake written down in under a minute: what is not known is left out, and what can hardly be meant is asked at its field. */
import { useMemo } from "react";
import type { DoughSpec, Kitchen, Schemas } from "../../client/api";
import { useStill } from "../../client/assessments";
import { type Measured, measuredOf, NOTHING, pictureOf, type SavedBake, useDraft } from "../../client/bakes";
import { newKey } from "../../client/entries";
import { outbox } from "../../client/outbox";
import { within } from "../../client/within";
import { Chips, Segments, Select } from "../../pieces/choice";
import { Button, Field, MaybeField } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { MaybeLength } from "../../pieces/measures";
import { MomentField } from "../../pieces/moment";
import { PictureField } from "../../pieces/picture";
import { offerTakeDown } from "../../pieces/takedown";
import { toast } from "../../pieces/toasts";
import { Asked, Widths } from "../../pieces/widths";
import { useWritten } from "../../pieces/written";
import { LIKED, options, TEXTURES, VERDICTS } from "../../words/labels";
import { Befores, Shades, ThermometerField } from "./record";

const MOST_TEXTURES = 6;
const NOT_SAID = "none";
const local = (moment: Date) =>
  new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);

interface Written {
  batch: string;
  /** Which half of a tray of two halves; empty for a whole one. */
  half: string;
  at: string;
  measured: Measured;
  /** A new one, as base64; empty to take it away, null to leave it as it is. */
  picture: string | null;
}

export function RecordSheet(props: {
  open: boolean;
  onOpen: (open: boolean) => void;
  dough: { id: string; spec: DoughSpec };
  kitchen: Kitchen;
  editing?: SavedBake;
  /** Which half of what is being tried is written down. */
  tried?: { id: string; half: "A" | "B"; saying: string };
}) {
  const { tried } = props;
  return (
    <Sheet
      title={
        props.editing
          ? "Change what is written"
          : tried
            ? `Write down half ${tried.half}: ${tried.half === "A" ? "as it is" : tried.saying}`
            : "Write down a bake"
      }
      open={props.open}
      onOpen={props.onOpen}
      wide
    >
      <RecordForm {...props} />
    </Sheet>
  );
}

function RecordForm(props: Parameters<typeof RecordSheet>[0]) {
  const { dough, kitchen, editing, tried } = props;
  const start = useMemo((): Written => {
    const bake = editing?.bake;
    return bake
      ? {
          batch: bake.batch,
          half: bake.half,
          at: local(new Date(bake.baked_at)),
          measured: measuredOf(editing),
          picture: null,
        }
      : { batch: "", half: "", at: local(new Date()), measured: NOTHING, picture: null };
  }, [editing]);
  const of = tried && { half: tried.half, try_id: tried.id };
  const { written, write, forget } = useWritten(
    editing ? `${editing.id}.${editing.revision}` : of ? `${of.try_id}.${of.half}` : dough.id,
    start,
  );
  const { measured, batch, half, at, picture } = written;
  const put = (part: Partial<Measured>) => write({ measured: { ...measured, ...part } });
  const moment = new Date(at);
  const baked_at = Number.isNaN(moment.getTime()) ? new Date().toISOString() : moment.toISOString();
  const asking = JSON.stringify({
    dough_id: dough.id,
    batch,
    baked_at,
    tray: "",
    half: "",
    ...of,
    measured: forAsking(measured),
  });
  const still = useStill(asking);
  const draft = useMemo((): Schemas["Draft"] => JSON.parse(still), [still]);
  const { data } = useDraft(draft, props.open);
  const foretold = editing?.bake.foretold ?? data?.foretold;
  const asked = (field: string) => data?.questions.filter((one) => one.field === field) ?? [];
  const batches = batchesOf(dough.spec);
  const save = () => {
    if (editing) {
      const { id, revision } = editing;
      outbox.put({
        kind: "save-bake",
        id,
        revision,
        save: { revision, baked_at, measured, learn_from: editing.bake.learn_from, picture },
        name: dough.spec.name,
      });
    } else {
      // The two halves of a day share their tray, and so its luck.
      const bake = {
        dough_id: dough.id,
        batch,
        baked_at,
        tray: half && `halves of ${at.slice(0, 10)}`,
        half,
        measured,
        picture: picture ?? "",
        ...of,
      };
      outbox.put({ kind: "add-bake", id: newKey(), bake });
      offerTakeDown(kitchen, dough.spec, half ? 0.5 : 1, { dough_id: dough.id });
    }
    forget();
    toast(
      editing ? "Changed. How it was written before is kept." : "Written down. The next prediction knows it.",
    );
    props.onOpen(false);
  };
  const nothing = !editing && !picture && JSON.stringify(measured) === JSON.stringify(NOTHING);
  return (
    <form
      className="grid gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <div className="flex flex-wrap items-end gap-4">
        <MomentField label="Baked" kitchen={kitchen} value={at} onValue={(next) => write({ at: next })} />
        {batches.length > 1 && !editing && (
          <div className="w-52">
            <Select
              label="Which"
              value={batch}
              onValue={(next) => write({ batch: next })}
              options={batches}
            />
          </div>
        )}
        {!editing && !tried && (
          <Segments
            label="Of a tray"
            value={half || NOT_SAID}
            onValue={(next) => write({ half: next === NOT_SAID ? "" : next })}
            options={[
              [NOT_SAID, "whole"],
              ["A", "left, A"],
              ["B", "right, B"],
            ]}
          />
        )}
        <MaybeField
          label="How many"
          unit=""
          width="w-18"
          value={measured.count}
          start={foretold?.count ?? 12}
          {...within("Measured", "count")}
          onValue={(count) => put({ count })}
        />
        {data?.shaped && <p className="pb-2.5 text-note text-quiet">{data.shaped}</p>}
      </div>
      <Asked problems={asked("count")} />
      <Widths
        measured={measured}
        foretold={foretold ?? undefined}
        logs={dough.spec.form.kind === "rusk"}
        kitchen={kitchen}
        problems={data?.questions ?? []}
        onPut={put}
      />
      <div className="flex flex-wrap items-end gap-4">
        <MaybeLength
          label="One height"
          kitchen={kitchen}
          value={measured.height_mm}
          start={foretold?.height_mm.value ?? 12}
          {...within("Measured", "height_mm")}
          onValue={(height_mm) => put({ height_mm })}
        />
        <MaybeField
          label={dough.spec.form.kind === "rusk" ? "First bake" : "In the oven"}
          unit="min"
          value={measured.oven_min}
          start={Math.round((foretold?.aim_min ?? 11) * 2) / 2}
          step={0.5}
          {...within("Measured", "oven_min")}
          onValue={(oven_min) => put({ oven_min })}
        />
        <Segments
          label="and then they were"
          value={measured.verdict ?? NOT_SAID}
          onValue={(verdict) => put({ verdict: verdict === NOT_SAID ? null : verdict })}
          options={[[NOT_SAID, "not sure"], ...options(VERDICTS)] as const}
        />
      </div>
      <Asked
        problems={[...asked("height_mm"), ...asked("oven_min")]}
        onRemedy={(problem) => put({ [problem.field]: Number(problem.remedy?.value) })}
      />
      <Shades scale={foretold?.scale ?? []} value={measured.shade} onValue={(shade) => put({ shade })} />
      <Chips
        label="How they eat"
        options={options(TEXTURES)}
        value={measured.textures}
        onValue={(textures) => put({ textures: textures.slice(0, MOST_TEXTURES) })}
      />
      <div className="flex flex-wrap items-end gap-4">
        <Segments
          label="How it was liked"
          value={`${measured.liked ?? NOT_SAID}`}
          onValue={(liked) => put({ liked: Number(liked) || null })}
          options={[[NOT_SAID, "not said"], ...LIKED.map((word, i) => [`${i + 1}`, word] as const)]}
        />
        <ThermometerField
          kitchen={kitchen}
          value={measured.oven_read_c}
          onValue={(oven_read_c) => put({ oven_read_c })}
        />
      </div>
      <Field label="One line of note">
        {(ids) => (
          <input
            {...ids}
            className="control w-full"
            maxLength={400}
            value={measured.note}
            onChange={(event) => put({ note: event.target.value })}
          />
        )}
      </Field>
      <PictureField
        value={picture}
        kept={editing?.picture_id ? pictureOf(editing) : undefined}
        onValue={(next) => write({ picture: next })}
      />
      {editing && <Befores id={editing.id} kitchen={kitchen} />}
      <div className="sticky -bottom-5 -mx-5 -mb-5 flex flex-wrap items-center gap-3 border-t-[1.5px] rounded-b-[13px] border-line bg-enamel px-5 py-2.5">
        <Button type="submit" kind="main" disabled={nothing}>
          {editing ? "Keep the change" : "Keep this bake"}
        </Button>
        <span className="min-w-[min(15rem,100%)] flex-1 text-note text-quiet">
          Formula, settings and what was foretold are kept with it. Write the minutes they really took:
          planned ones teach nothing.
        </span>
      </div>
    </form>
  );
}

/** What a question can hang on; a word of note asks nothing. */
const forAsking = (measured: Measured): Measured => ({
  ...NOTHING,
  count: measured.count,
  widths_mm: measured.widths_mm,
  height_mm: measured.height_mm,
  oven_min: measured.oven_min,
});

function batchesOf(spec: DoughSpec): [string, string][] {
  const small: [string, string][] =
    spec.form.kind === "cutout" && spec.form.small_mm ? [["small", "The small ones"]] : [];
  return [
    ["", spec.shares.length ? "The rest of the dough" : "The dough"],
    ...small,
    ...spec.shares.map((share): [string, string] => [share.id, share.name]),
  ];
}

/** Kept versions: keep this one with a note, compare any with now, go back to one. */

import { useEffect, useState } from "react";
import type { DoughSpec, Kitchen, Schemas } from "../../client/api";
import { compared } from "../../client/assessments";
import { useVersions } from "../../client/doughs";
import { outbox } from "../../client/outbox";
import { Select } from "../../pieces/choice";
import { ComparisonTable } from "../../pieces/comparison";
import { Button, Field } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { Note } from "../../pieces/notes";
import { clock, day } from "../../words/numbers";

export function VersionsSheet(props: {
  id: string;
  open: boolean;
  onOpen: (open: boolean) => void;
  spec: DoughSpec;
  /** Of the dough as it is saved; none while changes are on their way. */
  revision?: number;
  kitchen: Kitchen;
  onTake: (spec: DoughSpec) => void;
}) {
  const { id, open, spec, kitchen } = props;
  const { data: versions, error } = useVersions(id, open);
  const [note, setNote] = useState("");
  const [before, setBefore] = useState("");
  const [after, setAfter] = useState("now");
  const [failed, setFailed] = useState<string>();
  const [comparison, setComparison] = useState<Schemas["Comparison"]>();
  const first = versions?.[0]?.id ?? "";
  const from = versions?.find((version) => version.id === (before || first));
  const to = after === "now" ? spec : versions?.find((version) => version.id === after)?.spec;
  useEffect(() => {
    setComparison(undefined);
    if (!open || !from?.spec || !to) return;
    setFailed(undefined);
    let late = false; // an answer to a former question
    compared(from.spec, to, kitchen).then(
      (found) => late || setComparison(found),
      (failure) => late || setFailed((failure as Error).message),
    );
    return () => {
      late = true;
    };
  }, [open, from, to, kitchen]);
  const keep = () => {
    if (props.revision === undefined) return;
    outbox.put({ kind: "keep-version", id, revision: props.revision, note });
    setNote("");
  };
  const label = (version: Schemas["SavedVersion"]) => {
    const at = new Date(version.created_at);
    return `${version.note || "no note"}, ${day(at, kitchen)} ${clock(at, kitchen)}`;
  };
  const options = (versions ?? []).map((version) => [version.id, label(version)] as const);
  return (
    <Sheet title="Versions" open={open} onOpen={props.onOpen}>
      <div className="grid gap-4">
        <div className="flex items-end gap-2">
          <div className="flex-1">
            <Field label="Keep the dough as it is now, with a note">
              {(ids) => (
                <input
                  {...ids}
                  className="control w-full"
                  maxLength={200}
                  placeholder="less sugar, for the fair"
                  value={note}
                  onChange={(event) => setNote(event.target.value)}
                />
              )}
            </Field>
          </div>
          <Button kind="main" onClick={keep} disabled={props.revision === undefined}>
            Keep
          </Button>
        </div>
        {(failed ?? error) && <Note severity="stop">{failed ?? error?.message}</Note>}
        {error ? null : options.length === 0 ? (
          <p className="text-quiet">
            No version kept yet. Keep one before you change something, and compare the two afterwards.
          </p>
        ) : (
          <>
            <div className="grid gap-3 md:grid-cols-2">
              <Select label="Compare" value={before || first} onValue={setBefore} options={options} />
              <Select
                label="with"
                value={after}
                onValue={setAfter}
                options={[["now", "the dough as it is now"], ...options]}
              />
            </div>
            {comparison && (
              <ComparisonTable kitchen={kitchen} comparison={comparison} before="That" after="This" />
            )}
            {from && !from.spec && (
              <Note severity="ask">
                “{from.note || "That version"}” cannot be read by this version of Fine Batch.{" "}
                <a
                  className="font-semibold underline underline-offset-4"
                  href={`/api/doughs/${id}/versions/${from.id}/raw`}
                  download
                >
                  Take away what is stored (JSON)
                </a>
              </Note>
            )}
            {from?.spec && (
              <Button
                className="justify-self-start"
                onClick={() => {
                  if (from.spec) props.onTake(from.spec);
                  props.onOpen(false);
                }}
              >
                Go back to “{from.note || "that version"}”
              </Button>
            )}
          </>
        )}
      </div>
    </Sheet>
  );
}

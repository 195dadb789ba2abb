/** Kept versions: keep this one with a note, compare any with now, go back to one. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, type DoughSpec, type Kitchen, need, type Schemas } from "../../client/api";
import { ComparisonTable } from "../../pieces/comparison";
import { Button, Field, Select } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { clock, day } from "../../pieces/say";

export function VersionsSheet(props: {
  id: string;
  open: boolean;
  onOpen: (open: boolean) => void;
  spec: DoughSpec;
  saved: boolean;
  kitchen: Kitchen;
  onTake: (spec: DoughSpec) => void;
}) {
  const { id, open, spec, kitchen } = props;
  const path = { dough_id: id };
  const client = useQueryClient();
  const { data: versions } = useQuery({
    queryKey: ["versions", id],
    queryFn: () => need(api.GET("/api/doughs/{dough_id}/versions", { params: { path } })),
    enabled: open,
  });
  const [note, setNote] = useState("");
  const [before, setBefore] = useState("");
  const [after, setAfter] = useState("now");
  const [comparison, setComparison] = useState<Schemas["Comparison"]>();
  const first = versions?.[0]?.id ?? "";
  const from = versions?.find((version) => version.id === (before || first));
  const to = after === "now" ? spec : versions?.find((version) => version.id === after)?.spec;
  useEffect(() => {
    if (!open || !from || !to) return;
    const body = { before: from.spec, after: to, kitchen };
    need(api.POST("/api/comparisons", { body })).then(setComparison, () => setComparison(undefined));
  }, [open, from, to, kitchen]);
  const keep = async () => {
    await need(api.POST("/api/doughs/{dough_id}/versions", { params: { path }, body: { note } }));
    setNote("");
    client.invalidateQueries({ queryKey: ["versions", id] });
  };
  const label = (version: Schemas["SavedVersion"]) => {
    const at = new Date(version.created_at);
    return `${version.note || "no note"}, ${day(at)} ${clock(at, kitchen)}`;
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
          <Button kind="main" onClick={keep} disabled={!props.saved}>
            Keep
          </Button>
        </div>
        {options.length === 0 ? (
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
            {from && (
              <Button
                className="justify-self-start"
                onClick={() => {
                  props.onTake(from.spec);
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

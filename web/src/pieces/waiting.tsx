/** What waits on this device to be saved, said wherever one is, and what the baker can do about each. */
import { useState } from "react";
import { useOutbox } from "../client/answers";
import type { Kitchen } from "../client/api";
import type { Change, Entry } from "../client/entries";
import { useKitchen } from "../client/kitchen";
import type { FieldChange } from "../client/merging";
import { outbox } from "../client/outbox";
import { clock, grams, length, plural, roomTemperature } from "../words/numbers";
import { Button } from "./controls";
import { Sheet } from "./dialog";

/** Names by id, of trays or of lines. */
type Names = Readonly<Record<string, string>>;

export function Waiting() {
  const { entries, away, trouble, kept, writing } = useOutbox();
  const [open, setOpen] = useState(false);
  const { data: kitchen } = useKitchen();
  const asked = entries.filter((entry) => entry.state !== "waiting").length;
  const waiting = entries.length - asked;
  const late = waiting > 0 && (away || trouble !== undefined);
  const said = late || asked > 0;
  if (!said && !open) return null;
  return (
    <>
      {said && (
        <div
          role="status"
          className="no-print sticky bottom-0 z-10 flex flex-wrap items-center gap-x-4 gap-y-1 border-t-[3px] border-ask-edge bg-ask px-5 py-1.5 text-lead"
        >
          <span className="font-bold">
            {late &&
              `${plural(waiting, "change")} ${waiting === 1 ? "waits" : "wait"} for the kitchen computer.`}
            {late && asked > 0 && " "}
            {asked > 0 && `${plural(asked, "change")} ${asked === 1 ? "needs" : "need"} your answer.`}
          </span>
          {late && (
            <span>
              {trouble ??
                (!kept
                  ? "Not kept on this device: leave this page open."
                  : writing
                    ? "Being kept here…"
                    : "Kept here until it answers.")}
            </span>
          )}
          <Button className="ml-auto" onClick={() => setOpen(true)}>
            See what waits
          </Button>
        </div>
      )}
      <Sheet title="What waits on this device" open={open} onOpen={setOpen}>
        <ul className="divide-y divide-line">
          {entries.map((entry) => (
            <li key={entry.key} className="grid gap-2 py-3">
              <p>
                <strong>{subject(entry.change)}</strong>{" "}
                <span className="text-quiet">
                  {clock(new Date(entry.at), kitchen ?? { units: "metric" })}
                </span>
              </p>
              {entry.state === "waiting" ? (
                <p className="text-plain text-quiet">Waits to be sent.</p>
              ) : (
                <Answer entry={entry} />
              )}
            </li>
          ))}
          {entries.length === 0 && <li className="py-3">Nothing waits any more: all is saved.</li>}
        </ul>
      </Sheet>
    </>
  );
}

/** What can be done about a change that cannot simply be sent. */
export function Answer({ entry, names }: { entry: Entry; names?: Names }) {
  const { change } = entry;
  const drop = (
    <Button kind="quiet" onClick={() => outbox.drop(entry)}>
      Let it go
    </Button>
  );
  if (entry.state === "conflict" && "changes" in change)
    return <FieldConflicts entry={entry} changes={change.changes} names={names} />;
  const fresh = (entry.current as { revision: number } | undefined)?.revision;
  return (
    <>
      <p className="text-plain">{entry.message}</p>
      <div className="flex flex-wrap gap-2">
        {entry.state === "gone" && change.kind === "save-dough" && (
          <Button kind="main" onClick={() => outbox.putBack(entry)}>
            Put it back
          </Button>
        )}
        {change.kind === "save-dough" && entry.state !== "refused" && (
          <Button onClick={() => outbox.keepAsCopy(entry)}>Keep mine as a copy</Button>
        )}
        {entry.state === "refused" && <Button onClick={() => outbox.again(entry)}>Try again</Button>}
        {entry.state === "stale" &&
          (change.kind === "put-aside" ||
            change.kind === "put-aside-plan" ||
            change.kind === "put-aside-bake" ||
            change.kind === "put-aside-thing") &&
          fresh !== undefined && (
            <Button onClick={() => outbox.again(entry, { ...change, revision: fresh })}>
              Take it off all the same
            </Button>
          )}
        {drop}
      </div>
    </>
  );
}

function FieldConflicts({ entry, changes, names }: { entry: Entry; changes: FieldChange[]; names?: Names }) {
  const { data: kitchen } = useKitchen();
  const known = names ?? Object.fromEntries(kitchen?.trays.map((tray) => [tray.id, tray.name]) ?? []);
  return (
    <>
      <p className="text-plain">Another device changed the same while this change was on its way.</p>
      <table className="text-plain">
        <thead>
          <tr className="text-left">
            <th className="pr-4 font-semibold">What</th>
            <th className="pr-4 font-semibold">Here</th>
            <th className="font-semibold">There, as it now stands</th>
          </tr>
        </thead>
        <tbody>
          {changes.map(({ path, was, now }) => (
            <tr key={path.join(".")}>
              <td className="pr-4">{said(path, known)}</td>
              <td className="pr-4 font-bold">{shown(path, now, kitchen)}</td>
              <td>{shown(path, was, kitchen)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={() => outbox.again(entry)}>
          Use mine
        </Button>
        <Button onClick={() => outbox.drop(entry)}>Leave theirs</Button>
      </div>
    </>
  );
}

/** What a field is, in words; `names` tells trays and lines by theirs. */
function said(path: readonly string[], names: Names): string {
  const [head = "", ...rest] = path;
  if (head === "trays") {
    const [id = "", field] = rest;
    return [names[id] ?? "a tray", field && wordOf(field)].filter(Boolean).join(", ");
  }
  if (head === "poured_g") return `${names[rest[0] ?? ""] ?? "a line"}, in the bowl`;
  return wordOf(rest.at(-1) ?? head);
}

const wordOf = (field: string) => field.replace(/_(g|mm|min|cm2|s|c|m)$/, "").replaceAll("_", " ");

/** A value with its unit, by the ending of its field's name. */
function shown(path: readonly string[], value: unknown, kitchen: Kitchen | undefined): string {
  if (value == null) return "not there";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "object") return (value as { name?: string }).name ?? "another";
  const units = kitchen ?? { units: "metric" as const };
  const field = path[0] === "poured_g" ? "poured_g" : (path.at(-1) ?? "");
  if (typeof value !== "number") return String(value).replaceAll("_", " ");
  if (field.endsWith("_mm")) return length(value, units);
  if (field.endsWith("_g")) return grams(value);
  if (field.endsWith("_c")) return roomTemperature(value, kitchen?.scale ?? "c");
  if (field.endsWith("_m")) return `${value} m`;
  if (field.endsWith("_cm2")) return `${value} cm²`;
  return path[0] === "paces" ? `${value} s` : String(value);
}

function subject(change: Change): string {
  switch (change.kind) {
    case "save-dough":
      return change.spec.name;
    case "add-dough":
      return `${change.spec.name}, a new dough`;
    case "put-aside":
      return `${change.name}, taken off the shelf`;
    case "put-back":
      return `${change.name}, put back`;
    case "keep-version":
      return `A version kept: ${change.note || "no note"}`;
    case "kitchen":
      return "The kitchen";
    case "weigh-in":
      return "The weigh-in";
    case "change-plan":
      return "A change of the bake day";
    case "tell-test":
      return "A test cookie written down";
    case "tell-run":
      return `At the oven: ${change.says}`;
    case "keep-try":
      return `${change.trial.saying}, to be tried`;
    case "end-try":
      return `${change.saying}, no longer tried`;
    case "put-aside-plan":
      return `${change.name}, a bake day put aside`;
    case "put-back-plan":
      return `${change.name}, a bake day put back`;
    case "add-bake":
      return "A bake written down";
    case "save-bake":
      return `${change.name}, what is written of it`;
    case "put-aside-bake":
      return `${change.name}, put aside`;
    case "put-back-bake":
      return `${change.name}, put back`;
    case "add-thing":
      return `${change.name}, in the stores`;
    case "change-thing":
      return `${change.name}, changed in the stores`;
    case "put-aside-thing":
      return `${change.name}, put aside`;
    case "put-back-thing":
      return `${change.name}, put back`;
    case "put-away":
      return `${change.name}, into the pantry`;
    case "throw-away":
      return `${change.name}, thrown away`;
  }
}

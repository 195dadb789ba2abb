/** Copies of the kitchen's file: when the last good one was made, how often, and whether one would bring everything back. */
import { useState } from "react";
import type { Kitchen, Schemas } from "../../client/api";
import { type Backup, type Drill, fileOf, useBackups, useKeeping } from "../../client/keeping";
import { within } from "../../client/within";
import { Segments } from "../../pieces/choice";
import { Button, NumberField } from "../../pieces/controls";
import { Note, Panel } from "../../pieces/notes";
import { clock, day, plural } from "../../words/numbers";

type Rule = Schemas["BackupRule"];

const OFTEN = [
  ["6", "6 hours"],
  ["12", "12 hours"],
  ["24", "Day"],
  ["168", "Week"],
  ["off", "Never"],
] as const;
const HOUR_MS = 3_600_000;

export function CopiesPanel(props: { kitchen: Kitchen; onRule: (rule: Rule) => void }) {
  const { kitchen, onRule } = props;
  const rule = kitchen.backup;
  const { data, error } = useBackups();
  const { make } = useKeeping();
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState<string>();
  const made = data?.made ?? [];
  const last = made[0];
  const often = rule.on ? String(rule.every_h) : "off";
  const makeOne = async () => {
    setBusy(true);
    setWrong(undefined);
    await make().catch((failure: Error) => setWrong(failure.message));
    setBusy(false);
  };
  return (
    <Panel title="Copies, in case something breaks">
      <div className="grid gap-4 p-4">
        <p className="text-head font-bold" role="status">
          {last
            ? `Last good copy: ${when(last, kitchen)}`
            : data
              ? "There is no copy yet."
              : "Looking for copies…"}
        </p>
        {data?.failed && <Note severity="stop">The last try made none. {data.failed}</Note>}
        {(wrong || error) && <Note severity="stop">{wrong ?? error?.message}</Note>}
        {last && rule.on && isOld(last, rule) && !data?.failed && (
          <Note severity="note">It is older than you asked for: copies are made while Fine Batch runs.</Note>
        )}
        <Segments
          label="Make a copy every"
          value={often}
          onValue={(value) =>
            onRule(value === "off" ? { ...rule, on: false } : { ...rule, on: true, every_h: Number(value) })
          }
          options={OFTEN.some(([value]) => value === often) ? OFTEN : [[often, `${often} hours`], ...OFTEN]}
        />
        <div className="flex flex-wrap items-end gap-4">
          <NumberField
            label="Days whose last copy stays"
            unit=""
            value={rule.keep_days ?? 7}
            {...within("BackupRule", "keep_days")}
            onValue={(keep_days) => onRule({ ...rule, keep_days })}
          />
          <NumberField
            label="Weeks whose last copy stays"
            unit=""
            value={rule.keep_weeks ?? 4}
            {...within("BackupRule", "keep_weeks")}
            onValue={(keep_weeks) => onRule({ ...rule, keep_weeks })}
          />
        </div>
        <Button kind="main" className="justify-self-start" disabled={busy} onClick={makeOne}>
          {busy ? "Copying…" : "Make a copy now"}
        </Button>
        <ul className="divide-y divide-line border-y-[1.5px] border-line">
          {made.map((backup) => (
            <Copy key={backup.name} backup={backup} kitchen={kitchen} />
          ))}
        </ul>
        {data && (
          <p className="text-plain text-quiet">
            They lie in <code className="break-all">{data.folder}</code>, on the same disk as the kitchen:
            take one away to another disk now and then. To go back to one, stop Fine Batch and run{" "}
            <code>finebatch restore</code> with the copy; what is there now is kept aside.
          </p>
        )}
      </div>
    </Panel>
  );
}

const when = ({ made_at }: Backup, kitchen: Kitchen) => {
  const at = new Date(made_at);
  return `${day(at, kitchen)}, ${clock(at, kitchen)}`;
};

const isOld = ({ made_at }: Backup, rule: Rule) =>
  Date.now() - Date.parse(made_at) > ((rule.every_h ?? 24) + 1) * HOUR_MS;

/** One copy, tried on demand. */
function Copy({ backup, kitchen }: { backup: Backup; kitchen: Kitchen }) {
  const { drill } = useKeeping();
  const [found, setFound] = useState<Drill | "trying" | Error>();
  const tryIt = () => {
    setFound("trying");
    drill(backup).then(setFound, setFound);
  };
  return (
    <li className="grid gap-1 py-2">
      <div className="flex flex-wrap items-center gap-2">
        <p className="min-w-44 flex-1 font-medium">
          {when(backup, kitchen)}{" "}
          <span className="text-quiet">{(backup.size_bytes / 1e6).toFixed(1)} MB</span>
        </p>
        <Button disabled={found === "trying"} onClick={tryIt} aria-label={`Try it: ${when(backup, kitchen)}`}>
          {found === "trying" ? "Trying…" : "Try it"}
        </Button>
        <a
          className="inline-flex min-h-11 items-center px-3 font-medium underline underline-offset-4 hover:bg-well"
          href={fileOf(backup)}
          download
          aria-label={`Take it away: ${when(backup, kitchen)}`}
        >
          Take it away
        </a>
      </div>
      {found instanceof Error && <Note severity="stop">It would not work. {found.message}</Note>}
      {found && found !== "trying" && !(found instanceof Error) && <Found drill={found} />}
    </li>
  );
}

function Found({ drill: { holds, here, took_s } }: { drill: Drill }) {
  const says = (counts: Drill["holds"]) =>
    `${plural(counts.doughs, "dough")}, ${plural(counts.days, "day")}, ${plural(counts.bakes, "bake")}`;
  return (
    <div role="status">
      <Note severity={holds.unreadable ? "ask" : "note"}>
        It would bring back {says(holds)}: read through in {took_s.toFixed(1)} s. The kitchen now has{" "}
        {says(here)}.{holds.unreadable > 0 && ` ${holds.unreadable} of them cannot be read by this version.`}
      </Note>
    </div>
  );
}

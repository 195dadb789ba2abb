/** The whole kitchen as one open file, and such a file taken in: what is new comes, what differs is asked. */
import { useRef, useState } from "react";
import type { Kitchen, Schemas } from "../../client/api";
import { type ArchiveHere, type Take, useKeeping, WHOLE } from "../../client/keeping";
import { Segments } from "../../pieces/choice";
import { Button, FileButton } from "../../pieces/controls";
import { Note, Panel } from "../../pieces/notes";
import { clock, day } from "../../words/numbers";

type Differing = Schemas["Differing"];

const KINDS: Record<string, readonly [string, string]> = {
  kitchen: ["the kitchen's settings", "kitchens' settings"],
  doughs: ["dough", "doughs"],
  stores: ["thing of the stores", "things of the stores"],
  dough_versions: ["kept version", "kept versions"],
  weigh_ins: ["weigh-in", "weigh-ins"],
  plans: ["day", "days"],
  pictures: ["picture", "pictures"],
  bakes: ["bake", "bakes"],
  tries: ["try", "tries"],
  runs: ["day at the oven", "days at the oven"],
};

export function ArchivePanel({ kitchen }: { kitchen: Kitchen }) {
  const { handIn, takeIn, leave } = useKeeping();
  const chooser = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState<string>();
  const [here, setHere] = useState<ArchiveHere>();
  const [takes, setTakes] = useState<Record<string, Take>>({});
  const [done, setDone] = useState<string>();
  const work = async (doing: () => Promise<void>) => {
    setBusy(true);
    setWrong(undefined);
    await doing().catch((failure: Error) => setWrong(failure.message));
    setBusy(false);
  };
  const open = (file: File | undefined) => {
    if (!file) return;
    setDone(undefined);
    work(async () => {
      setHere(await handIn(file));
      setTakes({});
    });
  };
  const take = (archive: ArchiveHere) =>
    work(async () => {
      await takeIn(archive.id, takes);
      setDone(`Taken in: ${newOnes(archive) || "nothing was new"}.`);
      setHere(undefined);
    });
  const close = (archive: ArchiveHere) => {
    leave(archive.id).catch(() => undefined); // what is left there goes after a day
    setHere(undefined);
  };
  return (
    <Panel title="Everything in one file">
      <div className="grid gap-4 p-4">
        <p>
          An open archive of doughs, versions, days, bakes, pictures, the stores and the kitchen itself, for
          another computer or for years from now.
        </p>
        <div className="flex flex-wrap gap-3">
          <FileButton href={WHOLE}>Save the archive</FileButton>
          <Button disabled={busy} onClick={() => chooser.current?.click()}>
            {busy ? "Reading…" : "Take one in"}
          </Button>
          <input
            ref={chooser}
            type="file"
            accept=".zip,application/zip"
            className="sr-only"
            tabIndex={-1}
            aria-label="An archive to take in"
            onChange={(event) => {
              open(event.target.files?.[0]);
              event.target.value = "";
            }}
          />
        </div>
        {wrong && <Note severity="stop">{wrong}</Note>}
        {done && (
          <p role="status" className="font-bold">
            {done}
          </p>
        )}
        {here && (
          <section aria-label="The archive" className="grid gap-3 border-t-[1.5px] border-line pt-3">
            <p className="text-lead font-bold">Made {moment(here.compared.made_at, kitchen)}</p>
            <p>
              {newOnes(here) ? `New here: ${newOnes(here)}.` : "Nothing in it is new here."} What is the same
              in both stays.
            </p>
            {here.compared.differing.length > 1 && (
              <Segments
                label={`${here.compared.differing.length} things differ. All of them:`}
                value={"" as Take}
                onValue={(take) =>
                  setTakes(Object.fromEntries(here.compared.differing.map(({ id }) => [id, take])))
                }
                options={[
                  ["mine", "Keep mine"],
                  ["theirs", "Take the archive’s"],
                ]}
              />
            )}
            {here.compared.differing.map((one) => (
              <Choice
                key={one.id}
                one={one}
                kitchen={kitchen}
                value={takes[one.id]}
                onValue={(value) => setTakes((was) => ({ ...was, [one.id]: value }))}
              />
            ))}
            <div className="flex flex-wrap gap-3">
              <Button
                kind="main"
                disabled={busy || here.compared.differing.some(({ id }) => !takes[id])}
                onClick={() => take(here)}
              >
                Take it in
              </Button>
              <Button onClick={() => close(here)}>Leave it</Button>
            </div>
          </section>
        )}
      </div>
    </Panel>
  );
}

const newOnes = ({ compared }: ArchiveHere) =>
  compared.counted
    .filter(({ kind, new: many }) => many > 0 && KINDS[kind])
    .map(({ kind, new: many }) =>
      kind === "kitchen" ? KINDS.kitchen?.[0] : `${many} ${KINDS[kind]?.[many === 1 ? 0 : 1]}`,
    )
    .join(", ");

const moment = (text: string, kitchen: Kitchen) => {
  const at = new Date(text);
  return `${day(at, kitchen)}, ${clock(at, kitchen)}`;
};

/** Of one thing that differs: which is to stay. */
function Choice(props: {
  one: Differing;
  kitchen: Kitchen;
  value: Take | undefined;
  onValue: (take: Take) => void;
}) {
  const { one, kitchen } = props;
  const said =
    one.kind === "kitchen"
      ? "The kitchen’s settings differ"
      : `The ${KINDS[one.kind]?.[0] ?? one.kind} ${one.name} differs`;
  const at = (text: string | null) => (text ? `, ${moment(text, kitchen)}` : "");
  return (
    <div className="rounded-[10px] border-[1.5px] border-line p-3">
      <Segments
        label={`${said}. Here${at(one.here_at)}; in the archive${at(one.there_at)}.`}
        value={props.value ?? ("" as Take)}
        onValue={props.onValue}
        options={[
          ["mine", "Keep mine"],
          ["theirs", "Take the archive’s"],
          ...(one.both ? ([["both", "Keep both"]] as const) : []),
        ]}
      />
    </div>
  );
}

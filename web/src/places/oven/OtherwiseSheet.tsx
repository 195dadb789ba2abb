/** The day goes otherwise: what happened, in a tap or two; the rest is planned anew around it. */
import { useState } from "react";
import type { RunEvent } from "../../client/entries";
import type { RunNow } from "../../client/runs";
import { Select } from "../../pieces/choice";
import { Button, NumberField } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";

export function OtherwiseSheet(props: {
  run: RunNow;
  onClose: () => void;
  onSay: (event: RunEvent, says: string) => void;
}) {
  const { run } = props;
  const [dough, setDough] = useState("0");
  const [tray, setTray] = useState(run.tray_kinds[0]?.id ?? "");
  const [load, setLoad] = useState(run.on_trays[0]?.load ?? 0);
  const [pieces, setPieces] = useState(run.on_trays[0]?.pieces ?? 1);
  const [note, setNote] = useState("");
  const say = (event: RunEvent, says: string) => {
    props.onSay(event, says);
    props.onClose();
  };
  const doughs = run.doughs.map((name, n) => [String(n), name] as [string, string]);
  return (
    <Sheet title="It goes otherwise" open onOpen={(open) => !open && props.onClose()} wide>
      <div className="grid gap-5">
        <Group title="I need">
          {[10, 30, 60].map((minutes) => (
            <Button
              key={minutes}
              className="min-h-14"
              onClick={() => say({ kind: "away", minutes }, `away ${minutes} min`)}
            >
              {minutes === 30 ? "half an hour" : minutes === 60 ? "an hour" : "10 minutes"}
            </Button>
          ))}
        </Group>
        <Group title="The oven is">
          <Button
            className="min-h-14"
            onClick={() => say({ kind: "not_hot", minutes: 10 }, "the oven is not hot yet")}
          >
            not hot yet: 10 min
          </Button>
          <Button
            className="min-h-14"
            onClick={() => say({ kind: "oven_runs", times: 1.1 }, "the oven is cooler")}
          >
            cooler: all bakes 10% longer
          </Button>
          <Button
            className="min-h-14"
            onClick={() => say({ kind: "oven_runs", times: 1.25 }, "the oven is much cooler")}
          >
            much cooler: 25% longer
          </Button>
          <Button
            className="min-h-14"
            onClick={() => say({ kind: "oven_runs", times: 0.9 }, "the oven is hotter")}
          >
            hotter: 10% less
          </Button>
        </Group>
        <Group title="Hands">
          <Button
            className="min-h-14"
            onClick={() => say({ kind: "helper", comes: true }, "a helper is there")}
          >
            A helper is there
          </Button>
          <Button
            className="min-h-14"
            onClick={() => say({ kind: "helper", comes: false }, "the helper has gone")}
          >
            The helper has gone
          </Button>
        </Group>
        <Group title="A dough">
          <div className="w-56">
            <Select label="Which dough" hideLabel value={dough} onValue={setDough} options={doughs} />
          </div>
          <Button
            className="min-h-14"
            onClick={() => say({ kind: "dough_off", dough: Number(dough) }, "no more of a dough")}
          >
            No more of it
          </Button>
          {[10, 20].map((minutes) => (
            <Button
              key={minutes}
              className="min-h-14"
              onClick={() =>
                say({ kind: "not_ready", dough: Number(dough), minutes }, "a dough is not ready")
              }
            >
              Not firm yet: {minutes} min
            </Button>
          ))}
        </Group>
        <Group title="A tray">
          <div className="w-56">
            <Select
              label="Which tray"
              hideLabel
              value={tray}
              onValue={setTray}
              options={run.tray_kinds.map(({ id, name }) => [id, name] as [string, string])}
            />
          </div>
          <Button
            className="min-h-14"
            disabled={!tray}
            onClick={() => say({ kind: "tray_gone", tray, found: false }, "a tray less")}
          >
            One less to use
          </Button>
          <Button
            className="min-h-14"
            disabled={!tray}
            onClick={() => say({ kind: "tray_gone", tray, found: true }, "a tray found")}
          >
            It is there again
          </Button>
        </Group>
        {run.on_trays.length > 0 && (
          <Group title="A tray's cookies">
            <div className="w-56">
              <Select
                label="Which cookies"
                hideLabel
                value={String(load)}
                onValue={(value) => {
                  setLoad(Number(value));
                  setPieces(run.on_trays.find((one) => one.load === Number(value))?.pieces ?? 1);
                }}
                options={run.on_trays.map((one) => [String(one.load), one.name] as [string, string])}
              />
            </div>
            <Button
              className="min-h-14"
              onClick={() => say({ kind: "lost", load, pieces: null }, "a tray lost")}
            >
              All are lost
            </Button>
            <NumberField label="On the tray" unit="" value={pieces} min={1} max={2000} onValue={setPieces} />
            <Button
              className="min-h-14"
              onClick={() => say({ kind: "fewer", load, pieces }, `${pieces} on a tray`)}
            >
              Only so many
            </Button>
          </Group>
        )}
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (note.trim()) say({ kind: "note", text: note.trim() }, "a note");
          }}
        >
          <label className="min-w-64 flex-1">
            <span className="mb-0.5 block text-note font-medium text-quiet">A note, for the notebook</span>
            <input
              className="control w-full"
              value={note}
              maxLength={400}
              onChange={(event) => setNote(event.target.value)}
            />
          </label>
          <Button type="submit">Write it down</Button>
        </form>
        <p className="text-plain text-quiet">
          A look at a tray in the oven? Tap the tray. Everything here can be taken back under “What was told”.
        </p>
      </div>
    </Sheet>
  );
}

function Group({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section aria-label={title} className="flex flex-wrap items-center gap-2">
      <h3 className="w-28 text-head font-bold">{title}</h3>
      {children}
    </section>
  );
}

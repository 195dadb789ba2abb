/** One tray in the oven: what is seen of it, more minutes, out, or lost. */
import { useState } from "react";
import type { RunEvent } from "../../client/entries";
import type { RunNow, TrayClock } from "../../client/runs";
import { Segments } from "../../pieces/choice";
import { Button, NumberField } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { countdown } from "../../words/countdown";
import { LIFTS, MIDDLES, options, RIMS, SMELLS, UNDERS } from "../../words/labels";

type Saw = Extract<RunEvent, { kind: "saw" }>;

export function TraySheet(props: {
  tray: TrayClock;
  run: RunNow;
  now_ms: number;
  onClose: () => void;
  onSay: (event: RunEvent, says: string) => void;
}) {
  const { tray, now_ms } = props;
  const [seen, setSeen] = useState<Omit<Saw, "kind" | "load">>({});
  const [pieces, setPieces] = useState(tray.pieces);
  const say = (event: RunEvent, says: string) => {
    props.onSay(event, `Tray ${tray.tray}: ${says}`);
    props.onClose();
  };
  const signs = Object.values(seen).filter(Boolean).length;
  return (
    <Sheet title={`Tray ${tray.tray}: ${tray.name}`} open onOpen={(open) => !open && props.onClose()}>
      <div className="grid gap-4">
        <p className="text-lead">
          In for {countdown(now_ms - Date.parse(tray.in_at))} min,{" "}
          {countdown(Date.parse(tray.out_at) - now_ms)} min left. {tray.note}
        </p>
        <div className="flex flex-wrap gap-2">
          <Button
            kind="main"
            className="min-h-16 px-6 text-head"
            onClick={() => say({ kind: "did", marks: [{ kind: "unload", load: tray.load, part: 0 }] }, "out")}
          >
            It is out
          </Button>
          <Button
            className="min-h-16"
            onClick={() =>
              say({ kind: "did", marks: [{ kind: "turn", load: tray.load, part: 0 }] }, "turned")
            }
          >
            Turned
          </Button>
          {[1, 2, 5].map((minutes) => (
            <Button
              key={minutes}
              className="min-h-16"
              onClick={() => say({ kind: "more", load: tray.load, minutes }, `${minutes} more`)}
            >
              {minutes} more min
            </Button>
          ))}
        </div>
        <fieldset className="grid gap-2">
          <legend className="text-head font-bold">What do you see?</legend>
          <Sign label="Rim" value={seen.rim} words={RIMS} onValue={(rim) => setSeen({ ...seen, rim })} />
          <Sign
            label="Middle"
            value={seen.middle}
            words={MIDDLES}
            onValue={(middle) => setSeen({ ...seen, middle })}
          />
          <Sign
            label="Underside"
            value={seen.under}
            words={UNDERS}
            onValue={(under) => setSeen({ ...seen, under })}
          />
          <Sign
            label="Lifted"
            value={seen.lift}
            words={LIFTS}
            onValue={(lift) => setSeen({ ...seen, lift })}
          />
          <Sign
            label="Smell"
            value={seen.smell}
            words={SMELLS}
            onValue={(smell) => setSeen({ ...seen, smell })}
          />
          <Button
            kind="main"
            disabled={!signs}
            className="justify-self-start"
            onClick={() => say({ kind: "saw", load: tray.load, ...seen }, "looked at")}
          >
            What does that mean?
          </Button>
        </fieldset>
        <details>
          <summary className="min-h-11 cursor-pointer py-2 text-lead font-bold">Fewer on it, or lost</summary>
          <div className="mt-2 flex flex-wrap items-end gap-2">
            <NumberField
              label="Cookies on the tray"
              unit=""
              value={pieces}
              min={1}
              max={2000}
              onValue={setPieces}
            />
            <Button onClick={() => say({ kind: "fewer", load: tray.load, pieces }, `${pieces} on it`)}>
              So many are on it
            </Button>
            <Button onClick={() => say({ kind: "lost", load: tray.load, pieces: null }, "lost")}>
              It is lost
            </Button>
          </div>
        </details>
      </div>
    </Sheet>
  );
}

function Sign<K extends string>(props: {
  label: string;
  value: K | null | undefined;
  words: Record<K, string>;
  onValue: (value: K | undefined) => void;
}) {
  return (
    <Segments<K | "none">
      label={props.label}
      value={props.value ?? "none"}
      onValue={(value) => props.onValue(value === "none" ? undefined : value)}
      options={[["none", "not looked"], ...options(props.words)]}
    />
  );
}

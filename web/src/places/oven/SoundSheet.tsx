/** How it rings: sound or none, hours without, a notification, and whether the screen stays on. */
import { useState } from "react";
import type { Kitchen } from "../../client/api";
import { Switch } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { TimeField } from "../../pieces/moment";
import { type Loudness, openSound, play } from "./alarms";
import type { Awake } from "./awake";

const NIGHT: [number, number] = [22 * 60, 7 * 60];
const AWAKE: Record<Awake, string> = {
  lock: "The screen stays on while a day is run.",
  picture:
    "The screen is kept on by a muted picture: this page is not a secure one. If it sleeps all the same, set the tablet to stay on.",
  no: "This browser lets the screen sleep. Set the tablet to stay on.",
};
const may = () => ("Notification" in globalThis ? Notification.permission : "unsupported");

export function SoundSheet(props: {
  loud: Loudness;
  onLoud: (loud: Loudness) => void;
  awake: Awake | undefined;
  kitchen: Kitchen;
  /** Whether the simulated thermometer reads the oven. */
  simulated: boolean;
  onSimulated: (on: boolean) => void;
  onClose: () => void;
}) {
  const { loud, onLoud, awake } = props;
  const [allowed, setAllowed] = useState<string>(may);
  const [from, to] = loud.quiet ?? NIGHT;
  return (
    <Sheet title="How it rings" open onOpen={(open) => !open && props.onClose()}>
      <div className="grid gap-4">
        <Switch
          label="Sound on this device"
          checked={loud.sound}
          onChecked={(sound) => onLoud({ ...loud, sound })}
        />
        <div className="flex flex-wrap gap-2">
          {(["look", "act", "know"] as const).map((tone) => (
            <Button
              key={tone}
              onClick={() => {
                openSound();
                play(tone);
              }}
            >
              Hear: {{ look: "look", act: "act now", know: "a word" }[tone]}
            </Button>
          ))}
        </div>
        <Switch
          label="Quiet hours: colour and shaking, but no sound"
          checked={loud.quiet !== null}
          onChecked={(on) => onLoud({ ...loud, quiet: on ? NIGHT : null })}
        />
        {loud.quiet && (
          <div className="flex flex-wrap gap-3">
            <TimeField
              kitchen={props.kitchen}
              label="From"
              value={written(from)}
              onValue={(text) => onLoud({ ...loud, quiet: [read(text), to] })}
            />
            <TimeField
              kitchen={props.kitchen}
              label="To"
              value={written(to)}
              onValue={(text) => onLoud({ ...loud, quiet: [from, read(text)] })}
            />
          </div>
        )}
        <Switch
          label="Read the oven with the simulated thermometer, to try it"
          checked={props.simulated}
          onChecked={props.onSimulated}
        />
        {allowed === "default" && (
          <Button
            className="justify-self-start"
            onClick={() => Notification.requestPermission().then(setAllowed)}
          >
            Notify me when another page is in front
          </Button>
        )}
        <p className="text-plain text-quiet">
          {allowed === "granted" && "A notification comes when another page is in front. "}
          {allowed === "denied" && "This browser was told not to notify. "}
          {allowed === "unsupported" && "This browser has no notifications on such a page. "}
          {awake && AWAKE[awake]}
        </p>
      </div>
    </Sheet>
  );
}

const written = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;
const read = (text: string) => {
  const [hours = 0, minutes = 0] = text.split(":").map(Number);
  return hours * 60 + minutes;
};

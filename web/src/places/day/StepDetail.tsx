/** The block in question: what it is, why it stands there, and pinning it to a time. */
import { useEffect, useState } from "react";
import type { Schemas, Step } from "../../client/api";
import { pinOf } from "../../drawing/lanes";
import { Button, Field } from "../../pieces/controls";

const clockOf = (moment: Date) =>
  `${String(moment.getHours()).padStart(2, "0")}:${String(moment.getMinutes()).padStart(2, "0")}`;

export function StepDetail(props: {
  step?: Step;
  plan: Schemas["Plan"];
  start_ms: number;
  at: (seconds: number) => string;
  onPin: (step: Step, start_s: number | null) => void;
  working: boolean;
}) {
  const { step, plan, start_ms, at } = props;
  const moment = step && new Date(start_ms + step.start_s * 1000);
  const [time, setTime] = useState("");
  useEffect(() => {
    if (step) setTime(clockOf(new Date(start_ms + step.start_s * 1000)));
  }, [step, start_ms]);
  if (!step || !moment)
    return (
      <p className="min-h-16 border-t border-line px-4 py-3 text-plain text-quiet">
        Point at a block or tap it to read it and to see the way of its tray. Nearer, each thing you do has a
        block of its own: drag it to another time, or move it from the list below.
      </p>
    );
  const pin = pinOf(step);
  const pinned = pin && plan.work.pins.some((one) => one.what === pin.what && one.index === pin.index);
  const toTime = () => {
    const [hours = 0, minutes = 0] = time.split(":").map(Number);
    const wished = new Date(moment);
    wished.setHours(hours, minutes, 0, 0);
    // The nearest such time to where it stands now, whatever the day.
    const away = (wished.getTime() - moment.getTime()) / 1000;
    const by = away > 43_200 ? away - 86_400 : away < -43_200 ? away + 86_400 : away;
    props.onPin(step, step.start_s + by);
  };
  return (
    <div className="flex min-h-16 flex-wrap items-end justify-between gap-3 border-t border-line px-4 py-3">
      <p aria-live="polite" className="max-w-2xl text-plain">
        <strong>
          {at(step.start_s)} to {at(step.end_s)} {step.title}.
        </strong>{" "}
        {step.detail} <span className="text-quiet">{step.why}</span>
      </p>
      {pin && (
        <div className="no-print flex items-end gap-2">
          <Field label="Begin at">
            {(ids) => (
              <input
                {...ids}
                type="time"
                className="control w-32"
                value={time}
                onChange={(event) => setTime(event.target.value)}
              />
            )}
          </Field>
          <Button onClick={toTime} disabled={props.working || !time}>
            Pin it there
          </Button>
          {pinned && (
            <Button kind="quiet" onClick={() => props.onPin(step, null)} disabled={props.working}>
              Unpin
            </Button>
          )}
        </div>
      )}
    </div>
  );
}

/** Hours of the day that are not like the others: nobody is there, the oven is wanted for supper, a helper comes. */
import type { Kitchen } from "../../client/api";
import { Select } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { MomentField, TimeField } from "../../pieces/moment";
import { HOURS, options } from "../../words/labels";
import type { Special } from "./choices";

const MOST = 12;

export function SpecialHours(props: {
  hours: Special[];
  /** The day they are on at first. */
  day: string;
  kitchen: Kitchen;
  error?: string;
  onHours: (hours: Special[]) => void;
}) {
  const { hours, day, kitchen, onHours } = props;
  const put = (index: number, part: Partial<Special>) =>
    onHours(hours.map((one, i) => (i === index ? { ...one, ...part } : one)));
  return (
    <fieldset className="grid gap-2">
      <legend className="sr-only">Hours that are not like the others</legend>
      {hours.map((one, index) => (
        <div key={index} className="flex flex-wrap items-end gap-2.5">
          <div className="w-44">
            <Select
              label="In these hours"
              value={one.kind}
              onValue={(kind) => put(index, { kind })}
              options={options(HOURS)}
            />
          </div>
          <MomentField
            label="From"
            kitchen={kitchen}
            value={one.from}
            onValue={(from) => put(index, { from })}
          />
          <TimeField label="to" kitchen={kitchen} value={one.to} onValue={(to) => put(index, { to })} />
          <Button
            kind="quiet"
            aria-label={`Leave out: ${HOURS[one.kind]}`}
            onClick={() => onHours(hours.filter((_, i) => i !== index))}
          >
            Leave out
          </Button>
        </div>
      ))}
      {props.error && <p className="font-medium text-stop-edge">{props.error}</p>}
      {hours.length < MOST && (
        <Button
          className="justify-self-start"
          onClick={() => onHours([...hours, { kind: "oven", from: `${day}T17:00`, to: "18:00" }])}
        >
          Hours when the oven or somebody is not there
        </Button>
      )}
    </fieldset>
  );
}

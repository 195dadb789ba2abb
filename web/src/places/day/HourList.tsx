/** A large day at a glance: hour by hour, beside one another what each pair of hands does. */
import type { Schemas } from "../../client/api";
import { PERSONS } from "./PlanLists";

type Row = NonNullable<Schemas["Plan"]["sittings"]>[number]["rows"][number];

interface Hour {
  start_s: number;
  rows: Row[];
}

/** The rows in the hours of the clock they begin in. */
function hoursOf(plan: Schemas["Plan"]): Hour[] {
  const begun = new Date(plan.start).getTime();
  const hours: Hour[] = [];
  for (const row of plan.sittings.flatMap(({ rows }) => rows).sort((a, b) => a.start_s - b.start_s)) {
    const full = new Date(begun + row.start_s * 1000);
    full.setMinutes(0, 0, 0);
    const start_s = (full.getTime() - begun) / 1000;
    const last = hours.at(-1);
    if (last?.start_s === start_s) last.rows.push(row);
    else hours.push({ start_s, rows: [row] });
  }
  return hours;
}

export function HourList(props: { plan: Schemas["Plan"]; at: (seconds: number) => string; now_s: number }) {
  const { plan, at, now_s } = props;
  const people = plan.work.room.hands ?? 1;
  const persons = Array.from({ length: people }, (_, n) => n + 1);
  // What nobody in particular does is the first's: a look, a dial, what is only begun.
  const whose = (row: Row) => row.person ?? 1;
  return (
    <ol aria-label="By the hour" className="divide-y-[1.5px] divide-line">
      {hoursOf(plan).map((hour) => (
        <li key={hour.start_s} className="grid gap-x-5 gap-y-1 px-4 py-2 md:grid-cols-[5rem_minmax(0,1fr)]">
          <h3 className="text-lead font-bold">
            {at(hour.start_s)}
            {now_s >= hour.start_s && now_s < hour.start_s + 3600 && (
              <span className="block text-note font-medium">now</span>
            )}
          </h3>
          <div className={people > 1 ? "grid gap-x-5 gap-y-2 sm:grid-cols-2" : ""}>
            {persons.map((person) => (
              <section key={person} aria-label={PERSONS[person - 1]}>
                {people > 1 && <h4 className="text-note font-bold capitalize">{PERSONS[person - 1]}</h4>}
                <ol className="text-plain">
                  {hour.rows
                    .filter((row) => whose(row) === person)
                    .map((row) => (
                      <li key={row.steps[0]} className="flex gap-3 py-0.5 wrap-anywhere">
                        <span className="min-w-14 shrink-0 font-semibold">{at(row.start_s)}</span>
                        <span className={row.hands ? "" : "text-quiet"}>{row.title}</span>
                      </li>
                    ))}
                </ol>
              </section>
            ))}
          </div>
        </li>
      ))}
    </ol>
  );
}

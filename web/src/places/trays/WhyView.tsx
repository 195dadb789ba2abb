/** What made this cookie so wide and so slow, one factor at a time. */

import type { DoughSpec, Kitchen } from "../../client/api";
import { useWhy } from "../../client/assessments";
import { Panel } from "../../pieces/notes";
import { length, minutes } from "../../words/numbers";

export function WhyView({ spec, kitchen }: { spec: DoughSpec; kitchen: Kitchen }) {
  const { data, error } = useWhy(spec, kitchen);
  if (error) return <p className="py-8 text-quiet">{error.message}</p>;
  if (!data) return null;
  const most = Math.max(3, ...data.reasons.map((reason) => Math.abs(reason.wider_mm)));
  return (
    <Panel title={`${length(data.width_mm, kitchen)} wide in ${minutes(data.middle_min)} min. Why?`}>
      <div className="grid gap-3 p-4">
        <p>
          Beside {data.plain}: {length(data.plain_width_mm, kitchen)} wide in {minutes(data.plain_min)} min.
          Each line changes one thing of it; together they need not add up, for they act on each other.
        </p>
        {!data.reasons.length && <p>Nothing sets this cookie apart from the plain one.</p>}
        <ul className="grid gap-2">
          {data.reasons.map((reason) => (
            <li key={reason.factor} className="grid grid-cols-[minmax(0,18rem)_1fr_9rem] items-center gap-3">
              <span>{reason.saying}</span>
              <span className="relative h-5" aria-hidden>
                <span className="absolute inset-y-0 left-1/2 w-px bg-rim" />
                <span
                  className="absolute inset-y-0.5 rounded-sm bg-quiet"
                  style={{
                    left: reason.wider_mm < 0 ? `${50 + (50 * reason.wider_mm) / most}%` : "50%",
                    width: `${(50 * Math.abs(reason.wider_mm)) / most}%`,
                  }}
                />
              </span>
              <span className="text-right font-semibold whitespace-nowrap">
                {signed(reason.wider_mm, kitchen)}
                <span className="block text-note font-normal text-quiet">
                  {Math.abs(reason.longer_min) < 0.1
                    ? "as quick"
                    : `${Math.abs(reason.longer_min).toFixed(1)} min ${reason.longer_min > 0 ? "longer" : "sooner"}`}
                </span>
              </span>
            </li>
          ))}
        </ul>
      </div>
    </Panel>
  );
}

function signed(mm: number, kitchen: Kitchen): string {
  if (kitchen.units === "us")
    return Math.abs(mm) < 1.6
      ? "hardly"
      : `${length(Math.abs(mm), kitchen)} ${mm > 0 ? "wider" : "narrower"}`;
  return Math.abs(mm) < 0.3 ? "as wide" : `${Math.abs(mm).toFixed(1)} mm ${mm > 0 ? "wider" : "narrower"}`;
}

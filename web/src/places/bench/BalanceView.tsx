/** Is it in balance? Each percentage on its family's usual range, and what the dough leans to. */

import type { Schemas } from "../../client/api";
import { colour } from "../../theme/tokens";
import { percent } from "../../words/numbers";

type Balance = Schemas["Balance"];

const NAMES: Record<string, string> = {
  sugar: "Sugar",
  fat: "Fat",
  egg: "Egg",
  liquid: "Liquid",
  soda: "Soda",
  powder: "Powder",
  salt: "Salt",
  inclusions: "Pieces",
};

export function BalanceView({ balance }: { balance: Balance }) {
  return (
    <div className="grid gap-3">
      <ul className="grid gap-1" aria-label="Percentages of flour against the usual range">
        {balance.axes.map((axis) => (
          <Axis key={axis.axis} axis={axis} />
        ))}
      </ul>
      <ul className="grid gap-1.5">
        {balance.textures.slice(0, 3).map((texture) => (
          <li key={texture.name}>
            <span className="font-semibold">
              {texture.score >= 60 ? "" : "a little "}
              {texture.name}
            </span>{" "}
            <span className="text-note text-quiet">{texture.reasons.slice(0, 2).join("; ")}</span>
          </li>
        ))}
      </ul>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 text-note">
        <dt className="text-quiet">Lift</dt>
        <dd>
          {balance.leavening.gas_ml_per_100g_flour.toFixed(0)} ml gas per 100 g flour;{" "}
          {balance.leavening.note}
        </dd>
        <dt className="text-quiet">Gluten</dt>
        <dd>{percent(balance.gluten_pct_flour, 1)} of the flour forms it</dd>
        <dt className="text-quiet">Sweet</dt>
        <dd>as {percent(balance.sweetness_pct)} sugar in the dough</dd>
        <dt className="text-quiet">Keeps</dt>
        <dd>
          {balance.keeping} (estimate: water activity {balance.water_activity_low.toFixed(2)} to{" "}
          {balance.water_activity_high.toFixed(2)})
        </dd>
      </dl>
    </div>
  );
}

/** The usual range as a trough, the typical value as a notch, this dough as a ball: in it, or left or right of it. */
function Axis({ axis }: { axis: Schemas["AxisBalance"] }) {
  const top = Math.max(axis.high_pct * 1.35, axis.value_pct * 1.05, 1);
  const x = (value: number) => 2 + (96 * Math.min(value, top)) / top;
  const outside = axis.place !== "inside";
  const places = axis.value_pct < 10 && axis.value_pct > 0 ? 1 : 0;
  return (
    <li className="grid grid-cols-[3.6rem_1fr_5.6rem] items-center gap-2 text-note">
      <span>{NAMES[axis.axis] ?? axis.axis}</span>
      <svg viewBox="0 0 100 12" preserveAspectRatio="none" className="h-4 w-full" aria-hidden="true">
        <line
          x1={2}
          x2={98}
          y1={6}
          y2={6}
          stroke={colour.edge}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
        <rect
          x={x(axis.low_pct)}
          width={Math.max(1, x(axis.high_pct) - x(axis.low_pct))}
          y={2.5}
          height={7}
          fill={colour.baked}
          stroke={colour.rim}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
        <line
          x1={x(axis.typical_pct)}
          x2={x(axis.typical_pct)}
          y1={2.5}
          y2={9.5}
          stroke={colour.rim}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
        <rect
          x={x(axis.value_pct) - 1.1}
          width={2.2}
          y={0}
          height={12}
          fill={outside ? colour.askEdge : colour.ink}
        />
      </svg>
      <span className={outside ? "text-right font-bold text-ask-edge" : "text-right font-semibold"}>
        {percent(axis.value_pct, places)}
        {outside ? (axis.place === "low" ? " low" : " high") : ""}
      </span>
    </li>
  );
}

/** One loaded tray, seen from above, to scale. */
import type { Schemas } from "../client/api";
import { BakedRound, Drawing, Ruler, Strand } from "./cookie";

type TrayPlan = Schemas["TrayPlan"];

export function TrayDrawing({
  plan,
  diameter,
  strand,
  us,
}: {
  plan: TrayPlan;
  diameter: number;
  strand?: number | null;
  us: boolean;
}) {
  const rim = 10;
  const { width_mm: w, depth_mm: d } = plan.tray;
  return (
    <Drawing
      width={w + 2 * rim}
      height={d + 2 * rim + 16}
      label={`${plan.tray.name}, ${plan.layout.places.length} cookies drawn to scale`}
      className="max-h-full w-full"
    >
      <rect
        x={1}
        y={1}
        width={w + 2 * rim - 2}
        height={d + 2 * rim - 2}
        rx={16}
        fill="#fcfcfa"
        stroke="#26313c"
        strokeWidth={2}
      />
      <rect x={rim} y={rim} width={w} height={d} rx={8} fill="#f0f1ec" stroke="#c9ccc6" strokeWidth={1} />
      {plan.layout.places.map((place, i) => (
        <g key={`${place.x_mm} ${place.y_mm}`}>
          <circle
            cx={rim + place.x_mm}
            cy={rim + place.y_mm}
            r={plan.widest_mm / 2}
            fill="none"
            stroke="#6b7680"
            strokeWidth={0.8}
            strokeDasharray="3 2.5"
          />
          {strand == null ? (
            <BakedRound x={rim + place.x_mm} y={rim + place.y_mm} radius={diameter / 2} seed={i + 1} />
          ) : (
            <Strand x={rim + place.x_mm} y={rim + place.y_mm} across={diameter} strand={strand} baked />
          )}
        </g>
      ))}
      <g transform={`translate(${rim} ${d + 2 * rim + 3})`}>
        <Ruler span={w} us={us} />
      </g>
    </Drawing>
  );
}

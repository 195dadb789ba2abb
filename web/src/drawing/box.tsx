/** A box from above, layer by layer, its cookies to scale as they are foretold. */
import type { Schemas } from "../client/api";
import { colour } from "../theme/tokens";
import { Drawing, Ruler } from "./cookie";

const GAP_MM = 14;
const TEXT_MM = 9;
const FILLS = [colour.baked, colour.nut, colour.enamel, colour.water, colour.chocolate, colour.icing];

export function BoxDrawing(props: { boxes: Schemas["Boxes"]; plan: Schemas["BoxPlan"]; us: boolean }) {
  const { plan } = props;
  const { width_mm: wide = 180, depth_mm: deep = 180 } = props.boxes;
  const layers = plan.layers;
  const said = plan.kinds.map((kind) => `${kind.each} ${kind.size.name}`).join(", ");
  const across = Math.max(1, layers.length);
  const width = across * wide + (across - 1) * GAP_MM + 2 * GAP_MM;
  return (
    <>
      <Drawing
        width={width}
        height={deep + 4 * TEXT_MM + 14}
        label={`A box from above, ${layers.length} layers: ${said}`}
        className="max-h-80 w-full"
      >
        <g transform={`translate(${GAP_MM} ${2 * TEXT_MM})`}>
          {layers.map((layer, number) => (
            <g key={number} transform={`translate(${number * (wide + GAP_MM)} 0)`}>
              <text x={0} y={-4} fontSize={TEXT_MM} fill={colour.quiet}>
                {number === 0 ? "Layer 1, below" : `Layer ${number + 1}`}
              </text>
              <rect
                width={wide}
                height={deep}
                rx={4}
                fill={colour.raised}
                stroke={colour.rim}
                strokeWidth={1.6}
              />
              {layer.places.map((place, at) => (
                <Cookie key={at} place={place} kinds={plan.kinds} />
              ))}
            </g>
          ))}
          <g transform={`translate(0 ${deep + 6})`}>
            <Ruler span={wide} us={props.us} size={TEXT_MM} />
          </g>
        </g>
      </Drawing>
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {plan.kinds.map((kind, number) => (
          <li key={kind.dough_id} className="flex items-center gap-2">
            <svg width={22} height={22} viewBox="0 0 22 22" aria-hidden="true">
              <circle cx={11} cy={11} r={9.5} fill={fillOf(number)} stroke={colour.rim} strokeWidth={1.4} />
              <text x={11} y={15} textAnchor="middle" fontSize={11} fontWeight={700} fill={inkOf(number)}>
                {number + 1}
              </text>
            </svg>
            {kind.each} {kind.size.name}
          </li>
        ))}
      </ul>
    </>
  );
}

const fillOf = (number: number) => FILLS[number % FILLS.length] ?? colour.baked;
const inkOf = (number: number) => (fillOf(number) === colour.chocolate ? colour.icing : colour.ink);

function Cookie(props: { place: Schemas["BoxPlace"]; kinds: Schemas["KindFound"][] }) {
  const { place } = props;
  const size = props.kinds[place.kind]?.size;
  if (!size) return null;
  const { width_mm: wide, depth_mm: deep } = size;
  const look = { fill: fillOf(place.kind), stroke: colour.rim, strokeWidth: 0.9 };
  return (
    <g transform={`translate(${place.x_mm} ${place.y_mm})`}>
      {size.round ? (
        <ellipse cx={wide / 2} cy={deep / 2} rx={wide / 2 - 0.5} ry={deep / 2 - 0.5} {...look} />
      ) : (
        <rect x={0.5} y={0.5} width={wide - 1} height={deep - 1} rx={Math.min(4, deep / 5)} {...look} />
      )}
      <text
        x={wide / 2}
        y={deep / 2 + Math.min(deep, TEXT_MM) / 3}
        textAnchor="middle"
        fontSize={Math.min(deep * 0.7, TEXT_MM)}
        fontWeight={700}
        fill={inkOf(place.kind)}
      >
        {place.kind + 1}
      </text>
    </g>
  );
}

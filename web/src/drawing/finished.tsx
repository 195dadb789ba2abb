/** One cookie from above, finished: what is brushed, rolled, glazed, dipped or strewn on it, as far as it covers. */
import { type SVGAttributes, useId } from "react";
import type { DoughSpec, Schemas } from "../client/api";
import { colour } from "../theme/tokens";
import { Drawing, Ruler } from "./cookie";
import { Coloured, CrustFill, spotsOf } from "./crust";
import { pointsOf } from "./geometry";
import { type PieceShape, topOf } from "./outline";

type Plan = Schemas["FinishPlan"];
type Finishing = DoughSpec["finishings"][number];

interface Layer {
  plan: Plan;
  /** Of the surface, 0 to 1. */
  cover: number;
  topping: Finishing["topping"];
}

const ROOM_MM = 6;
const RULER_MM = 14;
const ORDER: Plan["when"][] = ["first", "before", "hot", "cold"];

const ringPath = (r: number) => `M ${-r} 0 a ${r} ${r} 0 1 0 ${2 * r} 0 a ${r} ${r} 0 1 0 ${-2 * r} 0 Z`;

export function FinishedCookie(props: {
  form: DoughSpec["form"];
  outcome: Schemas["Outcome"];
  plans: readonly Plan[];
  finishings: readonly Finishing[];
  us: boolean;
}) {
  const { form, outcome, plans } = props;
  const id = useId();
  const { shape, wide, deep, crust } = topOf(form, outcome);
  // In the order in which they are put on.
  const layers = plans
    .toSorted((a, b) => ORDER.indexOf(a.when) - ORDER.indexOf(b.when))
    .map((plan): Layer => {
      const own = props.finishings.find((one) => one.kind === plan.kind);
      return { plan, cover: (own?.cover_pct ?? 100) / 100, topping: own?.topping ?? "half_nut" };
    });
  const hole = shape.strand == null ? 0 : Math.max(0, shape.diameter / 2 - shape.strand);
  const said = plans.map((plan) => plan.label.toLowerCase()).join(", ");
  return (
    <Drawing
      width={wide + 2 * ROOM_MM}
      height={deep + 2 * ROOM_MM + RULER_MM}
      label={`One cookie from above, to scale, ${said ? `with ${said}` : "baked plain"}`}
      className="max-h-80 w-full"
    >
      <defs>
        <CrustFill id={`${id}crust`} crust={crust} />
        <clipPath id={`${id}edge`}>
          {hole > 0 ? (
            <path clipRule="evenodd" d={`${ringPath(shape.diameter / 2)} ${ringPath(hole)}`} />
          ) : (
            <Outline shape={shape} />
          )}
        </clipPath>
      </defs>
      <g transform={`translate(${wide / 2 + ROOM_MM} ${deep / 2 + ROOM_MM})`}>
        <Coloured
          {...shape}
          fill={`url(#${id}crust)`}
          spots={shape.ring?.length ? undefined : spotsOf(outcome.inclusions, shape.diameter / 2)}
        />
        <g clipPath={`url(#${id}edge)`}>
          {layers.map((layer) => (
            <Finish key={layer.plan.kind} layer={layer} shape={shape} wide={wide} deep={deep} />
          ))}
        </g>
      </g>
      <g transform={`translate(${ROOM_MM} ${deep + 2 * ROOM_MM + 2})`}>
        <Ruler span={wide} us={props.us} size={Math.min(8, 0.075 * (wide + 2 * ROOM_MM))} />
      </g>
    </Drawing>
  );
}

function Outline({
  shape,
  scale = 1,
  ...look
}: { shape: PieceShape; scale?: number } & Pick<
  SVGAttributes<SVGElement>,
  "fill" | "fillOpacity" | "stroke" | "strokeWidth"
>) {
  return shape.ring?.length ? (
    <polygon points={pointsOf(shape.ring)} transform={`scale(${scale})`} {...look} />
  ) : (
    <circle r={(shape.diameter / 2) * scale} {...look} />
  );
}

interface Drawn {
  layer: Layer;
  shape: PieceShape;
  wide: number;
  deep: number;
}

function Finish(props: Drawn) {
  const { layer, shape, wide, deep } = props;
  const { plan, cover } = layer;
  const coats = Math.min(1, 0.55 + 0.2 * plan.coats);
  const [r, edge] = [Math.min(wide, deep) / 2, { stroke: colour.icingEdge, strokeWidth: 0.4 }];
  switch (plan.kind) {
    case "egg_wash":
      return (
        <>
          <Outline
            shape={shape}
            scale={Math.sqrt(cover)}
            fill={colour.sheen}
            fillOpacity={0.1 + 0.06 * plan.coats}
          />
          <path
            d={`M ${-wide * 0.28} ${-deep * 0.12} A ${wide * 0.34} ${deep * 0.34} 0 0 1 ${wide * 0.05} ${-deep * 0.32}`}
            fill="none"
            stroke={colour.icing}
            strokeOpacity={0.75}
            strokeWidth={r * 0.07}
            strokeLinecap="round"
          />
        </>
      );
    case "rolling_sugar":
      return <Strewn {...props} count={150} size={1.1} fills={[colour.icing]} rim />;
    case "filling":
      return (
        <circle
          r={r * 0.48}
          fill={colour.filling}
          stroke={colour.ink}
          strokeOpacity={0.5}
          strokeWidth={0.6}
        />
      );
    case "glaze":
      return (
        <Outline
          shape={shape}
          scale={0.94 * Math.sqrt(cover)}
          fill={colour.icing}
          fillOpacity={coats * 0.8}
          {...edge}
        />
      );
    case "royal_icing":
      return <Outline shape={shape} scale={0.9 * Math.sqrt(cover)} fill={colour.icing} {...edge} />;
    case "dip":
      return (
        <rect
          x={-wide / 2}
          y={-deep / 2}
          width={wide * dipped(cover, !shape.ring?.length)}
          height={deep}
          fill={colour.chocolate}
        />
      );
    case "drizzle":
      return (
        <Drizzle
          wide={wide}
          deep={deep}
          cover={cover}
          fill={plan.of_card ? colour.icing : colour.chocolate}
        />
      );
    case "sprinkles":
      return (
        <Strewn
          {...props}
          count={Math.round(70 * cover)}
          size={1.5}
          fills={[colour.filling, colour.icing, colour.chocolate]}
        />
      );
    case "powdered_sugar":
      return (
        <>
          <Outline shape={shape} fill={colour.icing} fillOpacity={0.35 * cover} />
          <Strewn {...props} count={Math.round(260 * cover)} size={0.7} fills={[colour.icing]} />
        </>
      );
    case "topping":
      return <Pressed {...props} />;
    case "infused_fat":
    case "greased_sheet":
      return null; // nothing of it is seen from above
  }
}

/** How far in from the side a dip goes to cover a share of a round (by its segment), or of anything else (by its width). */
export function dipped(cover: number, round: boolean): number {
  if (!round) return cover;
  let [low, high] = [0, 1];
  for (let i = 0; i < 30; i++) {
    const at = (low + high) / 2;
    const angle = 2 * Math.acos(1 - 2 * at);
    if ((angle - Math.sin(angle)) / (2 * Math.PI) < cover) low = at;
    else high = at;
  }
  return (low + high) / 2;
}

/** Fine things at fixed places, so that the same cookie always looks the same. */
function Strewn(props: Drawn & { count: number; size: number; fills: readonly string[]; rim?: boolean }) {
  const { wide, deep, count, size, fills } = props;
  const golden = Math.PI * (3 - Math.sqrt(5));
  return Array.from({ length: count }, (_, i) => {
    const out = props.rim ? Math.sqrt(0.35 + (0.65 * (i + 0.5)) / count) : Math.sqrt((i + 0.5) / count);
    const angle = i * golden;
    return (
      <circle
        key={i}
        cx={(Math.cos(angle) * out * wide) / 2}
        cy={(Math.sin(angle) * out * deep) / 2}
        r={size / 2}
        fill={fills[i % fills.length]}
      />
    );
  });
}

function Drizzle({ wide, deep, cover, fill }: { wide: number; deep: number; cover: number; fill: string }) {
  const lines = 7;
  const step = wide / lines;
  const path = Array.from(
    { length: lines + 1 },
    (_, i) => `${i ? "L" : "M"} ${-wide / 2 + i * step} ${(i % 2 ? 1 : -1) * deep * 0.6}`,
  ).join(" ");
  return (
    <path
      d={path}
      fill="none"
      stroke={fill}
      strokeWidth={Math.max(0.8, step * 0.55 * cover)}
      strokeLinejoin="round"
    />
  );
}

function Pressed(props: Drawn) {
  const r = Math.min(props.wide, props.deep) / 2;
  const edge = { stroke: colour.ink, strokeOpacity: 0.5, strokeWidth: 0.5 };
  switch (props.layer.topping) {
    case "half_nut":
    case "whole_nut":
      return (
        <g transform="rotate(-24)">
          <ellipse rx={Math.min(9, r * 0.5)} ry={Math.min(6, r * 0.34)} fill={colour.nut} {...edge} />
          {props.layer.topping === "half_nut" && (
            <path d={`M ${-Math.min(7, r * 0.4)} 0 H ${Math.min(7, r * 0.4)}`} {...edge} />
          )}
        </g>
      );
    case "seeds":
      return <Strewn {...props} count={90} size={1.6} fills={[colour.nut, colour.icing]} />;
    case "sprinkles":
      return (
        <Strewn {...props} count={70} size={1.5} fills={[colour.filling, colour.icing, colour.chocolate]} />
      );
  }
}

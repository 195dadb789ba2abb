/** Pieces from above: rounds, ropes, or any outline, in their colours. */
import type { DoughSpec, Schemas } from "../client/api";
import { colour } from "../theme/tokens";
import { Coloured, type spotsOf } from "./crust";
import { boxOf, boxRing, pointsOf, type Ring } from "./geometry";

export interface PieceShape {
  diameter: number;
  ring?: Ring;
  strand?: number | null;
}

export function Piece(props: {
  x: number;
  y: number;
  shape: PieceShape;
  fill: string;
  turned?: boolean;
  spots?: ReturnType<typeof spotsOf>;
}) {
  const { x, y, shape } = props;
  return (
    <g transform={`translate(${x} ${y})${props.turned && shape.ring?.length ? " rotate(90)" : ""}`}>
      <Coloured {...shape} fill={props.fill} spots={shape.ring?.length ? undefined : props.spots} />
    </g>
  );
}

/** The edge of a range: a round, a box, or an outline. */
export function Bound({
  x,
  y,
  shape,
  turned,
  dark,
}: {
  x: number;
  y: number;
  shape: PieceShape;
  turned?: boolean;
  dark?: boolean;
}) {
  const look = {
    fill: "none",
    stroke: dark ? colour.rim : colour.faint,
    strokeWidth: 0.8,
    strokeDasharray: dark ? "4 2.5" : "3 2.5",
  };
  if (shape.ring?.length)
    return (
      <polygon
        transform={`translate(${x} ${y})${turned ? " rotate(90)" : ""}`}
        points={pointsOf(shape.ring)}
        {...look}
      />
    );
  return <circle cx={x} cy={y} r={shape.diameter / 2} {...look} />;
}

/** One baked piece from above, with the room it takes: a cookie, a cut of a pan, a slice on its cut side. */
export function topOf(form: DoughSpec["form"], outcome: Schemas["Outcome"]) {
  const { pieces, baked, second } = outcome;
  const across = baked.diameter_mm.value;
  const outline = outcome.outline.length ? outcome.outline : pieces.outline;
  const ring =
    second && form.kind === "rusk"
      ? boxRing(second.across_mm, second.high_mm)
      : form.kind === "pan" && form.shape !== "round"
        ? cutOf(form)
        : outline;
  const [wide, deep] = ring.length ? boxOf(ring) : [across, across];
  const strand = pieces.strand_mm == null ? null : pieces.strand_mm + across - pieces.raw_diameter_mm;
  return { shape: { diameter: across, ring, strand }, wide: wide + 2, deep: deep + 2, crust: outcome.crust };
}

/** One cut of a pan that is no round. */
function cutOf(form: Extract<DoughSpec["form"], { kind: "pan" }>): Ring {
  const long = form.shape === "rectangle" ? form.length_mm : form.width_mm;
  return boxRing((form.width_mm - 2 * form.edge_mm) / form.across, (long - 2 * form.edge_mm) / form.along);
}

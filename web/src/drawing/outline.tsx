/** Pieces from above: rounds, ropes, or any outline; raw is an outline, baked is filled with a little crumb. */
import type { DoughSpec, Schemas } from "../client/api";
import { colour } from "../theme/tokens";
import { BakedRound, Strand } from "./cookie";
import { boxOf, boxRing, pointsOf, type Ring } from "./geometry";

export interface PieceShape {
  diameter: number;
  ring?: Ring;
  strand?: number | null;
}

export function Piece({
  x,
  y,
  shape,
  baked,
  turned,
  seed,
}: {
  x: number;
  y: number;
  shape: PieceShape;
  baked: boolean;
  turned?: boolean;
  seed?: number;
}) {
  if (shape.ring?.length)
    return (
      <polygon
        transform={`translate(${x} ${y})${turned ? " rotate(90)" : ""}`}
        points={pointsOf(shape.ring)}
        fill={baked ? colour.baked : colour.raw}
        stroke={colour.rim}
        strokeWidth={1.2}
        strokeLinejoin="round"
      />
    );
  if (shape.strand != null)
    return <Strand x={x} y={y} across={shape.diameter} strand={shape.strand} baked={baked} />;
  if (baked) return <BakedRound x={x} y={y} radius={shape.diameter / 2} seed={seed} />;
  return (
    <circle cx={x} cy={y} r={shape.diameter / 2} fill={colour.raw} stroke={colour.rim} strokeWidth={1} />
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
  const ring = second && form.kind === "rusk" ? boxRing(second.across_mm, second.high_mm) : outline;
  const [wide, deep] = ring.length ? boxOf(ring) : [across, across];
  const strand = pieces.strand_mm == null ? null : pieces.strand_mm + across - pieces.raw_diameter_mm;
  return { shape: { diameter: across, ring, strand }, wide: wide + 2, deep: deep + 2 };
}

/** Pieces from above: rounds, ropes, or any outline; raw is an outline, baked is filled with a little crumb. */
import { colour } from "../theme/tokens";
import { BakedRound, Strand } from "./cookie";
import { pointsOf, type Ring } from "./geometry";

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

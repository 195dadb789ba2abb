/** A cookie in its predicted colours: paler in the middle, darker at the rim, with what is in it. */
import type { Schemas } from "../client/api";
import { colour } from "../theme/tokens";
import { pointsOf, type Ring } from "./geometry";

export type Crust = Schemas["Crust"];
export type Inclusion = Schemas["Inclusion"];

/** The browning from rim to middle, as a fill to refer to: as far in as a rim is wide, then evenly paler. */
export function CrustFill({ id, crust }: { id: string; crust: Crust }) {
  return (
    <radialGradient id={id} cx="50%" cy="50%" r="55%">
      <stop offset="0" stopColor={crust.middle} />
      <stop offset="0.55" stopColor={crust.middle} />
      <stop offset="0.88" stopColor={crust.rim} />
      <stop offset="1" stopColor={crust.rim} />
    </radialGradient>
  );
}

const MOST_DRAWN = 26;
const IN_VIEW = 0.4; // of the pieces in a cookie, so many lie at its top

interface Spot {
  x: number;
  y: number;
  size: number;
  colour: string;
  turn: number;
}

/** Pieces at fixed pseudo-random places inside a round, so that the same cookie always looks the same. */
export function spotsOf(inclusions: readonly Inclusion[], radius_mm: number): Spot[] {
  let state = 2654435761;
  const next = () => {
    state = (Math.imul(state ^ (state >>> 15), 2246822519) + 374761393) >>> 0;
    return state / 4294967296;
  };
  const wanted = inclusions.map((one) => ({ ...one, count: Math.round(one.each * IN_VIEW) }));
  const all = wanted.reduce((sum, one) => sum + one.count, 0);
  const share = Math.min(1, MOST_DRAWN / Math.max(1, all));
  return wanted.flatMap((one) =>
    Array.from({ length: Math.ceil(one.count * share) }, () => {
      const angle = next() * 2 * Math.PI;
      const out = Math.sqrt(next()) * Math.max(0, radius_mm * 0.94 - one.piece_mm / 2);
      return {
        x: Math.cos(angle) * out,
        y: Math.sin(angle) * out,
        size: one.piece_mm * (0.8 + 0.4 * next()),
        colour: one.colour,
        turn: next() * 180,
      };
    }),
  );
}

/** Chopped pieces: small rounded boxes, turned every way. */
export function Spots({ spots }: { spots: readonly Spot[] }) {
  return spots.map((spot) => (
    <rect
      key={`${spot.x} ${spot.y}`}
      transform={`translate(${spot.x} ${spot.y}) rotate(${spot.turn})`}
      x={-spot.size / 2}
      y={-spot.size * 0.35}
      width={spot.size}
      height={spot.size * 0.7}
      rx={spot.size * 0.28}
      fill={spot.colour}
    />
  ));
}

/** A piece from above in its colours. `fill` refers to a `CrustFill`, or is a colour. */
export function Coloured(props: {
  diameter: number;
  ring?: Ring;
  strand?: number | null;
  fill: string;
  spots?: readonly Spot[];
}) {
  const { diameter, ring, strand, fill, spots } = props;
  const edge = { stroke: colour.ink, strokeOpacity: 0.55, strokeWidth: 1.2 };
  if (ring?.length)
    return (
      <polygon
        points={pointsOf(ring)}
        fill={fill}
        vectorEffect="non-scaling-stroke"
        strokeLinejoin="round"
        {...edge}
      />
    );
  const inner = strand == null ? 0 : Math.max(0, diameter / 2 - strand);
  return (
    <>
      <circle r={diameter / 2} fill={fill} vectorEffect="non-scaling-stroke" {...edge} />
      {inner > 0.5 && <circle r={inner} fill={colour.enamel} vectorEffect="non-scaling-stroke" {...edge} />}
      {spots && <Spots spots={spots} />}
    </>
  );
}

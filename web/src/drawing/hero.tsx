/**
 * The cookie large and to scale: raw beside baked, from above and from the side, on one ruler; in the colours foretold, with the
 * range as a soft band around the edge and the last outcome as a dashed ghost. Its size is set on the drawing itself.
 */
import { useId } from "react";
import type { DoughSpec, Schemas } from "../client/api";
import { useSize } from "../pieces/size";
import { colour } from "../theme/tokens";
import { Ruler } from "./cookie";
import { Coloured, CrustFill, spotsOf } from "./crust";
import { boxOf, dome, type Ring } from "./geometry";
import { GRIP_PX, Grip, type Handle } from "./grip";

type Outcome = Schemas["Outcome"];

interface Props {
  form: DoughSpec["form"];
  outcome: Outcome;
  ghost?: Outcome;
  us: boolean;
  wide?: Handle;
  high?: Handle;
}

const GAP_MM = 16;
const RULER_PX = 26;

export function Hero(props: Props) {
  const { outcome, ghost, us } = props;
  const [box, { width, height }] = useSize<HTMLDivElement>();
  const fill = useId();
  const { pieces, baked, crust } = outcome;
  const raw = pieces.raw_diameter_mm;
  const { value: across, high: widest, low: narrowest } = baked.diameter_mm;
  const ring: Ring = pieces.outline;
  const rawDeep = ring.length ? boxOf(ring)[1] : raw;
  const bakedRing: Ring = outcome.outline.length ? outcome.outline : ring;
  const before = ghost?.baked.diameter_mm.value ?? 0;
  const room = Math.max(widest, before, raw);
  const deep = ring.length ? rawDeep + Math.max(0, widest - raw) : room;
  const tall = Math.max(
    pieces.raw_height_mm,
    baked.height_mm.value,
    ghost?.baked.height_mm.value ?? 0,
    props.high?.mm ?? 0,
  );
  const spanMm = raw + GAP_MM + room + 4;
  const upMm = deep + 8 + tall;
  const scale = Math.max(0.1, Math.min((width - 40) / spanMm, (height - RULER_PX) / upMm));
  const left = Math.max(8, (width - spanMm * scale) / 2);
  const rawX = left + (raw / 2) * scale;
  const bakedX = left + (raw + GAP_MM + room / 2) * scale;
  const topY = (deep / 2) * scale + 2;
  const floorY = (deep + 8 + tall) * scale;
  const strand = pieces.strand_mm;
  const rawSpots = ring.length || strand != null ? [] : spotsOf(outcome.inclusions, raw / 2);
  const bakedSpots = ring.length || strand != null ? [] : spotsOf(outcome.inclusions, across / 2);
  const filled = props.form.kind === "ball" && props.form.filling_g > 0;
  const flat = raw > 0 && pieces.raw_height_mm / raw < 0.25;
  return (
    <div ref={box} className="relative min-h-33 flex-1 basis-0">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`Raw ${raw.toFixed(0)} mm wide, baked ${across.toFixed(0)} mm wide, drawn to scale; ${crust.rim_word} at the rim, ${crust.middle_word} in the middle`}
          className="absolute inset-0"
        >
          <defs>
            <CrustFill id={fill} crust={crust} />
          </defs>
          <g transform={`translate(${rawX} ${topY}) scale(${scale})`}>
            <Coloured diameter={raw} ring={ring} strand={strand} fill={crust.raw} spots={rawSpots} />
            {filled && <Dent radius={raw * 0.24} />}
          </g>
          <g transform={`translate(${bakedX} ${topY}) scale(${scale})`}>
            <Band ring={outcome.widest_outline} outer={widest} inner={narrowest} tint={crust.rim} />
            <Coloured
              diameter={across}
              ring={bakedRing}
              strand={strand == null ? null : strand + across - raw}
              fill={`url(#${fill})`}
              spots={bakedSpots}
            />
            {filled && <Dent radius={across * 0.24} />}
            {!ring.length && (
              <circle
                r={narrowest / 2}
                fill="none"
                stroke={colour.ink}
                strokeOpacity={0.35}
                strokeDasharray="3 4"
                vectorEffect="non-scaling-stroke"
              />
            )}
            {ghost && !ring.length && <circle r={before / 2} {...ghostLine} />}
          </g>
          <g transform={`translate(${rawX} ${floorY}) scale(${scale})`}>
            <path
              d={flat ? block(raw, pieces.raw_height_mm) : dome(raw, pieces.raw_height_mm)}
              fill={crust.raw}
              {...edge}
            />
          </g>
          <g transform={`translate(${bakedX} ${floorY}) scale(${scale})`}>
            <path d={dome(across, baked.height_mm.value, 0.7)} fill={crust.rim} {...edge} />
            <path
              d={`M ${-across / 2 + 0.5} -0.4 H ${across / 2 - 0.5}`}
              stroke={crust.under}
              strokeWidth={1.6}
            />
            {ghost && <path d={dome(before, ghost.baked.height_mm.value, 0.7)} {...ghostLine} />}
          </g>
          <g transform={`translate(${left} ${floorY + 2})`}>
            <Ruler span={spanMm} us={us} scale={scale} size={13} />
          </g>
        </svg>
      )}
      {width > 0 && props.wide && (
        <Grip
          handle={props.wide}
          along="x"
          us={us}
          scale={scale}
          twice
          style={{ left: rawX + (raw / 2) * scale - GRIP_PX, top: topY - GRIP_PX }}
        />
      )}
      {width > 0 && props.high && (
        <Grip
          handle={props.high}
          along="y"
          us={us}
          scale={scale}
          style={{
            left: rawX - GRIP_PX,
            top: Math.min(floorY - pieces.raw_height_mm * scale - GRIP_PX, height - 2 * GRIP_PX),
          }}
        />
      )}
    </div>
  );
}

const edge = {
  stroke: colour.ink,
  strokeOpacity: 0.55,
  strokeWidth: 1.2,
  vectorEffect: "non-scaling-stroke",
} as const;

const ghostLine = {
  fill: "none",
  stroke: colour.ink,
  strokeWidth: 1.6,
  strokeDasharray: "6 4",
  vectorEffect: "non-scaling-stroke",
} as const;

/** Where the edge may come to lie: between the narrowest and the widest of nine bakes in ten. */
function Band({ ring, outer, inner, tint }: { ring: Ring; outer: number; inner: number; tint: string }) {
  if (ring.length)
    return (
      <polygon
        points={ring.map((point) => `${point[0]},${point[1]}`).join(" ")}
        fill={tint}
        fillOpacity={0.22}
        stroke={tint}
        strokeDasharray="3 4"
        vectorEffect="non-scaling-stroke"
      />
    );
  return (
    <circle
      r={(outer + inner) / 4}
      fill="none"
      stroke={tint}
      strokeOpacity={0.28}
      strokeWidth={Math.max(0, (outer - inner) / 2)}
    />
  );
}

/** The thumb's dent with its filling. */
function Dent({ radius }: { radius: number }) {
  return (
    <circle r={radius} fill={colour.filling} stroke={colour.ink} strokeOpacity={0.55} strokeWidth={0.6} />
  );
}

const block = (width: number, height: number) =>
  `M ${-width / 2} 0 V ${-height + 1} q 0 -1 1 -1 H ${width / 2 - 1} q 1 0 1 1 V 0 Z`;

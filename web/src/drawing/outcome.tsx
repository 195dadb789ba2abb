/** Raw beside baked, from above and from the side, on one ruler; the last outcome stays as a dashed ghost. */

import type { DoughSpec, Schemas } from "../client/api";
import { colour } from "../theme/tokens";
import { Drawing, Ruler } from "./cookie";
import { boxOf, dome } from "./geometry";
import { Bound, Piece } from "./outline";
import { LogDrawing, PanDrawing } from "./whole";

type Outcome = Schemas["Outcome"];

export function OutcomeDrawing(props: {
  form: DoughSpec["form"];
  outcome: Outcome;
  ghost?: Outcome;
  us: boolean;
}) {
  const { form, outcome } = props;
  if (form.kind === "pan") return <PanDrawing form={form} outcome={outcome} us={props.us} />;
  if (form.kind === "rusk" && outcome.second)
    return <LogDrawing form={form} outcome={outcome} second={outcome.second} us={props.us} />;
  return <PieceDrawing {...props} />;
}

function PieceDrawing({
  form,
  outcome,
  ghost,
  us,
}: {
  form: DoughSpec["form"];
  outcome: Outcome;
  ghost?: Outcome;
  us: boolean;
}) {
  const filled = form.kind === "ball" && form.filling_g > 0;
  const raw = outcome.pieces.raw_diameter_mm;
  const ring = outcome.pieces.outline;
  const deep = ring.length ? boxOf(ring)[1] : raw;
  const { value: baked, low, high } = outcome.baked.diameter_mm;
  const before = ghost?.baked.diameter_mm.value ?? 0;
  const widest = Math.max(high, before, raw);
  const deepest = ring.length ? deep + Math.max(0, high - raw) : widest;
  const tallest = Math.max(
    outcome.pieces.raw_height_mm,
    outcome.baked.height_mm.value,
    ghost?.baked.height_mm.value ?? 0,
  );
  const gap = 14;
  const width = Math.max(raw + gap + widest, 120) + 10;
  const rawX = 5 + raw / 2;
  const bakedX = 5 + raw + gap + widest / 2;
  const topY = deepest / 2 + 4;
  const sideY = deepest + 14 + tallest;
  const height = sideY + 18;
  const strand = outcome.pieces.strand_mm;
  const flat = raw > 0 && outcome.pieces.raw_height_mm / raw < 0.25;
  const bakedRing = outcome.outline.length ? outcome.outline : ring;
  return (
    <Drawing
      width={width}
      height={height}
      label={`Raw ${raw.toFixed(0)} mm wide, baked ${baked.toFixed(0)} mm wide, drawn to scale`}
      className="max-h-full w-full"
    >
      <Piece x={rawX} y={topY} shape={{ diameter: raw, ring, strand }} baked={false} />
      <Piece
        x={bakedX}
        y={topY}
        shape={{
          diameter: baked,
          ring: bakedRing,
          strand: strand == null ? null : strand + baked - raw,
        }}
        baked
      />
      {filled && <Dent x={rawX} y={topY} radius={raw * 0.24} />}
      {filled && <Dent x={bakedX} y={topY} radius={baked * 0.24} />}
      {(!ring.length || outcome.widest_outline.length > 0) && (
        <Bound x={bakedX} y={topY} shape={{ diameter: high, ring: outcome.widest_outline }} />
      )}
      {!ring.length && <Bound x={bakedX} y={topY} shape={{ diameter: low }} />}
      {ghost && <Bound x={bakedX} y={topY} shape={{ diameter: before, ring: ghost.outline }} dark />}
      <g transform={`translate(${rawX} ${sideY})`}>
        <path
          d={flat ? block(raw, outcome.pieces.raw_height_mm) : dome(raw, outcome.pieces.raw_height_mm)}
          fill={colour.raw}
          stroke={colour.rim}
          strokeWidth={1}
        />
      </g>
      <g transform={`translate(${bakedX} ${sideY})`}>
        <path
          d={dome(baked, outcome.baked.height_mm.value, 0.7)}
          fill={colour.baked}
          stroke={colour.rim}
          strokeWidth={1}
        />
        {ghost && (
          <path
            d={dome(before, ghost.baked.height_mm.value, 0.7)}
            fill="none"
            stroke={colour.rim}
            strokeWidth={0.8}
            strokeDasharray="4 2.5"
          />
        )}
      </g>
      <g transform={`translate(5 ${sideY + 3})`}>
        <Ruler span={width - 10} us={us} />
      </g>
    </Drawing>
  );
}

/** The thumb's dent with its filling. */
function Dent({ x, y, radius }: { x: number; y: number; radius: number }) {
  return <circle cx={x} cy={y} r={radius} fill={colour.crumb} stroke={colour.rim} strokeWidth={1} />;
}

const block = (width: number, height: number) =>
  `M ${-width / 2} 0 V ${-height + 1} q 0 -1 1 -1 H ${width / 2 - 1} q 1 0 1 1 V 0 Z`;

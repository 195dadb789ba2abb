/** Raw beside baked, from above and from the side, on one ruler; the last outcome stays as a dashed ghost. */
import type { Schemas } from "../client/api";
import { BakedRound, Drawing, dome, Ruler, Strand } from "./cookie";

type Outcome = Schemas["Outcome"];

export function OutcomeDrawing({ outcome, ghost, us }: { outcome: Outcome; ghost?: Outcome; us: boolean }) {
  const raw = outcome.pieces.raw_diameter_mm;
  const { value: baked, low, high } = outcome.baked.diameter_mm;
  const widest = Math.max(high, ghost?.baked.diameter_mm.value ?? 0, raw);
  const tallest = Math.max(
    outcome.pieces.raw_height_mm,
    outcome.baked.height_mm.value,
    ghost?.baked.height_mm.value ?? 0,
  );
  const gap = 14;
  const width = Math.max(raw + gap + widest, 120) + 10;
  const rawX = 5 + raw / 2;
  const bakedX = 5 + raw + gap + widest / 2;
  const topY = widest / 2 + 4;
  const sideY = widest + 14 + tallest;
  const height = sideY + 18;
  const strand = outcome.pieces.strand_mm;
  const flat = raw > 0 && outcome.pieces.raw_height_mm / raw < 0.25;
  return (
    <Drawing
      width={width}
      height={height}
      label={`Raw ${raw.toFixed(0)} mm wide, baked ${baked.toFixed(0)} mm wide, drawn to scale`}
      className="max-h-full w-full"
    >
      {strand == null ? (
        <circle cx={rawX} cy={topY} r={raw / 2} fill="#fff" stroke="#26313c" strokeWidth={1} />
      ) : (
        <Strand x={rawX} y={topY} across={raw} strand={strand} baked={false} />
      )}
      <circle
        cx={bakedX}
        cy={topY}
        r={high / 2}
        fill="none"
        stroke="#6b7680"
        strokeWidth={0.5}
        strokeDasharray="1.5 1.5"
      />
      {strand == null ? (
        <BakedRound x={bakedX} y={topY} radius={baked / 2} />
      ) : (
        <Strand x={bakedX} y={topY} across={baked} strand={strand + baked - raw} baked />
      )}
      <circle
        cx={bakedX}
        cy={topY}
        r={low / 2}
        fill="none"
        stroke="#4d5a66"
        strokeWidth={0.5}
        strokeDasharray="1.5 1.5"
      />
      {ghost && (
        <circle
          cx={bakedX}
          cy={topY}
          r={ghost.baked.diameter_mm.value / 2}
          fill="none"
          stroke="#26313c"
          strokeWidth={0.8}
          strokeDasharray="4 2.5"
        />
      )}
      <g transform={`translate(${rawX} ${sideY})`}>
        <path
          d={flat ? block(raw, outcome.pieces.raw_height_mm) : dome(raw, outcome.pieces.raw_height_mm)}
          fill="#fff"
          stroke="#26313c"
          strokeWidth={1}
        />
      </g>
      <g transform={`translate(${bakedX} ${sideY})`}>
        <path
          d={dome(baked, outcome.baked.height_mm.value, 0.7)}
          fill="#d9dcd6"
          stroke="#26313c"
          strokeWidth={1}
        />
        {ghost && (
          <path
            d={dome(ghost.baked.diameter_mm.value, ghost.baked.height_mm.value, 0.7)}
            fill="none"
            stroke="#26313c"
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

const block = (width: number, height: number) =>
  `M ${-width / 2} 0 V ${-height + 1} q 0 -1 1 -1 H ${width / 2 - 1} q 1 0 1 1 V 0 Z`;

/** A guide on the screen: the very marks that print at 1:1. */

import type { Schemas } from "../client/api";
import { colour } from "../theme/tokens";
import { Drawing, Ruler } from "./cookie";
import { pointsOf } from "./geometry";

type Guide = Schemas["Guide"];
type Mark = Guide["marks"][number];

const PENS: Record<Schemas["Ink"], { stroke: string; strokeWidth: number; strokeDasharray?: string }> = {
  edge: { stroke: colour.rim, strokeWidth: 1.8 },
  cut: { stroke: colour.rim, strokeWidth: 1 },
  likely: { stroke: colour.rim, strokeWidth: 1 },
  widest: { stroke: colour.faint, strokeWidth: 0.8, strokeDasharray: "3 2.5" },
  faint: { stroke: colour.crumb, strokeWidth: 0.6, strokeDasharray: "1.5 2" },
};

export function GuideDrawing({ guide, us }: { guide: Guide; us: boolean }) {
  const margin = 6;
  const side = 16; // the ruler's first label is wider than its tick
  const letters = Math.max(Math.min(8, guide.width_mm / 22), guide.width_mm / 28);
  return (
    <Drawing
      width={guide.width_mm + 2 * side}
      height={guide.height_mm + 2 * margin + 10 + letters}
      label={`${guide.title}: ${guide.saying}`}
      className="max-h-full w-full"
    >
      <g transform={`translate(${side} ${margin})`}>
        {guide.marks.map((mark, i) => (
          <MarkOf key={i} mark={mark} />
        ))}
        <g transform={`translate(0 ${guide.height_mm + 6})`}>
          <Ruler span={guide.width_mm} us={us} size={letters} />
        </g>
      </g>
    </Drawing>
  );
}

function MarkOf({ mark }: { mark: Mark }) {
  if (mark.kind === "word")
    return (
      <text
        x={mark.x_mm}
        y={mark.y_mm + mark.high_mm / 3}
        // Beside a tray's marks words may be larger than they print; on a label they lie as they will.
        fontSize={mark.from_left ? mark.high_mm : mark.high_mm * 1.4}
        fontWeight={mark.strong ? 700 : 400}
        textAnchor={mark.from_left ? "start" : "middle"}
        fill={colour.rim}
      >
        {mark.text}
      </text>
    );
  // The pen keeps its width on the screen, however large the sheet.
  const pen = { ...PENS[mark.ink], vectorEffect: "non-scaling-stroke" as const };
  if (mark.kind === "ring")
    return (
      <polygon points={pointsOf(mark.points)} fill={mark.ink === "edge" ? colour.enamel : "none"} {...pen} />
    );
  if (mark.kind === "round")
    return <circle cx={mark.x_mm} cy={mark.y_mm} r={mark.diameter_mm / 2} fill="none" {...pen} />;
  return <line x1={mark.x0_mm} y1={mark.y0_mm} x2={mark.x1_mm} y2={mark.y1_mm} {...pen} />;
}

/** The cookie as it is wished, from above and from the side, with knobs to drag it wider and higher; and what comes nearest, in it. */
import { useId } from "react";
import type { Kitchen, Schemas } from "../../client/api";
import { Ruler } from "../../drawing/cookie";
import { CrustFill, Spots, spotsOf } from "../../drawing/crust";
import { dome } from "../../drawing/geometry";
import { GRIP_PX, Grip, type Handle } from "../../drawing/grip";
import { useSize } from "../../pieces/size";
import { colour } from "../../theme/tokens";
import { length, thickness } from "../../words/numbers";

const LEAST_SPAN_MM = 110;
const LEAST_TALL_MM = 24;
const PAD_PX = 22;

export function WishedCookie(props: {
  width_mm: number;
  height_mm: number;
  outcome?: Schemas["Outcome"];
  kitchen: Kitchen;
  wide?: Handle;
  high: Handle;
}) {
  const { width_mm, height_mm, outcome, kitchen } = props;
  const [box, { width, height }] = useSize<HTMLDivElement>();
  const fill = useId();
  const us = kitchen.units === "us";
  const got = outcome?.baked;
  const span = Math.max(LEAST_SPAN_MM, width_mm * 1.15, (got?.diameter_mm.value ?? 0) * 1.1);
  const tall = Math.max(LEAST_TALL_MM, height_mm * 1.2, (got?.height_mm.value ?? 0) * 1.1);
  const scale = Math.max(0.2, Math.min((width - 2 * PAD_PX) / span, (height - 2 * PAD_PX) / (span + tall)));
  const middle = width / 2;
  const topY = (span / 2) * scale + 6;
  const floorY = (span + tall) * scale + 10;
  const across = got?.diameter_mm.value ?? 0;
  return (
    <div ref={box} className="relative h-56">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`Wished ${length(width_mm, kitchen)} wide and ${thickness(height_mm, kitchen)} high${got ? `; the nearest dough gives ${length(across, kitchen)} and ${thickness(got.height_mm.value, kitchen)}` : ""}, drawn to scale`}
          className="absolute inset-0"
        >
          {outcome && (
            <defs>
              <CrustFill id={fill} crust={outcome.crust} />
            </defs>
          )}
          <g transform={`translate(${middle} ${topY}) scale(${scale})`}>
            {outcome && (
              <>
                <circle r={across / 2} fill={`url(#${fill})`} {...edge} />
                <Spots spots={spotsOf(outcome.inclusions, across / 2)} />
              </>
            )}
            <circle r={width_mm / 2} {...wished} />
          </g>
          <g transform={`translate(${middle} ${floorY}) scale(${scale})`}>
            {outcome && (
              <path d={dome(across, outcome.baked.height_mm.value, 0.7)} fill={outcome.crust.rim} {...edge} />
            )}
            <path d={dome(width_mm, height_mm, 0.7)} {...wished} />
          </g>
          <g transform={`translate(${middle - (span * scale) / 2} ${floorY + 4})`}>
            <Ruler span={span} us={us} scale={scale} size={12} />
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
          style={{ left: middle + (width_mm / 2) * scale - GRIP_PX, top: topY - GRIP_PX }}
        />
      )}
      {width > 0 && (
        <Grip
          handle={props.high}
          along="y"
          us={us}
          scale={scale}
          style={{ left: middle - GRIP_PX, top: floorY - height_mm * scale - GRIP_PX }}
        />
      )}
    </div>
  );
}

const edge = {
  stroke: colour.ink,
  strokeOpacity: 0.45,
  strokeWidth: 1,
  vectorEffect: "non-scaling-stroke",
} as const;

const wished = {
  fill: "none",
  stroke: colour.ink,
  strokeWidth: 2,
  strokeDasharray: "7 5",
  vectorEffect: "non-scaling-stroke",
} as const;

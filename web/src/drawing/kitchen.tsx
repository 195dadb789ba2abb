/** The kitchen as it is known: window, clock, measures, mitts, fridge, worktop, oven with its racks, trays at one scale. */
import type { Kitchen } from "../client/api";
import { colour } from "../theme/tokens";

export const SCENE = { width: 720, height: 660 } as const;

/** Where each part is in the scene: left, top, width, height. */
export const PARTS_AT = {
  room: [22, 16, 150, 196],
  look: [180, 16, 118, 196],
  hands: [306, 16, 98, 196],
  measures: [412, 16, 144, 196],
  worktop: [22, 220, 534, 104],
  oven: [22, 342, 258, 304],
  trays: [290, 342, 266, 304],
  fridge: [566, 16, 136, 630],
} as const satisfies Record<string, readonly [number, number, number, number]>;

export type KitchenPart = keyof typeof PARTS_AT;

const line = { fill: "none", stroke: colour.rim, strokeWidth: 2 } as const;

export function KitchenScene({ kitchen }: { kitchen: Kitchen }) {
  return (
    <svg viewBox={`0 0 ${SCENE.width} ${SCENE.height}`} className="block w-full" aria-hidden="true">
      <rect x={14} y={324} width={546} height={12} rx={3} fill={colour.rim} />
      <Window room_c={kitchen.room_c} altitude_m={kitchen.altitude_m} />
      <WallClock />
      <Mitts />
      <Measures />
      <g transform="translate(0 12)">
        <Worktop bowls={kitchen.bowls} cooling_cm2={kitchen.cooling_cm2} />
      </g>
      <Ovens kitchen={kitchen} />
      <Trays trays={kitchen.trays} />
      <Fridge doughs={kitchen.shelf_doughs} trays={kitchen.tray_shelves} />
    </svg>
  );
}

/** The hill outside rises with the altitude, the thermometer with the room. */
function Window({ room_c, altitude_m }: { room_c: number; altitude_m: number }) {
  const hill = 14 + 56 * Math.min(1, Math.max(0, altitude_m) / 3000);
  const level = 84 * Math.min(1, Math.max(0.05, (room_c - 5) / 35));
  return (
    <g>
      <clipPath id="pane">
        <rect x={34} y={34} width={100} height={110} rx={5} />
      </clipPath>
      <rect
        x={34}
        y={34}
        width={100}
        height={110}
        rx={5}
        fill={colour.well}
        stroke={colour.rim}
        strokeWidth={2}
      />
      <path d={`M34 144 L84 ${144 - hill} L134 144 Z`} fill={colour.line} clipPath="url(#pane)" />
      <path d="M84 34 V144 M34 89 H134" {...line} />
      <rect
        x={147}
        y={38}
        width={12}
        height={96}
        rx={6}
        fill={colour.raised}
        stroke={colour.rim}
        strokeWidth={2}
      />
      <rect x={150} y={131 - level} width={6} height={level} fill={colour.rim} />
      <circle cx={153} cy={138} r={9} fill={colour.rim} />
    </g>
  );
}

function WallClock() {
  return (
    <g>
      <circle cx={240} cy={88} r={44} fill={colour.enamel} stroke={colour.rim} strokeWidth={3} />
      {[0, 90, 180, 270].map((turn) => (
        <path
          key={turn}
          d="M240 50 V58"
          stroke={colour.rim}
          strokeWidth={3}
          transform={`rotate(${turn} 240 88)`}
        />
      ))}
      <path d="M240 88 V60 M240 88 L220 96" stroke={colour.rim} strokeWidth={4} strokeLinecap="round" />
    </g>
  );
}

function Mitts() {
  return (
    <g fill={colour.enamel} stroke={colour.rim} strokeWidth={2} strokeLinejoin="round">
      <path d="M316 40 H392" strokeWidth={3} />
      {[0, 38].map((x) => (
        <g key={x} transform={`translate(${318 + x} 44)`}>
          <path d="M10 0 V8 M4 8 H26 V46 C26 62 22 74 14 74 C6 74 3 64 3 50 L-3 40 C-6 34 0 30 4 36 Z" />
          <path d="M4 18 H26" />
        </g>
      ))}
    </g>
  );
}

function Measures() {
  return (
    <g strokeLinejoin="round">
      <path d="M420 140 H546" stroke={colour.rim} strokeWidth={5} />
      <path d="M434 84 H482 L478 138 H438 Z" fill={colour.enamel} stroke={colour.rim} strokeWidth={2} />
      <path d="M483 94 C500 92 500 122 480 122" {...line} />
      <path d="M440 100 H454 M440 112 H450 M439 124 H452" {...line} />
      <ellipse cx={520} cy={58} rx={12} ry={16} fill={colour.enamel} stroke={colour.rim} strokeWidth={2} />
      <path d="M520 74 V136" stroke={colour.rim} strokeWidth={4} />
    </g>
  );
}

/** Bowls one beside another; the cooling rack as wide as its share of the widest there can be. */
function Worktop({ bowls, cooling_cm2 }: { bowls: number; cooling_cm2: number }) {
  const shown = Math.min(bowls, 8);
  const wide = 230 / Math.max(3, shown);
  const rack = 60 + 190 * Math.sqrt(Math.min(1, cooling_cm2 / 10_000));
  const left = 546 - rack;
  return (
    <g>
      {Array.from({ length: shown }, (_, i) => (
        <path
          key={i}
          d={`M${34 + i * wide} 256 h${wide - 8} c0 34 ${-wide * 0.18} 54 ${-wide * 0.36} 54 h${-(wide - 8) + wide * 0.72} c${-wide * 0.18} 0 ${-wide * 0.36} -20 ${-wide * 0.36} -54 Z`}
          fill={colour.enamel}
          stroke={colour.rim}
          strokeWidth={2}
        />
      ))}
      <path d={`M${left} 286 H546 M${left + 8} 286 V312 M538 286 V312`} stroke={colour.rim} strokeWidth={3} />
      {Array.from({ length: Math.floor(rack / 12) }, (_, i) => (
        <path key={i} d={`M${left + 6 + i * 12} 282 V290`} {...line} />
      ))}
    </g>
  );
}

function Ovens({ kitchen }: { kitchen: Kitchen }) {
  const wide = (240 - 8 * (kitchen.ovens - 1)) / kitchen.ovens;
  const [top, bottom] = [396, 574];
  return (
    <g>
      {Array.from({ length: kitchen.ovens }, (_, oven) => {
        const x = 32 + oven * (wide + 8);
        return (
          <g key={x}>
            <rect
              x={x}
              y={346}
              width={wide}
              height={242}
              rx={8}
              fill={colour.enamel}
              stroke={colour.rim}
              strokeWidth={2}
            />
            {[0.25, 0.5, 0.75].map((at) => (
              <circle key={at} cx={x + wide * at} cy={364} r={7} {...line} />
            ))}
            <rect
              x={x + 12}
              y={382}
              width={wide - 24}
              height={196}
              rx={6}
              fill={colour.well}
              stroke={colour.rim}
              strokeWidth={2}
            />
            {Array.from({ length: kitchen.rack_positions }, (_, rack) => {
              const y = bottom - ((bottom - top) * (rack + 0.5)) / kitchen.rack_positions;
              return (
                <g key={y}>
                  <path d={`M${x + 14} ${y} H${x + wide - 14}`} stroke={colour.rim} strokeWidth={2} />
                  <rect x={x + 30} y={y - 8} width={wide - 60} height={6} rx={2} fill={colour.rim} />
                </g>
              );
            })}
          </g>
        );
      })}
    </g>
  );
}

const TRAYS_BOX = { x: 300, y: 350, width: 246, height: 236, gap: 10 };

/** Every kind of tray from above, all at one scale, as large as they fit in rows. */
function Trays({ trays }: { trays: Kitchen["trays"] }) {
  const { x, y, width, height, gap } = TRAYS_BOX;
  const rowsAt = (scale: number) => {
    const rows: { trays: Kitchen["trays"]; wide: number; deep: number }[] = [];
    for (const tray of trays) {
      const wide = tray.width_mm * scale + gap;
      const row = rows.at(-1);
      if (row && row.wide + wide <= width + gap) {
        row.trays.push(tray);
        row.wide += wide;
        row.deep = Math.max(row.deep, tray.depth_mm * scale);
      } else rows.push({ trays: [tray], wide, deep: tray.depth_mm * scale });
    }
    return rows;
  };
  let scale = 0.6;
  while (scale > 0.05) {
    const rows = rowsAt(scale);
    const deep = rows.reduce((sum, row) => sum + row.deep + gap, -gap);
    if (deep <= height && rows.every((row) => row.wide <= width + gap)) break;
    scale *= 0.96;
  }
  let top = y;
  return (
    <g>
      {rowsAt(scale).map((row) => {
        let left = x;
        const at = top;
        top += row.deep + gap;
        return row.trays.map((tray) => {
          const [wide, deep] = [tray.width_mm * scale, tray.depth_mm * scale];
          const here = left;
          left += wide + gap;
          return (
            <g key={tray.id}>
              <rect
                x={here}
                y={at}
                width={wide}
                height={deep}
                rx={6}
                fill={colour.enamel}
                stroke={colour.rim}
                strokeWidth={2}
              />
              <rect x={here + 4} y={at + 4} width={wide - 8} height={deep - 8} rx={4} fill={colour.well} />
              <text
                x={here + wide / 2}
                y={at + deep / 2 + 6}
                fontSize={18}
                fontWeight={800}
                textAnchor="middle"
                fill={colour.ink}
              >
                {tray.count} ×
              </text>
            </g>
          );
        });
      })}
    </g>
  );
}

function Fridge({ doughs, trays }: { doughs: number; trays: number }) {
  const shelves = 5;
  const each = 334 / shelves;
  const places = Math.min(doughs, 20);
  return (
    <g>
      <rect
        x={572}
        y={26}
        width={124}
        height={546}
        rx={10}
        fill={colour.enamel}
        stroke={colour.rim}
        strokeWidth={2}
      />
      <rect
        x={584}
        y={40}
        width={100}
        height={350}
        rx={6}
        fill="var(--color-chilled)"
        stroke={colour.rim}
        strokeWidth={2}
      />
      {Array.from({ length: shelves - 1 }, (_, i) => (
        <path key={i} d={`M584 ${48 + each * (i + 1)} H684`} stroke={colour.edge} strokeWidth={2} />
      ))}
      {Array.from({ length: places }, (_, i) => {
        const [row, column] = [Math.floor(i / 4), i % 4];
        return (
          <circle
            key={i}
            cx={598 + column * 24}
            cy={48 + each * (row + 1) - 11}
            r={10}
            fill={colour.raw}
            stroke={colour.rim}
            strokeWidth={2}
          />
        );
      })}
      {Array.from({ length: trays }, (_, i) => (
        <rect key={i} x={590} y={380 - i * 9} width={88} height={5} rx={2} fill={colour.rim} />
      ))}
      <rect
        x={584}
        y={402}
        width={100}
        height={156}
        rx={6}
        fill={colour.well}
        stroke={colour.rim}
        strokeWidth={2}
      />
      <path d="M678 418 V448 M678 344 V374" stroke={colour.rim} strokeWidth={4} strokeLinecap="round" />
    </g>
  );
}

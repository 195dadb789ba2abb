/** Hands and racks for the next hour and a half, and the oven's own trace. */
import type { Schemas } from "../client/api";
import type { RunNow } from "../client/runs";
import { colour } from "../theme/tokens";

const AHEAD_MIN = 90;
const LEFT = 92;

export function RunStrip(props: { run: RunNow; now_ms: number; at: (ms: number) => string }) {
  const { run, now_ms, at } = props;
  const rows = [...new Set(run.strip.map((bar) => bar.row))].sort((a, b) => a - b);
  const wide = 1140;
  const high = 22 + rows.length * 27;
  const x = (ms: number) => LEFT + ((ms - now_ms) / 60_000) * ((wide - LEFT) / AHEAD_MIN);
  const first = Math.ceil(now_ms / 900_000) * 900_000;
  const ticks = Array.from({ length: 7 }, (_, n) => first + n * 900_000).filter((ms) => x(ms) < wide - 20);
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      className="block max-h-40 w-full"
      role="img"
      aria-label="Hands and racks for the next hour and a half"
    >
      {ticks.map((ms) => (
        <g key={ms}>
          <line x1={x(ms)} x2={x(ms)} y1={18} y2={high} stroke={colour.line} strokeWidth="1.5" />
          <text x={x(ms)} y={13} fontSize="14" textAnchor="middle" fill={colour.quiet}>
            {at(ms)}
          </text>
        </g>
      ))}
      {rows.map((row, n) => (
        <g key={row}>
          <text x={0} y={22 + n * 27 + 17} fontSize="15" fontWeight="700" fill={colour.ink}>
            {nameOf(row, run)}
          </text>
          {run.strip
            .filter((bar) => bar.row === row)
            .map((bar) => {
              const from = Math.max(LEFT, x(Date.parse(bar.from_at)));
              const to = Math.min(wide, x(Date.parse(bar.to_at)));
              if (to <= from) return null;
              const baking = row > 10;
              return (
                <g key={`${bar.from_at}${bar.label}`}>
                  <rect
                    x={from}
                    y={22 + n * 27}
                    width={Math.max(3, to - from - 1.5)}
                    height="22"
                    rx="5"
                    fill={baking ? "var(--color-hot)" : "var(--color-cool_room)"}
                    stroke={baking ? "var(--color-hot-edge)" : "var(--color-cool_room-edge)"}
                  />
                  {to - from > bar.label.length * 7.6 + 10 && (
                    <text
                      x={from + 6}
                      y={22 + n * 27 + 16}
                      fontSize="13.5"
                      fontWeight="700"
                      fill={colour.ink}
                    >
                      {bar.label}
                    </text>
                  )}
                </g>
              );
            })}
        </g>
      ))}
      <line x1={LEFT} x2={LEFT} y1={16} y2={high} stroke={colour.ink} strokeWidth="3" />
    </svg>
  );
}

function nameOf(row: number, run: RunNow): string {
  if (row <= 10) return run.hands > 1 ? `Hands ${row}` : "Hands";
  const ovens = new Set(run.strip.filter((bar) => bar.row > 10).map((bar) => Math.floor(bar.row / 10)));
  return ovens.size > 1 ? `Oven ${Math.floor(row / 10)}, ${row % 10}` : `Rack ${row % 10}`;
}

/** What an oven read in the last forty minutes, against what its dial is set to. */
export function OvenTrace(props: { trace: Schemas["Trace"]; heat: (celsius: number) => string }) {
  const { trace, heat } = props;
  const [wide, high] = [524, 74];
  const reads = trace.points ?? [];
  const values = reads.map((one) => one.read_c);
  const low = Math.min(trace.dial_c - 30, ...values);
  const top = Math.max(trace.dial_c + 25, ...values);
  const y = (c: number) => 6 + ((top - c) / (top - low)) * (high - 12);
  const x = (ago: number) => wide - 70 - (ago / 2400) * (wide - 76);
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      className="mt-2 block w-full"
      role="img"
      aria-label={`Oven thermometer over the last forty minutes, with the dial at ${heat(trace.dial_c)}`}
    >
      <line
        x1="6"
        x2={wide - 70}
        y1={y(trace.dial_c)}
        y2={y(trace.dial_c)}
        stroke={colour.quiet}
        strokeDasharray="5 5"
      />
      <text x={wide - 64} y={y(trace.dial_c) + 5} fontSize="14" fill={colour.quiet}>
        dial
      </text>
      <polyline
        points={reads.map((one) => `${x(one.ago_s).toFixed(1)},${y(one.read_c).toFixed(1)}`).join(" ")}
        fill="none"
        stroke="var(--color-hot-edge)"
        strokeWidth="2.5"
      />
    </svg>
  );
}

/** The oven from the front: each tray at its rack, its cookies in the colour they should have by now, its clock beside it. */
import type { TrayClock } from "../client/runs";
import { colour } from "../theme/tokens";
import { countdown } from "../words/countdown";

const WIDE = 524;
const TRAY_WIDE = 206;
const ROW = 132;

export function OvenFront(props: {
  racks: number;
  trays: readonly TrayClock[];
  now_ms: number;
  onTray: (tray: TrayClock) => void;
}) {
  const { racks, trays, now_ms } = props;
  const high = racks * ROW + 16;
  return (
    <div className="relative">
      <svg viewBox={`0 0 ${WIDE} ${high}`} className="block w-full" aria-hidden="true">
        <rect
          x="2"
          y="2"
          width={WIDE - 4}
          height={high - 4}
          rx="16"
          fill="var(--color-hot)"
          fillOpacity="0.35"
          stroke="var(--color-hot-edge)"
          strokeWidth="2"
        />
        {Array.from({ length: racks }, (_, n) => {
          const y = 8 + n * ROW;
          const tray = trays.find((one) => one.rack === n + 1);
          return (
            <g key={`rack${n + 1}`}>
              {n > 0 && (
                <line
                  x1="12"
                  x2={WIDE - 12}
                  y1={y}
                  y2={y}
                  stroke="var(--color-hot-edge)"
                  strokeDasharray="3 6"
                />
              )}
              {tray ? (
                <LoadedTray tray={tray} y={y + 10} now_ms={now_ms} />
              ) : (
                <text x={WIDE / 2} y={y + ROW / 2 + 6} fontSize="18" textAnchor="middle" fill={colour.quiet}>
                  rack {n + 1}, empty
                </text>
              )}
            </g>
          );
        })}
      </svg>
      {trays.map((tray) => (
        <button
          key={tray.load}
          type="button"
          aria-label={`Tray ${tray.tray}, ${tray.name}: ${countdown(Date.parse(tray.out_at) - now_ms)} left. What is with it?`}
          className="absolute right-0 left-0 rounded-[14px]"
          style={{ top: `${((8 + (tray.rack - 1) * ROW) / high) * 100}%`, height: `${(ROW / high) * 100}%` }}
          onClick={() => props.onTray(tray)}
        />
      ))}
    </div>
  );
}

function LoadedTray({ tray, y, now_ms }: { tray: TrayClock; y: number; now_ms: number }) {
  const high = ROW - 24;
  const since = now_ms - Date.parse(tray.in_at);
  const left = Date.parse(tray.out_at) - now_ms;
  const part = Math.min(1, Math.max(0, since / (since + Math.max(left, 0) || 1)));
  const n = Math.min(
    tray.rims.length - 1,
    Math.max(0, Math.round(since / 1000 / Math.max(1, tray.every_s ?? 30))),
  );
  const rim = tray.rims[n] ?? colour.baked;
  const middle = tray.middles[n] ?? colour.crumb;
  const late = now_ms > Date.parse(tray.good_to);
  const [columns, rows] = gridOf(tray.pieces);
  const size = Math.min((TRAY_WIDE / columns) * 0.4, (high / rows) * 0.4);
  const word = late
    ? "past its best"
    : now_ms >= Date.parse(tray.good_from)
      ? "good now"
      : (tray.next_says ?? "");
  return (
    <g>
      <rect
        x="18"
        y={y}
        width={TRAY_WIDE}
        height={high}
        rx="10"
        fill={colour.well}
        stroke={colour.rim}
        strokeWidth="2.5"
      />
      {Array.from({ length: Math.min(tray.pieces, columns * rows) }, (_, k) => {
        const x = 18 + ((k % columns) + 0.5) * (TRAY_WIDE / columns);
        const cy = y + (Math.floor(k / columns) + 0.5) * (high / rows);
        return (
          <g key={`${x},${cy}`}>
            <circle cx={x} cy={cy} r={size} fill={rim} />
            <circle cx={x} cy={cy} r={size * 0.72} fill={middle} />
          </g>
        );
      })}
      <text x="240" y={y + 24} fontSize="24" fontWeight="800" fill={colour.ink}>
        {tray.tray} {short(tray.name)}
      </text>
      <text
        x="240"
        y={y + 66}
        fontSize="42"
        fontWeight="800"
        fill={late ? "var(--color-stop-edge)" : colour.ink}
      >
        {countdown(left)}
      </text>
      <text x={254 + countdown(left).length * 23} y={y + 64} fontSize="17" fill={colour.quiet}>
        {word}
      </text>
      <rect x="240" y={y + high - 20} width="266" height="11" rx="5.5" fill={colour.line} />
      <rect
        x="240"
        y={y + high - 20}
        width={266 * part}
        height="11"
        rx="5.5"
        fill={late ? "var(--color-stop-edge)" : "var(--color-hot-edge)"}
      />
    </g>
  );
}

/** As many across as fit a tray that is half again as wide as deep. */
function gridOf(pieces: number): [number, number] {
  const columns = Math.max(1, Math.ceil(Math.sqrt(pieces * 1.8)));
  return [columns, Math.max(1, Math.ceil(pieces / columns))];
}

const short = (name: string) => (name.length > 22 ? `${name.slice(0, 21)}…` : name);

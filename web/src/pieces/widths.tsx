/** How wide a few cookies came out, as a bake or a test of one is written down. */
import type { Kitchen, Problem, Schemas } from "../client/api";
import type { Measured } from "../client/bakes";
import { MaybeLength } from "./measures";
import { ProblemNote } from "./notes";

const MOST_WIDTHS = 6;

export function Asked(props: { problems: Problem[]; onRemedy?: (problem: Problem) => void }) {
  return props.problems.map((problem) => (
    <ProblemNote key={problem.message} problem={problem} onRemedy={props.onRemedy} />
  ));
}

/** A few cookies across, as they lie; one more field than there are widths, so that there is always a next one. */
export function Widths(props: {
  measured: Measured;
  foretold?: Schemas["Foretold"];
  kitchen: Kitchen;
  problems: Problem[];
  /** Of the twice-baked the logs are measured, after their first bake. */
  logs?: boolean;
  /** How many there are to measure, where that is few. */
  most?: number;
  onPut: (part: Partial<Measured>) => void;
}) {
  const { measured, foretold, kitchen, onPut } = props;
  const widths = measured.widths_mm;
  const walls = foretold && foretold.width_mm.high - foretold.width_mm.low < 0.5;
  if (walls) return null;
  const fields = Math.min(props.most ?? MOST_WIDTHS, widths.length + 1);
  const set = (i: number, mm: number | null) =>
    onPut({
      widths_mm:
        mm === null
          ? widths.filter((_, n) => n !== i)
          : i < widths.length
            ? widths.map((one, n) => (n === i ? mm : one))
            : [...widths, mm],
    });
  const asked = props.problems.filter(({ field }) => field.startsWith("widths_mm."));
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1 font-semibold">
        {props.logs
          ? "How wide are the logs after their first bake?"
          : props.most
            ? `How wide did ${props.most > 1 ? "they" : "it"} come out?`
            : "How wide are a few of them?"}
      </legend>
      <div className="flex flex-wrap gap-3">
        {Array.from({ length: fields }, (_, i) => (
          <MaybeLength
            key={i}
            label={`${props.logs ? "Log" : "Cookie"} ${i + 1}`}
            kitchen={kitchen}
            value={widths[i] ?? null}
            start={widths.at(-1) ?? foretold?.width_mm.value ?? 60}
            min={3}
            max={700}
            onValue={(mm) => set(i, mm)}
          />
        ))}
      </div>
      <Asked
        problems={asked}
        onRemedy={(problem) => set(Number(problem.field.split(".")[1]), Number(problem.remedy?.value))}
      />
    </fieldset>
  );
}

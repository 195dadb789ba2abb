/** What comes out: portion in, cookies out; drawn to scale, with ranges and what to look for. */
import clsx from "clsx";
import { Link, useParams } from "react-router";
import type { Assessment, DoughSpec, Kitchen, Problem, Schemas } from "../../client/api";
import { useCatalogue } from "../../client/hooks";
import { OutcomeDrawing } from "../../drawing/outcome";
import { NumberField, Segments, Select, Switch } from "../../pieces/controls";
import { LengthField, MassField } from "../../pieces/measures";
import { Panel, ProblemNote } from "../../pieces/notes";
import { length, lengthRange, mass, minutes, plural, thicknessRange } from "../../pieces/say";
import { at } from "./remedy";

type Form = DoughSpec["form"];
type Outcome = Schemas["Outcome"];

export function OutcomePanel(props: {
  spec: DoughSpec;
  found?: Assessment;
  ghost?: Outcome;
  kitchen: Kitchen;
  problems: Problem[];
  onSpec: (part: Partial<DoughSpec>) => void;
  onRemedy: (problem: Problem) => void;
  className?: string;
}) {
  const { spec, found, kitchen, problems, onSpec } = props;
  const { id } = useParams();
  const outcome = found?.outcome;
  const trays = found?.trays;
  const shown = problems.filter((problem) => problem.remedy && problem.field.startsWith("oven."));
  return (
    <Panel
      title="What comes out"
      className={props.className}
      aside={
        outcome && <span className="text-[19px] font-bold">{plural(outcome.pieces.count, "cookie")}</span>
      }
    >
      <div className="grid min-h-0 content-start gap-2.5 overflow-y-auto p-4">
        <div className="flex flex-wrap items-end gap-2.5">
          <FormFields
            kitchen={kitchen}
            form={spec.form}
            problems={problems}
            onForm={(form) => onSpec({ form })}
          />
          <OvenFields spec={spec} problems={problems} onSpec={onSpec} />
        </div>
        {shown.map((problem) => (
          <ProblemNote key={problem.message} problem={problem} onRemedy={props.onRemedy} />
        ))}
        {problems
          .filter((problem) => problem.field === "tray_id")
          .map((problem) => (
            <ProblemNote key={problem.message} problem={problem} />
          ))}
        {outcome ? (
          <>
            <div className="flex h-52 justify-center">
              <OutcomeDrawing outcome={outcome} ghost={props.ghost} us={kitchen.units === "us"} />
            </div>
            <Figures outcome={outcome} kitchen={kitchen} />
            {trays && (
              <p className="flex items-center justify-between gap-3 border-t border-line pt-1">
                <span>
                  <strong>{plural(trays.loads.length, "load")}</strong> on {trays.tray.name.toLowerCase()}:{" "}
                  {loadsText(trays.loads)}
                </span>
                <Link
                  to={`/trays/${id}`}
                  className="inline-flex min-h-11 items-center font-semibold whitespace-nowrap underline underline-offset-4"
                >
                  See the trays
                </Link>
              </p>
            )}
          </>
        ) : (
          <p className="py-8 text-center text-quiet">
            {found ? "Answer the question above, and the cookies appear here." : ""}
          </p>
        )}
      </div>
    </Panel>
  );
}

export function loadsText(loads: readonly number[]): string {
  return loads.length > 8 ? `${loads.length} × up to ${loads[0]}` : loads.join(" + ");
}

function Figures({ outcome, kitchen }: { outcome: Outcome; kitchen: Kitchen }) {
  const { baked, window, pieces } = outcome;
  const rows = [
    [
      "Wide",
      lengthRange(baked.diameter_mm, kitchen),
      `about ${length(baked.diameter_mm.value, kitchen)}, raw ${length(pieces.raw_diameter_mm, kitchen)}`,
    ],
    [
      "High",
      thicknessRange(baked.height_mm, kitchen),
      `spread ratio ${baked.spread_ratio.low.toFixed(1)} to ${baked.spread_ratio.high.toFixed(1)}`,
    ],
    [
      "Bake",
      `${minutes(window.earliest_min)} to ${minutes(window.latest_min)} min`,
      `likely ${minutes(window.done_from_min)} to ${minutes(window.done_to_min)}, look from ${minutes(window.first_look_min)}`,
    ],
    [
      "Each",
      `${mass(pieces.mass_g, kitchen)} raw`,
      `loses ${baked.loss_pct.low.toFixed(0)} to ${baked.loss_pct.high.toFixed(0)}%, ${mass(pieces.leftover_g, kitchen)} dough left over`,
    ],
  ] as const;
  return (
    <>
      <dl className="grid gap-y-0.5">
        {rows.map(([name, value, aside]) => (
          <div key={name} className="grid grid-cols-[3.2rem_minmax(8.5rem,auto)_1fr] items-baseline gap-x-2">
            <dt className="text-quiet">{name}</dt>
            <dd className="text-[17px] font-bold whitespace-nowrap">{value}</dd>
            <dd className="text-[14px] leading-tight text-quiet">{aside}</dd>
          </div>
        ))}
      </dl>
      <p>
        <span className="text-quiet">Look for: </span>
        {window.cue}.
      </p>
      {pieces.rolls.length > 0 && <Rolls pieces={pieces} kitchen={kitchen} />}
    </>
  );
}

function Rolls({ pieces, kitchen }: { pieces: Outcome["pieces"]; kitchen: Kitchen }) {
  return (
    <p className="text-[15px]">
      {pieces.rolls.map((roll, i) => (
        <span key={`${i}-${roll.sheet_width_mm}`} className={clsx(i > 0 && "before:content-['_·_']")}>
          {i === 0 ? "First sheet" : "then"} {length(roll.sheet_width_mm, kitchen)} ×{" "}
          {length(roll.sheet_length_mm, kitchen)} for {roll.count}
        </span>
      ))}
    </p>
  );
}

function FormFields({
  form,
  kitchen,
  problems,
  onForm,
}: {
  form: Form;
  kitchen: Kitchen;
  problems: Problem[];
  onForm: (form: Form) => void;
}) {
  const { data: catalogue } = useCatalogue();
  const scoops = Object.entries(catalogue?.scoops_ml ?? {});
  return (
    <>
      <Segments
        label="Form"
        value={form.kind}
        onValue={(kind) => kind !== form.kind && onForm(FIRST_FORM[kind])}
        options={[
          ["scoop", "Scooped"],
          ["cutout", "Cut out"],
        ]}
      />
      {form.kind === "scoop" ? (
        <>
          <div className="order-1 w-36">
            <Select
              label="Portion by"
              value={form.scoop_no ? `${form.scoop_no}` : "g"}
              error={at(problems, "form.scoop_no")}
              onValue={(value) => onForm({ ...form, scoop_no: value === "g" ? null : Number(value) })}
              options={[
                ["g", "weight"],
                ...scoops.map(([no, ml]) => [no, `scoop no. ${no} (${Math.round(ml)} ml)`] as const),
              ]}
            />
          </div>
          {!form.scoop_no && (
            <div className="order-3">
              <MassField
                kitchen={kitchen}
                label="Portion"
                width="w-18"
                value={form.portion_g}
                min={1}
                max={5000}
                error={at(problems, "form.portion_g")}
                onValue={(portion_g) => onForm({ ...form, portion_g })}
              />
            </div>
          )}
        </>
      ) : (
        <>
          <LengthField
            kitchen={kitchen}
            label="Cutter across"
            width="w-20"
            value={form.cutter_mm}
            min={15}
            max={200}
            error={at(problems, "form.cutter_mm")}
            onValue={(cutter_mm) => onForm({ ...form, cutter_mm })}
          />
          <div className="order-3">
            <LengthField
              kitchen={kitchen}
              label="Rolled to"
              width="w-18"
              value={form.thickness_mm}
              min={1.5}
              max={25}
              step={0.5}
              error={at(problems, "form.thickness_mm")}
              onValue={(thickness_mm) => onForm({ ...form, thickness_mm })}
            />
          </div>
        </>
      )}
    </>
  );
}

const FIRST_FORM: Record<Form["kind"], Form> = {
  scoop: { kind: "scoop", portion_g: 30, scoop_no: null },
  cutout: { kind: "cutout", thickness_mm: 5, cutter_mm: 60, rerolls: 2 },
};

function OvenFields({
  spec,
  problems,
  onSpec,
}: {
  spec: DoughSpec;
  problems: Problem[];
  onSpec: (part: Partial<DoughSpec>) => void;
}) {
  const { oven } = spec;
  const set = (part: Partial<DoughSpec["oven"]>) => onSpec({ oven: { ...oven, ...part } });
  return (
    <>
      <div className="order-2">
        <Switch label="Fan" checked={oven.fan} onChecked={(fan) => set({ fan })} />
      </div>
      <div className="order-4 flex items-end gap-2.5">
        <NumberField
          label="Oven"
          unit=""
          width="w-14"
          value={oven.value}
          min={0}
          max={9999}
          step={oven.scale === "gas" ? 1 : 5}
          error={at(problems, "oven.value")}
          onValue={(value) => set({ value })}
        />
        <Select
          label="in"
          value={oven.scale}
          onValue={(scale) => set({ scale, value: convert(oven.value, oven.scale, scale) })}
          options={[
            ["c", "°C"],
            ["f", "°F"],
            ["gas", "gas"],
          ]}
        />
      </div>
    </>
  );
}

const GAS_C = [140, 150, 170, 180, 190, 200, 220, 230, 240];

/** The same heat on another dial, to a figure that dial has. */
function convert(value: number, from: DoughSpec["oven"]["scale"], to: DoughSpec["oven"]["scale"]): number {
  if (from === to) return value;
  const celsius =
    from === "f" ? ((value - 32) * 5) / 9 : from === "gas" ? (GAS_C[Math.round(value) - 1] ?? 180) : value;
  if (to === "f") return Math.round((celsius * 9) / 5 / 5 + 32 / 5) * 5;
  if (to === "gas")
    return GAS_C.reduce(
      (best, c, i) => (Math.abs(c - celsius) < Math.abs((GAS_C[best - 1] ?? 0) - celsius) ? i + 1 : best),
      1,
    );
  return Math.round(celsius / 5) * 5;
}

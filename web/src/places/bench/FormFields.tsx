/** What a baker decides for each form; everything else is worked out. */
import type { DoughSpec, Kitchen, Problem } from "../../client/api";
import { useCatalogue } from "../../client/hooks";
import { NumberField, Select } from "../../pieces/controls";
import { LengthField, MassField } from "../../pieces/measures";
import { at } from "./remedy";

type Form = DoughSpec["form"];
type Of<K extends Form["kind"]> = Extract<Form, { kind: K }>;

const KINDS: readonly (readonly [Form["kind"], string])[] = [
  ["scoop", "Scooped"],
  ["ball", "Rolled ball"],
  ["batter", "Spread batter"],
  ["cutout", "Cut out"],
  ["log", "Sliced log"],
  ["rope", "Rope shape"],
];

const FIRST: { [K in Form["kind"]]: Of<K> } = {
  scoop: { kind: "scoop", portion_g: 30, scoop_no: null },
  ball: { kind: "ball", by: "grams", portion_g: 20, count: 24, ball_mm: 32, pressed_mm: null, filling_g: 0 },
  batter: { kind: "batter", spoon_ml: 5, spread_mm: 4 },
  cutout: { kind: "cutout", thickness_mm: 5, cutter_mm: 60, rerolls: 2 },
  log: { kind: "log", log_mm: 45, slice_mm: 8, logs: 1 },
  rope: { kind: "rope", figure: "ring", rope_mm: 12, length_mm: 160 },
};

interface Props<F extends Form = Form> {
  form: F;
  kitchen: Kitchen;
  problems: Problem[];
  onForm: (form: Form) => void;
}

/** The kind of form, and the one figure that matters most, for the first row. */
export function FormKind({ form, onForm }: Pick<Props, "form" | "onForm">) {
  return (
    <Select
      label="Form"
      value={form.kind}
      options={KINDS}
      onValue={(kind) => kind !== form.kind && onForm(FIRST[kind])}
    />
  );
}

export function FormFields(props: Props) {
  const { form } = props;
  if (form.kind === "scoop") return <ScoopFields {...props} form={form} />;
  if (form.kind === "ball") return <BallFields {...props} form={form} />;
  if (form.kind === "batter") return <BatterFields {...props} form={form} />;
  if (form.kind === "log") return <LogFields {...props} form={form} />;
  if (form.kind === "rope") return <RopeFields {...props} form={form} />;
  return <CutoutFields {...props} form={form} />;
}

function ScoopFields({ form, kitchen, problems, onForm }: Props<Of<"scoop">>) {
  const { data: catalogue } = useCatalogue();
  const scoops = Object.entries(catalogue?.scoops_ml ?? {});
  return (
    <>
      <div className="w-36">
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
        <MassField
          kitchen={kitchen}
          label="Portion"
          width="w-20"
          value={form.portion_g}
          min={1}
          max={5000}
          error={at(problems, "form.portion_g")}
          onValue={(portion_g) => onForm({ ...form, portion_g })}
        />
      )}
    </>
  );
}

function BallFields({ form, kitchen, problems, onForm }: Props<Of<"ball">>) {
  return (
    <>
      <div className="w-32">
        <Select
          label="Size by"
          value={form.by}
          onValue={(by) => onForm({ ...form, by })}
          options={[
            ["grams", "weight"],
            ["count", "equal pieces"],
            ["width", "ball's width"],
          ]}
        />
      </div>
      <div className="w-28">
        <Select
          label="Then"
          value={form.pressed_mm == null ? "no" : "yes"}
          onValue={(pressed) => onForm({ ...form, pressed_mm: pressed === "yes" ? 14 : null })}
          options={[
            ["no", "left round"],
            ["yes", "pressed"],
          ]}
        />
      </div>
      {form.by === "grams" && (
        <MassField
          kitchen={kitchen}
          label="Portion"
          width="w-20"
          value={form.portion_g}
          min={1}
          max={5000}
          error={at(problems, "form.portion_g")}
          onValue={(portion_g) => onForm({ ...form, portion_g })}
        />
      )}
      {form.by === "count" && (
        <NumberField
          label="Pieces"
          unit=""
          width="w-20"
          value={form.count}
          min={1}
          max={400}
          error={at(problems, "form.count")}
          onValue={(count) => onForm({ ...form, count: Math.round(count) })}
        />
      )}
      {form.by === "width" && (
        <LengthField
          kitchen={kitchen}
          label="Ball across"
          width="w-20"
          value={form.ball_mm}
          min={8}
          max={120}
          error={at(problems, "form.ball_mm")}
          onValue={(ball_mm) => onForm({ ...form, ball_mm })}
        />
      )}
      {form.pressed_mm != null && (
        <LengthField
          kitchen={kitchen}
          label="Pressed to"
          width="w-20"
          value={form.pressed_mm}
          min={2}
          max={60}
          onValue={(pressed_mm) => onForm({ ...form, pressed_mm })}
        />
      )}
      <MassField
        kitchen={kitchen}
        label="Filling each"
        width="w-20"
        value={form.filling_g}
        min={0}
        max={50}
        onValue={(filling_g) => onForm({ ...form, filling_g })}
      />
    </>
  );
}

function BatterFields({ form, kitchen, problems, onForm }: Props<Of<"batter">>) {
  return (
    <>
      <NumberField
        label="Level spoon"
        unit="ml"
        width="w-20"
        value={form.spoon_ml}
        min={1}
        max={60}
        step={2.5}
        error={at(problems, "form.spoon_ml")}
        onValue={(spoon_ml) => onForm({ ...form, spoon_ml })}
      />
      <LengthField
        kitchen={kitchen}
        label="Spread to"
        width="w-20"
        value={form.spread_mm}
        min={1}
        max={20}
        step={0.5}
        onValue={(spread_mm) => onForm({ ...form, spread_mm })}
      />
    </>
  );
}

function CutoutFields({ form, kitchen, problems, onForm }: Props<Of<"cutout">>) {
  return (
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
      <LengthField
        kitchen={kitchen}
        label="Rolled to"
        width="w-20"
        value={form.thickness_mm}
        min={1.5}
        max={25}
        step={0.5}
        onValue={(thickness_mm) => onForm({ ...form, thickness_mm })}
      />
      <div className="w-26">
        <Select
          label="Scraps"
          value={`${form.rerolls}`}
          onValue={(rerolls) => onForm({ ...form, rerolls: Number(rerolls) })}
          options={[
            ["0", "left"],
            ["1", "once more"],
            ["2", "twice more"],
            ["3", "3 times"],
          ]}
        />
      </div>
    </>
  );
}

function LogFields({ form, kitchen, problems, onForm }: Props<Of<"log">>) {
  return (
    <>
      <LengthField
        kitchen={kitchen}
        label="Log across"
        width="w-20"
        value={form.log_mm}
        min={15}
        max={120}
        error={at(problems, "form.log_mm")}
        onValue={(log_mm) => onForm({ ...form, log_mm })}
      />
      <LengthField
        kitchen={kitchen}
        label="Slices of"
        width="w-20"
        value={form.slice_mm}
        min={2}
        max={40}
        step={0.5}
        onValue={(slice_mm) => onForm({ ...form, slice_mm })}
      />
      <NumberField
        label="Logs"
        unit=""
        width="w-12"
        value={form.logs}
        min={1}
        max={12}
        onValue={(logs) => onForm({ ...form, logs: Math.round(logs) })}
      />
    </>
  );
}

function RopeFields({ form, kitchen, problems, onForm }: Props<Of<"rope">>) {
  return (
    <>
      <div className="w-32">
        <Select
          label="Laid as a"
          value={form.figure}
          onValue={(figure) => onForm({ ...form, figure })}
          options={[
            ["ring", "ring"],
            ["knot", "knot"],
            ["twist", "twist"],
            ["coil", "coil"],
            ["loop", "crossed loop"],
          ]}
        />
      </div>
      <LengthField
        kitchen={kitchen}
        label="Rope thick"
        width="w-20"
        value={form.rope_mm}
        min={5}
        max={40}
        onValue={(rope_mm) => onForm({ ...form, rope_mm })}
      />
      <LengthField
        kitchen={kitchen}
        label="and long"
        width="w-20"
        value={form.length_mm}
        min={40}
        max={800}
        step={10}
        error={at(problems, "form.length_mm")}
        onValue={(length_mm) => onForm({ ...form, length_mm })}
      />
    </>
  );
}

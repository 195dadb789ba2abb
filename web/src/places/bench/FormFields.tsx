/** What a baker decides for each form, as a table of fields; everything else is worked out. */

import { useState } from "react";
import type { Kitchen, Problem } from "../../client/api";
import { useCatalogue, useCutters } from "../../client/catalogue";
import { Select } from "../../pieces/choice";
import { Button, NumberField } from "../../pieces/controls";
import { LengthField, MassField, OvenField } from "../../pieces/measures";
import { colour } from "../../theme/tokens";
import { FORMS, options, SPOONS } from "../../words/labels";
import { type Amount, bounds, type Choice, FIELDS, type Form, first, type Of } from "./forms";
import { OwnCutter } from "./OwnCutter";
import { at } from "./remedy";

interface Props<F extends Form = Form> {
  form: F;
  kitchen: Kitchen;
  problems: Problem[];
  onForm: (form: Form) => void;
}

export function FormKind({ form, onForm }: Pick<Props, "form" | "onForm">) {
  return (
    <Select
      label="Form"
      value={form.kind}
      options={options(FORMS)}
      onValue={(kind) => kind !== form.kind && onForm(first(kind))}
    />
  );
}

export function FormFields(props: Props) {
  const { form } = props;
  const [more, setMore] = useState(false);
  // The table of a form's kind is for that form; TypeScript cannot follow the pair through the union.
  const fields = FIELDS[form.kind] as readonly (Amount<Form> | Choice<Form>)[];
  const wrong = fields.some((field) => field.more && at(props.problems, `form.${field.key}`));
  const shown = fields.filter((field) => (!field.more || more || wrong) && (field.when?.(form) ?? true));
  return (
    <>
      {form.kind === "scoop" && <ScoopBy {...props} form={form} />}
      {form.kind === "cutout" && <CutterPick {...props} form={form} />}
      {shown.map((field) =>
        "options" in field ? (
          <ChoiceOf key={`${field.label}`} field={field} {...props} />
        ) : (
          <AmountOf key={`${field.label}`} field={field} {...props} />
        ),
      )}
      {fields.some((field) => field.more) && (
        <Button kind="quiet" aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? "Less" : "More…"}
        </Button>
      )}
    </>
  );
}

function ChoiceOf({ field, form, problems, onForm }: Props & { field: Choice<Form> }) {
  const value = field.shown ? field.shown(form) : `${form[field.key as keyof Form]}`;
  return (
    <div className={field.width}>
      <Select
        label={field.label}
        value={value}
        options={field.options}
        error={at(problems, `form.${field.key}`)}
        onValue={(next) =>
          onForm(field.take ? field.take(form, next) : ({ ...form, [field.key]: next } as unknown as Form))
        }
      />
    </div>
  );
}

function AmountOf({ field, form, kitchen, problems, onForm }: Props & { field: Amount<Form> }) {
  const whole = field.unit === "";
  const limits = bounds(form, field.key);
  const shared = {
    ...limits,
    label: field.label,
    width: whole ? "w-14" : limits.max > 100 ? "w-23" : "w-20",
    value: Number(form[field.key as keyof Form]),
    step: field.step,
    error: at(problems, `form.${field.key}`),
    onValue: (value: number) =>
      onForm({ ...form, [field.key]: whole ? Math.round(value) : value } as unknown as Form),
  };
  if (field.unit === "mm") return <LengthField kitchen={kitchen} {...shared} />;
  if (field.unit === "g") return <MassField kitchen={kitchen} {...shared} />;
  if (field.unit === "temperature") return <OvenField kitchen={kitchen} {...shared} />;
  return <NumberField {...shared} unit={field.unit} />;
}

function ScoopBy({ form, problems, onForm }: Props<Of<"scoop">>) {
  const { data: catalogue } = useCatalogue();
  const scoops = Object.entries(catalogue?.scoops_ml ?? {});
  return (
    <div className="w-36">
      <Select
        label="Portion by"
        value={form.spoon ?? (form.scoop_no ? `${form.scoop_no}` : "g")}
        error={at(problems, "form.scoop_no")}
        onValue={(value) => {
          const no = Number(value);
          const spoon = value in SPOONS ? (value as keyof typeof SPOONS) : null;
          onForm({ ...form, spoon, scoop_no: no > 0 ? no : null });
        }}
        options={[
          ["g", "weight"],
          ...options(SPOONS),
          ...scoops.map(([no, ml]) => [no, `scoop no. ${no} (${Math.round(ml)} ml)`] as const),
        ]}
      />
    </div>
  );
}

const CUTTERS: readonly (readonly [Of<"cutout">["cutter"], string])[] = [
  ["round", "round"],
  ["square", "square"],
  ["finger", "finger"],
  ["star", "star"],
  ["heart", "heart"],
  ["crescent", "crescent"],
  ["figure", "little figure"],
  ["boat", "boat"],
  ["own", "my own…"],
];

function CutterPick({ form, onForm }: Props<Of<"cutout">>) {
  const { data: cutters } = useCutters();
  const ring = form.cutter === "own" ? form.own : cutters?.find((one) => one.cutter === form.cutter)?.ring;
  return (
    <div className="flex items-end gap-2">
      <div className="w-32">
        <Select
          label="Cutter"
          value={form.cutter}
          options={CUTTERS}
          onValue={(cutter) => onForm({ ...form, cutter })}
        />
      </div>
      {ring && (
        <svg viewBox="-0.6 -1.6 1.2 3.2" className="h-11 w-8" aria-hidden>
          <polygon
            points={ring.map((point) => point.join(",")).join(" ")}
            fill={colour.raw}
            stroke={colour.rim}
            strokeWidth={0.07}
          />
        </svg>
      )}
      {form.cutter === "own" && (
        <OwnCutter has={Boolean(form.own)} onRing={(own) => onForm({ ...form, own })} />
      )}
    </div>
  );
}

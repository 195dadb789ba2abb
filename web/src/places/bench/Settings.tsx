/** What is set of form, oven and dough: read as words in a row, opened where they stand. */
import type { RefObject } from "react";
import type { Assessment, DoughSpec, Kitchen, Problem } from "../../client/api";
import { useCatalogue, useStarters } from "../../client/catalogue";
import { within } from "../../client/within";
import { Select } from "../../pieces/choice";
import { NumberField } from "../../pieces/controls";
import { Popover } from "../../pieces/popover";
import { onDial } from "../../words/heat";
import { AIMS, FAT, FORMS, MIXING, options } from "../../words/labels";
import { mass } from "../../words/numbers";
import { FormFields, FormKind } from "./FormFields";
import { at } from "./remedy";

type Making = DoughSpec["making"];
type Set = (part: Partial<DoughSpec>) => void;

interface Props {
  spec: DoughSpec;
  kitchen: Kitchen;
  problems: Problem[];
  /** What the settings open over. */
  over: RefObject<HTMLElement | null>;
  onSpec: Set;
}

const wrong = (problems: readonly Problem[], part: string) =>
  problems.some((problem) => problem.severity === "stop" && problem.field.startsWith(part));

export function FormSetting({ found, ...props }: Props & { found?: Assessment }) {
  const { spec, kitchen, problems, onSpec } = props;
  const outcome = found?.outcome;
  const size = outcome && spec.form.kind !== "pan" ? `, ${mass(outcome.pieces.mass_g, kitchen)}` : "";
  return (
    <Popover
      name="Form"
      over={props.over}
      says={`${FORMS[spec.form.kind]}${size}`}
      wrong={wrong(problems, "form.")}
    >
      <div className="flex flex-wrap items-end gap-2.5">
        <div className="w-38">
          <FormKind form={spec.form} onForm={(form) => onSpec({ form })} />
        </div>
        <FormFields
          kitchen={kitchen}
          form={spec.form}
          problems={problems}
          onForm={(form) => onSpec({ form })}
        />
      </div>
      {outcome && outcome.pieces.rolls.length > 0 && (
        <p className="text-plain text-quiet">{outcome.pieces.statement}</p>
      )}
    </Popover>
  );
}

type DialId = "c" | "c fan" | "f" | "f fan" | "gas";

const DIALS: readonly (readonly [DialId, string])[] = [
  ["c", "°C"],
  ["c fan", "°C, fan"],
  ["f", "°F"],
  ["f fan", "°F, fan"],
  ["gas", "gas"],
];

/** The oven as its dial reads, with or without the fan, and where in the window to take them out. */
export function OvenSetting({ spec, problems, over, onSpec }: Props) {
  const { oven } = spec;
  const { data: catalogue } = useCatalogue();
  const set = (part: Partial<DoughSpec["oven"]>) => onSpec({ oven: { ...oven, ...part } });
  const dial = (oven.fan && oven.scale !== "gas" ? `${oven.scale} fan` : oven.scale) as DialId;
  const turn = (next: DialId) => {
    const scale = next.split(" ")[0] as DoughSpec["oven"]["scale"];
    set({
      scale,
      fan: next.endsWith("fan"),
      value: onDial(oven.value, oven.scale, scale, catalogue?.gas_marks ?? []),
    });
  };
  const heat = oven.scale === "gas" ? `gas ${oven.value}` : `${oven.value} °${oven.scale.toUpperCase()}`;
  const aim = spec.finish === "usual" ? "" : `, ${AIMS[spec.finish]}`;
  return (
    <Popover
      name="Oven"
      over={over}
      says={`${heat}${oven.fan && oven.scale !== "gas" ? " fan" : ""}${aim}`}
      wrong={wrong(problems, "oven.")}
    >
      <div className="flex flex-wrap items-end gap-2.5">
        <NumberField
          label="Oven heat"
          unit=""
          width="w-16"
          value={oven.value}
          min={0}
          max={9999}
          step={oven.scale === "gas" ? 1 : 5}
          error={at(problems, "oven.value")}
          onValue={(value) => set({ value })}
        />
        <div className="w-26">
          <Select label="Dial" value={dial} onValue={turn} options={DIALS} />
        </div>
        <div className="w-36">
          <Select
            label="Take them out"
            value={spec.finish}
            options={options(AIMS)}
            onValue={(finish) => onSpec({ finish })}
          />
        </div>
      </div>
    </Popover>
  );
}

const INTO_OVEN = [
  ["fresh", "as made"],
  ["frozen", "straight from frozen"],
  ["thawed", "frozen, then thawed"],
] as const;

/** How the dough is mixed and rested. */
export function MakingSetting({ spec, problems, over, onSpec }: Props) {
  const { making } = spec;
  const put = (part: Partial<Making>) => onSpec(withMaking(spec, { ...making, ...part }));
  const rest = making.frozen
    ? making.thawed
      ? "thawed"
      : "from frozen"
    : making.chill_h
      ? `chilled ${Math.round(making.chill_h * 10) / 10} h`
      : "not chilled";
  return (
    <Popover
      name="Making"
      over={over}
      says={`${MIXING[making.mixing]}, ${rest}`}
      wrong={wrong(problems, "making.")}
    >
      <div className="grid grid-cols-2 gap-3">
        <Select
          label="Mixing"
          value={making.mixing}
          options={options(MIXING)}
          error={at(problems, "making.mixing")}
          onValue={(mixing) => put({ mixing })}
        />
        <Select
          label="Fat goes in"
          value={making.fat_state}
          options={options(FAT)}
          error={at(problems, "making.fat_state")}
          onValue={(fat_state) => put({ fat_state })}
        />
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <NumberField
          label="Chill before baking"
          unit="h"
          value={making.chill_h}
          {...within("Making", "chill_h")}
          step={0.5}
          onValue={(chill_h) => put({ chill_h })}
        />
        <div className="w-44">
          <Select
            label="Into the oven"
            value={!making.frozen ? "fresh" : making.thawed ? "thawed" : "frozen"}
            options={INTO_OVEN}
            onValue={(way) => put({ frozen: way !== "fresh", thawed: way === "thawed" })}
          />
        </div>
      </div>
    </Popover>
  );
}

/** The making, with the method's own rest kept to it. */
function withMaking(spec: DoughSpec, making: Making): Partial<DoughSpec> {
  if (!spec.method || making.chill_h === spec.making.chill_h) return { making };
  const rest = spec.method.find((step) => step.stage === "rest");
  const minutes = making.chill_h * 60;
  const method = rest
    ? spec.method.map((step) => (step === rest ? { ...step, minutes } : step))
    : [
        ...spec.method,
        {
          id: "chill",
          stage: "rest" as const,
          text: "Wrap and chill the dough.",
          minutes,
          cue: "firm right through",
          attention: "passive" as const,
          caution: "",
          line_ids: [],
        },
      ];
  return { making, method };
}

/** The family: the guess stands first, the baker may say otherwise; its usual amounts and its cue follow. */
export function FamilySetting(props: {
  spec: DoughSpec;
  dough: NonNullable<Assessment["dough"]>;
  onSpec: Set;
}) {
  const { spec, dough, onSpec } = props;
  const { data: starters } = useStarters();
  const guess = spec.style_id ? "as guessed" : `as guessed: ${dough.style_label}`;
  return (
    <Popover name="Family" says={dough.style_label}>
      <p className="text-plain">
        {dough.closeness[0]?.toUpperCase()}
        {dough.closeness.slice(1)} {article(dough.style_label)} <strong>{dough.style_label}</strong>.
      </p>
      <Select
        label="Family of the dough"
        value={spec.style_id ?? ""}
        onValue={(id) => onSpec({ style_id: id || null })}
        options={[
          ["", guess],
          ...(starters ?? []).map((starter) => [starter.style_id, starter.style_label] as const),
        ]}
      />
    </Popover>
  );
}

const article = (word: string) => (/^[aeiou]/i.test(word) ? "an" : "a");

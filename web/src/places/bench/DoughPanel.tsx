/** What dough it makes: make-up, balance and method; warnings above, allergens below, both always in view. */

import { Tabs } from "radix-ui";
import type { ReactNode } from "react";
import type { Assessment, DoughSpec, Kitchen, Problem, Schemas } from "../../client/api";
import { useStarters } from "../../client/catalogue";
import { within } from "../../client/within";
import { Button, NumberField, Select } from "../../pieces/controls";
import { Panel, ProblemNote } from "../../pieces/notes";
import { colour } from "../../theme/tokens";
import { FAT, MIXING, options } from "../../words/labels";
import { mass, percent, plural } from "../../words/numbers";
import { BalanceView } from "./BalanceView";
import { MethodView } from "./MethodView";
import { at } from "./remedy";

type Making = DoughSpec["making"];
type Step = Schemas["MethodStep"];

export function DoughPanel(props: {
  spec: DoughSpec;
  found?: Assessment;
  kitchen: Kitchen;
  problems: Problem[];
  /** The share that is looked at: its family is its own. */
  shaped: {
    spec: DoughSpec;
    dough?: Schemas["Dough"];
    onSpec: (part: Partial<DoughSpec>) => void;
  };
  onSpec: (part: Partial<DoughSpec>) => void;
  onRemedy: (problem: Problem) => void;
}) {
  const { spec, found, kitchen, problems, onSpec, shaped } = props;
  const dough = found?.dough;
  const mine = problems.filter((problem) => problem.field === "lines" || problem.field.startsWith("making."));
  return (
    <Panel
      title="The dough"
      aside={dough && <span className="text-head font-bold">{mass(dough.mass_g, kitchen)}</span>}
    >
      <Tabs.Root defaultValue="makeup" className="flex min-h-0 flex-1 flex-col">
        <Tabs.List aria-label="Views of the dough" className="grid grid-cols-3 border-b-[1.5px] border-line">
          <Tab value="makeup">Make-up</Tab>
          <Tab value="balance">Balance</Tab>
          <Tab value="method">Method</Tab>
        </Tabs.List>
        <div className="grid min-h-0 flex-1 content-start gap-3 overflow-y-auto p-4">
          {mine.map((problem) => (
            <ProblemNote key={problem.message} problem={problem} onRemedy={props.onRemedy} />
          ))}
          <Tabs.Content value="makeup" className="grid gap-3" tabIndex={-1}>
            {dough && <Shares dough={dough} />}
            {shaped.dough && <Family dough={shaped.dough} />}
            {shaped.dough && <FamilyChoice {...shaped} dough={shaped.dough} />}
            <MakingFields spec={spec} problems={problems} onSpec={onSpec} />
            {found?.eggs && (
              <Eggs eggs={found.eggs} onWash={(g) => onSpec({ lines: [...spec.lines, washLine(g)] })} />
            )}
          </Tabs.Content>
          <Tabs.Content value="balance" tabIndex={-1}>
            {found?.balance ? (
              <BalanceView balance={found.balance} />
            ) : (
              <p className="text-quiet">The balance needs a flour line and an answered oven.</p>
            )}
          </Tabs.Content>
          <Tabs.Content value="method" tabIndex={-1}>
            {found && (
              <MethodView
                spec={spec}
                found={found}
                onMethod={(method) => onSpec(withMethod(spec, method))}
                onSpec={onSpec}
              />
            )}
          </Tabs.Content>
        </div>
      </Tabs.Root>
      {dough && <Allergens dough={dough} />}
    </Panel>
  );
}

function Tab({ value, children }: { value: string; children: ReactNode }) {
  return (
    <Tabs.Trigger
      value={value}
      className="min-h-11 text-plain font-medium data-[state=active]:bg-ink data-[state=active]:text-white hover:not-data-[state=active]:bg-well"
    >
      {children}
    </Tabs.Trigger>
  );
}

/** A method with the chill it names: the dough's temperature at the oven follows from it. */
function withMethod(spec: DoughSpec, method: Step[] | null): Partial<DoughSpec> {
  if (!method) return { method };
  const rests = method.filter((step) => step.stage === "rest");
  const chill_h = rests.reduce((sum, step) => sum + step.minutes, 0) / 60;
  return { method, making: { ...spec.making, chill_h: Math.min(96, chill_h) } };
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

const INTO_OVEN = [
  ["fresh", "as made"],
  ["frozen", "straight from frozen"],
  ["thawed", "frozen, then thawed"],
] as const;

function MakingFields({
  spec,
  problems,
  onSpec,
}: {
  spec: DoughSpec;
  problems: Problem[];
  onSpec: (part: Partial<DoughSpec>) => void;
}) {
  const { making } = spec;
  const put = (part: Partial<Making>) => onSpec(withMaking(spec, { ...making, ...part }));
  return (
    <>
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
    </>
  );
}

function Family({ dough }: { dough: Schemas["Dough"] }) {
  return (
    <p>
      {dough.closeness[0]?.toUpperCase()}
      {dough.closeness.slice(1)} a <strong>{dough.style_label}</strong>. Fills{" "}
      <strong>
        {dough.volume_ml.low.toFixed(0)} to {dough.volume_ml.high.toFixed(0)} ml
      </strong>
      , {dough.density_g_ml.low.toFixed(2)} to {dough.density_g_ml.high.toFixed(2)} g/ml.
    </p>
  );
}

/** The family: the guess stands first, the baker may say otherwise; its usual amounts and its cue follow. */
function FamilyChoice({
  spec,
  dough,
  onSpec,
}: {
  spec: DoughSpec;
  dough: Schemas["Dough"];
  onSpec: (part: Partial<DoughSpec>) => void;
}) {
  const { data: starters } = useStarters();
  const guess = spec.style_id ? "as guessed" : `as guessed: ${dough.style_label}`;
  return (
    <Select
      label="Family"
      value={spec.style_id ?? ""}
      onValue={(id) => onSpec({ style_id: id || null })}
      options={[
        ["", guess],
        ...(starters ?? []).map((starter) => [starter.style_id, starter.style_label] as const),
      ]}
    />
  );
}

const washLine = (g: number): DoughSpec["lines"][number] => ({
  id: `wash${Date.now().toString(36)}`,
  text: `${g.toFixed(0)} g beaten egg`,
  part: "wash",
  ingredient_id: "egg_whole",
  mass_g: null,
});

function Eggs({ eggs, onWash }: { eggs: Schemas["EggCount"]; onWash: (g: number) => void }) {
  return (
    <div className="text-plain">
      <p>
        Buy <strong>{plural(eggs.to_buy, "egg")}</strong>
        {eggs.left_g > 1 ? `; ${eggs.left_g.toFixed(0)} g is left over, enough to brush the tops.` : "."}
        {eggs.whites_left > 0 && ` ${plural(eggs.whites_left, "white")} left over.`}
        {eggs.yolks_left > 0 && ` ${plural(eggs.yolks_left, "yolk")} left over.`}
      </p>
      {eggs.left_g > 1 && (
        <Button className="mt-1.5" onClick={() => onWash(eggs.left_g)}>
          Add it as a wash
        </Button>
      )}
    </div>
  );
}

function Allergens({ dough }: { dough: Schemas["Dough"] }) {
  return (
    <div className="border-t-[1.5px] border-line px-4 py-2 text-note leading-snug">
      <p>
        {dough.allergens.length ? (
          <>
            Contains <strong>{dough.allergens.join(", ")}</strong>.
          </>
        ) : (
          "None of the usual allergens is named by these lines."
        )}{" "}
        {dough.may_contain.length > 0 && <span>Packets often warn: {dough.may_contain.join("; ")}. </span>}
        <span className="text-quiet">
          Your kitchen may add traces: no promise of safety.{" "}
          {(dough.raw_flour || dough.raw_egg) &&
            `Raw ${[dough.raw_flour && "flour", dough.raw_egg && "egg"].filter(Boolean).join(" and ")} ${dough.raw_flour && dough.raw_egg ? "are" : "is"} not for tasting.`}
        </span>
      </p>
    </div>
  );
}

/** Where the mass of the dough is, as one bar. */
function Shares({ dough }: { dough: Schemas["Dough"] }) {
  const rest = Math.max(0, 100 - dough.water_pct - dough.fat_pct - dough.sugar_pct);
  const parts = [
    ["Sugar", dough.sugar_pct, colour.raw],
    ["Fat", dough.fat_pct, colour.baked],
    ["Water", dough.water_pct, colour.water],
    ["Flour, rest", rest, colour.flour],
  ] as const;
  return (
    <div>
      <svg viewBox="0 0 100 9" className="h-9 w-full" preserveAspectRatio="none" aria-hidden="true">
        {parts.map(([name, share, fill], i) => (
          <rect
            key={name}
            x={parts.slice(0, i).reduce((sum, [, before]) => sum + before, 0)}
            y={0.5}
            width={share}
            height={8}
            fill={fill}
            stroke={colour.rim}
            strokeWidth={0.4}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      <dl className="mt-1 grid grid-cols-[5fr_6fr] gap-x-3 text-plain">
        {parts.map(([name, share, fill]) => (
          <div key={name} className="flex items-center gap-2">
            <span aria-hidden className="size-3.5 shrink-0 border border-rim" style={{ background: fill }} />
            <dt className="flex-1 whitespace-nowrap">{name}</dt>
            <dd className="font-semibold">{percent(share)}</dd>
          </div>
        ))}
        <div className="flex gap-2 pl-5.5">
          <dt className="flex-1">Egg</dt>
          <dd className="font-semibold">{percent(dough.egg_pct)}</dd>
        </div>
      </dl>
    </div>
  );
}

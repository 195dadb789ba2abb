/** What dough it makes: mass, shares, family, how it is mixed, and what to look out for. */
import type { Assessment, DoughSpec, Kitchen, Problem, Schemas } from "../../client/api";
import { NumberField, Select } from "../../pieces/controls";
import { Panel, ProblemNote } from "../../pieces/notes";
import { mass, percent } from "../../pieces/say";
import { at } from "./remedy";

type Making = DoughSpec["making"];

const MIXING: readonly (readonly [Making["mixing"], string])[] = [
  ["creamed_light", "Creamed"],
  ["creamed_heavy", "Creamed fluffy"],
  ["one_stage", "One bowl"],
  ["rub_in", "Rubbed in"],
  ["melted", "Melted"],
  ["foam", "Egg foam"],
];
const FAT: readonly (readonly [Making["fat_state"], string])[] = [
  ["soft", "Soft"],
  ["cold", "Cold"],
  ["melted", "Melted"],
  ["oil", "Oil"],
];

export function DoughPanel(props: {
  spec: DoughSpec;
  found?: Assessment;
  kitchen: Kitchen;
  problems: Problem[];
  onMaking: (making: Making) => void;
  onRemedy: (problem: Problem) => void;
}) {
  const { spec, found, kitchen, problems, onMaking } = props;
  const dough = found?.dough;
  const { making } = spec;
  const mine = problems.filter((problem) => problem.field === "lines" || problem.field.startsWith("making."));
  return (
    <Panel
      title="The dough"
      aside={dough && <span className="text-[19px] font-bold">{mass(dough.mass_g, kitchen)}</span>}
    >
      <div className="grid min-h-0 content-start gap-3 overflow-y-auto p-4">
        {mine.map((problem) => (
          <ProblemNote key={problem.message} problem={problem} onRemedy={props.onRemedy} />
        ))}
        {dough && <Shares dough={dough} />}
        {dough && (
          <p>
            {dough.closeness[0]?.toUpperCase()}
            {dough.closeness.slice(1)} a <strong>{dough.style_label}</strong>. Fills{" "}
            <strong>
              {dough.volume_ml.low.toFixed(0)} to {dough.volume_ml.high.toFixed(0)} ml
            </strong>
            , {dough.density_g_ml.low.toFixed(2)} to {dough.density_g_ml.high.toFixed(2)} g/ml.
          </p>
        )}
        <div className="grid grid-cols-2 gap-3">
          <Select
            label="Mixing"
            value={making.mixing}
            options={MIXING}
            error={at(problems, "making.mixing")}
            onValue={(mixing) => onMaking({ ...making, mixing })}
          />
          <Select
            label="Fat goes in"
            value={making.fat_state}
            options={FAT}
            error={at(problems, "making.fat_state")}
            onValue={(fat_state) => onMaking({ ...making, fat_state })}
          />
        </div>
        <NumberField
          label="Chill before baking"
          unit="h"
          value={making.chill_h}
          min={0}
          max={96}
          step={0.5}
          onValue={(chill_h) => onMaking({ ...making, chill_h })}
        />
        {dough && (
          <div className="border-t border-line pt-2 text-[14.5px] leading-snug">
            <p>
              {dough.allergens.length ? (
                <>
                  Contains <strong>{dough.allergens.join(", ")}</strong>. Traces of others depend on your
                  kitchen and packets.
                </>
              ) : (
                "None of the usual allergens is named by these lines; read the packets all the same."
              )}
            </p>
            {(dough.raw_flour || dough.raw_egg) && (
              <p className="mt-1 text-quiet">
                Raw {[dough.raw_flour && "flour", dough.raw_egg && "egg"].filter(Boolean).join(" and ")}{" "}
                {dough.raw_flour && dough.raw_egg ? "are" : "is"} not for tasting.
              </p>
            )}
          </div>
        )}
      </div>
    </Panel>
  );
}

/** Where the mass of the dough is, as one bar. */
function Shares({ dough }: { dough: Schemas["Dough"] }) {
  const rest = Math.max(0, 100 - dough.water_pct - dough.fat_pct - dough.sugar_pct);
  const parts = [
    ["Sugar", dough.sugar_pct, "#ffffff"],
    ["Fat", dough.fat_pct, "#d9dcd6"],
    ["Water", dough.water_pct, "#a9b2b0"],
    ["Flour, rest", rest, "#5d6a72"],
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
            stroke="#26313c"
            strokeWidth={0.4}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      <dl className="mt-1 grid grid-cols-2 gap-x-4 text-[15px]">
        {parts.map(([name, share, fill]) => (
          <div key={name} className="flex items-center gap-2">
            <span aria-hidden className="size-3.5 shrink-0 border border-rim" style={{ background: fill }} />
            <dt className="flex-1">{name}</dt>
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

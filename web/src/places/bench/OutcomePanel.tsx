/** What comes out: portion in, cookies out; drawn to scale, with ranges and what to look for. */
import clsx from "clsx";
import { useState } from "react";
import { Link, useParams } from "react-router";
import type { Assessment, DoughSpec, Kitchen, Problem, Schemas } from "../../client/api";
import { useCatalogue } from "../../client/catalogue";
import { OutcomeDrawing } from "../../drawing/outcome";
import { Button, NumberField, Select } from "../../pieces/controls";
import { Panel, ProblemNote } from "../../pieces/notes";
import { type SharesProps, SharesStrip } from "../../pieces/shares";
import { onDial, ovenHeat } from "../../words/heat";
import { AIMS, options } from "../../words/labels";
import {
  length,
  lengthRange,
  likely,
  loadsText,
  mass,
  minutes,
  plural,
  thicknessRange,
} from "../../words/numbers";
import { FormFields, FormKind } from "./FormFields";
import { at } from "./remedy";
import { WhatIfSheet } from "./WhatIfSheet";

type Outcome = Schemas["Outcome"];

export function OutcomePanel(props: {
  spec: DoughSpec;
  found?: Assessment;
  ghost?: Outcome;
  kitchen: Kitchen;
  problems: Problem[];
  shares: SharesProps;
  onSpec: (part: Partial<DoughSpec>) => void;
  onRemedy: (problem: Problem) => void;
  className?: string;
}) {
  const { spec, found, kitchen, problems, onSpec } = props;
  const { id } = useParams();
  const [asking, setAsking] = useState(false);
  const outcome = found?.outcome;
  const trays = found?.trays;
  const shown = problems.filter(
    (problem) => problem.field === "card" || (problem.remedy && problem.field.startsWith("oven.")),
  );
  return (
    <Panel
      title="What comes out"
      className={props.className}
      aside={
        outcome && (
          <div className="flex items-center gap-2">
            <Button kind="quiet" className="whitespace-nowrap" onClick={() => setAsking(true)}>
              What if…
            </Button>
            <span className="text-head font-bold whitespace-nowrap">
              {found.small
                ? `${outcome.pieces.count} + ${found.small.outcome.pieces.count} small`
                : plural(outcome.pieces.count, "cookie")}
            </span>
          </div>
        )
      }
    >
      <div className="grid min-h-0 content-start gap-2 overflow-y-auto px-4 py-3">
        <SharesStrip {...props.shares} />
        <div className="flex flex-wrap items-end gap-2.5">
          <div className="w-34">
            <FormKind form={spec.form} onForm={(form) => onSpec({ form })} />
          </div>
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
            <ProblemNote key={problem.message} problem={problem} onRemedy={props.onRemedy} />
          ))}
        {outcome && (
          <WhatIfSheet
            open={asking}
            onOpen={setAsking}
            spec={spec}
            outcome={outcome}
            kitchen={kitchen}
            onForm={(form) => onSpec({ form })}
          />
        )}
        {outcome ? (
          <>
            <div className="flex h-39 justify-center">
              <OutcomeDrawing
                form={spec.form}
                outcome={outcome}
                ghost={props.ghost}
                us={kitchen.units === "us"}
              />
            </div>
            <Figures outcome={outcome} small={found.small?.outcome} kitchen={kitchen} />
            {trays && (
              <p className="flex items-center justify-between gap-3 border-t border-line pt-1">
                <span>
                  <strong>{plural(trays.loads.length, "load")}</strong> on {trays.tray.name.toLowerCase()}:{" "}
                  {loadsText(trays.loads)}
                </span>
                <Link
                  to={`/trays/${id}${props.shares.share ? `?share=${props.shares.share.id}` : ""}`}
                  className="inline-flex min-h-11 items-center font-semibold whitespace-nowrap underline underline-offset-4"
                >
                  See the trays
                </Link>
              </p>
            )}
            {!spec.own_bake && <HowSure window={outcome.window} />}
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

function Figures({ outcome, small, kitchen }: { outcome: Outcome; small?: Outcome; kitchen: Kitchen }) {
  const { baked, window, pieces, second } = outcome;
  const { data: catalogue } = useCatalogue();
  const foretold = `${minutes(baked.first_done_min.low)} to ${minutes(baked.last_good_min.high)}`;
  // The baker's own minutes stand in place of the foretold ones.
  const own =
    window.earliest_min !== baked.first_done_min.low
      ? `aim for ${minutes(window.aim_min)}; foretold ${foretold}`
      : "";
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
      likely(window),
      own || `aim for ${minutes(window.aim_min)}, look from ${minutes(window.first_look_min)}`,
    ],
    [
      "Each",
      `${mass(pieces.mass_g, kitchen)} raw`,
      `loses ${baked.loss_pct.low.toFixed(0)} to ${baked.loss_pct.high.toFixed(0)}%, ${over(pieces, kitchen)}`,
    ],
    ...(small
      ? [
          [
            "Small",
            likely(small.window),
            `by themselves; ${length(small.baked.diameter_mm.value, kitchen)} wide, aim for ${minutes(small.window.aim_min)}`,
          ] as const,
        ]
      : []),
    ...(second
      ? [
          [
            "Again",
            likely(second.window),
            `at ${ovenHeat(second.oven_c, kitchen.scale, catalogue?.gas_marks ?? [])}, turn after ${minutes(second.per_side_min)}`,
          ] as const,
        ]
      : []),
    [
      "Colour",
      baked.rim.likely,
      `at the rim, ${baked.rim.palest} to ${baked.rim.darkest}; ${baked.under.likely} underneath`,
    ],
  ] as const;
  return (
    <>
      {pieces.statement && <p className="text-plain leading-snug">{pieces.statement}</p>}
      <dl className="grid gap-y-0.5">
        {rows.map(([name, value, aside]) => (
          <div key={name} className="grid grid-cols-[3.2rem_minmax(8.5rem,auto)_1fr] items-baseline gap-x-2">
            <dt className="text-quiet">{name}</dt>
            <dd className="text-lead font-bold whitespace-nowrap">{value}</dd>
            <dd className="text-note leading-tight text-quiet">{aside}</dd>
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

/** What is not an even piece: the ends of a log are cookies too, the rest is dough. */
const over = ({ ends, leftover_g }: Outcome["pieces"], kitchen: Kitchen) =>
  ends > 0
    ? `${plural(ends, "end")} of ${mass(leftover_g / ends, kitchen)}`
    : leftover_g < 0.5
      ? "nothing over"
      : `${mass(leftover_g, kitchen)} dough over`;

/** The good window and the doubt about it are two things: the one is the cookie's, the other ours. */
function HowSure({ window }: { window: Outcome["window"] }) {
  return (
    <details className="text-note text-quiet">
      <summary className="min-h-11 cursor-pointer py-3 font-semibold underline underline-offset-4">
        How sure are these minutes?
      </summary>
      <p className="pb-2">
        It is good from about {minutes(window.done_from_min)} to {minutes(window.done_to_min)} min. In one
        kitchen of two that lies at {likely(window)}; in nine of ten between {minutes(window.earliest_min)}{" "}
        and {minutes(window.latest_min)}. A thermometer in the oven and a baked batch make it surer.
      </p>
    </details>
  );
}

function Rolls({ pieces, kitchen }: { pieces: Outcome["pieces"]; kitchen: Kitchen }) {
  return (
    <p className="text-plain">
      {pieces.rolls.map((roll, i) => (
        <span key={`${i}-${roll.sheet_width_mm}`} className={clsx(i > 0 && "before:content-['_·_']")}>
          {i === 0 ? "First sheet" : "then"} {length(roll.sheet_width_mm, kitchen)} ×{" "}
          {length(roll.sheet_length_mm, kitchen)} for {roll.count}
          {roll.also_count > 0 && ` + ${roll.also_count} small`}
        </span>
      ))}
    </p>
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
  return (
    <div className="flex items-end gap-2.5">
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
      <div className="w-25">
        <Select label="Dial" value={dial} onValue={turn} options={DIALS} />
      </div>
      <div className="w-32">
        <Select
          label="Take them out"
          value={spec.finish}
          options={options(AIMS)}
          onValue={(finish) => onSpec({ finish })}
        />
      </div>
    </div>
  );
}

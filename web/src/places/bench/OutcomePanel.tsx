/** What comes out: the cookie large and to scale, sized on the drawing; its figures with their ranges; what to look for. */
import clsx from "clsx";
import { type RefObject, useState } from "react";
import { Link, useParams } from "react-router";
import type { Assessment, DoughSpec, Interval, Kitchen, Problem, Schemas } from "../../client/api";
import { grant } from "../../client/assessments";
import { useCatalogue } from "../../client/catalogue";
import { boxOf } from "../../drawing/geometry";
import { OutcomeDrawing } from "../../drawing/outcome";
import { topOf } from "../../drawing/outline";
import { Strip, type StripProps } from "../../drawing/strip";
import { useOpened } from "../../pieces/address";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { Evidence } from "../../pieces/evidence";
import { Note, ProblemNote } from "../../pieces/notes";
import { type SharesProps, SharesStrip } from "../../pieces/shares";
import { TestFirst } from "../../pieces/testing";
import { ovenHeat } from "../../words/heat";
import {
  fractionOf,
  inSixteenths,
  length,
  likely,
  likelyPart,
  MM_PER_IN,
  mass,
  minutes,
  plural,
  thickness,
} from "../../words/numbers";
import { FormSetting, MakingSetting, OvenSetting } from "./Settings";
import { handles } from "./sizing";
import { WhatIfSheet } from "./WhatIfSheet";

type Outcome = Schemas["Outcome"];
type SetSpec = (part: Partial<DoughSpec>) => void;

export function OutcomePanel(props: {
  /** The share that is looked at, or the dough itself. */
  spec: DoughSpec;
  found?: Assessment;
  ghost?: Outcome;
  kitchen: Kitchen;
  problems: Problem[];
  shares: SharesProps;
  /** The whole dough, for what is made before it is shaped. */
  whole: { spec: DoughSpec; problems: Problem[]; onSpec: SetSpec };
  /** What settings open over. */
  over: RefObject<HTMLElement | null>;
  onSpec: SetSpec;
  onRemedy: (problem: Problem) => void;
  className?: string;
}) {
  const { spec, found, kitchen, problems, onSpec, whole } = props;
  const [sheet, openSheet] = useOpened("sheet");
  const outcome = found?.outcome;
  const setting = { spec, kitchen, problems, over: props.over, onSpec };
  // What is asked of one line stands at the line, what is asked of the layout by the tray.
  const shown = problems.filter(({ field }) => !/^(lines\.|layout\.)/.test(field));
  const count =
    outcome && (found.small ? outcome.pieces.count + found.small.outcome.pieces.count : outcome.pieces.count);
  return (
    <section aria-label="What comes out" className={clsx("enamel flex min-h-0 flex-col", props.className)}>
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-b-[1.5px] border-line px-4 py-1.5">
        <h2 className="text-title leading-none font-bold whitespace-nowrap" aria-live="polite">
          {outcome
            ? found.small
              ? `${outcome.pieces.count} + ${found.small.outcome.pieces.count} small`
              : plural(count ?? 0, "cookie")
            : "What comes out"}
        </h2>
        <div className="ml-auto flex max-w-full flex-wrap items-center gap-1.5">
          <FormSetting {...setting} found={found} />
          <OvenSetting {...setting} />
          <MakingSetting kitchen={kitchen} over={props.over} {...whole} />
        </div>
      </header>
      <div className="flex min-h-0 flex-1 flex-col gap-1.5 overflow-y-auto px-4 py-1.5">
        <SharesStrip {...props.shares} over={props.over} />
        <Questions problems={shown} onRemedy={props.onRemedy} />
        {outcome && (
          <WhatIfSheet
            open={sheet === "what-if"}
            onOpen={(open) => openSheet(open ? "what-if" : undefined)}
            spec={spec}
            outcome={outcome}
            kitchen={kitchen}
            onForm={(form) => onSpec({ form })}
          />
        )}
        {outcome ? (
          <>
            <div className="flex min-h-33 flex-1 basis-0 gap-4 max-sm:flex-col">
              <Statement
                spec={spec}
                outcome={outcome}
                kitchen={kitchen}
                onForm={(form) => onSpec({ form })}
              />
              <OutcomeDrawing
                form={spec.form}
                outcome={outcome}
                ghost={props.ghost}
                us={kitchen.units === "us"}
                {...handles(spec.form, outcome, (form) => onSpec({ form }))}
              />
            </div>
            <Figures
              spec={spec}
              outcome={outcome}
              small={found.small?.outcome}
              test={found.test}
              kitchen={kitchen}
              onAsk={() => openSheet("what-if")}
            />
          </>
        ) : (
          <p className="py-8 text-center text-quiet">
            {found ? "Answer the question above, and the cookies appear here." : ""}
          </p>
        )}
      </div>
    </section>
  );
}

/** What is asked or warned of: the first in full, the others behind a tap, so that the cookie stays in view. */
function Questions({ problems, onRemedy }: { problems: Problem[]; onRemedy: (problem: Problem) => void }) {
  const [all, setAll] = useState(false);
  if (!problems.length) return null;
  const shown = all ? problems : problems.slice(0, 1);
  return (
    <div className="grid gap-1.5">
      {shown.map((problem) => (
        <ProblemNote key={problem.message} problem={problem} onRemedy={onRemedy} />
      ))}
      {problems.length > 1 && (
        <Button kind="quiet" className="justify-self-start" onClick={() => setAll(!all)} aria-expanded={all}>
          {all ? "Fewer" : `And ${plural(problems.length - 1, "other")}`}
        </Button>
      )}
    </div>
  );
}

function Figures(props: {
  spec: DoughSpec;
  outcome: Outcome;
  small?: Outcome;
  test: Assessment["test"];
  kitchen: Kitchen;
  onAsk: () => void;
}) {
  const { spec, outcome, small, kitchen } = props;
  const { baked, window, pieces, second, crust } = outcome;
  const { data: catalogue } = useCatalogue();
  const marks = catalogue?.gas_marks ?? [];
  const wide = likelyPart(baked.diameter_mm);
  const high = likelyPart(baked.height_mm);
  const still = baked.diameter_mm.high - baked.diameter_mm.low < 0.5;
  const rows: StripProps[] = [
    bakeStrip("Bake", outcome, crust.rim, whenceOf(spec, outcome)),
    ...(small
      ? [
          bakeStrip(
            "Small",
            small,
            small.crust.rim,
            `${length(small.baked.diameter_mm.value, kitchen)} wide, baked by themselves`,
          ),
        ]
      : []),
    ...(second
      ? [
          {
            ...windowStrip("Again", second.window, crust.middle),
            whence: `at ${ovenHeat(second.oven_c, kitchen.scale, marks)}, turn after ${minutes(second.per_side_min)}`,
          },
        ]
      : []),
    ...(still
      ? []
      : [
          {
            ...sizeStrip("Wide", baked.diameter_mm, kitchen, crust.rim),
            figure: length(baked.diameter_mm.value, kitchen),
            says: `likely ${span(wide.low, wide.high, kitchen)}`,
            whence: `raw ${length(pieces.raw_diameter_mm, kitchen)}; nine in ten ${span(baked.diameter_mm.low, baked.diameter_mm.high, kitchen)}`,
          },
        ]),
    {
      ...sizeStrip("High", baked.height_mm, kitchen, crust.rim),
      figure: thickness(baked.height_mm.value, kitchen),
      says: `likely ${thicknessSpan(high.low, high.high, kitchen)}`,
      whence: still
        ? piecesSize(spec.form, outcome, kitchen)
        : `spread ratio ${baked.spread_ratio.low.toFixed(1)} to ${baked.spread_ratio.high.toFixed(1)}`,
    },
  ];
  return (
    <>
      <dl className="grid gap-y-1 border-t border-line pt-1.5">
        {rows.map((row) => (
          <Strip key={row.name} {...row} />
        ))}
      </dl>
      <div className="flex flex-wrap items-baseline gap-x-4 text-plain">
        <p className="min-w-0 flex-1 basis-80">
          <span className="text-quiet">Look for: </span>
          {window.cue}.{" "}
          <span className="text-note text-quiet">
            {capital(crust.rim_word)} at the rim, {crust.middle_word} in the middle, {crust.under_word}{" "}
            underneath
            {crust.dark ? ", though a dark dough hides it" : ""}; loses {baked.loss_pct.low.toFixed(0)} to{" "}
            {baked.loss_pct.high.toFixed(0)}%.
          </span>
        </p>
        <span className="flex">
          {!spec.own_bake && <HowSure spec={spec} window={window} test={props.test} kitchen={kitchen} />}
          <Button kind="quiet" className="whitespace-nowrap" onClick={props.onAsk}>
            What if…
          </Button>
        </span>
      </div>
    </>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Where the minutes come from. */
function whenceOf(spec: DoughSpec, { baked, window, basis }: Outcome): string {
  const own = window.earliest_min !== baked.first_done_min.low;
  const foretold = `${minutes(baked.first_done_min.low)} to ${minutes(baked.last_good_min.high)}`;
  if (own && spec.own_bake) return `your own minutes; foretold ${foretold}`;
  const wrong = basis?.doubted.find(({ id, what }) => !id && what === "minutes");
  const said = wrong && `; not the card's ${minutes(wrong.said)} min`;
  if (basis?.own_bakes) return `from ${plural(basis.own_bakes, "bake")} of it${said ?? ""}`;
  const claim = cardSays(spec);
  const also = basis?.other_bakes ? `, ${plural(basis.other_bakes, "bake")} here` : "";
  if (wrong) return `from the dough${also}${said}`;
  if (claim) return `from the dough${also}; the card says ${claim}`;
  return also ? `from the dough${also}` : "from the dough alone";
}

/** The card's own minutes, where they count. */
function cardSays({ card }: DoughSpec): string | undefined {
  const claim = card?.claims.find(({ kind }) => kind === "bake_min");
  if (!claim?.low || card?.left_out.includes("bake_min")) return undefined;
  const [low, high] = [minutes(claim.low), minutes(claim.high ?? claim.low)];
  return low === high ? low : `${low} to ${high}`;
}

const bakeStrip = (name: string, { window }: Outcome, tint: string, whence: string): StripProps => ({
  ...windowStrip(name, window, tint),
  whence,
});

/** A width or height on its strip, in the kitchen's own unit. */
function sizeStrip(name: string, size: Interval, { units }: Kitchen, tint: string) {
  const unit_mm = units === "us" ? MM_PER_IN : 1;
  const likely = likelyPart(size);
  return {
    name,
    tint,
    low: size.low / unit_mm,
    high: size.high / unit_mm,
    likelyLow: likely.low / unit_mm,
    likelyHigh: likely.high / unit_mm,
    at: size.value / unit_mm,
    ...(units === "us" && { ticks: inSixteenths, steps: [1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2] }),
  };
}

const windowStrip = (name: string, window: Outcome["window"], tint: string): StripProps => ({
  name,
  figure: `${minutes(window.aim_min)} min`,
  low: window.earliest_min,
  high: window.latest_min,
  likelyLow: window.likely_from_min,
  likelyHigh: window.likely_to_min,
  at: window.aim_min,
  from: window.first_look_min,
  tint,
  says: `likely ${likely(window)}, look from ${minutes(window.first_look_min)}`,
  whence: "",
});

const thicknessSpan = (low: number, high: number, kitchen: Kitchen) =>
  `${thickness(low, kitchen).replace(/ \w+$/, "")} to ${thickness(high, kitchen)}`;

const span = (low: number, high: number, kitchen: Kitchen) =>
  kitchen.units === "us"
    ? `${fractionOf(low)} to ${length(high, kitchen)}`
    : `${low.toFixed(0)} to ${length(high, kitchen)}`;

/** A piece of a pan or sheet by its sides; a wedge by its number. */
function piecesSize(form: DoughSpec["form"], outcome: Outcome, kitchen: Kitchen): string {
  if (form.kind === "pan" && form.shape === "round") return `${plural(form.wedges, "wedge")} each`;
  const { ring } = topOf(form, outcome).shape;
  const sides = ring?.length ? boxOf(ring) : [outcome.pieces.raw_diameter_mm];
  return `pieces of ${sides.map((side) => length(side, kitchen)).join(" × ")}`;
}

/** What is not an even piece: the ends of a log are cookies too, the rest is dough. */
const over = ({ ends, leftover_g }: Outcome["pieces"], kitchen: Kitchen) =>
  ends > 0
    ? `${plural(ends, "end")} of ${mass(leftover_g / ends, kitchen)}`
    : leftover_g < 0.5
      ? "nothing over"
      : `${mass(leftover_g, kitchen)} dough over`;

/** The good window and the doubt about it are two things: the one is the cookie's, the other ours; and what moved it. */
function HowSure(props: {
  spec: DoughSpec;
  window: Outcome["window"];
  test: Assessment["test"];
  kitchen: Kitchen;
}) {
  const { window } = props;
  const [sheet, openSheet] = useOpened("sheet");
  const { id } = useParams();
  return (
    <>
      <Button kind="quiet" className="whitespace-nowrap" onClick={() => openSheet("how-sure")}>
        How sure?
      </Button>
      <Sheet
        title="How sure is that?"
        open={sheet === "how-sure"}
        onOpen={(open) => openSheet(open ? "how-sure" : undefined)}
      >
        <div className="grid gap-3">
          <Note severity="note">
            It is good from about {minutes(window.done_from_min)} to {minutes(window.done_to_min)} min. In one
            kitchen of two that lies at {likely(window)}; in nine of ten between{" "}
            {minutes(window.earliest_min)} and {minutes(window.latest_min)}. A baked batch that is written
            down, or a thermometer in the oven, makes it surer.
          </Note>
          <Evidence spec={props.spec} kitchen={props.kitchen} />
          {props.test?.why && <TestFirst why={props.test.why} />}
          <Link
            to={`/notebook/${id}?sheet=record`}
            className="inline-flex min-h-11 items-center font-medium underline underline-offset-4"
          >
            Write down a bake of it
          </Link>
        </div>
      </Sheet>
    </>
  );
}

/** Forms whose pieces may be a little larger or smaller, so that no dough is over. */
const SHARED_OUT = new Set<DoughSpec["form"]["kind"]>(["scoop", "ball", "block"]);
const WORTH_SHARING_G = 2;

/** In words, beside the drawing: what the form makes of the dough. */
function Statement(props: {
  spec: DoughSpec;
  outcome: Outcome;
  kitchen: Kitchen;
  onForm: (form: DoughSpec["form"]) => void;
}) {
  const { spec, outcome, kitchen } = props;
  const { pieces } = outcome;
  const [first, ...others] = pieces.rolls;
  const again = others.reduce((sum, roll) => sum + roll.count, 0);
  // The rest goes into those there are, or is one more of them, whichever changes them less.
  const count = pieces.count + (pieces.leftover_g > pieces.mass_g / 2 ? 1 : 0);
  const shareOut = () =>
    grant(spec, kitchen, { count, diameter_mm: null, sheet: null }).then(
      ({ form }) => props.onForm(form),
      () => undefined, // it stays as it is
    );
  return (
    <div className="grid content-center gap-1.5 text-note leading-snug sm:w-44 sm:shrink-0">
      <p>
        <strong>{mass(pieces.mass_g, kitchen)} raw</strong> each, {over(pieces, kitchen)}.
      </p>
      {SHARED_OUT.has(spec.form.kind) && pieces.count > 0 && pieces.leftover_g >= WORTH_SHARING_G && (
        <Button
          className="justify-self-start px-3"
          title={`Make ${plural(count, "cookie")} of all the dough`}
          onClick={shareOut}
        >
          Share it out
        </Button>
      )}
      {first && (
        <p>
          First sheet {length(first.sheet_width_mm, kitchen)} × {length(first.sheet_length_mm, kitchen)} for{" "}
          {first.count}
          {first.also_count > 0 && ` + ${first.also_count} small`}
          {others.length > 0 && `; ${again} from ${plural(others.length, "more sheet")}`}.
        </p>
      )}
      {pieces.statement && !first && <p>{pieces.statement}</p>}
    </div>
  );
}

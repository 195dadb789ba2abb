/** The batch on trays, to scale: which tray, how it is laid, what is kept back. */

import clsx from "clsx";
import { Link } from "react-router";
import type { Assessment, DoughSpec, Kitchen, Schemas } from "../../client/api";
import { within } from "../../client/within";
import { boxRing } from "../../drawing/geometry";
import { TrayDrawing, widestOf } from "../../drawing/tray";
import { Segments, Select, Switch } from "../../pieces/choice";
import { Button, NumberField } from "../../pieces/controls";
import { LengthField } from "../../pieces/measures";
import { Note, Panel } from "../../pieces/notes";
import { TestFirst } from "../../pieces/testing";
import { options, RISKS, SCHEMES } from "../../words/labels";
import { length, likely, loadsText, minutes, plural } from "../../words/numbers";

type Change = (edit: (spec: DoughSpec) => DoughSpec) => void;
type TrayPlan = Schemas["TrayPlan"];
type Outcome = Schemas["Outcome"];

export function TraysView(props: { spec: DoughSpec; kitchen: Kitchen; found?: Assessment; onSpec: Change }) {
  const { spec, kitchen, found, onSpec } = props;
  const { outcome, trays: plan, small, slices } = found ?? {};
  const move = (index: number, x: number, y: number) =>
    onSpec((now) => ({
      ...now,
      layout: {
        ...now.layout,
        moved: [...now.layout.moved.filter((other) => other.index !== index), { index, x_mm: x, y_mm: y }],
      },
    }));
  return (
    <div className="grid gap-4 lg:grid-cols-[20rem_1fr]">
      <div className="grid content-start gap-4">
        {spec.form.kind !== "pan" && <TrayChoice {...props} />}
        {outcome && plan && !plan.whole && <LayoutFields {...props} />}
        {plan && plan.of > 1 && (
          <div className="grid gap-2">
            <NumberField
              label={`Bake now, of ${plural(plan.of, unitOf(plan))}`}
              unit=""
              value={Math.min(spec.bake_now ?? plan.of, plan.of)}
              min={1}
              max={plan.of}
              onValue={(n) => onSpec((now) => ({ ...now, bake_now: n >= plan.of ? null : Math.round(n) }))}
            />
            {plan.kept > 0 && (
              <Note severity="note">
                {plural(plan.kept, unitOf(plan))} kept raw. {plan.kept_note}
              </Note>
            )}
          </div>
        )}
      </div>
      <div className="grid content-start gap-4">
        {found?.test?.why && <TestFirst why={found.test.why} />}
        {outcome && plan && (
          <OneTray
            title={small ? "Large" : plan.unit === "log" ? "First bake" : undefined}
            plan={plan}
            outcome={outcome}
            kitchen={kitchen}
            onMove={plan.whole ? undefined : move}
            spec={spec}
            onSpec={onSpec}
          />
        )}
        {small?.trays && (
          <OneTray
            title="Small"
            plan={small.trays}
            outcome={small.outcome}
            kitchen={kitchen}
            spec={spec}
            onSpec={onSpec}
          />
        )}
        {slices && outcome?.second && (
          <OneTray
            title="Second bake"
            plan={slices}
            outcome={outcome}
            kitchen={kitchen}
            spec={spec}
            onSpec={onSpec}
          />
        )}
      </div>
    </div>
  );
}

/** What is counted to bake: a sheet or a pan is baked whole. */
const unitOf = (plan: TrayPlan) => (plan.whole ? "tray" : plan.unit === "cookie" ? "piece" : plan.unit);

function TrayChoice({ spec, kitchen, found, onSpec }: Parameters<typeof TraysView>[0]) {
  const chosen = kitchen.trays.find((tray) => tray.id === spec.tray_id) ?? kitchen.trays[0];
  return (
    <fieldset className="grid content-start gap-2">
      <legend className="mb-1 font-semibold">Which tray?</legend>
      {kitchen.trays.map((tray) => (
        <label
          key={tray.id}
          className={clsx(
            "enamel flex min-h-16 cursor-pointer items-center gap-3 px-4 py-2 has-focus-visible:outline-3 has-focus-visible:outline-offset-2",
            chosen?.id === tray.id ? "bg-chosen text-on-chosen" : "hover:bg-raised",
          )}
        >
          <input
            type="radio"
            name="tray"
            className="size-5 accent-on-chosen"
            checked={chosen?.id === tray.id}
            onChange={() =>
              onSpec((now) => ({ ...now, tray_id: tray.id, layout: { ...now.layout, moved: [] } }))
            }
          />
          <span>
            <span className="block font-bold">{tray.name}</span>
            <span className="block text-note">
              {length(tray.width_mm, kitchen)} × {length(tray.depth_mm, kitchen)}, you have {tray.count}
            </span>
          </span>
        </label>
      ))}
      {found?.small && (
        <Select
          label="Small ones on"
          value={spec.small_tray_id ?? spec.tray_id}
          options={kitchen.trays.map((tray) => [tray.id, tray.name] as const)}
          onValue={(small_tray_id) => onSpec((now) => ({ ...now, small_tray_id }))}
        />
      )}
      <Link
        to="/kitchen"
        className="inline-flex min-h-11 items-center font-medium underline underline-offset-4"
      >
        Other trays? Add them under Kitchen
      </Link>
    </fieldset>
  );
}

function LayoutFields({ spec, kitchen, found, onSpec }: Parameters<typeof TraysView>[0]) {
  const rules = spec.layout;
  const set = (part: Partial<DoughSpec["layout"]>) =>
    onSpec((now) => ({ ...now, layout: { ...now.layout, moved: [], ...part } }));
  const most = found?.trays?.layout.per_row[0] ?? 4;
  return (
    <fieldset className="grid gap-2.5">
      <legend className="mb-1 font-semibold">How it is laid</legend>
      <Segments
        label="Pattern"
        value={rules.scheme}
        options={options(SCHEMES)}
        onValue={(scheme) => set({ scheme })}
      />
      <div className="flex flex-wrap items-end gap-2.5">
        <div className="w-32">
          <Select
            label="In a row"
            value={rules.per_row == null ? "any" : `${rules.per_row}`}
            options={[
              ["any", "as fits"],
              ...Array.from(
                { length: Math.max(6, most) },
                (_, i) => [`${i + 1}`, `at most ${i + 1}`] as const,
              ),
            ]}
            onValue={(value) => set({ per_row: value === "any" ? null : Number(value) })}
          />
        </div>
        <LengthField
          kitchen={kitchen}
          width="w-16"
          label="From the edge"
          value={rules.edge_mm}
          {...within("TrayRules", "edge_mm")}
          onValue={(edge_mm) => set({ edge_mm })}
        />
        <LengthField
          kitchen={kitchen}
          width="w-16"
          label="Corners free"
          value={rules.corner_mm}
          {...within("TrayRules", "corner_mm")}
          step={5}
          onValue={(corner_mm) => set({ corner_mm })}
        />
        {rules.apart_mm == null ? (
          <LengthField
            kitchen={kitchen}
            width="w-16"
            label="More between"
            value={rules.gap_mm}
            {...within("TrayRules", "gap_mm")}
            onValue={(gap_mm) => set({ gap_mm })}
          />
        ) : (
          <LengthField
            kitchen={kitchen}
            width="w-16"
            label="Raw, apart"
            value={rules.apart_mm}
            {...within("TrayRules", "apart_mm")}
            step={5}
            onValue={(apart_mm) => set({ apart_mm })}
          />
        )}
      </div>
      {rules.apart_mm == null && (
        <Select
          label="Two may join"
          value={rules.risk}
          options={options(RISKS)}
          onValue={(risk) => set({ risk })}
        />
      )}
      <Switch
        label="Spaced raw, as cards say it"
        checked={rules.apart_mm != null}
        onChecked={(on) => set({ apart_mm: on ? 40 : null })}
      />
      {kitchen.rack_positions > 1 && (
        <Switch
          label="Two racks at once, swapped at half time"
          checked={rules.two_racks}
          onChecked={(two_racks) => set({ two_racks })}
        />
      )}
    </fieldset>
  );
}

function OneTray(props: {
  title?: string;
  plan: TrayPlan;
  outcome: Outcome;
  kitchen: Kitchen;
  spec: DoughSpec;
  onMove?: (index: number, x: number, y: number) => void;
  onSpec: Change;
}) {
  const { plan, outcome, kitchen, spec } = props;
  const window = plan.unit === "slice" && outcome.second ? outcome.second.window : outcome.window;
  const loads = `${plural(plan.loads.length, "load")}: ${loadsText(plan.loads)}`;
  const moved = props.onMove && spec.layout.moved.length > 0;
  return (
    <Panel
      title={props.title ? `${props.title}: ${loads}` : loads}
      aside={
        moved ? (
          <Button
            kind="quiet"
            onClick={() => props.onSpec((now) => ({ ...now, layout: { ...now.layout, moved: [] } }))}
          >
            Put them back
          </Button>
        ) : (
          <span className="text-quiet">
            {plan.whole
              ? `${plural(plan.loads[0] ?? 0, "piece")} each`
              : `room for ${plan.most_per_tray} a tray`}
          </span>
        )
      }
    >
      <div className="grid gap-3 p-4">
        <div className="flex h-[min(52vh,26rem)] justify-center">
          <TrayDrawing
            plan={plan}
            shape={shapeOf(plan, outcome, spec)}
            widest={widestOf(
              plan,
              plan.unit === "cookie" && !plan.whole ? outcome.widest_outline : undefined,
            )}
            us={kitchen.units === "us"}
            crust={outcome.crust}
            onMove={props.onMove}
          />
        </div>
        {plan.layout.touches.map((touch) => (
          <Note key={`${touch.a} ${touch.b}`} severity="ask">
            {touch.b == null
              ? `Number ${touch.a + 1} may run ${length(touch.overlap_mm, kitchen)} over the edge.`
              : `Numbers ${touch.a + 1} and ${touch.b + 1} may join: ${length(touch.overlap_mm, kitchen)} too close at their widest.`}
          </Note>
        ))}
        <p>
          <strong>Bake {likely(window)}</strong>, aim for {minutes(window.aim_min)}, look from{" "}
          {minutes(window.first_look_min)}.{" "}
          {plan.unit === "slice" && outcome.second
            ? `Turn the slices after ${minutes(outcome.second.per_side_min)} min. `
            : ""}
          {plan.rack_note} The tray must be cool before the next load.
        </p>
        {plan.limit_note && <Note severity="note">{plan.limit_note}</Note>}
        {plan.more && (
          <Note severity="note">
            {plan.more.count} fit if none is over {length(plan.more.most_mm, kitchen)}; then two join on about
            one tray in {plan.more.one_in}.
          </Note>
        )}
        {!plan.whole && plan.unit === "cookie" && (
          <p className="text-plain text-quiet">
            Solid: the likely width. Dashed: {length(plan.widest.width_mm, kitchen)}, what each is given so
            that they keep apart.
            {props.onMove ? " Drag a cookie, or use the arrow keys, to see whether it will touch." : ""}
          </p>
        )}
      </div>
    </Panel>
  );
}

/** What lies on the tray: the baked cookie, a log, a slice on its cut side, a whole sheet or pan. */
function shapeOf(plan: TrayPlan, outcome: Outcome, spec: DoughSpec) {
  const { pieces, baked, second } = outcome;
  if (plan.unit === "slice" && second)
    return { diameter: 0, ring: boxRing(second.across_mm, second.high_mm) };
  if (plan.unit === "log" && second && spec.form.kind === "rusk")
    return { diameter: 0, ring: boxRing(baked.diameter_mm.value, second.log_length_mm) };
  if (plan.whole && !(spec.form.kind === "pan" && spec.form.shape === "round"))
    return { diameter: 0, ring: boxRing(plan.widest.width_mm, plan.widest.depth_mm) };
  return {
    diameter: baked.diameter_mm.value,
    ring: outcome.outline.length ? outcome.outline : undefined,
    strand:
      pieces.strand_mm == null ? null : pieces.strand_mm + baked.diameter_mm.value - pieces.raw_diameter_mm,
  };
}

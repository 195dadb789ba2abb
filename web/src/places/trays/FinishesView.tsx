/** What goes on the cookies: how much, of what, when, and how long it sets. */

import type { DoughSpec, Kitchen, Schemas } from "../../client/api";
import { starting, within } from "../../client/within";
import { FinishedCookie } from "../../drawing/finished";
import { Select, Switch } from "../../pieces/choice";
import { Button, NumberField } from "../../pieces/controls";
import { keepFocus } from "../../pieces/focus";
import { MassField } from "../../pieces/measures";
import { Note, Panel } from "../../pieces/notes";
import { toast } from "../../pieces/toasts";
import { FINISHES, options, TOPPINGS } from "../../words/labels";
import { duration, mass } from "../../words/numbers";

type Kind = Schemas["FinishKind"];
type Finishing = DoughSpec["finishings"][number];
type Change = (edit: (spec: DoughSpec) => DoughSpec) => void;

const HALF_DIPPED_PCT = 50;

const newFinishing = (kind: Kind) =>
  ({
    ...starting("Finishing"),
    kind,
    ...(kind === "dip" ? { cover_pct: HALF_DIPPED_PCT } : {}),
  }) as Finishing;

const EACH: Record<Schemas["Per"], string> = { piece: "on each", tray: "on each tray", dough: "in all" };

/** What is put on, not spread: there is no share of the surface to ask for. */
const PLACED: ReadonlySet<Kind> = new Set(["filling", "topping"]);

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

const WHEN: Record<Schemas["FinishPlan"]["when"], string> = {
  first: "Before the mixing",
  before: "Before the bake",
  hot: "While hot",
  cold: "When fully cold",
};

export function FinishesView(props: {
  spec: DoughSpec;
  kitchen: Kitchen;
  report?: Schemas["Report"];
  onSpec: Change;
}) {
  const { spec, kitchen, report, onSpec } = props;
  const chosen = spec.finishings;
  const set = (finishings: DoughSpec["finishings"]) => onSpec((now) => ({ ...now, finishings }));
  const plans = report?.finishes ?? [];
  const left = options(FINISHES).filter(([kind]) => !plans.some((plan) => plan.kind === kind));
  const outcome = report?.assessment.outcome;
  const add = (kind: Kind) => set([...chosen, newFinishing(kind)]);
  const adder = (
    <Panel title={plans.length ? "Add another" : "Add a finish"}>
      <div className="grid gap-2 p-4">
        {!plans.length && <p className="text-quiet">Tap one: its amount follows from the cookies.</p>}
        <div className="flex flex-wrap gap-2">
          {left.map(([kind, label]) => (
            <Button key={kind} aria-label={`Add ${label.toLowerCase()}`} onClick={() => add(kind)}>
              {label}
            </Button>
          ))}
        </div>
      </div>
    </Panel>
  );
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
      <div className="grid gap-4">
        <Panel title={plans.length ? "As they will look" : "Baked plain"}>
          <div className="grid gap-3 p-4">
            {outcome && (
              <FinishedCookie
                form={spec.form}
                outcome={outcome}
                plans={plans}
                finishings={chosen}
                us={kitchen.units === "us"}
              />
            )}
            {plans.length > 0 && (
              <dl className="divide-y divide-line border-y border-line">
                {plans.map((plan) => (
                  <div key={plan.kind} className="flex items-baseline justify-between gap-3 py-1.5">
                    <dt>
                      {plan.label}{" "}
                      <span className="text-note text-quiet">{WHEN[plan.when].toLowerCase()}</span>
                    </dt>
                    <dd className="font-bold whitespace-nowrap">{mass(plan.total_g, kitchen)}</dd>
                  </div>
                ))}
              </dl>
            )}
          </div>
        </Panel>
        {plans.length > 0 && adder}
      </div>
      <div className="grid gap-4">
        {!plans.length && adder}
        {plans.map((plan) => {
          const own = chosen.find((finishing) => finishing.kind === plan.kind);
          const edit = (part: Partial<Finishing>) =>
            set(
              own
                ? chosen.map((other) => (other.kind === plan.kind ? { ...other, ...part } : other))
                : [...chosen, { ...newFinishing(plan.kind), ...part }],
            );
          return (
            <Panel
              key={plan.kind}
              title={plan.label}
              aside={
                own ? (
                  <Button
                    kind="quiet"
                    aria-label={`Remove ${plan.label}`}
                    onClick={() => {
                      set(chosen.filter((other) => other.kind !== plan.kind));
                      toast(`${plan.label} is taken off.`, () =>
                        onSpec((now) => ({
                          ...now,
                          finishings: [...now.finishings.filter(({ kind }) => kind !== own.kind), own],
                        })),
                      );
                      keepFocus();
                    }}
                  >
                    Remove
                  </Button>
                ) : (
                  <span className="text-note text-quiet">the card asks for it</span>
                )
              }
            >
              <div className="grid gap-2.5 p-4">
                <p>
                  <strong className="text-head">{mass(plan.total_g, kitchen)}</strong>
                  {plan.per !== "dough" && `, ${mass(plan.each_g, kitchen)} ${EACH[plan.per]}`}
                  {plan.coats > 1 && ` in ${plan.coats} coats`}. <strong>{WHEN[plan.when]}.</strong>{" "}
                  {plan.how}
                </p>
                {plan.parts.length > 1 && (
                  <ul className="text-plain">
                    {plan.parts.map((part) => (
                      <li key={part.name} className="flex justify-between border-b border-line py-0.5">
                        <span>{part.name}</span>
                        <span className="font-semibold">{mass(part.mass_g, kitchen)}</span>
                      </li>
                    ))}
                  </ul>
                )}
                <p className="text-plain text-quiet">
                  {plan.set_high_min > 0
                    ? `Sets in ${duration(plan.set_low_min * 60)} to ${duration(plan.set_high_min * 60)}. `
                    : "Nothing to set. "}
                  About {duration(plan.work_s)} of work.
                </p>
                {plan.written_g != null &&
                  (plan.short_g > 1 ? (
                    <Note severity="ask">
                      The card has {mass(plan.written_g, kitchen)}: {mass(plan.short_g, kitchen)} short.
                    </Note>
                  ) : (
                    <p className="text-plain">The card's {mass(plan.written_g, kitchen)} are enough.</p>
                  ))}
                <div className="flex flex-wrap items-end gap-3">
                  {plan.kind === "topping" && !plan.of_card && (
                    <div className="w-36">
                      <Select
                        label="Pressed on"
                        value={own?.topping ?? "half_nut"}
                        options={options(TOPPINGS)}
                        onValue={(topping) => edit({ topping })}
                      />
                    </div>
                  )}
                  {plan.coatable && (
                    <NumberField
                      label="Coats"
                      unit=""
                      width="w-14"
                      {...within("Finishing", "coats")}
                      value={plan.coats}
                      onValue={(coats) => edit({ coats: Math.round(coats) })}
                    />
                  )}
                  {plan.per !== "dough" && (
                    <MassField
                      kitchen={kitchen}
                      label={plan.coats > 1 ? "A coat on each" : capital(EACH[plan.per])}
                      width="w-24"
                      {...within("Finishing", "each_g")}
                      step={0.5}
                      value={Math.round((plan.each_g / plan.coats) * 10) / 10}
                      onValue={(each_g) => edit({ each_g })}
                    />
                  )}
                  {plan.per === "piece" && !PLACED.has(plan.kind) && own?.each_g == null && (
                    <NumberField
                      label="Covers"
                      unit="%"
                      width="w-24"
                      {...within("Finishing", "cover_pct")}
                      step={5}
                      value={own?.cover_pct ?? 100}
                      onValue={(cover_pct) => edit({ cover_pct })}
                    />
                  )}
                  {own?.each_g != null && (
                    <Button kind="quiet" onClick={() => edit({ each_g: null })}>
                      Work it out again
                    </Button>
                  )}
                </div>
                {plan.has_card && (
                  <Switch
                    label="Made of the card's own lines"
                    checked={plan.of_card}
                    onChecked={(of_card) => edit({ of_card })}
                  />
                )}
              </div>
            </Panel>
          );
        })}
      </div>
    </div>
  );
}

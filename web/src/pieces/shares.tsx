/** The shares of a dough side by side at one scale: which one is looked at, how much it takes, when it is baked. */
import clsx from "clsx";
import { type RefObject, useId } from "react";
import type { Assessment, DoughSpec, Kitchen, Problem, Schemas } from "../client/api";
import { newShare, type Share } from "../client/shares";
import { within } from "../client/within";
import { CrustFill } from "../drawing/crust";
import { Piece, topOf } from "../drawing/outline";
import { BY_SHARE, KEEPS, options } from "../words/labels";
import { likely, mass, plural } from "../words/numbers";
import { Select, Switch } from "./choice";
import { Button, Field, NumberField } from "./controls";
import { keepFocus } from "./focus";
import { MassField } from "./measures";
import { Note, ProblemNote } from "./notes";
import { Popover } from "./popover";
import { toast } from "./toasts";

type Change = (edit: (spec: DoughSpec) => DoughSpec) => void;

export interface SharesProps {
  spec: DoughSpec;
  found?: Assessment;
  kitchen: Kitchen;
  share?: Share;
  onChoose: (id: string | undefined) => void;
  onSpec: Change;
  /** What a share's settings open over, where there is room beside. */
  over?: RefObject<HTMLElement | null>;
}

const MOST_SHARES = 5;
const STRIP_PX = 44;

/** Takes half of what is left out of the dough, to be shaped in a way of its own. */
export function useDivide(
  spec: DoughSpec | undefined,
  found: Assessment | undefined,
  onChoose: (id: string) => void,
  onSpec: Change,
) {
  const dough_g = found?.dough?.mass_g;
  const divides = Boolean(dough_g) && (spec?.shares.length ?? 0) < MOST_SHARES;
  const divide = () => {
    if (!spec || !dough_g) return;
    const one = newShare(spec, (found?.shaped_g ?? dough_g) / dough_g);
    onSpec((now) => ({ ...now, shares: [...now.shares, one] }));
    onChoose(one.id);
  };
  return { divides, divide };
}

export function SharesStrip(props: SharesProps) {
  const { spec, found, kitchen, share, onChoose } = props;
  const glyphs = useId();
  if (!spec.shares.length) return null;
  const parts = [
    { id: undefined, name: "The rest", form: spec.form, found, grams: found?.shaped_g },
    ...spec.shares.map((one) => {
      const own = found?.shares.find((other) => other.id === one.id);
      return { id: one.id, name: one.name, form: one.form, found: own?.found, grams: own?.mass_g };
    }),
  ];
  const tops = parts.map((part) => part.found?.outcome && topOf(part.form, part.found.outcome));
  const problem = found?.problems.find((one) => one.field.startsWith(`shares.${share?.id}`));
  const tallest = Math.max(...tops.map((top) => top?.deep ?? 0), 1);
  const scale = STRIP_PX / tallest;
  return (
    <fieldset className="grid gap-2">
      <legend className="sr-only">Shares of the dough</legend>
      <div className="flex flex-wrap gap-1.5">
        {parts.map((part, i) => {
          const top = tops[i];
          const outcome = part.found?.outcome;
          const chosen = part.id === share?.id;
          return (
            <label
              key={part.id ?? "rest"}
              className={clsx(
                "flex min-h-14 cursor-pointer items-center gap-2 rounded-[10px] border-[1.5px] px-2.5 py-1 has-focus-visible:outline-3 has-focus-visible:outline-offset-2",
                chosen ? "border-rim bg-raised" : "border-line bg-well hover:bg-raised",
              )}
            >
              <input
                type="radio"
                name="share"
                className="sr-only"
                checked={chosen}
                onChange={() => onChoose(part.id)}
              />
              {top && (
                <svg
                  width={top.wide * scale}
                  height={top.deep * scale}
                  viewBox={`${-top.wide / 2} ${-top.deep / 2} ${top.wide} ${top.deep}`}
                  aria-hidden
                >
                  <defs>
                    <CrustFill id={`${glyphs}${i}`} crust={top.crust} />
                  </defs>
                  <Piece x={0} y={0} shape={top.shape} fill={`url(#${glyphs}${i})`} />
                </svg>
              )}
              <span className="text-note leading-tight">
                <span className={clsx("block text-plain", chosen ? "font-bold" : "font-semibold")}>
                  {part.name}
                </span>
                <span className="block whitespace-nowrap text-quiet">
                  {part.grams ? mass(part.grams, kitchen) : ""}
                  {outcome ? `, ${plural(outcome.pieces.count, "cookie")}` : ""}
                </span>
                <span className="block whitespace-nowrap text-quiet">
                  {outcome ? `${likely(outcome.window)}` : ""}
                </span>
              </span>
            </label>
          );
        })}
        {share && (
          <Popover name={share.name} says={amountOf(share, kitchen)} over={props.over} align="start">
            <ShareFields {...props} share={share} />
          </Popover>
        )}
      </div>
      {share && problem && <ProblemNote problem={problem} />}
    </fieldset>
  );
}

function ShareFields({ spec, found, kitchen, share, onChoose, onSpec }: SharesProps & { share: Share }) {
  const own = found?.shares.find((one) => one.id === share.id);
  const error = (field: string) => sentence(found?.problems ?? [], `shares.${share.id}.${field}`);
  const put = (part: Partial<Share>) =>
    onSpec((now) => ({
      ...now,
      shares: now.shares.map((one) => (one.id === share.id ? { ...one, ...part } : one)),
    }));
  const remove = () => {
    onChoose(undefined);
    onSpec((now) => ({ ...now, shares: now.shares.filter((one) => one.id !== share.id) }));
    toast(
      `${share.name} is back in the dough.`,
      () => onSpec((now) => ({ ...now, shares: [...now.shares.filter(({ id }) => id !== share.id), share] })),
      "Undo",
    );
    keepFocus();
  };
  const amount = {
    label: "Takes",
    width: "w-18",
    value: share.amount,
    ...within("Share", "amount"),
    error: error("amount"),
    onValue: (value: number) => put({ amount: share.by === "pieces" ? Math.round(value) : value }),
  };
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="w-32">
        <Field label="Name of this part">
          {(ids) => (
            <input
              {...ids}
              className="control w-full"
              value={share.name}
              maxLength={40}
              onChange={(event) => put({ name: event.target.value || "Part" })}
            />
          )}
        </Field>
      </div>
      {share.by === "grams" ? (
        <MassField kitchen={kitchen} {...amount} />
      ) : (
        <NumberField {...amount} unit="" step={share.by === "percent" ? 5 : 1} />
      )}
      <div className="w-34">
        <Select
          label="in"
          value={share.by}
          options={options(BY_SHARE)}
          onValue={(by) => put({ by, amount: amountIn(by, spec, own) ?? share.amount })}
        />
      </div>
      <div className="w-38">
        <Select label="Baked" value={share.keep} options={options(KEEPS)} onValue={(keep) => put({ keep })} />
      </div>
      {share.keep === "fridge" && (
        <NumberField
          label="Hours there"
          unit="h"
          value={share.keep_h}
          {...within("Share", "keep_h")}
          step={1}
          error={error("keep_h")}
          onValue={(keep_h) => put({ keep_h })}
        />
      )}
      {share.keep === "freezer" && (
        <Switch label="Thawed first" checked={share.thaw} onChecked={(thaw) => put({ thaw })} />
      )}
      <Button kind="quiet" onClick={remove} aria-label={`Put ${share.name} back into the dough`}>
        Put back
      </Button>
      {own?.keep_note && (
        <div className="w-full">
          <Note severity="note">{own.keep_note}</Note>
        </div>
      )}
    </div>
  );
}

/** How much a share takes and when it is baked, in words. */
function amountOf({ by, amount, keep }: Share, kitchen: Kitchen): string {
  const much =
    by === "grams"
      ? mass(amount, kitchen)
      : by === "percent"
        ? `${amount}% of the dough`
        : plural(amount, "piece");
  return `${much}, ${KEEPS[keep]}`;
}

/** The same amount of dough said otherwise; nothing before it is known. */
function amountIn(
  by: Share["by"],
  spec: DoughSpec,
  own: Schemas["ShareFound"] | undefined,
): number | undefined {
  if (!own) return undefined;
  if (by === "grams") return Math.round(own.mass_g * 10) / 10;
  if (by === "pieces") return own.found.outcome?.pieces.count || undefined;
  return Math.round(1000 * (own.of_dough / spec.of_dough)) / 10;
}

const sentence = (problems: readonly Problem[], field: string) =>
  problems.find((problem) => problem.field === field)?.message;

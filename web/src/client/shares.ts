/** A dough's shares: each is looked at and changed as a dough of its own, and kept in the one dough they are part of. */
import { useCallback, useMemo } from "react";
import { useSearchParams } from "react-router";
import type { Assessment, DoughSpec, Schemas } from "./api";
import { starting } from "./within";

export type Share = DoughSpec["shares"][number];
export type ShareFound = Schemas["ShareFound"];
type Change = (edit: (spec: DoughSpec) => DoughSpec) => void;

/** What a share has besides its shaping. */
type Own = "id" | "name" | "by" | "amount" | "keep" | "keep_h" | "thaw";
type Shaped = Exclude<keyof Share, Own>;

// A figure of shaping that is missing here does not compile.
const SHAPING: Record<Shaped, true> = {
  form: true,
  oven: true,
  tray_id: true,
  small_tray_id: true,
  layout: true,
  bake_now: true,
  finish: true,
  finishings: true,
  style_id: true,
  own_bake: true,
  tray_rest_min: true,
};

const shapingOf = (of: DoughSpec | Share) =>
  Object.fromEntries((Object.keys(SHAPING) as Shaped[]).map((key) => [key, of[key]])) as Pick<Share, Shaped>;

/** The share as a dough of its own, as far as is known of it; the dough itself where none is chosen. */
function alone(spec: DoughSpec, share: Share | undefined, found: ShareFound | undefined): DoughSpec {
  if (!share) return spec;
  const own = { ...spec, ...shapingOf(share), shares: [] };
  return found ? { ...own, making: found.making, of_dough: found.of_dough } : own;
}

/** A change to a share, made as to a dough of its own, put into the dough; what is the whole dough's goes there. */
function withShare(spec: DoughSpec, view: DoughSpec, next: DoughSpec, id: string): DoughSpec {
  const { making, shares: _, of_dough: __, ...rest } = next;
  const shaping = shapingOf(next);
  return {
    ...spec,
    ...rest,
    ...shapingOf(spec),
    making: making === view.making ? spec.making : making,
    shares: spec.shares.map((share) => (share.id === id ? { ...share, ...shaping } : share)),
  };
}

let made = 0;

/** A share that takes half of what is left, shaped as that is until it is changed. */
export function newShare(spec: DoughSpec, rest: number): Share {
  const number = spec.shares.length + 2;
  return {
    ...(starting("Share") as Pick<Share, "by" | "keep" | "keep_h" | "thaw">),
    ...shapingOf(spec),
    layout: { ...spec.layout, moved: [] },
    bake_now: null,
    own_bake: null,
    id: `s${Date.now().toString(36)}${(made++).toString(36)}`,
    name: `Part ${number}`,
    amount: Math.max(1, Math.round(50 * rest)),
  };
}

/** Which share is looked at stands in the address, so that the bench and the trays look at the same one. */
export function useShare(spec: DoughSpec | undefined, found: Assessment | undefined, change: Change) {
  const [params, setParams] = useSearchParams();
  const share = spec?.shares.find((one) => one.id === params.get("share"));
  const own = found?.shares.find((one) => one.id === share?.id);
  const view = useMemo(() => spec && alone(spec, share, own), [spec, share, own]);
  const choose = useCallback(
    (id: string | undefined) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          if (id) next.set("share", id);
          else next.delete("share");
          return next;
        },
        { replace: true },
      ),
    [setParams],
  );
  const id = share?.id;
  const edit: Change = useCallback(
    (how) =>
      change((now) => {
        const mine = now.shares.find((one) => one.id === id);
        if (!mine) return how(now);
        const before = alone(now, mine, own);
        return withShare(now, before, how(before), mine.id);
      }),
    [change, id, own],
  );
  // A share that the dough is not enough for has no outcome; why is said at its amount.
  const seen: Assessment | undefined =
    found && share ? own && { ...own.found, lines: found.lines, method: found.method } : found;
  return { share, view, edit, choose, found: seen };
}

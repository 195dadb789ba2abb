/** What a wish starts from: a dough of one's own, a family, or neither. */
import { useQuery } from "@tanstack/react-query";
import type { Kitchen } from "../../client/api";
import { assessOf } from "../../client/assessments";
import { useStarters } from "../../client/catalogue";
import { doughNow, useShelf } from "../../client/doughs";
import { keys } from "../../client/keys";
import { Select } from "../../pieces/choice";

const USUAL = { width_mm: 75, height_mm: 13 };

/** The dough it starts from and what that comes to as it is. */
export function useFrom(id: string, kitchen: Kitchen) {
  const { data: dough } = useQuery({
    queryKey: keys.dough(id),
    queryFn: () => doughNow(id),
    enabled: id !== "",
    staleTime: 5000,
  });
  const { data: found } = useQuery({
    queryKey: keys.assessment(id, dough?.spec, kitchen),
    queryFn: () => assessOf(id, (dough as NonNullable<typeof dough>).spec, kitchen),
    enabled: Boolean(dough),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const baked = found?.outcome?.baked;
  const now = baked
    ? { width_mm: Math.round(baked.diameter_mm.value), height_mm: Math.round(baked.height_mm.value * 2) / 2 }
    : USUAL;
  return { dough: id ? dough : undefined, now, today: id ? (found?.outcome ?? undefined) : undefined };
}

export function FromWhat(props: {
  id: string;
  family: string;
  name?: string;
  onDough: (id: string) => void;
  onFamily: (family: string) => void;
}) {
  const { doughs } = useShelf();
  const { data: starters } = useStarters();
  const shelf = (doughs ?? []).filter((one) => one.readable).map((one) => [one.id, one.name] as const);
  const known = shelf.some(([id]) => id === props.id);
  return (
    <div className="grid gap-2 sm:grid-cols-2">
      <Select
        label="Starting from"
        value={props.id}
        onValue={props.onDough}
        options={[
          ["", "no dough of mine"],
          ...(props.id && !known ? [[props.id, props.name ?? "…"] as const] : []),
          ...shelf,
        ]}
      />
      {!props.id && (
        <Select
          label="Family"
          value={props.family}
          onValue={props.onFamily}
          options={[
            ["", "whichever comes nearest"],
            ...(starters ?? []).map((one) => [one.style_id, one.style_label] as const),
          ]}
        />
      )}
    </div>
  );
}

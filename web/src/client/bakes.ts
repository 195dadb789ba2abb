/** The notebook: bakes as they were written down. */
import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useOutbox } from "./answers";
import { api, need, type Schemas } from "./api";
import { keys } from "./keys";

export type SavedBake = Schemas["SavedBake"];
/** Of each field what is known, or null. */
export type Measured = Required<Schemas["Measured"]>;

/** What was written down of a bake, whatever the server left out. */
export const measuredOf = ({ bake }: SavedBake): Measured => ({ ...NOTHING, ...bake.measured });

export const NOTHING: Measured = {
  count: null,
  widths_mm: [],
  height_mm: null,
  oven_min: null,
  verdict: null,
  oven_read_c: null,
  shade: null,
  textures: [],
  liked: null,
  note: "",
};

/** Where the picture of a bake is to be had; another one has another address. */
export const pictureOf = ({ id, picture_id }: SavedBake) => `/api/bakes/${id}/picture?of=${picture_id}`;

/** The mean of the widths; null where none was measured. */
export const middleWidth = ({ widths_mm }: Pick<Measured, "widths_mm">) =>
  widths_mm.length ? widths_mm.reduce((sum, mm) => sum + mm, 0) / widths_mm.length : null;

/** Bakes of a dough, or of all, the latest first; those just put aside are not shown while that is on its way. */
export function useBakes(dough: string | undefined, aside = false) {
  const { entries } = useOutbox();
  const query = useInfiniteQuery({
    queryKey: keys.bakesOf(dough, aside),
    queryFn: ({ pageParam }) =>
      need(
        api.GET("/api/bakes", {
          params: { query: { dough_id: dough, aside, next: pageParam ?? undefined } },
        }),
      ),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    placeholderData: keepPreviousData,
    refetchOnWindowFocus: "always",
  });
  const leaving = aside ? ["put-back-bake", "throw-away"] : ["put-aside-bake"];
  const gone = new Set(
    entries.flatMap(({ change, state }) =>
      leaving.includes(change.kind) && state === "waiting" && "id" in change ? [change.id] : [],
    ),
  );
  const bakes = query.data?.pages.flatMap((page) => page.bakes).filter((bake) => !gone.has(bake.id));
  const unreadable = query.data?.pages.flatMap((page) => page.unreadable) ?? [];
  return { ...query, bakes, unreadable, total: query.data?.pages[0]?.total };
}

/** What is foretold of a bake being written down, and what in it can hardly be meant. */
export function useDraft(draft: Schemas["Draft"], enabled: boolean) {
  return useQuery({
    queryKey: keys.draft(draft),
    queryFn: ({ signal }) => need(api.POST("/api/bakes/drafts", { body: draft, signal })),
    enabled,
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  });
}

/** From one bake to another: what was changed, and what each change did. */
export function useDifference(a: string | undefined, b: string | undefined) {
  return useQuery({
    queryKey: keys.difference(a ?? "", b ?? ""),
    queryFn: () => need(api.GET("/api/bakes/difference", { params: { query: { a: a ?? "", b: b ?? "" } } })),
    enabled: Boolean(a && b && a !== b),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
}

/** What is being tried of a dough on half of its trays, and what the halves told. */
export function useTried(dough: string | undefined) {
  return useQuery({
    queryKey: keys.tried(dough),
    queryFn: () => need(api.GET("/api/tries/kept", { params: { query: { dough_id: dough ?? "" } } })),
    enabled: Boolean(dough),
  });
}

/** What the bakes tell of this oven and these hands. */
export function useHabits() {
  return useQuery({ queryKey: keys.habits, queryFn: () => need(api.GET("/api/kitchen/habits")) });
}

/** What the thermometer told of the ovens. */
export function useOvens() {
  return useQuery({ queryKey: keys.ovens, queryFn: () => need(api.GET("/api/kitchen/ovens")) });
}

/** What is likely to have gone wrong with a bake. */
export function useCauses(id: string | undefined, symptoms: Schemas["Symptom"][]) {
  return useQuery({
    queryKey: keys.causes(id ?? "", symptoms),
    queryFn: ({ signal }) =>
      need(
        api.GET("/api/bakes/{bake_id}/causes", {
          params: { path: { bake_id: id ?? "" }, query: { symptom: symptoms } },
          signal,
        }),
      ),
    enabled: Boolean(id),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** How a bake stood before each change of it. */
export function useBefores(id: string | undefined) {
  return useQuery({
    queryKey: keys.befores(id ?? ""),
    queryFn: () => need(api.GET("/api/bakes/{bake_id}/befores", { params: { path: { bake_id: id ?? "" } } })),
    enabled: Boolean(id),
  });
}

/** The shelf, its doughs and their versions. */
import { keepPreviousData, useInfiniteQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import { useOutbox } from "./answers";
import { api, type DoughSpec, type DoughSummary, type Kitchen, need, type Schemas } from "./api";
import { keys } from "./keys";

/** What is wanted of the shelf; what is not given does not count. */
export interface Wanted {
  words?: string;
  kind?: string;
  without?: string[];
  tag?: string;
  order?: Schemas["Order"];
  aside?: boolean;
}

/** The shelf, page after page; doughs just put aside are not shown while that is on its way. */
export function useShelf(wanted: Wanted = {}) {
  const { entries } = useOutbox();
  const query = useInfiniteQuery({
    queryKey: keys.shelf(wanted),
    queryFn: ({ pageParam }) =>
      need(api.GET("/api/doughs", { params: { query: { ...wanted, next: pageParam ?? undefined } } })),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    placeholderData: keepPreviousData,
    refetchOnWindowFocus: "always",
  });
  const leaving = wanted.aside ? ["put-back", "throw-away"] : ["put-aside"];
  const gone = new Set(
    entries.flatMap(({ change, state }) =>
      leaving.includes(change.kind) && state === "waiting" && "id" in change ? [change.id] : [],
    ),
  );
  const doughs = query.data?.pages.flatMap((page) => page.doughs).filter((dough) => !gone.has(dough.id));
  return { ...query, doughs, total: query.data?.pages[0]?.total };
}

/** What the doughs on the shelf can be chosen by. */
export function useShelfChoices() {
  return useQuery({
    queryKey: keys.shelfChoices,
    queryFn: () => need(api.GET("/api/doughs/choices")),
    placeholderData: keepPreviousData,
  });
}

/** The first page of the doughs with a tag: as many as a day takes. */
export const doughsTagged = (tag: string) => need(api.GET("/api/doughs", { params: { query: { tag } } }));

export const doughNow = (id: string) =>
  need(api.GET("/api/doughs/{dough_id}", { params: { path: { dough_id: id } } }));

/** What a dough looks like baked in this kitchen; asked once for each state of both. */
export function useGlance(dough: DoughSummary, kitchen: Kitchen | undefined) {
  return useQuery({
    queryKey: keys.glance(dough.id, dough.revision, kitchen),
    queryFn: ({ signal }) =>
      need(api.GET("/api/doughs/{dough_id}/glance", { params: { path: { dough_id: dough.id } }, signal })),
    enabled: Boolean(kitchen) && dough.readable,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
}

/** Puts a new dough on the shelf. */
export function useAddDough() {
  const client = useQueryClient();
  return async (spec: DoughSpec) => {
    const saved = await need(api.POST("/api/doughs", { body: spec }));
    client.invalidateQueries({ queryKey: keys.doughs });
    return saved;
  };
}

export function useVersions(id: string, enabled: boolean) {
  return useQuery({
    queryKey: keys.versions(id),
    queryFn: () => need(api.GET("/api/doughs/{dough_id}/versions", { params: { path: { dough_id: id } } })),
    enabled,
  });
}

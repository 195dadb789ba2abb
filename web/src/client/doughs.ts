/** The shelf, its doughs and their versions. */
import { keepPreviousData, useInfiniteQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import { useOutbox } from "./answers";
import { api, type DoughSpec, type DoughSummary, type Kitchen, need } from "./api";
import { keys } from "./keys";

/** The shelf, page after page; doughs just taken off are not shown while that is on its way. */
export function useShelf(words = "") {
  const { entries } = useOutbox();
  const query = useInfiniteQuery({
    queryKey: keys.shelf(words),
    queryFn: ({ pageParam }) =>
      need(api.GET("/api/doughs", { params: { query: { words, next: pageParam ?? undefined } } })),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    placeholderData: keepPreviousData,
    refetchOnWindowFocus: "always",
  });
  const aside = new Set(
    entries.flatMap(({ change, state }) =>
      change.kind === "put-aside" && state === "waiting" ? [change.id] : [],
    ),
  );
  const doughs = query.data?.pages.flatMap((page) => page.doughs).filter((dough) => !aside.has(dough.id));
  return { ...query, doughs, total: query.data?.pages[0]?.total };
}

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

/** Bake days. */
import { useInfiniteQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { type ApiError, api, need, type SavedPlan, type Schemas } from "./api";
import { keys } from "./keys";

const at = (id: string) => ({ params: { path: { plan_id: id } } });

export function usePlans(aside = false) {
  const query = useInfiniteQuery({
    queryKey: keys.plansOf(aside),
    queryFn: ({ pageParam }) =>
      need(api.GET("/api/plans", { params: { query: { aside, next: pageParam ?? undefined } } })),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    refetchOnWindowFocus: "always",
  });
  return {
    ...query,
    plans: query.data?.pages.flatMap((page) => page.plans),
    total: query.data?.pages[0]?.total,
  };
}

export function usePlan(id: string, enabled = true) {
  return useQuery({
    enabled,
    queryKey: keys.plan(id),
    queryFn: () => need(api.GET("/api/plans/{plan_id}", at(id))),
    refetchOnWindowFocus: "always",
    retry: (count, failure) => (failure as ApiError).status === 0 && count < 2,
  });
}

/** Shows a plan that was just answered, here and in the list. */
export function useShowPlan() {
  const client = useQueryClient();
  return (plan: SavedPlan) => {
    client.setQueryData(keys.plan(plan.id), plan);
    client.invalidateQueries({ queryKey: keys.plans });
  };
}

/** The first plan that keeps all rules; better ones replace it as they are found: see `useLooking`. */
export const makePlan = (body: Schemas["DayRequest"]) =>
  need(api.POST("/api/plans", { params: { query: { first: true } }, body }));

/** How the looking for a better plan goes, told by the server as it happens; `follow` listens again. */
export function useLooking(id: string) {
  const client = useQueryClient();
  const [listening, setListening] = useState(0);
  const [progress, setProgress] = useState<Schemas["Progress"]>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: `listening` counts how often it is asked to listen
  useEffect(() => {
    const source = new EventSource(`/api/plans/${encodeURIComponent(id)}/progress`);
    source.onmessage = (event) => {
      const told = JSON.parse(event.data) as Schemas["Progress"];
      setProgress(told);
      const shown = client.getQueryData<SavedPlan>(keys.plan(id));
      if (shown && shown.revision < told.revision) client.invalidateQueries({ queryKey: keys.plan(id) });
      if (!told.looking) source.close();
    };
    source.onerror = () => {
      source.close();
      setProgress((was) => ({ sequence: 0, saved_min: 0, revision: 0, ...was, looking: false }));
    };
    return () => source.close();
  }, [client, id, listening]);
  return { progress, follow: () => setListening((count) => count + 1) };
}

export const savingsOf = (id: string) => need(api.POST("/api/plans/{plan_id}/savings", at(id)));

export const lookOn = (id: string, seconds: number) =>
  need(api.POST("/api/plans/{plan_id}/search", { ...at(id), body: { seconds } }));

export const stopLooking = (id: string) => need(api.DELETE("/api/plans/{plan_id}/search", at(id)));

/** Whoever opens the day is about to plan: the solver takes seconds to load. */
export const warmUp = () => {
  api.POST("/api/plans/warm-up").catch(() => undefined);
};

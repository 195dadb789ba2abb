/** The cookie that is wished for, and the doughs that come near it. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { type ApiError, api, type DoughSpec, type Kitchen, need, type Schemas } from "./api";
import { useStill } from "./assessments";
import { keys } from "./keys";

export type Wish = Schemas["CookieWish"];
export type Offered = Schemas["Offered"];
export type Traded = Schemas["Traded"];
export type Named = Schemas["MapRequest"]["one"];
export type Request = Schemas["CookieRequest"];

const THREE_AFTER_MS = 700;

export interface From {
  dough?: DoughSpec;
  dough_id?: string;
  families: string[];
}

export const requestOf = (wish: Wish, kitchen: Kitchen, from: From): Request => ({
  wish,
  kitchen,
  families: from.families,
  dough: from.dough ?? null,
  dough_id: from.dough_id ?? null,
});

const about = (body: Request | undefined) => ({
  enabled: Boolean(body),
  placeholderData: keepPreviousData,
  staleTime: Number.POSITIVE_INFINITY,
  gcTime: 30_000,
  retry: (count: number, failure: Error) => (failure as ApiError).status === 503 && count < 3,
});

/** The nearest dough, following the finger. */
export function useFirst(request: Request | undefined) {
  const body = useStill(request);
  return useQuery({
    queryKey: keys.wish("first", body),
    queryFn: ({ signal }) => need(api.POST("/api/wishes/first", { body: body as Request, signal })),
    ...about(body),
  });
}

/** The value once it has been still for so long. */
function useLater<T>(value: T, ms: number): T {
  const [later, setLater] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setLater(() => value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return later;
}

/** Three doughs that differ, once the wish has been left alone for a moment. */
export function useGranted(request: Request | undefined) {
  const body = useLater(request, THREE_AFTER_MS);
  const query = useQuery({
    queryKey: keys.wish("doughs", body),
    queryFn: ({ signal }) => need(api.POST("/api/wishes/doughs", { body: body as Request, signal })),
    ...about(body),
  });
  return { ...query, waits: body !== request || query.isFetching };
}

/** Today's dough with none, one, two and three changes. */
export function useChanges(request: Request | undefined) {
  const body = useLater(request, THREE_AFTER_MS);
  return useQuery({
    queryKey: keys.wish("changes", body),
    queryFn: ({ signal }) => need(api.POST("/api/wishes/changes", { body: body as Request, signal })),
    ...about(body),
  });
}

/** How two figures pull against each other. */
export function useTradeMap(request: Request | undefined, one: Named, other: Named) {
  const body = useLater(request, THREE_AFTER_MS);
  return useQuery({
    queryKey: keys.wish(`map ${one} ${other}`, body),
    queryFn: ({ signal }) =>
      need(api.POST("/api/wishes/map", { body: { ...(body as Request), one, other }, signal })),
    ...about(body),
  });
}

export const openOnMap = (request: Request, one: Named, other: Named, at: Traded) =>
  need(api.POST("/api/wishes/map/open", { body: { ...request, one, other, at } }));

/** Whoever opens the place is about to wish: the search takes seconds to load. */
export const warmUpWishes = () => {
  api.POST("/api/wishes/warm-up").catch(() => undefined);
};

/** Puts a wished dough on the shelf, with where it comes from as the note of its first version; whether that could be noted too. */
export function useTake() {
  const client = useQueryClient();
  return async (spec: DoughSpec, origin: string) => {
    const saved = await need(api.POST("/api/doughs", { body: spec }));
    client.invalidateQueries({ queryKey: keys.doughs });
    const at = { params: { path: { dough_id: saved.id } } };
    const body = { revision: saved.revision, note: origin.slice(0, 200) };
    // It is on the shelf by now: without its note it is still wished, and must not be put there twice.
    const noted = await need(api.POST("/api/doughs/{dough_id}/versions", { ...at, body })).then(
      () => true,
      () => false,
    );
    return { saved, noted };
  };
}

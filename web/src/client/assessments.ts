/** What a dough comes to, and every question about it: nothing here is kept by the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { type ApiError, type Assessment, api, type DoughSpec, type Kitchen, need, type Schemas } from "./api";
import { keys } from "./keys";

const FIRST_MS = 40;
const PAUSE_MS = 130; // between two letters of one who types
const BURST_MS = 400;
const AGAIN_MS = 2000;

/** The value a moment after a change; while change follows upon change, once they pause. */
export function useStill<T>(value: T): T {
  const [still, setStill] = useState(value);
  const changed = useRef(0);
  useEffect(() => {
    const now = performance.now();
    const typing = now - changed.current < BURST_MS;
    changed.current = now;
    const timer = setTimeout(() => setStill(() => value), typing ? PAUSE_MS : FIRST_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return still;
}

/** A dough without what no outcome hangs on: a letter in its name is no other dough. */
function useBaked(spec: DoughSpec | undefined): DoughSpec | undefined {
  const last = useRef<{ text: string; spec: DoughSpec }>(undefined);
  return useMemo(() => {
    if (!spec) return undefined;
    const baked = { ...spec, name: "Dough", tags: [] };
    const text = JSON.stringify(baked);
    if (last.current?.text !== text) last.current = { text, spec: baked };
    return last.current.spec;
  }, [spec]);
}

/** Which dough of the shelf a place is about stands in its address; its own bakes then count. */
const doughHere = () =>
  /^\/(?:bench|trays|card|weigh|notebook)\/([\w-]+)/.exec(location.pathname)?.[1] ?? null;

/** A dough in a kitchen, as every question about it is asked. */
export const about = (dough: DoughSpec, kitchen: Kitchen) => ({ dough, kitchen, dough_id: doughHere() });

export const assess = (dough: DoughSpec, kitchen: Kitchen, signal?: AbortSignal) =>
  need(api.POST("/api/assessments", { body: about(dough, kitchen), signal }));

/** What a dough of the shelf comes to, by its own bakes. */
export const assessOf = (id: string, dough: DoughSpec, kitchen: Kitchen) =>
  need(api.POST("/api/assessments", { body: { dough, kitchen, dough_id: id } }));

/** What a dough comes to, a moment after the last change; the former answer stays until the new one is there. */
export function useAssessment(spec: DoughSpec | undefined, kitchen: Kitchen | undefined) {
  const dough = useStill(useBaked(spec));
  const place = useStill(kitchen);
  const query = useQuery({
    queryKey: keys.assessment(doughHere(), dough, place),
    queryFn: ({ signal }) => assess(dough as DoughSpec, place as Kitchen, signal),
    enabled: Boolean(dough && place),
    placeholderData: keepPreviousData,
    // A server that is away or in trouble is asked again until it answers; what it refuses stays refused.
    retry: (_, failure) => (failure as ApiError).status === 0 || (failure as ApiError).status >= 500,
    retryDelay: AGAIN_MS,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });
  const last = useRef<Assessment>(undefined);
  if (query.data) last.current = query.data;
  return { found: query.data ?? last.current, failed: query.failureReason?.message };
}

/** Finishes, yield and guides; the former answer stays until the new one is there. */
export function useReport(spec: DoughSpec | undefined, kitchen: Kitchen | undefined) {
  return useQuery({
    queryKey: keys.report(doughHere(), spec, kitchen),
    queryFn: ({ signal }) =>
      need(api.POST("/api/reports", { body: about(spec as DoughSpec, kitchen as Kitchen), signal })),
    enabled: Boolean(spec && kitchen),
    placeholderData: (before) => before,
    gcTime: 10_000,
  });
}

export function useWhy(spec: DoughSpec, kitchen: Kitchen) {
  return useQuery({
    queryKey: keys.why(doughHere(), spec, kitchen),
    queryFn: ({ signal }) => need(api.POST("/api/whys", { body: about(spec, kitchen), signal })),
    placeholderData: (before) => before,
    retry: false,
  });
}

export const whatIf = (dough: DoughSpec, kitchen: Kitchen, factor: Schemas["Factor"]) =>
  need(api.POST("/api/what-ifs", { body: { ...about(dough, kitchen), factor } }));

export const grant = (dough: DoughSpec, kitchen: Kitchen, wish: Schemas["SizeWish"]) =>
  need(api.POST("/api/wishes", { body: { ...about(dough, kitchen), wish } }));

export const logSizes = (dough: DoughSpec, kitchen: Kitchen) =>
  need(api.POST("/api/wishes/log-sizes", { body: about(dough, kitchen) }));

export const scaled = (dough: DoughSpec, kitchen: Kitchen, scale: Schemas["ScaleRequest"]) =>
  need(api.POST("/api/scalings", { body: { ...about(dough, kitchen), scale } }));

export const offersFor = (body: Schemas["OfferRequest"]) => need(api.POST("/api/offers", { body }));

export const swapIn = (body: Schemas["SwapRequest"]) => need(api.POST("/api/swaps", { body }));

export const compared = (before: DoughSpec, after: DoughSpec, kitchen: Kitchen) =>
  need(api.POST("/api/comparisons", { body: { before, after, kitchen, dough_id: doughHere() } }));

export const triesFor = (dough: DoughSpec, kitchen: Kitchen, wish: Schemas["TryWish"]) =>
  need(api.POST("/api/tries", { body: { ...about(dough, kitchen), wish } }));

/** How each thing that is known moved what is foretold. */
export function useEvidence(spec: DoughSpec, kitchen: Kitchen) {
  return useQuery({
    queryKey: keys.evidence(doughHere(), spec, kitchen),
    queryFn: ({ signal }) => need(api.POST("/api/evidence", { body: about(spec, kitchen), signal })),
    placeholderData: (before) => before,
    retry: false,
  });
}

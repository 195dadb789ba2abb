/** Queries that places share. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { type Assessment, api, type DoughSpec, type Kitchen, need } from "./api";

export function useKitchen() {
  return useQuery({
    queryKey: ["kitchen"],
    queryFn: async () => (await need(api.GET("/api/kitchen"))).kitchen,
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export function useSaveKitchen() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (kitchen: Kitchen) => need(api.PUT("/api/kitchen", { body: kitchen })),
    onMutate: (kitchen) => client.setQueryData(["kitchen"], kitchen),
  });
}

export function useDoughs() {
  return useQuery({ queryKey: ["doughs"], queryFn: () => need(api.GET("/api/doughs")) });
}

export function useCatalogue() {
  return useQuery({
    queryKey: ["catalogue"],
    queryFn: () => need(api.GET("/api/catalogue")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export function useCutters() {
  return useQuery({
    queryKey: ["cutters"],
    queryFn: () => need(api.GET("/api/cutters")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** Finishes, yield and guides; the former answer stays until the new one is there. */
export function useReport(spec: DoughSpec | undefined, kitchen: Kitchen | undefined) {
  return useQuery({
    queryKey: ["report", spec, kitchen],
    queryFn: ({ signal }) =>
      need(
        api.POST("/api/reports", { body: { dough: spec as DoughSpec, kitchen: kitchen as Kitchen }, signal }),
      ),
    enabled: Boolean(spec && kitchen),
    placeholderData: (before) => before,
    gcTime: 10_000,
  });
}

export function usePlans() {
  return useQuery({ queryKey: ["plans"], queryFn: () => need(api.GET("/api/plans")) });
}

const QUIET_MS = 40;

/** What a dough comes to, a moment after the last change; the former answer stays until the new one is there. */
export function useAssessment(spec: DoughSpec | undefined, kitchen: Kitchen | undefined) {
  const [found, setFound] = useState<Assessment>();
  const [failed, setFailed] = useState<string>();
  const abort = useRef<AbortController>(undefined);
  useEffect(() => {
    if (!spec || !kitchen) return;
    const timer = setTimeout(async () => {
      abort.current?.abort();
      abort.current = new AbortController();
      try {
        const body = { dough: spec, kitchen };
        setFound(await need(api.POST("/api/assessments", { body, signal: abort.current.signal })));
        setFailed(undefined);
      } catch (error) {
        if (!(error instanceof DOMException)) setFailed((error as Error).message);
      }
    }, QUIET_MS);
    return () => clearTimeout(timer);
  }, [spec, kitchen]);
  return { found, failed };
}

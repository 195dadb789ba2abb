/** What ships with the app: ingredients, cutters, starters; and the baker's own cutter. */
import { useQuery } from "@tanstack/react-query";
import { api, need } from "./api";
import { keys } from "./keys";

export function useCatalogue() {
  return useQuery({
    queryKey: keys.catalogue,
    queryFn: () => need(api.GET("/api/catalogue")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export function useCutters() {
  return useQuery({
    queryKey: keys.cutters,
    queryFn: () => need(api.GET("/api/cutters")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export function useStarters() {
  return useQuery({
    queryKey: keys.starters,
    queryFn: () => need(api.GET("/api/starters")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export const readCutter = (svg: string) => need(api.POST("/api/cutters", { body: { svg } }));

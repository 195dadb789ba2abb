/** The weigh-in, and the scale. */
import { useQuery } from "@tanstack/react-query";
import { api, need } from "./api";
import { keys } from "./keys";

export function useWeighIn(id: string) {
  return useQuery({
    queryKey: keys.weighIn(id),
    queryFn: () => need(api.GET("/api/doughs/{dough_id}/weigh-in", { params: { path: { dough_id: id } } })),
    refetchOnWindowFocus: "always",
  });
}

export const readScale = () => need(api.GET("/api/scale"));
export const tareScale = () => need(api.POST("/api/scale/tare"));
export const pour = (g: number) => need(api.POST("/api/scale/pour", { body: { g } }));

/** Who this device is to the kitchen, and who else is let in. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { api, need, type Schemas } from "./api";
import { keys } from "./keys";

export type DoorNow = Schemas["DoorNow"];
export type Device = Schemas["Device"];
export type Invitation = Schemas["Invitation"];

/** The certificate of this kitchen's own authority. */
export const CERTIFICATE = "/api/door/certificate";

const LOOK_AGAIN_MS = 5000;

export function useDoor() {
  return useQuery({ queryKey: keys.door, queryFn: () => need(api.GET("/api/door")), staleTime: Infinity });
}

/** All that are let in, asked anew while a code is out. */
export function useDevices(waiting: boolean) {
  return useQuery({
    queryKey: keys.devices,
    queryFn: () => need(api.GET("/api/door/devices")),
    refetchInterval: waiting ? LOOK_AGAIN_MS / 2 : LOOK_AGAIN_MS * 6,
    refetchOnWindowFocus: "always",
  });
}

export function useLettingIn() {
  const queries = useQueryClient();
  const anew = () => queries.invalidateQueries({ queryKey: keys.devices });
  return {
    invite: () => need(api.POST("/api/door/invitation")),
    rename: async (device_id: string, name: string) => {
      const path = { device_id };
      await need(api.PATCH("/api/door/devices/{device_id}", { params: { path }, body: { name } }));
      await anew();
    },
    withdraw: async (device_id: string) => {
      await need(api.DELETE("/api/door/devices/{device_id}", { params: { path: { device_id } } }));
      await anew();
    },
  };
}

export const knock = (code: string, name: string) =>
  need(api.POST("/api/door/pairing", { body: { code, name } }));

/** The copies of the kitchen's file, and the kitchen as one file. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { api, need, type Schemas } from "./api";
import { keys } from "./keys";

export type Backup = Schemas["Backup"];
export type Drill = Schemas["Drill"];
export type ArchiveHere = Schemas["ArchiveHere"];
export type Take = Schemas["Take"];

/** Where the whole kitchen is to be had as one file. */
export const WHOLE = "/api/archives/whole";
export const fileOf = ({ name }: Backup) => `/api/backups/${name}/file`;

const LOOK_AGAIN_MS = 60_000;

export function useBackups() {
  return useQuery({
    queryKey: keys.backups,
    queryFn: () => need(api.GET("/api/backups")),
    refetchInterval: LOOK_AGAIN_MS,
    refetchOnWindowFocus: "always",
  });
}

/** What can be done with copies and archives; what has changed by it is asked for anew. */
export function useKeeping() {
  const queries = useQueryClient();
  return {
    make: async () => {
      await need(api.POST("/api/backups"));
      await queries.invalidateQueries({ queryKey: keys.backups });
    },
    drill: ({ name }: Backup) => need(api.POST("/api/backups/{name}/drill", { params: { path: { name } } })),
    handIn: (file: File) =>
      need(
        api.POST("/api/archives", {
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { "content-type": "application/octet-stream" },
        }),
      ),
    takeIn: async (archive_id: string, takes: Record<string, Take>) => {
      const done = await need(
        api.POST("/api/archives/{archive_id}", { params: { path: { archive_id } }, body: { takes } }),
      );
      await queries.invalidateQueries();
      return done;
    },
    leave: (archive_id: string) =>
      need(api.DELETE("/api/archives/{archive_id}", { params: { path: { archive_id } } })),
  };
}

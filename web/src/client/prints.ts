/** Guides at 1:1, as files. */
import { api, type DoughSpec, type Kitchen, type Schemas } from "./api";
import { about } from "./assessments";

/** The file and its name; undefined where it could not be made. */
export async function printed(
  dough: DoughSpec,
  kitchen: Kitchen,
  print: Omit<Schemas["PrintRequest"], "dough" | "kitchen" | "dough_id">,
): Promise<{ name: string; file: Blob } | undefined> {
  const { data, response } = await api.POST("/api/prints", {
    body: { ...about(dough, kitchen), ...print },
    parseAs: "blob",
  });
  if (!data) return undefined;
  const named = /filename="([^"]+)"/.exec(response.headers.get("content-disposition") ?? "");
  return { name: named?.[1] ?? `guide.${print.form_of}`, file: data as unknown as Blob };
}

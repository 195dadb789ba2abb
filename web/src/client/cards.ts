/** Cards and files, as they are read. */
import { api, type Kitchen, need, type Schemas } from "./api";

/** What a word-processor file, a PDF or a text file says. */
export async function openFile(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let binary = "";
  for (let at = 0; at < bytes.length; at += 32_768)
    binary += String.fromCharCode(...bytes.subarray(at, at + 32_768));
  return (await need(api.POST("/api/cards/open", { body: { content: btoa(binary) } }))).text;
}

export type Claim = Schemas["Claim"];

export const readCard = (text: string, kitchen: Kitchen, left_out: Claim["kind"][], own: Claim[]) =>
  need(api.POST("/api/cards/read", { body: { text, kitchen, left_out, own } }));

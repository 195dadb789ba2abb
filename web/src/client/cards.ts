/** Cards and files, as they are read. */
import { api, type Kitchen, need, type Schemas } from "./api";

export type Claim = Schemas["Claim"];

export const readCard = (text: string, kitchen: Kitchen, left_out: Claim["kind"][]) =>
  need(api.POST("/api/cards/read", { body: { text, kitchen, left_out } }));

/** Cards and files, as they are read. */
import { api, type Kitchen, need } from "./api";

export const readCard = (text: string, habit: Kitchen["habit"]) =>
  need(api.POST("/api/cards/read", { body: { text, habit } }));

export const importText = (text: string) => need(api.POST("/api/imports", { body: { text } }));

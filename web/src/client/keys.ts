/** The name under which each answer is kept: nobody else writes one. */
import type { DoughSpec, Kitchen } from "./api";

export const keys = {
  kitchen: ["kitchen"],
  paces: (paces: Kitchen["paces"]) => ["paces", paces],
  doughs: ["doughs"],
  shelf: (words: string) => ["doughs", words],
  dough: (id: string | undefined) => ["dough", id],
  glance: (id: string, revision: number, kitchen?: Kitchen) => ["glance", id, revision, kitchen],
  versions: (id: string) => ["versions", id],
  weighIn: (id: string) => ["weigh-in", id],
  plans: ["plans"],
  plan: (id: string) => ["plan", id],
  catalogue: ["catalogue"],
  cutters: ["cutters"],
  starters: ["starters"],
  assessment: (spec?: DoughSpec, kitchen?: Kitchen) => ["assessment", spec, kitchen],
  report: (spec?: DoughSpec, kitchen?: Kitchen) => ["report", spec, kitchen],
  why: (spec: DoughSpec, kitchen: Kitchen) => ["why", spec, kitchen],
} as const;

/** The name under which each answer is kept: nobody else writes one. */
import type { DoughSpec, Kitchen } from "./api";
import type { Wanted } from "./doughs";

export const keys = {
  kitchen: ["kitchen"],
  paces: (paces: Kitchen["paces"]) => ["paces", paces],
  doughs: ["doughs"],
  shelf: (wanted: Wanted) => ["doughs", wanted],
  shelfChoices: ["doughs", "choices"],
  dough: (id: string | undefined) => ["dough", id],
  glance: (id: string, revision: number, kitchen?: Kitchen) => ["glance", id, revision, kitchen],
  versions: (id: string) => ["versions", id],
  weighIn: (id: string) => ["weigh-in", id],
  plans: ["plans"],
  plansOf: (aside: boolean) => ["plans", aside],
  plan: (id: string) => ["plan", id],
  catalogue: ["catalogue"],
  cutters: ["cutters"],
  starters: ["starters"],
  assessment: (spec?: DoughSpec, kitchen?: Kitchen) => ["assessment", spec, kitchen],
  report: (spec?: DoughSpec, kitchen?: Kitchen) => ["report", spec, kitchen],
  why: (spec: DoughSpec, kitchen: Kitchen) => ["why", spec, kitchen],
} as const;

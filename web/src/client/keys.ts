/** The name under which each answer is kept: nobody else writes one. */
import type { DoughSpec, Kitchen, Schemas } from "./api";
import type { Wanted } from "./doughs";

export const keys = {
  kitchen: ["kitchen"],
  paces: (paces: Kitchen["paces"]) => ["paces", paces],
  doughs: ["doughs"],
  shelf: (wanted: Wanted) => ["doughs", wanted],
  shelfChoices: ["doughs", "choices"],
  dough: (id: string | undefined) => ["dough", id],
  versions: (id: string) => ["versions", id],
  weighIn: (id: string) => ["weigh-in", id],
  plans: ["plans"],
  plansOf: (aside: boolean) => ["plans", aside],
  plan: (id: string) => ["plan", id],
  catalogue: ["catalogue"],
  cutters: ["cutters"],
  starters: ["starters"],
  // What is foretold hangs on the bakes that were written down: all under one name.
  foretold: ["foretold"],
  glance: (id: string, revision: number, kitchen?: Kitchen) => ["foretold", "glance", id, revision, kitchen],
  assessment: (id: string | null, spec?: DoughSpec, kitchen?: Kitchen) => [
    "foretold",
    "assessment",
    id,
    spec,
    kitchen,
  ],
  report: (id: string | null, spec?: DoughSpec, kitchen?: Kitchen) => [
    "foretold",
    "report",
    id,
    spec,
    kitchen,
  ],
  why: (id: string | null, spec: DoughSpec, kitchen: Kitchen) => ["foretold", "why", id, spec, kitchen],
  evidence: (id: string | null, spec: DoughSpec, kitchen: Kitchen) => [
    "foretold",
    "evidence",
    id,
    spec,
    kitchen,
  ],
  habits: ["bakes", "habits"],
  bakes: ["bakes"],
  bakesOf: (dough: string | undefined, aside: boolean) => ["bakes", "of", dough, aside],
  draft: (draft: Schemas["Draft"]) => ["bakes", "draft", draft],
  tried: (dough: string | undefined) => ["bakes", "tried", dough],
  befores: (id: string) => ["bakes", "befores", id],
  causes: (id: string, symptoms: readonly string[]) => ["bakes", "causes", id, symptoms],
  difference: (a: string, b: string) => ["bakes", "difference", a, b],
} as const;

/** Taking a remedy the core offers: set one field of the dough to the value it names. */
import type { DoughSpec, Problem } from "../../client/api";

export function applyRemedy(spec: DoughSpec, { remedy }: Problem): DoughSpec {
  if (!remedy) return spec;
  const [part, field] = remedy.field.split(".");
  if (!part) return spec;
  if (!field) return { ...spec, [part]: remedy.value };
  if (part === "lines") {
    const lines = spec.lines.map((line) =>
      line.id === field ? { ...line, mass_g: Number(remedy.value) } : line,
    );
    return { ...spec, lines };
  }
  const group = spec[part as keyof DoughSpec] as Record<string, unknown>;
  const before = group[field];
  const value = typeof before === "number" ? Number(remedy.value) : remedy.value;
  return { ...spec, [part]: { ...group, [field]: value } };
}

/** The sentence for one field, if there is one: refusals before questions. */
export function at(problems: readonly Problem[], ...fields: string[]): string | undefined {
  const mine = problems.filter((problem) => fields.includes(problem.field) && !problem.remedy);
  return (mine.find((problem) => problem.severity === "stop") ?? mine[0])?.message;
}

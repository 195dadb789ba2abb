/** The one way to the server: typed from its own schema, errors as sentences for a person. */
import createClient from "openapi-fetch";
import { noteAnswer } from "./kept";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type DoughSpec = Schemas["DoughSpec"];
export type Line = Schemas["Line"];
export type Kitchen = Schemas["Kitchen"];
export type Assessment = Schemas["Assessment"];
export type Problem = Schemas["Problem"];
export type SavedDough = Schemas["SavedDough"];
export type DoughSummary = Schemas["DoughSummary"];
export type SavedPlan = Schemas["SavedPlan"];
export type Step = Schemas["Step"];
export type Interval = Schemas["Interval"];
export type Tray = Schemas["Tray"];
export type WeighedLine = Schemas["WeighedLine"];

export const api = createClient<paths>({ baseUrl: "/" });

export interface FieldError {
  field: string;
  message: string;
  remedy?: Schemas["Remedy"] | null;
}

/** An answer other than success. `errors` name the fields they are about; `current` stands in a stale save's answer. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly errors: FieldError[] = [],
    readonly current?: unknown,
  ) {
    super(message);
  }
}

/** Told when the kitchen does not know this device (any more). */
export const SHUT = "finebatch:shut";

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or an ApiError with the server's own sentence. */
export async function need<T>(answer: Promise<Answer<T>>): Promise<T> {
  let settled: Answer<T>;
  try {
    settled = await answer;
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === "AbortError") throw cause;
    throw new ApiError(0, "The kitchen computer does not answer. Is it on, and on the same network?");
  }
  const { data, error, response } = settled;
  noteAnswer(response);
  if (error !== undefined || !response.ok) {
    if (response.status === 401) window.dispatchEvent(new Event(SHUT));
    const body = (error ?? {}) as { detail?: string; errors?: FieldError[]; current?: unknown };
    throw new ApiError(
      response.status,
      body.detail ?? "Something went wrong.",
      body.errors ?? [],
      body.current,
    );
  }
  return data as T;
}

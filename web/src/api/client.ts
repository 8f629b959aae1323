/** The one way to the server: typed calls, the CSRF token sent along, errors as problems. */
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Setup = components["schemas"]["Setup"];
export type Draft = components["schemas"]["DraftOut"];
export type Frame = components["schemas"]["FrameOut"];
export type Response = components["schemas"]["ResponseOut"];
export type Summary = components["schemas"]["Summary"];
export type Who = components["schemas"]["Who"];
export type Layout = components["schemas"]["Swash"]["layout"];
export type FunctionName = components["schemas"]["ResponseOut"]["function"];
export type ModeName = components["schemas"]["Levers"]["mode"];

export type Fault = { path: string; found: string; allowed: string };

/** What the server refused, and why, in its one problem shape. */
export class Problem extends Error {
  readonly status: number;
  readonly title: string;
  readonly detail: string;
  readonly faults: Fault[];
  readonly version: number | null;
  /** When the same may be sent again (seconds). */
  readonly retry_after_s: number | null;
  /** Nobody answered: it may go through later. */
  readonly unreached: boolean;

  constructor(status: number, body: Partial<Problem>) {
    super(body.title ?? "Something went wrong");
    this.status = status;
    this.title = body.title ?? "Something went wrong";
    this.detail = body.detail ?? "";
    this.faults = body.faults ?? [];
    this.version = body.version ?? null;
    this.retry_after_s = body.retry_after_s ?? null;
    this.unreached = body.unreached ?? false;
  }
}

const UNREACHED = {
  title: "The server does not answer",
  detail: "What you entered is kept and sent as soon as it answers.",
  unreached: true,
};

function token(): string {
  return /(?:^|; )csrftoken=([^;]*)/.exec(document.cookie)?.[1] ?? "";
}

export const client = createClient<paths>({
  baseUrl: "/",
  fetch: (request: Request) => {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", token());
    return fetch(request);
  },
});

type Answer<T> = { data?: T; error?: unknown; response: globalThis.Response };

/** Wait for a call; give its data or throw a Problem, also when nobody answers. */
export async function answer<T>(call: Promise<Answer<T>>): Promise<T> {
  let got: Answer<T>;
  try {
    got = await call;
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new Problem(0, UNREACHED);
  }
  if (got.response.ok) return got.data as T;
  throw new Problem(got.response.status, (got.error ?? {}) as Partial<Problem>);
}

export function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  return new Problem(0, { title: "Something went wrong", detail: String(error) });
}

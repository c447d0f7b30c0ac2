import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Piece = Schemas["Piece"];
export type PieceDetail = Schemas["PieceDetail"];
export type SurfaceState = Schemas["SurfaceState"];
export type Tile = Schemas["Tile"];
export type Glaze = Schemas["Glaze"];
export type Stage = Schemas["Stage"];
export type EventIn = Schemas["EventIn"];
export type Choice = Schemas["Choice"];

/** How long an answer may take that changes nothing, in ms: the server's own bound is a minute. */
const patience = 65_000;

export const api = createClient<paths>({
  baseUrl: "/api",
  fetch: (request) =>
    request.method === "GET" ? fetch(request, { signal: AbortSignal.timeout?.(patience) }) : fetch(request),
});

/** What went wrong, in one sentence that the server wrote for the screen. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly fields: Schemas["FieldError"][] = [],
  ) {
    super(detail);
  }
}

/** Unwraps an answer, or throws the server's sentence as a Problem. */
export async function answer<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let result;
  try {
    result = await call;
  } catch {
    throw new Problem(0, "The server does not answer. What you see may be out of date.");
  }
  if (result.error !== undefined || !result.response.ok) {
    const problem = result.error as Schemas["Problem"] | undefined;
    throw new Problem(result.response.status, problem?.detail ?? "Something went wrong.", problem?.errors);
  }
  return result.data as T;
}

/** An id made on this device, so that a resend changes nothing. Works without a secure context. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(12));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}

import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];

const PERSON_KEY = "person";

/** What went wrong, as the server says it; fields by name where a form was sent. */
export class Fault extends Error {
  constructor(
    message: string,
    readonly fields: Record<string, string> = {},
    readonly status = 0,
  ) {
    super(message);
  }
}

export const api = createClient<paths>({ baseUrl: window.location.origin, fetch: (request) => globalThis.fetch(request) });

api.use({
  onRequest({ request }) {
    const person = localStorage.getItem(PERSON_KEY);
    if (person) request.headers.set("X-Person-Id", person);
    return request;
  },
});

export const person = {
  get: () => Number(localStorage.getItem(PERSON_KEY) ?? 0),
  set: (id: number) => localStorage.setItem(PERSON_KEY, String(id)),
};

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer, or its Fault. */
export async function answer<T>(pending: Promise<Answer<T>>): Promise<T> {
  let got: Answer<T>;
  try {
    got = await pending;
  } catch {
    throw new Fault("The server does not answer. What you typed is still here; try again when it runs.");
  }
  if (got.data !== undefined) return got.data;
  throw faultOf(got.error, got.response.status);
}

function faultOf(body: unknown, status: number): Fault {
  const error = (body as { error?: { message?: string; fields?: Record<string, string> } } | undefined)?.error;
  return new Fault(error?.message ?? `The server answered ${status}.`, error?.fields, status);
}

/** Sends one logger file, or the draft that its preview left of it, with the choices made for it. */
export async function sendFile<T>(path: string, file: File | number, choices: Schemas["Choices"], signal?: AbortSignal): Promise<T> {
  const form = new FormData();
  if (typeof file === "number") form.append("draft_id", String(file));
  else form.append("file", file);
  form.append("choices", JSON.stringify(choices));
  let response: Response;
  try {
    response = await fetch(path, { method: "POST", body: form, headers: { "X-Person-Id": String(person.get()) }, signal });
  } catch {
    throw new Fault(signal?.aborted ? "Cancelled: nothing was saved." : "The server does not answer. Nothing was saved.");
  }
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) throw faultOf(body, response.status);
  return body as T;
}

import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];

/** What went wrong, as the server says it; fields by name where a form was sent. */
export class Fault extends Error {
  constructor(
    message: string,
    readonly fields: Record<string, string> = {},
    readonly status = 0,
    readonly changed: string[] = [],
  ) {
    super(message);
  }
}

export const api = createClient<paths>({
  baseUrl: window.location.origin,
  fetch: (request) => globalThis.fetch(request),
});

// What only our own page knows: every write carries it.
let csrf = "";
export const rememberCsrf = (token: string) => {
  csrf = token;
};

const unsafe = (method: string) => !["GET", "HEAD"].includes(method);

api.use({
  onRequest({ request }) {
    if (unsafe(request.method)) request.headers.set("X-CSRF-Token", csrf);
    return request;
  },
});

/** A key that makes a request do its work once, however often it is sent. */
export const onceKey = (): string => crypto.randomUUID();
export const once = (key: string) => ({ "Idempotency-Key": key });

type Answer<T> = { data?: T; error?: unknown; response: Response };
const SILENT = "The server does not answer. What you typed is still here; try again when it runs.";

/** The data of an answer, or its Fault. */
export async function answer<T>(pending: Promise<Answer<T>>): Promise<T> {
  let got: Answer<T>;
  try {
    got = await pending;
  } catch {
    throw new Fault(SILENT);
  }
  if (got.data !== undefined) return got.data;
  throw faultOf(got.error, got.response.status);
}

type Body = { error?: { message?: string; fields?: Record<string, string>; changed?: string[] } };

function faultOf(body: unknown, status: number): Fault {
  const error = (body as Body | undefined)?.error;
  if (status === 401) window.dispatchEvent(new Event("signed-out"));
  return new Fault(error?.message ?? `The server answered ${status}.`, error?.fields, status, error?.changed);
}

async function send<T>(path: string, init: RequestInit, silent: string): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, { method: "POST", ...init, headers: { ...init.headers, "X-CSRF-Token": csrf } });
  } catch {
    throw new Fault(init.signal?.aborted ? "Cancelled: nothing was saved." : silent);
  }
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) throw faultOf(body, response.status);
  return body as T;
}

/** Sends one logger file, or the draft that its preview left of it, with the choices made for it. */
export function sendFile<T>(
  path: string,
  file: File | number,
  choices: Schemas["Choices"],
  signal?: AbortSignal,
): Promise<T> {
  const form = new FormData();
  if (typeof file === "number") form.append("draft_id", String(file));
  else form.append("file", file);
  form.append("choices", JSON.stringify(choices));
  return send<T>(path, { body: form, signal }, "The server does not answer. Nothing was saved.");
}

export function sendPicture(file: File): Promise<{ id: number; name: string }> {
  const form = new FormData();
  form.append("file", file);
  return send("/api/pictures", { body: form }, SILENT);
}

/** What a package would bring; nothing of it is kept yet. */
export function lookPackage(file: File): Promise<Schemas["PackageLook"]> {
  const form = new FormData();
  form.append("file", file);
  return send("/api/packages/look", { body: form }, SILENT);
}

/** Takes in the package that was looked at, and of what differs those rows. */
export function takePackage(file: File, sha256: string, take: string[]): Promise<Schemas["PackageTaken"]> {
  const form = new FormData();
  form.append("file", file);
  form.append("choices", JSON.stringify({ sha256, take }));
  return send("/api/packages", { body: form }, "The server does not answer. Nothing was taken in.");
}

/** A photo or a paper on something. */
export function attachFile(target: Record<string, number>, file: File): Promise<Schemas["Attached"]> {
  const form = new FormData();
  form.append("file", file);
  form.append("target", JSON.stringify(target));
  return send("/api/attachments", { body: form }, "The server does not answer. Nothing was saved.");
}

/** A recording of a dead-weight check; its steps come back. */
export function uploadCheckFile(instrumentId: number, file: File): Promise<Schemas["CheckFile"]> {
  const form = new FormData();
  form.append("file", file);
  return send(`/api/instruments/${instrumentId}/check-file`, { body: form }, SILENT);
}

/** A logger's file of a station under a long test. */
export function bringLongLog(stationId: number, file: File): Promise<Schemas["LongTest"]> {
  const form = new FormData();
  form.append("file", file);
  return send(`/api/stations/${stationId}/log`, { body: form }, "The server does not answer. Nothing was saved.");
}

/** Reads pasted rows or a file of specimens; nothing is kept yet. */
export function readTable<T>(file: File): Promise<T> {
  const form = new FormData();
  form.append("file", file);
  return send<T>("/api/specimen-tables", { body: form }, "The server does not answer. Nothing was saved.");
}

const JSON_HEADERS = { "Content-Type": "application/json" };

export function signIn(login: string, password: string): Promise<unknown> {
  return send("/api/sign-in", { headers: JSON_HEADERS, body: JSON.stringify({ login, password }) }, SILENT);
}

export function signOut(): Promise<unknown> {
  return send("/api/sign-out", { headers: JSON_HEADERS, body: "{}" }, SILENT);
}

import createClient from "openapi-fetch";
import { keep, labelOf, type Kept } from "./kept";
import type { components, paths } from "./schema";

const ONCE = "Idempotency-Key";

export type Schemas = components["schemas"];

const KEPT = 599; // of no server: what was sent is kept here

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

  /** Whether it is kept in this browser until there is a line. */
  get kept() {
    return this.status === KEPT;
  }
}

export const api = createClient<paths>({
  baseUrl: window.location.origin,
  fetch: (request) => globalThis.fetch(request),
});

// What only our own page knows: every write carries it.
let csrf = "";
let person: number | null = null;
/** Of the session: the token of the page, and whose hands what is typed without a line belongs to. */
export const rememberCsrf = (token: string, who: number | null = null) => {
  csrf = token;
  person = who;
};

const bodies = new WeakMap<Request, Promise<string>>();
const KEPT_WORDS = "No line: it is kept in this browser and sent once when there is one.";

const unsafe = (method: string) => !["GET", "HEAD"].includes(method);

api.use({
  onRequest({ request }) {
    if (unsafe(request.method)) request.headers.set("X-CSRF-Token", csrf);
    if (request.headers.has(ONCE) && labelOf(new URL(request.url).pathname))
      bodies.set(request, request.clone().text());
    return request;
  },
  // Only what the server does once is kept: it may have arrived although no answer came back.
  async onError({ request }) {
    const body = await bodies.get(request);
    const key = request.headers.get(ONCE);
    if (body === undefined || key === null || person === null) return undefined;
    if (!keep({ key, path: new URL(request.url).pathname, body, person })) return undefined;
    return new Response(JSON.stringify({ error: { message: KEPT_WORDS } }), { status: KEPT });
  },
});

/** For onError of a form: what is kept here counts as typed, and its form is emptied. */
export const whenKept = (done: () => void) => (fault: Error) => {
  if (fault instanceof Fault && fault.kept) done();
};

/** Sends what was kept, as it was typed. */
export async function sendOne(row: Kept): Promise<{ status: number; message?: string }> {
  const headers = { ...JSON_HEADERS, "X-CSRF-Token": csrf, [ONCE]: row.key };
  const response = await fetch(row.path, { method: "POST", headers, body: row.body });
  const body = (await response.json().catch(() => undefined)) as Body | undefined;
  return { status: response.status, message: body?.error?.message };
}

/** A key that makes a request do its work once, however often it is sent. */
export const onceKey = (): string => crypto.randomUUID();
export const once = (key: string) => ({ [ONCE]: key });

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

/** What a customer's form asks for. */
export function lookForm(statementId: number, file: File): Promise<Schemas["FormCell"][]> {
  const form = new FormData();
  form.append("file", file);
  return send(`/api/statements/${statementId}/form/look`, { body: form }, SILENT);
}

/** The form, filled, as a file of its own. */
export async function fillForm(statementId: number, file: File): Promise<void> {
  const form = new FormData();
  form.append("file", file);
  const response = await fetch(`/api/statements/${statementId}/form`, {
    method: "POST",
    body: form,
    headers: { "X-CSRF-Token": csrf },
  });
  if (!response.ok) throw faultOf(await response.json().catch(() => undefined), response.status);
  const link = document.createElement("a");
  link.href = URL.createObjectURL(await response.blob());
  link.download = `filled-${file.name}`;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** A table of old breaks, before anything of it is kept. */
export function lookOldBreaks(file: File): Promise<Schemas["OldBreaks"]> {
  const form = new FormData();
  form.append("file", file);
  return send("/api/old-breaks/look", { body: form }, SILENT);
}

export function keepOldBreaks(
  lotId: number,
  file: File,
  columns: Record<string, number>,
  unit: string,
): Promise<{ count: number }> {
  const form = new FormData();
  form.append("file", file);
  form.append("choices", JSON.stringify({ columns, unit }));
  return send(`/api/lots/${lotId}/old-breaks`, { body: form }, "The server does not answer. Nothing was saved.");
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

import createClient from "openapi-fetch";
import { keep, keptFile, labelOf, type Kept } from "./kept";
import type { components, paths } from "./schema";

const ONCE = "Idempotency-Key";
const JSON_HEADERS = { "Content-Type": "application/json" };

export type Schemas = components["schemas"];

export const KEPT = 599; // of no server: what was sent is kept here

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

/** Who is signed in, and the token of the page, for what is sent without the typed client. */
export const whose = () => ({ csrf, person });

const bodies = new WeakMap<Request, Promise<string>>();
export const KEPT_WORDS = "No line: it is kept in this browser and sent once when there is one.";

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

/** What is sent with a file that belongs to something. */
export function fileForm(file: File, target: string): FormData {
  const form = new FormData();
  form.append("file", file);
  form.append("target", target);
  return form;
}

/** Sends what was kept, as it was typed. */
export async function sendOne(row: Kept): Promise<{ status: number; message?: string }> {
  const headers = { "X-CSRF-Token": csrf, [ONCE]: row.key };
  let init: RequestInit = { headers: { ...headers, ...JSON_HEADERS }, body: row.body };
  if (row.file !== undefined) {
    const bytes = await keptFile(row.key);
    if (!bytes) return { status: 410, message: "this browser has thrown its bytes away" };
    init = { headers, body: fileForm(new File([bytes], row.file, { type: bytes.type }), row.body) };
  }
  const response = await fetch(row.path, { method: "POST", ...init });
  const body = (await response.json().catch(() => undefined)) as Body | undefined;
  return { status: response.status, message: body?.error?.message };
}

/** A key that makes a request do its work once, however often it is sent. */
export const onceKey = (): string => crypto.randomUUID();
export const once = (key: string) => ({ [ONCE]: key });

type Answer<T> = { data?: T; error?: unknown; response: Response };
export const SILENT = "The server does not answer. What you typed is still here; try again when it runs.";

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

export function faultOf(body: unknown, status: number): Fault {
  const error = (body as Body | undefined)?.error;
  if (status === 401) window.dispatchEvent(new Event("signed-out"));
  return new Fault(error?.message ?? `The server answered ${status}.`, error?.fields, status, error?.changed);
}

export async function send<T>(path: string, init: RequestInit, silent: string): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, { method: "POST", ...init, headers: { ...init.headers, "X-CSRF-Token": csrf } });
  } catch {
    throw new Fault(
      init.signal?.aborted ? "Cancelled. What the server had by then may be saved: load again and look." : silent,
    );
  }
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) throw faultOf(body, response.status);
  return body as T;
}

export function signIn(login: string, password: string): Promise<unknown> {
  return send("/api/sign-in", { headers: JSON_HEADERS, body: JSON.stringify({ login, password }) }, SILENT);
}

export function signOut(): Promise<unknown> {
  return send("/api/sign-out", { headers: JSON_HEADERS, body: "{}" }, SILENT);
}

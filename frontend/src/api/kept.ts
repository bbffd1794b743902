import { del, get, set } from "idb-keyval";

/** What was typed without a line: kept in this browser, sent once, in order, when there is one. */
export type Kept = {
  key: string; // what makes the server do it once
  path: string;
  body: string;
  label: string;
  at: string;
  person: number;
  file?: string; // name of a file whose bytes are kept beside it; the body says what it belongs to
  refused?: string; // why the server did not take it; it waits for a person
};

const STORE = "kept-without-a-line";
const SECONDS = 10;

// Paths that are typed at the rig, what is told of each, and the field that says when it was.
const KEEPABLE: [RegExp, string, string?][] = [
  [/^\/api\/lots\/\d+\/pulls$/, "a pull that was read off a display", "pulled_at"],
  [/^\/api\/lots\/\d+\/readings$/, "a pull of readings", "pulled_at"],
  [/^\/api\/stations\/\d+\/readings$/, "a reading of a long test", "at"],
  [/^\/api\/stations\/\d+\/events$/, "what happened in a long test", "at"],
  [/^\/api\/watch\/\d+\/breaks$/, "a morning’s break", "at"],
  [/^\/api\/lots\/\d+\/dimensions$/, "a size"],
  [/^\/api\/attachments$/, "a photo or a paper"],
];

/** It may be sent hours later: from now on it says when it was. */
function dated(path: string, body: string): string {
  const field = KEEPABLE.find(([form]) => form.test(path))?.[2];
  if (field === undefined) return body;
  try {
    const given = JSON.parse(body) as Record<string, unknown>;
    return JSON.stringify({ ...given, [field]: given[field] ?? new Date().toISOString() });
  } catch {
    return body;
  }
}

export const labelOf = (path: string): string | null => KEEPABLE.find(([form]) => form.test(path))?.[1] ?? null;

type Listener = () => void;
const listeners = new Set<Listener>();
let snapshot: Kept[] = read();

function read(): Kept[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(STORE) ?? "[]");
    return Array.isArray(found) ? (found as Kept[]) : [];
  } catch {
    return [];
  }
}

function write(rows: Kept[]) {
  snapshot = rows;
  localStorage.setItem(STORE, JSON.stringify(rows));
  listeners.forEach((listener) => listener());
}

export const keptRows = () => snapshot;

/** Another tab may have kept or sent something. */
export function onKept(listener: Listener): () => void {
  const other = (event: StorageEvent) => {
    if (event.key !== STORE) return;
    snapshot = read();
    listener();
  };
  listeners.add(listener);
  window.addEventListener("storage", other);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", other);
  };
}

/** Keeps it; the same key is kept once, as it was typed last. False where the browser has no room. */
export function keep(row: Omit<Kept, "at" | "label">): boolean {
  const label = labelOf(row.path);
  if (label === null) return false;
  const rows = read();
  const at = rows.findIndex((one) => one.key === row.key);
  const kept = {
    ...row,
    body: dated(row.path, row.body),
    label,
    at: at < 0 ? new Date().toISOString() : (rows[at]?.at ?? ""),
  };
  try {
    write(at < 0 ? [...rows, kept] : rows.map((one, i) => (i === at ? kept : one)));
    return true;
  } catch {
    return false;
  }
}

const bytesOf = (key: string) => `${STORE}/${key}`;

/** The same for a file; its bytes go where the browser has room for them. */
export async function keepFile(row: Omit<Kept, "at" | "label" | "file">, file: File): Promise<boolean> {
  try {
    await set(bytesOf(row.key), file);
  } catch {
    return false;
  }
  return keep({ ...row, file: file.name });
}

/** The bytes of a file that is kept; nothing where the browser has thrown them away. */
export const keptFile = (key: string) => get<Blob>(bytesOf(key));

export function discard(key: string) {
  const rows = read();
  if (rows.some((row) => row.key === key && row.file !== undefined)) void del(bytesOf(key)).catch(() => undefined);
  write(rows.filter((row) => row.key !== key));
}

type Sender = (row: Kept) => Promise<{ status: number; message?: string }>;

let sending = false;

/**
 * Sends what this person kept, the first first. Without a line, or signed out, it stops and all of it stays; what the
 * server refuses stays with the reason, and the next one is sent.
 */
export async function sendKept(person: number, send: Sender): Promise<number> {
  if (sending) return 0;
  sending = true;
  let sent = 0;
  try {
    for (const row of read().filter((one) => one.person === person && one.refused === undefined)) {
      const answer = await send(row);
      if (answer.status === 401 || answer.status >= 500) break;
      if (answer.status < 400) {
        sent += 1;
        discard(row.key);
      } else
        write(read().map((one) => (one.key === row.key ? { ...one, refused: answer.message ?? "was refused" } : one)));
    }
  } catch {
    // no line: what is left is sent the next time
  } finally {
    sending = false;
  }
  return sent;
}

export const EVERY_MS = SECONDS * 1000;

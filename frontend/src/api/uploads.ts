import { Fault, faultOf, fileForm, KEPT, KEPT_WORDS, once, onceKey, send, SILENT, whose, type Schemas } from "./client";
import { keepFile } from "./kept";

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
  return send<T>(
    path,
    { body: form, signal },
    "The server does not answer. Whether it was saved is not known: load again and look.",
  );
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
    headers: { "X-CSRF-Token": whose().csrf },
  });
  if (!response.ok) throw faultOf(await response.json().catch(() => undefined), response.status);
  const link = document.createElement("a");
  link.href = URL.createObjectURL(await response.blob());
  link.download = `filled-${file.name}`;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** A table of old breaks with what was answered of it. */
function oldBreaksForm(file: File, answers: Schemas["OldBreakAnswers"]): FormData {
  const form = new FormData();
  form.append("file", file);
  form.append("choices", JSON.stringify(answers));
  return form;
}

/** What a table of old breaks was understood to be, and what is to be asked; nothing of it is kept. */
export function lookOldBreaks(
  lotId: number,
  file: File,
  answers: Schemas["OldBreakAnswers"],
): Promise<Schemas["OldBreaks"]> {
  return send(`/api/lots/${lotId}/old-breaks/look`, { body: oldBreaksForm(file, answers) }, SILENT);
}

export function keepOldBreaks(
  lotId: number,
  file: File,
  answers: Schemas["OldBreakAnswers"],
): Promise<Schemas["KeptOldBreaks"]> {
  return send(
    `/api/lots/${lotId}/old-breaks`,
    { body: oldBreaksForm(file, answers) },
    "The server does not answer. Whether it was saved is not known: load again and look.",
  );
}

/** A photo or a paper on something; without a line it is kept here. */
export async function attachFile(target: Record<string, number>, file: File): Promise<Schemas["Attached"]> {
  const row = { key: onceKey(), path: "/api/attachments", body: JSON.stringify(target), person: whose().person ?? 0 };
  try {
    return await send(row.path, { body: fileForm(file, row.body), headers: once(row.key) }, SILENT);
  } catch (fault) {
    if (!(fault instanceof Fault && fault.status === 0) || row.person === 0 || !(await keepFile(row, file)))
      throw fault;
    throw new Fault(KEPT_WORDS, {}, KEPT);
  }
}

/** A recording of a dead-weight check; its steps come back. */
export function uploadCheckFile(instrumentId: number, file: File): Promise<Schemas["CheckFile"]> {
  const form = new FormData();
  form.append("file", file);
  return send(`/api/instruments/${instrumentId}/check-file`, { body: form }, SILENT);
}

/** A logger's file of a station under a long test. */
export function bringLongLog(
  stationId: number,
  file: File,
  choices: { clock_changed?: boolean } = {},
): Promise<Schemas["LongTest"]> {
  const form = new FormData();
  form.append("file", file);
  form.append("choices", JSON.stringify(choices));
  return send(
    `/api/stations/${stationId}/log`,
    { body: form },
    "The server does not answer. Whether it was saved is not known: load again and look.",
  );
}

/** Reads pasted rows or a file of specimens; nothing is kept yet. */
export function readTable<T>(file: File): Promise<T> {
  const form = new FormData();
  form.append("file", file);
  return send<T>(
    "/api/specimen-tables",
    { body: form },
    "The server does not answer. Whether it was saved is not known: load again and look.",
  );
}

import { grouped } from "./figure";

export const plural = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;

/** A confidence that is stated: never rounded up to what it is not. */
export function surePercent(share: number): string {
  const value = Math.floor(share * 1000 + 1e-6) / 10;
  return `${value >= 99 || value < 1 ? value : Math.floor(value + 1e-9)} %`;
}

export const perCent = (share: number, decimals = 0): string => `${grouped(share * 100, decimals)} %`;

export const spelled = (word: string): string => word.replaceAll("_", " ");

export const capital = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

export const COUNTS_AS: Record<string, string> = {
  break: "break",
  at_least: "at least",
  at_most: "at most",
  between: "between",
  void: "void",
  not_loaded: "not loaded",
  unjudged: "to judge",
  superseded: "superseded",
  trial: "trial",
};

export const VERDICT: Record<string, string> = {
  pass: "Meets it",
  fail: "Fails",
  cannot_tell: "Cannot be told yet",
  not_comparable: "Not comparable",
};

/** 23.65 s, 2 min 41 s, 3 h 05 min */
export function duration(seconds: number): string {
  if (seconds < 100) return `${grouped(seconds, seconds < 10 ? 2 : 1)} s`;
  if (seconds < 3600) return `${Math.floor(seconds / 60)} min ${Math.round(seconds % 60)} s`;
  return `${Math.floor(seconds / 3600)} h ${String(Math.round((seconds % 3600) / 60)).padStart(2, "0")} min`;
}

/** A place on a curve; where its readings have no times they are counted. */
export function moment(seconds: number, timed = true): string {
  return timed ? duration(seconds) : `reading ${Math.round(seconds)}`;
}

/** Whether the readings of a recording, or of a file, have times. */
export function isTimed(reading: object | undefined): boolean {
  return (reading as { timed?: unknown } | undefined)?.timed !== false;
}

export function rate(hertz: number): string {
  return hertz >= 1000 ? `${grouped(hertz / 1000, 1)} kHz` : `${grouped(hertz, hertz < 10 ? 1 : 0)} Hz`;
}

export function when(iso: string): string {
  return new Date(iso).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });
}

import { useSyncExternalStore } from "react";

/** What stands typed and unsaved on a page of a lot, in words; factor: a design factor among it, for the rule. */
export type Unsaved = { said: string[]; factor?: number };
export type Where = "Ask" | "Plan";
type Notes = Partial<Record<Where, Unsaved>>;

const keyOf = (lotId: number) => `unsaved-${lotId}`;
const listeners = new Set<() => void>();
const snapshots = new Map<number, { text: string; notes: Notes }>();
const NONE: Notes = {};

/** The same object as long as the same is kept: what waits for changes compares by that. */
function read(lotId: number): Notes {
  const text = localStorage.getItem(keyOf(lotId)) ?? "";
  const known = snapshots.get(lotId);
  if (known?.text === text) return known.notes;
  const notes = parsed(text);
  snapshots.set(lotId, { text, notes });
  return notes;
}

function parsed(text: string): Notes {
  try {
    const found: unknown = JSON.parse(text || "{}");
    return found && typeof found === "object" ? found : NONE;
  } catch {
    return NONE; // somebody else's text under our key
  }
}

/** Notes what is typed and not saved; null where nothing is any more. */
export function noteUnsaved(lotId: number, where: Where, note: Unsaved | null) {
  const others = Object.entries(read(lotId)).filter(([place]) => place !== where);
  const notes = Object.fromEntries(note ? [...others, [where, note]] : others);
  if (Object.keys(notes).length > 0) localStorage.setItem(keyOf(lotId), JSON.stringify(notes));
  else localStorage.removeItem(keyOf(lotId));
  listeners.forEach((listener) => listener());
}

function onUnsaved(listener: () => void) {
  listeners.add(listener);
  window.addEventListener("storage", listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", listener);
  };
}

/** What stands unsaved on the pages of a lot, in this browser, in any of its tabs. */
export const useUnsaved = (lotId: number) => useSyncExternalStore(onUnsaved, () => read(lotId));

import { useSyncExternalStore } from "react";

const STORED = "single-keys";
const OVERLAY = '[role="dialog"], [role="alertdialog"], [role="menu"], [role="listbox"]';
const FIELD = 'input:not([type="checkbox"]):not([type="radio"]), textarea, select, [contenteditable="true"]';
// A letter picks an entry of a list that has the focus, open or not.
const LIST = "[role='combobox'], [role='listbox'], [role='menu'], [role='menubar'], [role='tree'], [role='grid']";
const TICKED = 'input[type="checkbox"], input[type="radio"]'; // Space is theirs, Enter is not
// Their own keys: Enter and Space do what has the focus; arrows and letters choose in a group.
const CONTROL =
  "button, a[href], summary, [role='radio'], [role='slider'], [role='combobox'], [role='option'], [role='menuitem']";

const within = (target: EventTarget | null, selector: string) =>
  target instanceof Element && target.closest(selector) !== null;

/** Whether a key belongs to the page: nothing lies over it, nothing is being typed, and what has the focus does not want it. */
export function actsOnPage(event: KeyboardEvent, keys: string): boolean {
  if (event.isComposing || event.altKey || event.metaKey) return false;
  if (document.querySelector(OVERLAY)) return false;
  if (keys.startsWith("Ctrl+")) return true;
  if (within(event.target, FIELD)) return false;
  if (picks(keys) && within(event.target, LIST)) return false;
  if (keys === "Space" && within(event.target, TICKED)) return false;
  return !((keys === "Enter" || keys === " " || keys === "Space") && within(event.target, CONTROL));
}

/** Letters and figures, alone or one after the other. */
const picks = (keys: string) => keys.split(" ").every((key) => key.length === 1);

/** Whether what is typed goes into a field, or into a menu that is open. */
export const isTyping = (target: EventTarget | null): boolean =>
  within(target, FIELD) || document.querySelector(OVERLAY) !== null;

const listeners = new Set<() => void>();
const read = () => localStorage.getItem(STORED) !== "off";

function subscribe(listen: () => void) {
  listeners.add(listen);
  return () => listeners.delete(listen);
}

/** Whether single letters act at all: somebody whose voice or tremor types letters turns them off. */
export function useSingleKeys() {
  const on = useSyncExternalStore(subscribe, read);
  const set = (next: boolean) => {
    localStorage.setItem(STORED, next ? "on" : "off");
    listeners.forEach((listen) => listen());
  };
  return { on, set };
}

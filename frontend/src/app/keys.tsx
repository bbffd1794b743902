import { createContext, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from "react";

export type Shortcut = { keys: string; label: string; run: () => void };
type Registry = { add: (shortcuts: Shortcut[]) => () => void; all: () => Shortcut[] };

const KeysContext = createContext<Registry | null>(null);
const SEQUENCE_MS = 900;

function typing(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
}

/** One listener for all keys; the latest screen that wants a key gets it. */
export function KeysProvider({ children }: { children: ReactNode }) {
  const groups = useRef<Shortcut[][]>([]);
  const [registry] = useState<Registry>(() => ({
    add: (shortcuts) => {
      groups.current = [...groups.current, shortcuts];
      return () => {
        groups.current = groups.current.filter((g) => g !== shortcuts);
      };
    },
    all: () => groups.current.flat(),
  }));
  useEffect(() => {
    let first = "";
    let timer = 0;
    const listen = (event: KeyboardEvent) => {
      if (event.altKey || event.metaKey || event.defaultPrevented) return;
      const pressed = event.ctrlKey ? `Ctrl+${event.key.toLowerCase()}` : event.key;
      if (!event.ctrlKey && (typing(event.target) || document.querySelector('[role="dialog"]'))) return;
      const sought = first ? `${first} ${pressed}` : pressed;
      const found = registry.all().findLast((s) => s.keys === sought);
      window.clearTimeout(timer);
      first = !found && !first && registry.all().some((s) => s.keys.startsWith(`${pressed} `)) ? pressed : "";
      if (first) timer = window.setTimeout(() => (first = ""), SEQUENCE_MS);
      if (!found) return;
      event.preventDefault();
      found.run();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [registry]);
  return <KeysContext value={registry}>{children}</KeysContext>;
}

/** Offers shortcuts while the component is on the screen. */
export function useKeys(shortcuts: Shortcut[]) {
  const registry = useContext(KeysContext);
  const latest = useRef(shortcuts);
  useEffect(() => {
    latest.current = shortcuts;
  });
  const names = useMemo(() => shortcuts.map((s) => `${s.keys}\n${s.label}`).join("\t"), [shortcuts]);
  useEffect(() => {
    if (!registry || names === "") return;
    return registry.add(
      names.split("\t").map((name, i) => {
        const [keys = "", label = ""] = name.split("\n");
        return { keys, label, run: () => latest.current[i]?.run() };
      }),
    );
  }, [names, registry]);
}

export function useAllKeys(): Shortcut[] {
  return useContext(KeysContext)?.all() ?? [];
}

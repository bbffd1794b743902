import {
  createContext,
  useContext,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from "react";
import { createKeybindingsHandler } from "tinykeys";
import { actsOnPage, useSingleKeys } from "./where";

export type Shortcut = { keys: string; label: string; run: () => void };
type Registry = {
  add: (shortcuts: Shortcut[]) => () => void;
  all: () => Shortcut[];
  onChange: (listen: () => void) => () => void;
};

const KeysContext = createContext<Registry | null>(null);
const SEQUENCE_MS = 900;
// As they are written for people, and as the library wants them.
const LIBRARY: Record<string, string[]> = { "?": ["?", "Shift+?"] };
const bindingsOf = (keys: string) => LIBRARY[keys] ?? [keys.replace("Ctrl+", "Control+")];
const single = (keys: string) => !keys.includes("+");

/** One listener for all keys; the latest screen that wants a key gets it. Single letters act on the page alone. */
export function KeysProvider({ children }: { children: ReactNode }) {
  const [registry] = useState(makeRegistry);
  const { on } = useSingleKeys();
  const [version, setVersion] = useState(0);
  useEffect(() => registry.onChange(() => setVersion((n) => n + 1)), [registry]);
  useEffect(() => {
    const bindings: Record<string, (event: KeyboardEvent) => void> = {};
    for (const shortcut of registry.all()) {
      if (!on && single(shortcut.keys) && shortcut.keys !== "Escape") continue;
      const act = (event: KeyboardEvent) => {
        if (event.defaultPrevented || !actsOnPage(event, shortcut.keys)) return;
        event.preventDefault();
        shortcut.run();
      };
      for (const keys of bindingsOf(shortcut.keys)) bindings[keys] = act;
    }
    const listen = createKeybindingsHandler(bindings, { timeout: SEQUENCE_MS });
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [registry, version, on]);
  return <KeysContext value={registry}>{children}</KeysContext>;
}

function makeRegistry(): Registry {
  let groups: Shortcut[][] = [];
  const listeners = new Set<() => void>();
  const tell = () => listeners.forEach((listen) => listen());
  return {
    add: (shortcuts) => {
      groups = [...groups, shortcuts];
      tell();
      return () => {
        groups = groups.filter((group) => group !== shortcuts);
        tell();
      };
    },
    all: () => groups.flat(),
    onChange: (listen) => {
      listeners.add(listen);
      return () => listeners.delete(listen);
    },
  };
}

/** Offers shortcuts while the component is on the screen. */
export function useKeys(shortcuts: Shortcut[]) {
  const registry = useContext(KeysContext);
  const latest = useRef(shortcuts);
  // At once, not after the paint: two keys may come faster than that.
  useLayoutEffect(() => {
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

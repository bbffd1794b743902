import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from "react";
import { FORCE_UNITS, type ForceUnit } from "@/format/force";

type Settings = {
  /** The unit that the person wants everywhere; null: each lot in its own. */
  unit: ForceUnit | null;
  setUnit: (unit: ForceUnit | null) => void;
  nextUnit: () => void;
  dark: boolean;
  toggleDark: () => void;
};

const SettingsContext = createContext<Settings | null>(null);

function stored<T extends string>(key: string, allowed: readonly T[]): T | null {
  const value = localStorage.getItem(key);
  return allowed.find((a) => a === value) ?? null;
}

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [unit, setUnitState] = useState<ForceUnit | null>(() => stored("unit", FORCE_UNITS));
  const [theme, setTheme] = useState(
    () => stored("theme", ["light", "dark"] as const) ?? (window.matchMedia?.("(prefers-color-scheme: dark)").matches ? "dark" : "light"),
  );
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  const value = useMemo<Settings>(() => {
    const setUnit = (next: ForceUnit | null) => {
      if (next) localStorage.setItem("unit", next);
      else localStorage.removeItem("unit");
      setUnitState(next);
    };
    return {
      unit,
      setUnit,
      nextUnit: () => {
        const order = [null, ...FORCE_UNITS];
        setUnit(order[(order.indexOf(unit) + 1) % order.length] ?? null);
      },
      dark: theme === "dark",
      toggleDark: () => {
        const next = theme === "dark" ? "light" : "dark";
        localStorage.setItem("theme", next);
        setTheme(next);
      },
    };
  }, [unit, theme]);
  return <SettingsContext value={value}>{children}</SettingsContext>;
}

export function useSettings(): Settings {
  const settings = useContext(SettingsContext);
  if (!settings) throw new Error("SettingsProvider is missing");
  return settings;
}

/** The unit to show a lot in. */
export function useUnit(lotUnit: string): string {
  return useSettings().unit ?? lotUnit;
}

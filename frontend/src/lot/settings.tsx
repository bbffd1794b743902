import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from "react";

type Settings = {
  /** The unit that the person wants to see a measurand in; undefined: each lot in its own. */
  unitOf: (measurand: string) => string | undefined;
  setUnit: (measurand: string, unit: string | undefined) => void;
  /** The language that papers are opened in; null: the laboratory's. */
  paperLanguage: string | null;
  setPaperLanguage: (language: string) => void;
  dark: boolean;
  toggleDark: () => void;
};

const SettingsContext = createContext<Settings | null>(null);
const UNITS = "units";
const THEME = "theme";
const PAPERS = "paper-language";

function storedUnits(): Record<string, string> {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(UNITS) ?? "{}");
    return found && typeof found === "object" ? (found as Record<string, string>) : {};
  } catch {
    return {};
  }
}

function storedTheme(): "light" | "dark" {
  const stored = localStorage.getItem(THEME);
  if (stored === "light" || stored === "dark") return stored;
  return window.matchMedia?.("(prefers-color-scheme: dark)").matches ? "dark" : "light";
}

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [units, setUnits] = useState(storedUnits);
  const [theme, setTheme] = useState(storedTheme);
  const [paperLanguage, setPaperLanguage] = useState(() => localStorage.getItem(PAPERS));
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  const value = useMemo<Settings>(
    () => ({
      unitOf: (measurand) => units[measurand],
      setUnit: (measurand, unit) => {
        const rest = Object.fromEntries(Object.entries(units).filter(([key]) => key !== measurand));
        const next = unit ? { ...rest, [measurand]: unit } : rest;
        localStorage.setItem(UNITS, JSON.stringify(next));
        setUnits(next);
      },
      paperLanguage,
      setPaperLanguage: (language) => {
        localStorage.setItem(PAPERS, language);
        setPaperLanguage(language);
      },
      dark: theme === "dark",
      toggleDark: () => {
        const next = theme === "dark" ? "light" : "dark";
        localStorage.setItem(THEME, next);
        setTheme(next);
      },
    }),
    [units, theme, paperLanguage],
  );
  return <SettingsContext value={value}>{children}</SettingsContext>;
}

export function useSettings(): Settings {
  const settings = useContext(SettingsContext);
  if (!settings) throw new Error("SettingsProvider is missing");
  return settings;
}

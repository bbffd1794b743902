import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { sessionQuery } from "@/api/queries";

export type FigureLanguage = "en" | "de" | "fr";
export const FIGURE_LANGUAGES: { key: FigureLanguage | ""; words: string }[] = [
  { key: "", words: "asked, where it is open" },
  { key: "en", words: "12,500.5 (English)" },
  { key: "de", words: "12.500,5 (Deutsch)" },
  { key: "fr", words: "12 500,5 (français)" },
];

const stored = (person: number | undefined) => `figures-of-${person ?? 0}`;
const isLanguage = (text: string | null): text is FigureLanguage => text === "en" || text === "de" || text === "fr";

/** The language in which the person who is signed in writes figures; null where they did not say. */
export function useFigureLanguage() {
  const { data: session } = useQuery(sessionQuery);
  const [, told] = useState(0);
  const key = stored(session?.person?.id);
  const found = localStorage.getItem(key);
  const choose = (language: string) => {
    localStorage.setItem(key, language);
    told((n) => n + 1);
  };
  return { language: isLanguage(found) ? found : null, choose };
}

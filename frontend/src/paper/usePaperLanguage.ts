import { useQuery } from "@tanstack/react-query";
import { laboratoryQuery } from "@/api/dataQueries";
import { useSettings } from "@/lot/settings";

/** The language in which papers are opened: the laboratory's, until another one is chosen on this browser. */
export function usePaperLanguage() {
  const { data } = useQuery(laboratoryQuery);
  const { paperLanguage, setPaperLanguage } = useSettings();
  const languages = data?.languages ?? [];
  const chosen = languages.find((one) => one.key === paperLanguage)?.key;
  return { language: chosen ?? data?.language ?? "en", languages, choose: setPaperLanguage };
}

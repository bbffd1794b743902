import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { laboratoryQuery } from "@/api/dataQueries";

/** The language in which papers are opened: the laboratory's, until another one is chosen. */
export function usePaperLanguage() {
  const { data } = useQuery(laboratoryQuery);
  const [chosen, choose] = useState<string | null>(null);
  return { language: chosen ?? data?.language ?? "en", languages: data?.languages ?? [], choose };
}

import type { LongKind } from "@/api/lastingQueries";
import { given, type TypedTerms } from "./TermFields";

/** One station a line; what stands behind a semicolon is its own first term, such as its load. */
export function stationsOf(text: string, kind: LongKind, each: TypedTerms): { name: string; terms: TypedTerms }[] {
  const term = kind.station_terms[0];
  return text
    .split("\n")
    .map((line) => line.split(";").map((part) => part.trim()))
    .filter(([name]) => name)
    .map(([name = "", own = ""]) => ({
      name,
      terms: given(
        own && term ? { ...each, [term.key]: { text: own, unit: each[term.key]?.unit ?? term.units[0] ?? "" } } : each,
      ),
    }));
}

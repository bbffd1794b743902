import type { Schemas } from "@/api/client";
import type { UprightMark } from "@/charts/UprightRule";
import { shown, stated } from "@/format/figure";
import type { BenchPageData } from "./useRun";

const NAMES: Record<string, string> = {
  expected: "Expected",
  claim: "Claim",
  proof: "Proof",
  working_load: "Working load",
};

/** What stands on the upright rule: what is asked for, what is expected, what would go first. */
export function marksOf(page: Schemas["LotPage"], data: BenchPageData, unit: string): UprightMark[] {
  const asked = data.loads.map((load) => ({
    id: load.key,
    label: NAMES[load.key] ?? load.key,
    value: load.value_si,
    kind: load.key === "expected" ? ("derived" as const) : ("demand" as const),
  }));
  const limits = page.limits.map((limit) => ({
    id: `${limit.key}-${limit.name}`,
    label: `${limit.name} ${shown(limit.figure, unit).text}`,
    value: limit.figure.value_si,
    kind: "limit" as const,
  }));
  const lowest = limits.sort((a, b) => a.value - b.value).slice(0, 2);
  return [...asked, ...lowest];
}

export const saidOf = (figure: Schemas["Figure"], unit: string) => stated(figure, unit);

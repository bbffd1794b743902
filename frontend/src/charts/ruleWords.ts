import type { RuleDemand, RuleLimit, RuleMark } from "./ruleLayout";

/** The rule for those who cannot see it. */
export function ruleInWords(marks: RuleMark[], demands: RuleDemand[], limits: RuleLimit[], unit: string): string {
  const above = demands.map((d) => `${d.label} ${d.text} ${unit}`).join(", ");
  const below = marks.map((m) => m.label).join(", ");
  const beyond = limits.map((l) => `${l.label} ${l.text} ${unit}`).join(", ");
  return `Rule. Above: ${above || "nothing"}. Below: ${below || "no pulls yet"}.${beyond && ` Limits: ${beyond}.`}`;
}

import type { Schemas } from "@/api/client";
import type { RuleDemand, RuleMark } from "@/charts/ruleLayout";
import { figure, force } from "@/format/force";

type Page = Schemas["LotPage"];
type Rating = Schemas["Rating"];

export const ruleMarks = (marks: Schemas["Mark"][]): RuleMark[] =>
  marks.map((m) => ({
    id: String(m.pull_id),
    newtons: m.force_newtons,
    upper: m.upper_newtons,
    kind: m.counts_as,
    label: `Pull ${m.number}`,
  }));

export const resolutionOf = (page: Page): number | null => {
  const steps = page.pulls.map((p) => p.resolution_newtons ?? 0).filter((r) => r > 0);
  return steps.length ? Math.max(...steps) : null;
};

/** What hangs above the line: wanted load, working load, minimum, claim. A rating that is tried out goes before the lot's own. */
export function ruleDemands(page: Page, tried: Rating | undefined, unit: string): RuleDemand[] {
  const summary = page.summary;
  const minimum = tried ? tried.minimum : summary.minimum;
  const working = tried ? tried.working_load_limit : summary.working_load_limit;
  const chosen = tried?.schools.find((s) => s.key === tried.chosen);
  const upper = tried ? chosen?.upper_newtons : summary.minimum_upper_newtons;
  const plain = (newtons: number) => force(newtons, { unit, resolution: null });
  const demands: RuleDemand[] = [];
  if (working)
    demands.push({ id: "working", label: "Working load", text: figure(working, unit), newtons: working.newtons, kind: "derived" });
  if (minimum)
    demands.push({
      id: "minimum",
      label: "Minimum",
      text: figure(minimum, unit),
      newtons: minimum.newtons,
      kind: "derived",
      low: upper ? minimum.newtons : null,
      high: upper,
    });
  const claim = summary.claim;
  if (claim) {
    const strength = summary.claim_strength_newtons;
    if (strength !== null) demands.push({ id: "claim", label: "Claim", text: plain(strength), newtons: strength, kind: "claim" });
    if (claim.measure === "working_load")
      demands.push({ id: "claim-load", label: "Claimed load", text: plain(claim.newtons), newtons: claim.newtons, kind: "claim" });
  }
  if (summary.requirement)
    demands.push({
      id: "required",
      label: "Wanted",
      text: plain(summary.requirement.newtons),
      newtons: summary.requirement.newtons,
      kind: "demand",
    });
  return demands;
}

export function ruleSpan(demands: RuleDemand[]) {
  const working = demands.find((d) => d.id === "working");
  const minimum = demands.find((d) => d.id === "minimum");
  if (!working || !minimum || working.newtons <= 0) return null;
  return {
    from: working.newtons,
    to: minimum.newtons,
    text: `× ${(Math.floor((minimum.newtons / working.newtons) * 100) / 100).toFixed(2)}`,
  };
}

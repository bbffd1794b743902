import type { Schemas } from "@/api/client";
import type { RuleDemand, RuleLimit, RuleMark } from "@/charts/ruleLayout";
import { shown } from "@/format/figure";
import { COUNTS_AS } from "@/format/words";

type Summary = Schemas["Summary"];
type Statement = Schemas["Statement"];

/** What a mark is drawn as: what counts by how it counts, the rest by its state. */
const kindOf = (mark: Schemas["Mark"]) => (mark.state === "counted" ? (mark.counts_as ?? "unjudged") : mark.state);

export const ruleMarks = (marks: Schemas["Mark"][], unit: string): RuleMark[] =>
  marks.map((mark) => {
    const { text, unit: own } = shown(mark.figure, unit);
    const kind = kindOf(mark);
    const preloaded = mark.preloaded ? ", preloaded" : "";
    return {
      id: String(mark.pull_id),
      value: mark.value_si,
      upper: mark.upper_si,
      kind,
      preloaded: mark.preloaded,
      label: `Pull ${mark.number}: ${COUNTS_AS[kind] ?? kind} ${text} ${own}${preloaded}`,
    };
  });

/** What hangs above the line: wanted load, working load, minimum, claims. A rating that is tried out goes before the lot's own. */
export function ruleDemands(
  summary: Summary,
  tried: Statement | undefined,
  unit: string,
  words: { load: string },
): RuleDemand[] {
  return [...derived(summary, tried, unit, words), ...claims(summary, unit), ...wanted(summary, unit)];
}

function derived(summary: Summary, tried: Statement | undefined, unit: string, words: { load: string }): RuleDemand[] {
  const { minimum, working_load_limit: limit } = tried ?? summary;
  const chosen = tried?.schools.find((s) => s.key === tried.chosen);
  const upper = tried ? chosen?.upper_si : summary.minimum_upper_si;
  const demands: RuleDemand[] = [];
  if (limit)
    demands.push({
      id: "working",
      label: words.load,
      text: shown(limit, unit).text,
      value: limit.value_si,
      kind: "derived",
    });
  if (minimum)
    demands.push({
      id: "minimum",
      label: "Minimum",
      text: shown(minimum, unit).text,
      value: minimum.value_si,
      kind: "derived",
      low: upper ? minimum.value_si : null,
      high: upper,
    });
  return demands;
}

function claims(summary: Summary, unit: string): RuleDemand[] {
  return summary.claims.flatMap((claim, i) => {
    const found: RuleDemand[] = [];
    if (claim.strength)
      found.push({
        id: `claim-${i}`,
        label: "Claim",
        text: shown(claim.strength, unit).text,
        value: claim.strength.value_si,
        kind: "claim",
      });
    if (claim.measure === "working_load" && claim.figure)
      found.push({
        id: `claimed-load-${i}`,
        label: "Claimed load",
        text: shown(claim.figure, unit).text,
        value: claim.figure.value_si,
        kind: "claim",
      });
    return found;
  });
}

const WANTED = { working_load: "Wanted", strength: "Wanted strength", service: "Highest in service" };

function wanted(summary: Summary, unit: string): RuleDemand[] {
  return summary.requirements.map(({ figure, measure }, i) => ({
    id: `required-${i}`,
    label: WANTED[measure],
    text: shown(figure, unit).text,
    value: figure.value_si,
    kind: "demand",
  }));
}

/** The distance between working load and minimum, labelled with the factor that the core says it makes. */
export function ruleSpan(demands: RuleDemand[], factorMade: string | null | undefined) {
  const working = demands.find((d) => d.id === "working");
  const minimum = demands.find((d) => d.id === "minimum");
  if (!working || !minimum || !factorMade) return null;
  return { from: working.value, to: minimum.value, text: `× ${factorMade}` };
}

/** What would break, overload or escape first: hatched from there on. */
export const ruleLimits = (limits: Schemas["PlanLimit"][], unit: string): RuleLimit[] =>
  limits.map((limit) => ({
    id: `${limit.key}-${limit.name}`,
    label: limit.name,
    text: shown(limit.figure, unit).text,
    value: limit.figure.value_si,
  }));

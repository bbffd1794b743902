/** What a rule shows. All values in SI; label and text are the core's own. */
export type RuleMark = {
  id: string;
  value: number;
  upper?: number | null;
  kind: string;
  preloaded?: boolean;
  label: string;
};
export type RuleDemand = {
  id: string;
  label: string;
  text: string;
  value: number;
  kind: "derived" | "demand" | "claim" | "limit";
  low?: number | null;
  high?: number | null;
};

export type RuleLimit = { id: string; label: string; text: string; value: number };

export type PlacedMark = { x: number; lane: number; marks: RuleMark[] };
export type PlacedDemand = RuleDemand & { x: number; lane: number; anchor: "start" | "end" };

const HEADROOM = 1.14;

/** The highest value in play and a little above, on a round number of steps. */
export function ruleTop(values: number[]): number {
  const highest = Math.max(0, ...values);
  return highest > 0 ? highest * HEADROOM : 0;
}

/** A 1-2-5 step that gives about so many big ticks. */
export function tickStep(top: number, ticks: number): number {
  const raw = top / Math.max(ticks, 1);
  const power = 10 ** Math.floor(Math.log10(raw));
  const lead = raw / power;
  return power * (lead <= 1 ? 1 : lead <= 2 ? 2 : lead <= 5 ? 5 : 10);
}

/** Marks nearer than a gap share a place: up to `lanes` stand one below the other, more merge into a count. */
export function placeMarks(marks: RuleMark[], x: (value: number) => number, gap: number, lanes: number): PlacedMark[] {
  const clusters: { marks: RuleMark[]; last: number }[] = [];
  for (const mark of [...marks].sort((a, b) => a.value - b.value)) {
    const at = x(mark.value);
    const cluster = clusters.at(-1);
    const wide = mark.kind === "at_least" || cluster?.marks.at(-1)?.kind === "at_least" ? gap * 2.2 : gap;
    if (cluster && at - cluster.last < wide) {
      cluster.marks.push(mark);
      cluster.last = Math.max(cluster.last, at);
    } else clusters.push({ marks: [mark], last: at });
  }
  return clusters.flatMap((cluster) => placeCluster(cluster.marks, x, gap, lanes));
}

function placeCluster(marks: RuleMark[], x: (value: number) => number, gap: number, lanes: number): PlacedMark[] {
  const ends: number[] = [];
  const placed: PlacedMark[] = [];
  for (const mark of marks) {
    const at = x(mark.value);
    const need = mark.kind === "at_least" ? gap * 2.2 : gap;
    let lane = ends.findIndex((end) => at >= end);
    if (lane < 0 && ends.length < lanes) lane = ends.length;
    if (lane < 0) {
      const same = placed.findLast((p) => p.marks[0]?.kind === mark.kind) ?? placed.at(-1);
      same?.marks.push(mark);
      continue;
    }
    ends[lane] = at + need;
    placed.push({ x: at, lane, marks: [mark] });
  }
  return placed;
}

/** Labels of demands side by side in as few lanes as keep them apart. */
export function placeDemands(
  demands: RuleDemand[],
  x: (value: number) => number,
  width: number,
  charWidth: number,
): PlacedDemand[] {
  const ends: [number, number][][] = [];
  return [...demands]
    .sort((a, b) => a.value - b.value)
    .map((demand) => {
      const at = x(demand.value);
      const long = (demand.label.length + demand.text.length + 1) * charWidth + 10;
      const sides: ("start" | "end")[] = at - long < 0 ? ["start"] : at + long > width ? ["end"] : ["start", "end"];
      for (let lane = 0; ; lane++) {
        const taken = (ends[lane] ??= []);
        for (const anchor of sides) {
          const from = anchor === "start" ? at - 8 : at - long;
          const to = anchor === "start" ? at + long : at + 8;
          if (taken.some(([a, b]) => from < b && to > a)) continue;
          taken.push([from, to]);
          return { ...demand, x: at, lane, anchor };
        }
      }
    });
}

/** A limit far above what is in play does not stretch the scale: it waits at the right edge, with its figure. */
export function limitsTop(limits: RuleLimit[], play: number): number {
  const near = limits.filter((limit) => limit.value <= play * REACH).map((limit) => limit.value);
  return Math.max(play, ...near);
}
const REACH = 2.6;

/** Limits take their places among the demands, so that no label meets another; the lowest beyond the scale waits at its end. */
export const asDemands = (limits: RuleLimit[], top: number): RuleDemand[] =>
  limits
    .filter((limit, i) => limit.value <= top || limits.findIndex((other) => other.value > top) === i)
    .map((limit) => ({
      ...limit,
      kind: "limit",
      text: limit.value > top ? `${limit.text} →` : limit.text,
      value: Math.min(limit.value, top),
    }));

import type { Schemas } from "@/api/client";
import { grouped, plainNumber } from "@/format/figure";

type Content = Schemas["ProcedureContent"];
export type Step = Content["steps"][number];
export type Does = Step["does"];
type Load = NonNullable<Step["to"]>;

/** A step as it is typed: every figure a text. */
export type Typed = {
  does: Does;
  of: string;
  times: string;
  ofLow: string;
  timesLow: string;
  by: "force" | "travel";
  rate: string;
  rateUnit: string;
  seconds: string;
  over: string;
  hertz: string;
  count: string;
  points: string;
  words: string;
  figures: string;
  worksOut: string;
};

export const DOES: Record<Does, string> = {
  zero: "Take the zero",
  ramp: "Pull to",
  hold: "Hold",
  inspect: "Look at it",
  cycle: "Cycle",
  release: "Let off",
  break: "To the break",
  wait: "Wait at this length",
  remark: "Remark",
  measure: "Read by hand",
};
export const LOADS: Record<string, string> = {
  proof: "proof load",
  working_load: "working load",
  claim: "claim",
  expected: "expected break",
  si: "a fixed load, N (N·m, Pa)",
};
export const WORKS_OUT: Record<string, string> = {
  "": "nothing",
  drop: "energy of a drop",
  three_point: "modulus, on two supports",
  cantilever: "modulus, one end held",
  share: "shares of legs",
};
export const KINDS: Record<string, string> = {
  break: "a break",
  proof: "a proof",
  proof_then_break: "a proof, then a break",
  working_load_then_break: "on the way to a break",
  staged: "stages: nothing is proved",
};

/** Units that a rate is typed in; the first of each is what it is kept in. */
export const RATES = {
  travel: ["m/s", "mm/s", "mm/min", "m/min"],
  force: ["N/s", "kN/s", "kN/min", "lbf/s"],
  torque: ["N·m/s", "N·m/min"],
  pressure: ["Pa/s", "bar/s", "bar/min", "MPa/min"],
};
export type Loads = Exclude<keyof typeof RATES, "travel">;
export const loadsOf = (measurand: string | undefined): Loads =>
  measurand === "pressure" ? "pressure" : measurand === "torque" || measurand === "moment" ? "torque" : "force";

const PLAIN = new Set(Object.values(RATES).map((units) => units[0]));

const text = (value: number | undefined) => (value === undefined ? "" : String(value));
const loadOf = (load: Load | undefined): [string, string] =>
  load === undefined
    ? ["proof", "1"]
    : typeof load === "number"
      ? ["si", String(load)]
      : [load.of, text(load.times ?? 1)];

export function typed(step: Step): Typed {
  const [of, times] = loadOf(step.to ?? step.high);
  const [ofLow, timesLow] = loadOf(step.low);
  const travel = step.by === "travel" || (step.does === "break" && step.by !== "force");
  return {
    does: step.does,
    of: step.by === "travel" ? "si" : of,
    times,
    ofLow,
    timesLow,
    by: travel ? "travel" : "force",
    rate: text(step.rate_as?.value ?? step.rate),
    rateUnit: step.rate_as?.unit ?? (travel ? "m/s" : ""),
    seconds: text(step.seconds),
    over: text(step.over_percent ?? 5),
    hertz: text(step.hertz),
    count: text(step.count),
    points: (step.points ?? []).join(", "),
    words: step.words ?? "",
    figures: (step.figures ?? []).map((figure) => `${figure.name} [${figure.unit}]`).join(", "),
    worksOut: step.works_out ?? "",
  };
}

export const blank = (does: Does): Typed =>
  typed({ does, rate: does === "break" ? 0.005 : 200, seconds: 60, hertz: 0.5, count: 10, words: " " } as Step);

const number = (value: string) => plainNumber(value) ?? 0;
const load = (of: string, times: string): Load =>
  of === "si" ? number(times) : { of: of as "proof", times: number(times) };
const list = (words: string) =>
  words
    .split(",")
    .map((word) => word.trim())
    .filter(Boolean);

/** As typed, where that is no plain SI: the server works it out. */
const rate = (t: Typed): Partial<Step> =>
  t.rateUnit === "" || PLAIN.has(t.rateUnit)
    ? { rate: number(t.rate) }
    : { rate_as: { value: number(t.rate), unit: t.rateUnit } };

/** "Span [mm], Mass [kg]" as figures with their units. */
export const figures = (words: string) =>
  list(words).map((one) => {
    const [, name = one, unit = "words"] = /^(.*?)\s*\[(.*)\]$/.exec(one) ?? [];
    return { name: name.trim(), unit: unit.trim() };
  });

const BUILD: Record<Does, (t: Typed) => Partial<Step>> = {
  zero: () => ({}),
  ramp: (t) => ({
    to: t.by === "travel" ? number(t.times) : load(t.of, t.times),
    ...rate(t),
    ...(t.by === "travel" ? { by: t.by } : {}),
  }),
  hold: (t) => ({ seconds: number(t.seconds), over_percent: number(t.over) }),
  inspect: (t) => ({ points: list(t.points) }),
  cycle: (t) => ({
    low: load(t.ofLow, t.timesLow),
    high: load(t.of, t.times),
    hertz: number(t.hertz),
    count: Math.round(number(t.count)),
  }),
  release: rate,
  break: (t) => ({ ...rate(t), ...(t.by === "force" ? { by: t.by } : {}) }),
  wait: (t) => ({ seconds: number(t.seconds) }),
  remark: (t) => ({ words: t.words.trim() }),
  measure: (t) => ({ figures: figures(t.figures), works_out: t.worksOut as Step["works_out"] }),
};

export const toStep = (t: Typed): Step => ({ does: t.does, ...BUILD[t.does](t) });

const loadWords = (value: Load | undefined) =>
  value === undefined
    ? ""
    : typeof value === "number"
      ? grouped(value, 0)
      : `${value.times && value.times !== 1 ? `${value.times} × ` : ""}${LOADS[value.of] ?? value.of}`;

/** A step in a few words. */
export function stepWords(step: Step): string {
  const what = DOES[step.does];
  if (step.does === "ramp") {
    return step.by === "travel" ? `Go ${(step.to as number) * 1000} mm` : `${what} ${loadWords(step.to)}`;
  }
  if (step.does === "hold" || step.does === "wait") return `${what} ${step.seconds} s`;
  if (step.does === "cycle") return `${step.count} cycles, ${loadWords(step.low)} to ${loadWords(step.high)}`;
  if (step.does === "inspect") return `${what}: ${(step.points ?? []).length} points`;
  if (step.does === "measure") return `${what}: ${(step.figures ?? []).map((figure) => figure.name).join(", ")}`;
  return what;
}

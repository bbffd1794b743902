import type { Schemas } from "@/api/client";
import { grouped, stated, type Unit } from "@/format/figure";
import { capital, moment, rate } from "@/format/words";

type Finding = Schemas["Finding"];
type Kind = Finding["kind"];
type Of<K extends Kind> = Extract<Finding, { kind: K }>;
type Extra<K extends Kind> = Of<K>["extra"];
/** A value beside a finding that is a position, not a stated figure: three digits of it. */
type Text = (si: number) => string;

const MM = 1000;
const PER_MM = 1e6;
const percent = (share: number) => `${grouped(share * 100, 1)} %`;
const mm = (metres: number) => `${grouped(metres * MM, 3)} mm`;
const joules = (value: number) => `${grouped(value, value < 10 ? 2 : 1)} J`;
const after = (extra: Extra<"slip">, text: Text) => `down to ${text(extra.after_newtons)}`;

/** How much of the work comes back, and how far the force settled under its highest. */
const rebound = (e: Extra<"loop">) => (e.loss_share == null ? "" : `, rebound ${percent(1 - e.loss_share)}`);
const settling = (e: Extra<"loop">, text: Text) =>
  e.highest_minus_settled_newtons == null ? "" : `, highest minus settled ${text(e.highest_minus_settled_newtons)}`;

/** What belongs to a kind alone, in words; kinds that are not here say it all by their reason. */
const MORE: { [K in Kind]?: (extra: Extra<K>, text: Text) => string } = {
  slip: after,
  first_failure: after,
  partial_failure: after,
  stiffness: (e) => `${grouped(e.newtons_per_metre / PER_MM, 3)} kN/mm`,
  yield: (e, text) =>
    e.proportional_limit_newtons == null ? "" : `straight up to ${text(e.proportional_limit_newtons)}`,
  energy: (e) =>
    [
      e.to_first_failure_joules !== undefined && `${joules(e.to_first_failure_joules)} to the first failure`,
      `${joules(e.to_peak_joules)} to the peak`,
      e.to_break_joules !== undefined && `${joules(e.to_break_joules)} to the break`,
    ]
      .filter(Boolean)
      .join(", "),
  hold: (e, text) =>
    `lowest ${text(e.lowest_newtons)}, mean ${text(e.mean_newtons)}, relaxed by ${percent(Math.abs(e.relaxation_share))}`,
  loop: (e, text) =>
    e.loop_joules === null || e.set_metres === null
      ? ""
      : `${joules(e.loop_joules)} lost, set ${mm(e.set_metres)}${rebound(e)}${settling(e, text)}`,
  cycles: (e, text) => `${e.count} times between ${text(e.lowest_newtons)} and ${text(e.highest_newtons)}`,
  share: (e, text) => `legs together ${text(e.sum_newtons)}`,
  agreement: (e, text) => `largest difference ${text(e.largest_difference_newtons)}`,
  sliding: (e, text) => `from ${text(e.low_newtons)} to ${text(e.high_newtons)}`,
  rate: (e, text) => `${text(e.newtons_per_second)} a second`,
  creep: (e) =>
    e.metres_at_one_hour == null || e.exponent == null
      ? ""
      : `${mm(e.initial_metres)} + ${mm(e.metres_at_one_hour)} · t^${grouped(e.exponent, 3)}, t in hours`,
};

function more(finding: Finding, text: Text): string {
  const words = MORE[finding.kind] as ((extra: Finding["extra"], text: Text) => string) | undefined;
  return words?.(finding.extra, text) ?? "";
}

/** A finding as a sentence, with its reason. */
export function findingWords(f: Finding, unit: Unit, timed = true): string {
  const text = positionIn(unit);
  if (f.kind === "zero") {
    const off = f.extra.noise_newtons === null ? null : text(f.extra.offset_newtons);
    return off === null ? sentence(f.reason) : `${off} taken off: ${f.reason}.`;
  }
  const at = f.at_seconds == null ? "" : ` at ${moment(f.at_seconds, timed)}`;
  const value = f.figure ? `${stated(f.figure, unit.symbol)}${at}` : "";
  const lead = [value, more(f, text)].filter(Boolean).join(", ");
  return lead ? `${lead}: ${f.reason}.${missed(f, text)}` : sentence(f.reason);
}

function missed(f: Finding, text: Text): string {
  if (f.kind !== "peak" || !f.extra.sampling_hertz) return "";
  return ` Sampled at ${rate(f.extra.sampling_hertz)}, so at most ${text(f.extra.missed_newtons)} was missed.`;
}

const positionIn =
  (unit: Unit): Text =>
  (si) => {
    const value = si / unit.factor;
    const digits = value === 0 ? 0 : Math.max(0, 2 - Math.floor(Math.log10(Math.abs(value))));
    return `${grouped(value, Math.min(digits, 6))} ${unit.symbol}`;
  };

const sentence = (words: string) => `${capital(words)}.`;

const FLAGS: { [K in Kind]?: string } = {
  take_up: "take-up",
  first_failure: "first failure",
  partial_failure: "next failure",
  later_peak: "later peak",
  slip: "slip",
  yield: "yield",
  release: "released",
  hold: "held",
  saturated: "cell at its end",
  frozen: "frozen",
  dropout: "no samples",
  spike: "spike",
};

/** The word on a flag; undefined for findings that have no place on the curve. */
export function flagWord(f: Finding, unit: Unit): string | undefined {
  const figure = f.overruled?.figure ?? f.figure;
  const own =
    f.kind === "peak" && figure
      ? `highest ${stated(figure, unit.symbol)}`
      : f.kind === "break"
        ? f.extra.speed
        : undefined;
  const word = own ?? FLAGS[f.kind];
  return word && f.overruled ? `${word}, by ${f.overruled.person}` : word;
}

import type { Schemas } from "@/api/client";
import { grouped } from "@/format/force";
import { duration, rate } from "@/format/words";

type Finding = Schemas["Finding"];
type Extra = Record<string, number | string | boolean | null | undefined>;
type Text = (newtons: number) => string;

const MM = 1000;
const seconds = (value: number | null) => (value == null ? "" : ` at ${duration(value)}`);
const number = (value: unknown) => Number(value ?? 0);
const percent = (share: unknown) => `${grouped(number(share) * 100, 1)} %`;
const mm = (metres: unknown) => `${grouped(number(metres) * MM, 3)} mm`;
const joules = (value: unknown) => `${grouped(number(value), number(value) < 10 ? 2 : 1)} J`;

/** What belongs to a kind alone, in words; empty where the reason says it all. */
const MORE: Record<string, (extra: Extra, text: Text) => string> = {
  slip: (e, text) => `down to ${text(number(e.after_newtons))}`,
  first_failure: (e, text) => `down to ${text(number(e.after_newtons))}`,
  partial_failure: (e, text) => `down to ${text(number(e.after_newtons))}`,
  stiffness: (e) => `${grouped(number(e.newtons_per_metre) / 1e6, 3)} kN/mm`,
  yield: (e, text) => (e.proportional_limit_newtons == null ? "" : `straight up to ${text(number(e.proportional_limit_newtons))}`),
  energy: (e) =>
    [
      e.to_first_failure_joules != null && `${joules(e.to_first_failure_joules)} to the first failure`,
      `${joules(e.to_peak_joules)} to the peak`,
      e.to_break_joules != null && `${joules(e.to_break_joules)} to the break`,
    ]
      .filter(Boolean)
      .join(", "),
  hold: (e, text) =>
    `lowest ${text(number(e.lowest_newtons))}, mean ${text(number(e.mean_newtons))}, relaxed by ${percent(Math.abs(number(e.relaxation_share)))}`,
  loop: (e) => `${joules(e.loop_joules)} lost, set ${mm(e.set_metres)}`,
  cycles: (e, text) => `${number(e.count)} times between ${text(number(e.lowest_newtons))} and ${text(number(e.highest_newtons))}`,
  share: (e, text) => `legs together ${text(number(e.sum_newtons))}`,
  agreement: (e, text) => `largest difference ${text(number(e.largest_difference_newtons))}`,
  sliding: (e, text) => `from ${text(number(e.low_newtons))} to ${text(number(e.high_newtons))}`,
  rate: (e, text) => `${text(number(e.newtons_per_second))} a second`,
  creep: (e) => `${mm(e.initial_metres)} + ${mm(e.metres_at_one_hour)} · t^${grouped(number(e.exponent), 3)}, t in hours`,
};

/** A finding as a sentence, with its reason. */
export function findingWords(f: Finding, text: Text): string {
  const extra = f.extra as Extra;
  if (f.kind === "zero")
    return extra.noise_newtons == null ? sentence(f.because) : `${text(number(extra.offset_newtons))} taken off: ${f.because}.`;
  const value = f.force_newtons == null ? "" : `${text(f.force_newtons)}${seconds(f.at_seconds)}`;
  const more = MORE[f.kind]?.(extra, text) ?? "";
  const hertz = f.kind === "peak" ? number(extra.sampling_hertz) : 0;
  const missed = hertz ? ` Sampled at ${rate(hertz)}, so at most ${text(number(extra.missed_newtons))} was missed.` : "";
  const lead = [value, more].filter(Boolean).join(", ");
  return lead ? `${lead}: ${f.because}.${missed}` : sentence(f.because);
}

function sentence(words: string): string {
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
}

const FLAGS: Record<string, string> = {
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
export function flagWord(f: Finding, text: Text): string | undefined {
  const newtons = f.overruled?.force_newtons ?? f.force_newtons ?? 0;
  const word =
    f.kind === "peak" ? `highest ${text(newtons)}` : f.kind === "break" ? String((f.extra as Extra).speed ?? "break") : FLAGS[f.kind];
  return word && f.overruled ? `${word}, by ${f.overruled.person}` : word;
}

import type { Schemas } from "@/api/client";
import { duration, rate } from "@/format/words";

type Finding = Schemas["Finding"];

const seconds = (value: number | null) => (value == null ? "" : ` at ${duration(value)}`);

/** A finding as a sentence, with its reason. */
export function findingWords(f: Finding, text: (newtons: number) => string): string {
  const extra = f.extra as Record<string, number | string | boolean | null | undefined>;
  switch (f.kind) {
    case "zero":
      return extra.noise_newtons == null ? sentence(f.because) : `${text(Number(extra.offset_newtons))} taken off: ${f.because}.`;
    case "peak": {
      const hertz = Number(extra.sampling_hertz);
      const missed = hertz ? ` Sampled at ${rate(hertz)}, so at most ${text(Number(extra.missed_newtons))} was missed.` : "";
      return `${text(f.force_newtons ?? 0)}${seconds(f.at_seconds)}: ${f.because}.${missed}`;
    }
    case "residual":
      return f.force_newtons == null ? sentence(f.because) : `${text(f.force_newtons)}: ${f.because}.`;
    default:
      return `${text(f.force_newtons ?? 0)}${seconds(f.at_seconds)}: ${f.because}.`;
  }
}

function sentence(words: string): string {
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
}

import { grouped, type Unit } from "@/format/figure";

/** "2 min 41 s" */
export function elapsedWords(seconds: number): string {
  const whole = Math.floor(seconds);
  const minutes = Math.floor(whole / 60);
  return minutes > 0 ? `${minutes} min ${whole % 60} s` : `${whole} s`;
}

/** How far it still is; nothing is promised, so two figures do. */
export function rest(to: number, now: number | null | undefined, unit: Unit): string {
  if (now === null || now === undefined) return "–";
  const left = (to - now) / unit.factor;
  if (left <= 0) return "reached";
  const digits = Math.max(0, 1 - Math.floor(Math.log10(Math.max(left, 1e-6))));
  return `${grouped(left, Math.min(digits, 3))} ${unit.symbol}`;
}

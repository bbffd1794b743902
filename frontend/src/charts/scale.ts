import { tickStep } from "./ruleLayout";

/** A scale that need not begin at nothing, with round ticks inside it. */
export type Scale = { low: number; high: number; ticks: number[]; decimals: number };

/** Around what is drawn, with a little room at both ends; all in the unit. */
export function scaleAround(values: number[], count: number): Scale {
  const lowest = Math.min(...values);
  const highest = Math.max(...values);
  const room = Math.max((highest - lowest) * 0.06, Math.abs(highest) * 0.01, 1e-9);
  const low = Math.max(lowest - room, lowest >= 0 ? 0 : -Infinity);
  const high = highest + room;
  const step = tickStep(high - low, count);
  const first = Math.ceil(low / step - 1e-9);
  const last = Math.floor(high / step + 1e-9);
  return {
    low,
    high,
    ticks: Array.from({ length: last - first + 1 }, (_, i) => (first + i) * step),
    decimals: Math.max(0, -Math.floor(Math.log10(step) + 1e-9)),
  };
}

export const place = (scale: Scale, from: number, to: number) => (value: number) =>
  from + ((value - scale.low) / (scale.high - scale.low)) * (to - from);

import type { Stretch } from "./curvePath";

/** Digits behind the point that tell neighbouring ticks apart. */
export function decimals(ticks: number[]): number {
  const step = Math.abs((ticks[1] ?? 1) - (ticks[0] ?? 0)) || 1;
  return Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
}

/** The drawn point that is nearest to a place on the axis. */
export function nearest(stretch: Stretch, at: number): { x: number; newtons: number } | null {
  let best = -1;
  stretch.xs.forEach((x, i) => {
    if (stretch.lows[i] != null && (best < 0 || Math.abs(x - at) < Math.abs((stretch.xs[best] ?? 0) - at))) best = i;
  });
  const newtons = stretch.highs[best] ?? stretch.lows[best];
  return best < 0 || newtons == null ? null : { x: stretch.xs[best] ?? 0, newtons };
}

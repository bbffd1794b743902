import type { Stretch } from "./curvePath";

/** Digits behind the point that tell neighbouring ticks apart. */
export function decimals(ticks: number[]): number {
  const step = Math.abs((ticks[1] ?? 1) - (ticks[0] ?? 0)) || 1;
  return Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
}

function indexAt(stretch: Stretch, at: number): number {
  let best = -1;
  stretch.xs.forEach((x, i) => {
    if (stretch.lows[i] == null) return;
    if (best < 0 || Math.abs(x - at) < Math.abs((stretch.xs[best] ?? 0) - at)) best = i;
  });
  return best;
}

/** The drawn point that is nearest to a place on the axis. */
export function nearest(stretch: Stretch, at: number): { x: number; value: number } | null {
  const best = indexAt(stretch, at);
  const value = stretch.highs[best] ?? stretch.lows[best];
  return best < 0 || value == null ? null : { x: stretch.xs[best] ?? 0, value };
}

/** The place so many drawn points beside another one. */
export function beside(stretch: Stretch, at: number, points: number): number {
  const index = Math.min(Math.max(indexAt(stretch, at) + points, 0), stretch.xs.length - 1);
  return stretch.xs[index] ?? at;
}

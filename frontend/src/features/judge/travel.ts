import type { Schemas } from "@/api/client";
import type { Stretch } from "@/charts/curvePath";

type Series = Schemas["Window"]["series"][number];
export type Travelled = { stretch: Stretch; extent: [number, number]; placeOf: (seconds: number) => number };

/** A recording drawn over its travel: the middle of what each drawn point covers. */
export function againstTravel(
  seconds: number[],
  judged: Series,
  moved: Series,
  factor: number,
  lifted?: Set<number>,
): Travelled {
  const xs = moved.lows.map((low, i) => ((low ?? 0) + (moved.highs[i] ?? low ?? 0)) / 2 / factor);
  const extent: [number, number] = [Math.min(0, ...xs), Math.max(...xs) * 1.02];
  const placeOf = (at: number) => {
    const i = seconds.findIndex((s) => s >= at);
    return xs[i < 0 ? xs.length - 1 : i] ?? 0;
  };
  return { stretch: { xs, lows: judged.lows, highs: judged.highs, lifted }, extent, placeOf };
}

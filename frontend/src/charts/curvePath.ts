/** A stretch of a curve as the server sends it: highs is empty where lows are the samples. lifted: points to which no
 * line leads. */
export type Stretch = {
  xs: number[];
  lows: (number | null)[];
  highs: (number | null)[];
  lifted?: Set<number>;
};

/** The outline of the lows and highs, or the line through the samples; gaps where the logger wrote none. */
export function curvePath(
  { xs, lows, highs, lifted }: Stretch,
  x: (v: number) => number,
  y: (v: number) => number,
): string {
  let path = "";
  let pen = false;
  xs.forEach((at, i) => {
    const low = lows[i];
    if (low == null) {
      pen = false;
      return;
    }
    if (lifted?.has(i)) pen = false;
    const high = highs[i] ?? low;
    const [first, second] = i % 2 ? [high, low] : [low, high];
    path += `${pen ? "L" : "M"}${x(at).toFixed(1)} ${y(first).toFixed(1)}`;
    if (second !== first) path += `V${y(second).toFixed(1)}`;
    pen = true;
  });
  return path;
}

/** The points behind the gaps of which no sample tells. */
export function liftedAt(seconds: number[], gaps: [number, number][]): Set<number> {
  const found = gaps.map(([from, to]) =>
    seconds.findIndex((at, i) => i > 0 && from < at && to > (seconds[i - 1] ?? at)),
  );
  return new Set(found.filter((i) => i > 0));
}

/** Zooms a range about a point by a factor, inside its bounds. */
export function zoomed(
  range: [number, number],
  about: number,
  factor: number,
  bounds: [number, number],
  least: number,
): [number, number] {
  const length = Math.min(Math.max((range[1] - range[0]) * factor, least), bounds[1] - bounds[0]);
  const share = (about - range[0]) / (range[1] - range[0]);
  const from = Math.min(Math.max(about - share * length, bounds[0]), bounds[1] - length);
  return [from, from + length];
}

/** Moves a range by a share of its length, inside its bounds. */
export function panned(range: [number, number], share: number, bounds: [number, number]): [number, number] {
  const length = range[1] - range[0];
  const from = Math.min(Math.max(range[0] + share * length, bounds[0]), bounds[1] - length);
  return [from, from + length];
}

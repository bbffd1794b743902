import { scaleAround } from "./scale";

export type BandPoint = { at: string; value: number; label: string; below: boolean; title: string };
export type BandLines = { low: number; high: number; centre: number; provisional: boolean };
export type BandPattern = { rule: string; from: number; to: number; words: string };
export type BandChange = { at: string; words: string };

/** Values stand one beside the other, in the order in which they came. */
export function bandScale(points: BandPoint[], band: BandLines | null, limit: number | null) {
  const values = points.map((p) => p.value);
  if (band) values.push(band.low, band.high);
  if (limit !== null) values.push(limit);
  return scaleAround(values.length ? values : [0, 1], 6);
}

/** The newest pattern only, and no two at one place. */
export function newestPattern(patterns: BandPattern[], count: number): BandPattern | undefined {
  const open = patterns.filter((p) => p.to === count - 1);
  return open.find((p) => p.rule === "steady") ?? open[0];
}

/** Behind which value a change came. */
export function changePlace(points: BandPoint[], at: string): number {
  const time = new Date(at).getTime();
  return points.filter((p) => new Date(p.at).getTime() < time).length - 0.5;
}

/** The first of each month, or of some days where there are few. */
export function dayTicks(points: BandPoint[], most: number): { place: number; name: string }[] {
  const months = points.flatMap((p, i) => {
    const day = new Date(p.at);
    const before = points[i - 1];
    return i === 0 || (before && new Date(before.at).getMonth() !== day.getMonth())
      ? [{ place: i, name: day.toLocaleDateString("en-GB", { month: "short" }) }]
      : [];
  });
  if (months.length > 2) return months.filter((m, i) => i > 0 || (months[1]?.place ?? 9) - m.place > 4);
  const step = Math.max(1, Math.ceil(points.length / most));
  return points.flatMap((p, i) =>
    i % step === 0
      ? [{ place: i, name: new Date(p.at).toLocaleDateString("en-GB", { day: "numeric", month: "short" }) }]
      : [],
  );
}

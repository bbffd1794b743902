import { grouped } from "@/format/figure";
import { plural } from "@/format/words";
import { scaleAround, type Scale } from "./scale";

export type XKind = "hours" | "log_hours" | "count" | "log_count" | "place";
export type LongSeries = { id: number; name: string; points: (number | string)[][]; curve: number[][] };
export type LongChartData = {
  x: XKind;
  x_name: string;
  y_name: string;
  unit: string;
  series: LongSeries[];
  limits: { x?: number; y: number; name: string }[];
  marks: { x: number; name: string }[];
  places: { x: number; name: string }[];
};
export type XTick = { x: number; name: string };

const DAY = 24;
const YEAR = 8766;

/** 12 min, 36 h, 9 days, 50 years: as the server says it. */
export function hoursInWords(hours: number): string {
  if (hours === 0) return "0";
  const [size, name] =
    hours >= 2 * YEAR || hours === YEAR
      ? [YEAR, "year"]
      : hours >= 3 * DAY
        ? [DAY, "day"]
        : hours >= 1
          ? [1, "h"]
          : [1 / 60, "min"];
  const count = hours / size;
  const whole = count >= 10 || Math.abs(count - Math.round(count)) < 0.02;
  const text = grouped(whole ? Math.round(count) : count, whole ? 0 : 1);
  return name === "h" || name === "min" ? `${text} ${name}` : `${text} ${name}${text === "1" ? "" : "s"}`;
}

/** Places on a logarithm of time that people have names for. */
const TIMES = [1 / 60, 1 / 6, 1, DAY, 10 * DAY, 100 * DAY, 10 * YEAR, 100 * YEAR];

const short = (value: number) =>
  value >= 1e6 && value % 1e5 === 0
    ? `${grouped(value / 1e6, value % 1e6 === 0 ? 0 : 1)} M`
    : grouped(value, Number.isInteger(value) ? 0 : 2);

/** Where a place lies on the axis, 0 at its beginning, 1 at its end; and what is written below. */
export function xScale(kind: XKind, values: number[], most: number): { at: (x: number) => number; ticks: XTick[] } {
  const log = kind.startsWith("log_");
  const usable = log ? values.filter((v) => v > 0) : values;
  if (usable.length === 0) return { at: () => 0.5, ticks: [] };
  const low = Math.min(...usable);
  const high = Math.max(...usable);
  const name = kind.endsWith("hours") ? hoursInWords : short;
  if (log) {
    const [from, to] = [Math.log10(low), Math.log10(high)];
    const span = to - from || 1;
    const all = kind === "log_hours" ? TIMES.filter((t) => t >= low && t <= high) : decades(from, to);
    const step = Math.max(1, Math.ceil(all.length / most));
    const ticks = all.filter((_, i) => i % step === 0).map((x) => ({ x, name: name(x) }));
    return { at: (x) => (Math.log10(x) - from) / span, ticks };
  }
  const scale = scaleAround(usable, most);
  return {
    at: (x) => (x - scale.low) / (scale.high - scale.low),
    ticks: scale.ticks.map((x) => ({ x, name: name(Number(x.toFixed(6))) })),
  };
}

function decades(from: number, to: number): number[] {
  const found: number[] = [];
  for (let power = Math.ceil(from - 1e-9); power <= to + 1e-9; power++) found.push(10 ** power);
  return found;
}

export const yScale = (values: number[]): Scale => scaleAround(values.length ? values : [0, 1], 5);

export const countOf = (kind: XKind, value: number): string =>
  kind.endsWith("hours") ? hoursInWords(value) : kind.endsWith("count") ? plural(value, "cycle") : short(value);

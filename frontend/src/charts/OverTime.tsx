import type { Unit } from "@/format/figure";
import { Across, ticks } from "./ErrorChart";
import { useWidth } from "./useWidth";

type Check = { at: string; error: number; passed: boolean; label: string };
type Props = { checks: Check[]; pulls: string[]; warn: number | null; unit: Unit; words: string[] };

const HEIGHT = 190;
const LEFT = 58;
const RIGHT = 14;
const TOP = 14;
const BOTTOM = 58;
const DAY = 86_400_000;

/** The error at one force, check after check, and when the cell was used between them. */
export function OverTime({ checks, pulls, warn, unit, words }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(620);
  const times = [...checks.map((c) => Date.parse(c.at)), ...pulls.map((p) => Date.parse(p))];
  const first = Math.min(...times);
  const span = Math.max(Math.max(...times) - first, DAY);
  const reach = Math.max(...checks.map((c) => Math.abs(c.error)), warn ?? 0, 1e-9) * 1.15;
  const x = (at: string | number) =>
    LEFT + 10 + (((typeof at === "number" ? at : Date.parse(at)) - first) / span) * (width - LEFT - RIGHT - 20);
  const y = (error: number) => TOP + ((reach - error) / (2 * reach)) * (HEIGHT - TOP - BOTTOM);
  const strip = HEIGHT - 40;
  return (
    <div ref={ref}>
      <svg width={width} height={HEIGHT} role="img" aria-label={checks.map((c) => c.label).join("; ")}>
        <Across values={ticks(reach / unit.factor, 2)} y={(v) => y(v * unit.factor)} width={width} signed />
        {warn !== null &&
          [warn, -warn].map((limit) => (
            <line
              key={limit}
              x1={LEFT}
              x2={width - RIGHT}
              y1={y(limit)}
              y2={y(limit)}
              className="stroke-signal"
              strokeDasharray="6 4"
            />
          ))}
        {warn !== null && (
          <text x={width - RIGHT} y={y(warn) - 4} textAnchor="end" className="fill-signal" fontSize={11.5}>
            half of what you allow
          </text>
        )}
        <polyline
          points={checks.map((c) => `${x(c.at)},${y(c.error)}`).join(" ")}
          className="stroke-measured"
          fill="none"
          strokeWidth={1.5}
        />
        {checks.map((check, i) => (
          <circle
            key={check.at}
            cx={x(check.at)}
            cy={y(check.error)}
            r={4.6}
            strokeWidth={1.5}
            className={
              !check.passed
                ? "fill-sheet stroke-signal"
                : i === checks.length - 1
                  ? "fill-measured stroke-measured"
                  : "fill-sheet stroke-measured"
            }
          >
            <title>{check.label}</title>
          </circle>
        ))}
        {pulls.map((at, i) => (
          <line key={i} x1={x(at)} x2={x(at)} y1={strip} y2={strip + 9} className="stroke-measured" opacity={0.5} />
        ))}
        {months(first, first + span).map(([at, name]) => (
          <text key={at} x={x(at)} y={HEIGHT - 12} textAnchor="middle" className="fill-soft" fontSize={11}>
            {name}
          </text>
        ))}
      </svg>
      {words.length > 0 && <p className="text-derived text-[13px] font-semibold">{words.join(" ")}</p>}
    </div>
  );
}

/** Months by their middle, days where there is less than a month. */
function months(from: number, to: number): [number, string][] {
  if (to - from < 45 * DAY) {
    const step = Math.max(1, Math.ceil((to - from) / DAY / 6)) * DAY;
    return Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => {
      const at = from + i * step;
      return [at, new Date(at).toLocaleDateString("en-GB", { day: "numeric", month: "short" })];
    });
  }
  const found: [number, string][] = [];
  const day = new Date(from);
  day.setDate(1);
  day.setHours(12, 0, 0, 0);
  const step = Math.max(1, Math.ceil((to - from) / (30 * DAY) / 10));
  for (let i = 0; day.getTime() < to; i++, day.setMonth(day.getMonth() + 1)) {
    const middle = day.getTime() + 14 * DAY;
    if (i % step === 0 && middle > from && middle < to)
      found.push([middle, day.toLocaleDateString("en-GB", { month: "short" })]);
  }
  return found;
}

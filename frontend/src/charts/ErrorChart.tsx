import { grouped, type Unit } from "@/format/figure";
import { tickStep } from "./ruleLayout";
import { useWidth } from "./useWidth";

export type ErrorPoint = { force: number; error: number; way: "up" | "down"; label: string };
type Corner = { force: number; error: number };
type Props = { points: ErrorPoint[]; band: Corner[]; line: Corner[]; unit: Unit };

const HEIGHT = 254;
const LEFT = 58;
const RIGHT = 14;
const TOP = 18;
const BOTTOM = 34;
const SIZE = 5.2;

/** Indicated less applied against applied: filled going up, hollow coming down, in the band of what is allowed. */
export function ErrorChart({ points, band, line, unit }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(620);
  const most = Math.max(...points.map((p) => p.force), ...band.map((p) => p.force), 1e-9);
  const reach = Math.max(...points.map((p) => Math.abs(p.error)), ...band.map((p) => p.error), 1e-9) * 1.08;
  const x = (force: number) => LEFT + (force / most) * (width - LEFT - RIGHT);
  const y = (error: number) => TOP + ((reach - error) / (2 * reach)) * (HEIGHT - TOP - BOTTOM);
  const upper = band.map((p) => `${x(p.force)},${y(p.error)}`);
  const lower = [...band].reverse().map((p) => `${x(p.force)},${y(-p.error)}`);
  return (
    <div ref={ref}>
      <svg width={width} height={HEIGHT} role="img" aria-label={told(points)}>
        <polygon points={[...upper, ...lower].join(" ")} className="fill-wash" />
        <Across values={ticks(reach / unit.factor)} y={(v) => y(v * unit.factor)} width={width} signed />
        {ticks(most / unit.factor, 5)
          .filter((v) => v >= 0 && x(v * unit.factor) < width - RIGHT - 76)
          .map((v) => (
            <text
              key={v}
              x={x(v * unit.factor)}
              y={HEIGHT - 14}
              textAnchor="middle"
              className="num fill-soft"
              fontSize={10.5}
            >
              {grouped(v, decimals(most / unit.factor, 5))}
            </text>
          ))}
        <text x={width - RIGHT} y={HEIGHT - 14} textAnchor="end" className="fill-soft" fontSize={11}>
          {unit.symbol} applied
        </text>
        <text x={LEFT - 6} y={9} textAnchor="end" className="fill-soft" fontSize={11}>
          {unit.symbol}
        </text>
        {line.length > 1 && (
          <polyline
            points={line.map((p) => `${x(p.force)},${y(p.error)}`).join(" ")}
            className="stroke-derived"
            fill="none"
            strokeWidth={1.8}
          />
        )}
        {points.map((point, i) => (
          <path
            key={i}
            d={triangle(x(point.force), y(point.error), point.way)}
            className={point.way === "up" ? "fill-measured stroke-measured" : "fill-sheet stroke-measured"}
            strokeWidth={1.4}
          >
            <title>{point.label}</title>
          </path>
        ))}
      </svg>
    </div>
  );
}

export function Across({
  values,
  y,
  width,
  signed,
}: {
  values: number[];
  y: (v: number) => number;
  width: number;
  signed?: boolean;
}) {
  const step = Math.abs((values[1] ?? 1) - (values[0] ?? 0));
  const digits = Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
  return (
    <>
      {values.map((value) => (
        <g key={value}>
          <line
            x1={LEFT}
            x2={width - RIGHT}
            y1={y(value)}
            y2={y(value)}
            className={Math.abs(value) < step / 1e6 ? "stroke-edge" : "stroke-line"}
          />
          <text x={LEFT - 6} y={y(value) + 4} textAnchor="end" className="num fill-soft" fontSize={10.5}>
            {signed && value > step / 1e6 ? "+" : ""}
            {grouped(value, digits)}
          </text>
        </g>
      ))}
    </>
  );
}

/** Round numbers from minus to plus of a reach. */
export function ticks(reach: number, count = 3): number[] {
  const step = tickStep(reach, count);
  const most = Math.floor(reach / step + 1e-9);
  return Array.from({ length: 2 * most + 1 }, (_, i) => (i - most) * step);
}
const decimals = (top: number, count: number) => Math.max(0, -Math.floor(Math.log10(tickStep(top, count)) + 1e-9));

function triangle(x: number, y: number, way: "up" | "down"): string {
  const tip = way === "up" ? -SIZE : SIZE;
  return `M${x} ${y + tip}L${x + SIZE} ${y - tip * 0.8}H${x - SIZE}Z`;
}

function told(points: ErrorPoint[]): string {
  const worst = [...points].sort((a, b) => Math.abs(b.error) - Math.abs(a.error))[0];
  return worst ? `${points.length} readings; farthest off: ${worst.label}` : "no readings";
}

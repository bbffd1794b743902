import { grouped, type Unit } from "@/format/figure";
import { place, scaleAround } from "./scale";
import { useWidth } from "./useWidth";

export type LevelPoint = { level: number; fit: number; low: number; high: number };
export type LevelMark = { level: number; value: number; kind: string };
type Props = { points: LevelPoint[]; marks: LevelMark[]; unit: Unit; worth: string; where: string };

const HEIGHT = 236;
const LEFT = 54;
const TOP = 14;
const BOTTOM = 30;

/** Strength against an ordered level: the fitted curve, where one more piece would lie, and nothing beyond what was tested. */
export function LevelCurve({ points, marks, unit, worth, where }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(620);
  const right = width < 480 ? 20 : 112;
  const inUnit = (si: number) => si / unit.factor;
  const values = [...points.flatMap((p) => [p.low, p.high]), ...marks.map((m) => m.value)].map(inUnit);
  const scale = scaleAround(values, 4);
  const levels = [...new Set(marks.map((m) => m.level))].sort((a, b) => a - b);
  const [first = 0, last = 1] = [levels[0], levels.at(-1)];
  const inset = 34;
  const x = (level: number) => LEFT + inset + ((level - first) / (last - first)) * (width - LEFT - right - 2 * inset);
  const y = place(scale, HEIGHT - BOTTOM, TOP);
  const at = (si: number) => y(inUnit(si));
  const upper = points.map((p) => `${x(p.level)},${at(p.high)}`);
  const lower = [...points].reverse().map((p) => `${x(p.level)},${at(p.low)}`);
  return (
    <div ref={ref} className="min-w-0">
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Against the level: one more is worth ${worth} ${where}`}
      >
        {scale.ticks.map((tick) => (
          <g key={tick}>
            <line x1={LEFT} x2={width - right} y1={y(tick)} y2={y(tick)} className="stroke-line" />
            <text x={LEFT - 8} y={y(tick) + 4} textAnchor="end" className="num fill-soft" fontSize={10.5}>
              {grouped(tick, scale.decimals)}
            </text>
          </g>
        ))}
        <polygon points={[...upper, ...lower].join(" ")} className="fill-derived" opacity={0.13} />
        <polyline
          points={points.map((p) => `${x(p.level)},${at(p.fit)}`).join(" ")}
          className="stroke-derived"
          fill="none"
          strokeWidth={1.8}
        />
        {marks.map((mark, i) => (
          <Mark key={i} kind={mark.kind} x={x(mark.level)} y={at(mark.value)} />
        ))}
        {levels.map((level) => (
          <text key={level} x={x(level)} y={HEIGHT - 8} textAnchor="middle" className="num fill-soft" fontSize={11}>
            {grouped(level, Number.isInteger(level) ? 0 : 1)}
          </text>
        ))}
        {right > 60 && points.length > 0 && (
          <g>
            <text
              x={width - right + 4}
              y={at(points.at(-1)?.fit ?? 0) + 2}
              className="fill-derived"
              fontSize={12.5}
              fontWeight={700}
            >
              {worth}
            </text>
            <text x={width - right + 4} y={at(points.at(-1)?.fit ?? 0) + 18} className="fill-soft" fontSize={11}>
              {where}
            </text>
          </g>
        )}
      </svg>
    </div>
  );
}

/** Observations lie across: a dash for a break, an arrow up for at least. */
function Mark({ kind, x, y }: { kind: string; x: number; y: number }) {
  if (kind === "at_least" || kind === "at_most") {
    const way = kind === "at_least" ? -1 : 1;
    return (
      <path
        d={`M${x - 7} ${y}h14M${x} ${y}v${10 * way}m-4 ${-4 * way}l4 ${4 * way}l4 ${-4 * way}`}
        className="stroke-measured fill-none"
        strokeWidth={1.8}
      />
    );
  }
  return <rect x={x - 7} y={y - 1.6} width={14} height={3.2} rx={1.6} className="fill-measured" />;
}

import { grouped, type Unit } from "@/format/figure";
import { tickStep } from "./ruleLayout";
import { useHeight } from "./useHeight";

export type UprightMark = { id: string; label: string; value: number; kind: "demand" | "derived" | "limit" };
type Props = { unit: Unit; now: number | null; text: string; marks: UprightMark[]; earlier: number[] };

const WIDTH = 238;
const AXIS = 74;
const TOP = 26;
const BOTTOM = 18;
const APART = 17;
const ROOM = 1.08;
const INK = {
  demand: "fill-ink stroke-ink",
  derived: "fill-derived stroke-derived",
  limit: "fill-signal stroke-signal",
};

/** The force rule upright: what is asked for, what is expected, where something else would go first, and the force climbing. */
export function UprightRule({ unit, now, text, marks, earlier }: Props) {
  const [ref, height] = useHeight<HTMLDivElement>(600);
  const top = Math.max(now ?? 0, ...marks.map((mark) => mark.value), ...earlier, unit.factor) * ROOM;
  const y = (value: number) => height - BOTTOM - (value / top) * (height - TOP - BOTTOM);
  const limit = Math.min(...marks.filter((mark) => mark.kind === "limit").map((mark) => mark.value), Infinity);
  const step = tickStep(top / unit.factor, 8);
  const ticks = Array.from({ length: Math.floor(top / unit.factor / step + 1e-9) + 1 }, (_, i) => i * step);
  const digits = Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
  const placed = apart(marks.map((mark) => ({ ...mark, at: y(mark.value) })));
  return (
    <div ref={ref} className="h-full min-h-[300px]">
      <svg width={WIDTH} height={height} role="img" aria-label={told(marks, unit, text)}>
        <defs>
          <pattern id="upright" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" x2="0" y1="0" y2="6" className="stroke-signal" strokeWidth="1.2" opacity="0.6" />
          </pattern>
        </defs>
        {Number.isFinite(limit) && (
          <rect x={AXIS - 16} width={32} y={TOP - 10} height={Math.max(y(limit) - TOP + 10, 0)} fill="url(#upright)" />
        )}
        <line x1={AXIS} x2={AXIS} y1={TOP - 10} y2={y(0)} className="stroke-ink" strokeWidth={1.6} />
        {ticks.map((tick) => (
          <g key={tick}>
            <line
              x1={AXIS - 12}
              x2={AXIS}
              y1={y(tick * unit.factor)}
              y2={y(tick * unit.factor)}
              className="stroke-ink"
            />
            <text
              x={AXIS - 18}
              y={y(tick * unit.factor) + 4}
              textAnchor="end"
              className="num fill-soft"
              fontSize={11.5}
            >
              {grouped(tick, digits)}
            </text>
          </g>
        ))}
        <text x={AXIS} y={11} textAnchor="middle" className="fill-soft" fontSize={11.5}>
          {unit.symbol}
        </text>
        {earlier.map((value, i) => (
          <line
            key={i}
            x1={AXIS - 66}
            x2={AXIS - 54}
            y1={y(value)}
            y2={y(value)}
            className="stroke-measured"
            strokeWidth={3}
            strokeLinecap="round"
          />
        ))}
        {now !== null && now > 0 && (
          <rect x={AXIS - 3} width={6} y={y(now)} height={Math.max(y(0) - y(now), 0)} className="fill-signal" />
        )}
        {placed.map((mark) => (
          <g key={mark.id} className={INK[mark.kind]}>
            <path d={`M${AXIS} ${y(mark.value)}H${AXIS + 10}L${AXIS + 18} ${mark.at}`} fill="none" strokeWidth={1.4} />
            <text x={AXIS + 22} y={mark.at + 4} fontSize={12.5} fontWeight={650} stroke="none">
              {mark.label}
            </text>
          </g>
        ))}
        {now !== null && (
          <path
            d={`M${AXIS + 3} ${y(Math.max(now, 0))}l14 -9v18z`}
            className="fill-signal stroke-sheet"
            strokeWidth={1.5}
          />
        )}
      </svg>
    </div>
  );
}

type Placed = UprightMark & { at: number };

/** Labels from the lowest up, none over another. */
export function apart(marks: Placed[]): Placed[] {
  let last = Infinity;
  return [...marks]
    .sort((a, b) => b.at - a.at)
    .map((mark) => {
      const at = Math.min(mark.at, last - APART);
      last = at;
      return { ...mark, at };
    });
}

const told = (marks: UprightMark[], unit: Unit, text: string) =>
  [`${text} ${unit.symbol} now`, ...marks.map((mark) => mark.label)].join("; ");

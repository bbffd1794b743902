import { grouped, type Unit } from "@/format/figure";
import { tickStep } from "./ruleLayout";
import { useHeight } from "./useHeight";
import { useWidth } from "./useWidth";

type Level = { label: string; value: number; kind: "demand" | "derived" };
type Note = { seconds: number; words: string };
type Props = { points: [number, number, number][]; unit: Unit; levels: Level[]; notes: Note[]; live: boolean };

const LEFT = 46;
const RIGHT = 12;
const TOP = 12;
const BOTTOM = 26;
const SPANS = [20, 40, 60, 120, 200, 300, 600, 1200, 2400, 3600, 7200];

/** Force over time while it is pulled. */
export function LiveCurve({ points, unit, levels, notes, live }: Props) {
  const [wide, width] = useWidth<HTMLDivElement>(580);
  const [high, height] = useHeight<HTMLDivElement>(420);
  const last = points.at(-1);
  const span = SPANS.find((one) => one > (last?.[1] ?? 0) * 1.05) ?? (last?.[1] ?? 1) * 1.1;
  const top = Math.max(unit.factor * 0.1, ...levels.map((l) => l.value), ...points.map((p) => p[2])) * 1.08;
  const x = (seconds: number) => LEFT + (seconds / span) * (width - LEFT - RIGHT);
  const y = (newtons: number) => height - BOTTOM - (newtons / top) * (height - TOP - BOTTOM);
  const step = tickStep(top / unit.factor, 7);
  const ticks = Array.from({ length: Math.floor(top / unit.factor / step + 1e-9) + 1 }, (_, i) => i * step);
  const digits = Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
  const each = tickStep(span, 5);
  return (
    <div ref={wide} className="min-h-[240px] flex-1 overflow-hidden">
      <div ref={high} className="h-full">
        <svg width={width} height={height} role="img" aria-label="Force over time" className="block">
          {ticks.map((tick) => (
            <g key={tick}>
              <line
                x1={LEFT}
                x2={width - RIGHT}
                y1={y(tick * unit.factor)}
                y2={y(tick * unit.factor)}
                className={tick === 0 ? "stroke-edge" : "stroke-line"}
              />
              <text x={LEFT - 8} y={y(tick * unit.factor) + 4} textAnchor="end" className="num fill-soft" fontSize={11}>
                {grouped(tick, digits)}
              </text>
            </g>
          ))}
          {Array.from({ length: Math.floor(span / each + 1e-9) + 1 }, (_, i) => i * each).map((at) => (
            <text key={at} x={x(at)} y={height - 8} textAnchor="middle" className="num fill-soft" fontSize={11}>
              {grouped(at, 0)}
              {at === 0 ? " s" : ""}
            </text>
          ))}
          {levels.map((level) => (
            <g
              key={level.label}
              className={level.kind === "derived" ? "fill-derived stroke-derived" : "fill-ink stroke-ink"}
            >
              <line
                x1={LEFT}
                x2={width - RIGHT}
                y1={y(level.value)}
                y2={y(level.value)}
                strokeDasharray={level.kind === "derived" ? "2 5" : "6 4"}
                strokeWidth={1.3}
              />
              <text
                x={width - RIGHT - 4}
                y={y(level.value) - 5}
                textAnchor="end"
                fontSize={12}
                fontWeight={650}
                stroke="none"
              >
                {level.label}
              </text>
            </g>
          ))}
          {points.length > 1 && (
            <polyline
              points={points.map((p) => `${x(p[1]).toFixed(1)},${y(p[2]).toFixed(1)}`).join(" ")}
              className="stroke-measured"
              fill="none"
              strokeWidth={1.8}
              strokeLinejoin="round"
            />
          )}
          {notes.map((note, i) => (
            <g key={i}>
              <line
                x1={x(note.seconds)}
                x2={x(note.seconds)}
                y1={TOP}
                y2={y(0)}
                className="stroke-soft"
                strokeDasharray="2 3"
              />
              <text x={x(note.seconds) + 3} y={TOP + 9} className="fill-soft" fontSize={11}>
                {note.words}
              </text>
            </g>
          ))}
          {live && last && <circle cx={x(last[1])} cy={y(last[2])} r={6} className="fill-signal" />}
        </svg>
      </div>
    </div>
  );
}

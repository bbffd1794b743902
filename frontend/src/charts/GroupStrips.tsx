import { grouped, type Unit } from "@/format/figure";
import { MarkShape } from "./MarkShape";
import { place, scaleAround } from "./scale";
import { useWidth } from "./useWidth";

export type StripMark = { value: number; kind: string; preloaded?: boolean; label: string };
export type Strip = {
  key: number;
  name: string;
  strong: boolean;
  marked: boolean;
  centre: number | null;
  low: number | null;
  high: number | null;
  label: string;
  marks: StripMark[];
};
type Props = { strips: Strip[]; unit: Unit; onPick: (key: number) => void };

const ROW = 38;
const FOOT = 26;
const RIGHT = 18;

/** Groups one below the other on one axis: what was observed below, the average with its limits above. */
export function GroupStrips({ strips, unit, onPick }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(640);
  const names = Math.min(200, Math.max(96, width * 0.28));
  const values = strips.flatMap((s) => [s.low, s.high, s.centre, ...s.marks.map((m) => m.value)]);
  const known = values.filter((v): v is number => v !== null).map((v) => v / unit.factor);
  if (known.length === 0) return <p className="text-soft p-4">Nothing counts yet in any of these groups.</p>;
  const scale = scaleAround(known, Math.max(2, (width - names) / 90));
  const x = place(scale, names + 8, width - RIGHT);
  const at = (si: number) => x(si / unit.factor);
  const height = strips.length * ROW + FOOT;
  return (
    <div ref={ref} className="min-w-0">
      <svg width={width} height={height} role="group" aria-label="Groups on one axis">
        {scale.ticks.map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1={4} y2={height - FOOT} className="stroke-line" />
            {x(tick) < width - 44 && (
              <text x={x(tick)} y={height - 8} textAnchor="middle" className="num fill-soft" fontSize={10.5}>
                {grouped(tick, scale.decimals)}
              </text>
            )}
          </g>
        ))}
        <text x={width - 4} y={height - 8} textAnchor="end" className="fill-soft" fontSize={11}>
          {unit.symbol}
        </text>
        {strips.map((strip, i) => (
          <Row key={strip.key} strip={strip} y={i * ROW} width={width} names={names} at={at} onPick={onPick} />
        ))}
      </svg>
    </div>
  );
}

type RowProps = {
  strip: Strip;
  y: number;
  width: number;
  names: number;
  at: (si: number) => number;
  onPick: (key: number) => void;
};

function Row({ strip, y, width, names, at, onPick }: RowProps) {
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={strip.marked}
      aria-label={strip.label}
      className="cursor-pointer"
      onClick={() => onPick(strip.key)}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        onPick(strip.key);
      }}
    >
      <title>{strip.label}</title>
      <rect
        x={0}
        y={y + 1}
        width={width}
        height={ROW - 2}
        className={strip.marked ? "fill-wash" : "fill-transparent"}
      />
      <line x1={0} x2={width} y1={y + ROW} y2={y + ROW} className="stroke-line" />
      <foreignObject x={10} y={y + 2} width={names - 12} height={ROW - 4}>
        <div
          className={`flex h-full items-center text-[12.5px] leading-[1.15] ${strip.strong ? "font-bold" : "font-medium"}`}
        >
          <span className="line-clamp-2">{strip.name}</span>
        </div>
      </foreignObject>
      {strip.low !== null && strip.high !== null && (
        <rect
          x={at(strip.low)}
          y={y + 7}
          width={Math.max(2, at(strip.high) - at(strip.low))}
          height={7}
          className="fill-derived"
          opacity={0.28}
        />
      )}
      {strip.centre !== null && (
        <rect x={at(strip.centre) - 1} y={y + 4} width={2} height={13} className="fill-derived" />
      )}
      {strip.marks.map((mark, i) => (
        <g key={i}>
          <title>{mark.label}</title>
          <MarkShape kind={mark.kind} x={at(mark.value)} y={y + 19} height={13} preloaded={mark.preloaded} />
        </g>
      ))}
    </g>
  );
}

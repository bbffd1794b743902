import { useWidth } from "./useWidth";

type Props = { low: number; value: number; high: number; words: string };

const HEIGHT = 46;
const LINE = 18;
const PAD = 12;

/** A difference with its limits, against none. */
export function DifferenceBar({ low, value, high, words }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(320);
  const from = Math.min(low, 0);
  const to = Math.max(high, 0);
  const room = (to - from || 1) * 0.12;
  const x = (v: number) => PAD + ((v - from + room) / (to - from + 2 * room)) * (width - 2 * PAD);
  return (
    <div ref={ref} className="min-w-0">
      <svg width={width} height={HEIGHT} role="img" aria-label={words}>
        <line x1={PAD} x2={width - PAD} y1={LINE} y2={LINE} className="stroke-ink" strokeWidth={1.2} />
        <rect
          x={x(low)}
          y={LINE - 5}
          width={Math.max(2, x(high) - x(low))}
          height={10}
          className="fill-derived"
          opacity={0.3}
        />
        <rect x={x(value) - 1.2} y={LINE - 9} width={2.4} height={18} className="fill-derived" />
        <line x1={x(0)} x2={x(0)} y1={LINE - 11} y2={LINE + 11} className="stroke-ink" strokeDasharray="2 3" />
        <text
          x={Math.min(Math.max(x(0), 44), width - 44)}
          y={HEIGHT - 6}
          textAnchor="middle"
          className="fill-soft"
          fontSize={11}
        >
          no difference
        </text>
      </svg>
    </div>
  );
}

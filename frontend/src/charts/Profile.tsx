import type { Unit } from "@/format/figure";
import { grouped } from "@/format/figure";
import { useWidth } from "./useWidth";

type Props = { points: number[][]; unit: Unit };
const HEIGHT = 92;
const LEFT = 10;
const BOTTOM = 18;

/** Where the load will go over time, as it was planned. */
export function Profile({ points, unit }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(560);
  const end = Math.max(...points.map((p) => p[0] ?? 0), 1);
  const top = Math.max(...points.map((p) => p[1] ?? 0), 1);
  const x = (seconds: number) => LEFT + (seconds / end) * (width - 2 * LEFT);
  const y = (newtons: number) => HEIGHT - BOTTOM - (newtons / top) * (HEIGHT - BOTTOM - 20);
  const line = points.map((p) => `${x(p[0] ?? 0).toFixed(1)},${y(p[1] ?? 0).toFixed(1)}`).join(" ");
  return (
    <div ref={ref}>
      <svg width={width} height={HEIGHT} role="img" aria-label="The load over time, as planned">
        <polygon points={`${x(0)},${y(0)} ${line} ${x(end)},${y(0)}`} className="fill-wash" />
        <polyline points={line} className="stroke-ink" fill="none" strokeWidth={1.8} />
        <line x1={LEFT} x2={width - LEFT} y1={y(0)} y2={y(0)} className="stroke-edge" />
        <text x={LEFT} y={12} className="num fill-soft" fontSize={11}>
          {grouped(top / unit.factor, top / unit.factor < 10 ? 2 : 1)} {unit.symbol}
        </text>
        <text x={width - LEFT} y={HEIGHT - 4} textAnchor="end" className="num fill-soft" fontSize={11}>
          about {end < 120 ? `${Math.round(end)} s` : `${Math.round(end / 60)} min`}
        </text>
      </svg>
    </div>
  );
}

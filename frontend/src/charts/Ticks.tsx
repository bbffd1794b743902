import { grouped } from "@/format/figure";
import { tickStep } from "./ruleLayout";

type Props = {
  top: number;
  left: number;
  width: number;
  y: number;
  labelY: number;
  unit: string;
  ticks: number;
  fine?: boolean;
};

/** The engraved scale: big, middle and small ticks, figures below, the unit at the end. `top` in the unit. */
export function Ticks({ top, left, width, y, labelY, unit, ticks, fine = true }: Props) {
  const step = tickStep(top, ticks);
  const decimals = Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
  const divisions = fine ? 10 : 5;
  const count = Math.floor((top / step) * divisions + 1e-9);
  return (
    <g>
      <line x1={left} x2={left + width} y1={y} y2={y} className="stroke-ink" strokeWidth={1.5} />
      {Array.from({ length: count + 1 }, (_, i) => {
        const big = i % divisions === 0;
        const middle = i % (divisions / 2) === 0;
        const x = left + (width * i * step) / divisions / top;
        const last = x > left + width - 34;
        return (
          <g key={i}>
            <line
              x1={x}
              x2={x}
              y1={y}
              y2={y - (big ? 8 : middle ? 5.5 : 3.5)}
              className="stroke-ink"
              strokeWidth={big ? 1.2 : 0.6}
              opacity={big ? 1 : 0.6}
            />
            {big && !last && (
              <text
                x={x}
                y={labelY}
                textAnchor={i === 0 ? "start" : "middle"}
                className="num fill-soft"
                fontSize={10.5}
              >
                {grouped((i / divisions) * step, decimals)}
              </text>
            )}
          </g>
        );
      })}
      <text x={left + width} y={labelY} textAnchor="end" className="fill-soft" fontSize={11}>
        {unit}
      </text>
    </g>
  );
}

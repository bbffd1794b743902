import type { ScaleLinear } from "d3-scale";
import { grouped } from "@/format/figure";
import { decimals } from "./readout";

type Scale = ScaleLinear<number, number>;
export const MARGIN = { left: 46, right: 12, top: 30, bottom: 26 };

/** The engraved grid and figures of a curve. */
export function CurveAxes({
  x,
  y,
  width,
  height,
  unit,
  xUnit,
}: {
  x: Scale;
  y: Scale;
  width: number;
  height: number;
  unit: string;
  xUnit: string;
}) {
  const ys = y.ticks(5);
  const xs = x.ticks(6);
  return (
    <>
      {ys.map((tick) => (
        <g key={tick}>
          <line
            x1={MARGIN.left}
            x2={width - MARGIN.right}
            y1={y(tick)}
            y2={y(tick)}
            className={tick === 0 ? "stroke-ink" : "stroke-line"}
            strokeWidth={tick === 0 ? 1.3 : 0.8}
          />
          <text x={MARGIN.left - 7} y={y(tick) + 4} textAnchor="end" className="num fill-soft" fontSize={11.5}>
            {grouped(tick, decimals(ys))}
          </text>
        </g>
      ))}
      <text x={MARGIN.left - 7} y={14} textAnchor="end" className="fill-soft" fontSize={11.5}>
        {unit}
      </text>
      {xs.map((tick) => (
        <text key={tick} x={x(tick)} y={height - 8} textAnchor="middle" className="num fill-soft" fontSize={11.5}>
          {x(tick) < width - 40 ? grouped(tick, decimals(xs)) : ""}
        </text>
      ))}
      <text x={width - MARGIN.right} y={height - 8} textAnchor="end" className="fill-soft" fontSize={11.5}>
        {xUnit}
      </text>
    </>
  );
}

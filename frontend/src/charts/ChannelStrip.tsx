import { scaleLinear } from "d3-scale";
import { useMemo } from "react";
import { grouped } from "@/format/figure";
import { curvePath, type Stretch } from "./curvePath";
import { decimals } from "./readout";
import { useWidth } from "./useWidth";

type Props = { name: string; unit: string; perUnit: number; stretch: Stretch; range: [number, number] };

const M = { left: 46, right: 12, top: 8, bottom: 6 };
const HEIGHT = 74;

/** Another channel on the same time axis as the curve above it. */
export function ChannelStrip({ name, unit, perUnit, stretch, range }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(560);
  const x = useMemo(() => scaleLinear(range, [M.left, width - M.right]), [range, width]);
  const values = [...stretch.lows, ...stretch.highs].filter((v): v is number => v != null);
  const low = Math.min(0, ...values) / perUnit;
  const high = Math.max(0, ...values) / perUnit;
  const y = scaleLinear([low, high > low ? high : low + 1], [HEIGHT - M.bottom, M.top]);
  const ticks = y.ticks(3);
  return (
    <figure ref={ref} className="border-line m-0 min-w-0 overflow-hidden border-t" aria-label={`${name} in ${unit}`}>
      <svg width={width} height={HEIGHT} role="img" aria-label={`${name} over the same time`}>
        {ticks.map((tick) => (
          <g key={tick}>
            <line
              x1={M.left}
              x2={width - M.right}
              y1={y(tick)}
              y2={y(tick)}
              className="stroke-line"
              strokeWidth={0.8}
            />
            <text x={M.left - 7} y={y(tick) + 4} textAnchor="end" className="num fill-soft" fontSize={11}>
              {grouped(tick, decimals(ticks))}
            </text>
          </g>
        ))}
        <path d={curvePath(stretch, x, (v) => y(v / perUnit))} fill="none" strokeWidth={1.4} className="stroke-ink" />
        <text
          x={M.left + 6}
          y={M.top + 10}
          fontSize={12}
          fontWeight={600}
          className="fill-ink stroke-sheet [paint-order:stroke]"
          strokeWidth={4}
        >
          {name} <tspan className="fill-soft">{unit}</tspan>
        </text>
      </svg>
    </figure>
  );
}

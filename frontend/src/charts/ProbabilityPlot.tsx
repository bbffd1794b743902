import { scaleLinear } from "d3-scale";
import { grouped, type Unit } from "@/format/figure";
import { decimals } from "./readout";
import { useWidth } from "./useWidth";

export type PlotPoint = { value_si: number; share: number; score: number; arrow: "left" | "right" | null };
type Props = {
  points: PlotPoint[];
  logarithms: boolean;
  line: { location: number; scale: number } | null;
  axis: { share: number; score: number }[];
  bound: number | null;
  coverage: number;
  unit: Unit;
};

const M = { left: 44, right: 12, top: 10, bottom: 24 };
const HEIGHT = 230;

/** Breaks on a scale on which the family is a straight line; values that are only bounds as arrows; the stated bound at its percentile. */
export function ProbabilityPlot({ points, logarithms, line, axis, bound, coverage, unit }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(420);
  const place = (value: number) => (logarithms ? Math.log(value) : value);
  const forces = [...points.map((p) => p.value_si), ...(bound ? [bound] : [])];
  const low = Math.min(...forces);
  const high = Math.max(...forces);
  const pad = (high - low || low * 0.1) * 0.08;
  const x = scaleLinear([place(Math.max(low - pad, low * 0.5)), place(high + pad)], [M.left, width - M.right]);
  const scores = [...axis.map((a) => a.score), ...points.map((p) => p.score)];
  const bottom = Math.min(...scores);
  const top = Math.max(...scores);
  const percentile = axis.find((a) => Math.abs(a.share - (1 - coverage)) < 1e-9)?.score ?? bottom;
  const y = scaleLinear([bottom, top], [HEIGHT - M.bottom, M.top]);
  const ticks = scaleLinear(
    [low - pad, high + pad].map((n) => n / unit.factor),
    [0, 1],
  ).ticks(5);
  const at = (score: number) => (line ? line.location + line.scale * score : 0);
  return (
    <div ref={ref} className="min-w-0 overflow-hidden">
      <svg width={width} height={HEIGHT} role="img" aria-label="Probability plot of the breaks">
        {axis.slice(1).map((a) => (
          <g key={a.share}>
            <line
              x1={M.left}
              x2={width - M.right}
              y1={y(a.score)}
              y2={y(a.score)}
              className={a.score === percentile ? "stroke-derived" : "stroke-line"}
            />
            <text x={M.left - 6} y={y(a.score) + 4} textAnchor="end" fontSize={11} className="num fill-soft">
              {grouped(a.share * 100, a.share < 0.01 ? 2 : 0)} %
            </text>
          </g>
        ))}
        {ticks
          .filter((t) => x(place(t * unit.factor)) > M.left + 6 && x(place(t * unit.factor)) < width - 34)
          .map((t) => (
            <text
              key={t}
              x={x(place(t * unit.factor))}
              y={HEIGHT - 7}
              textAnchor="middle"
              fontSize={11}
              className="num fill-soft"
            >
              {grouped(t, decimals(ticks))}
            </text>
          ))}
        <text x={width - M.right} y={HEIGHT - 7} textAnchor="end" fontSize={11} className="fill-soft">
          {unit.symbol}
        </text>
        <clipPath id="probability">
          <rect x={M.left} y={M.top} width={Math.max(width - M.left - M.right, 0)} height={HEIGHT - M.top - M.bottom} />
        </clipPath>
        {line && (
          <line
            clipPath="url(#probability)"
            x1={x(at(bottom))}
            y1={y(bottom)}
            x2={x(at(top))}
            y2={y(top)}
            className="stroke-ink"
            strokeWidth={1.2}
          />
        )}
        {points.map((p, i) => {
          const [cx, cy] = [x(place(p.value_si)), y(p.score)];
          if (!p.arrow) return <circle key={i} cx={cx} cy={cy} r={4} className="fill-measured" />;
          const d = p.arrow === "right" ? 1 : -1;
          return (
            <path
              key={i}
              d={`M${cx} ${cy}h${d * 16}m${-d * 5} -4l${d * 5} 4l${-d * 5} 4`}
              fill="none"
              strokeWidth={1.8}
              className="stroke-measured"
            />
          );
        })}
        {bound && <path d={`M${x(place(bound))} ${y(percentile) - 7}l6 7l-6 7l-6 -7z`} className="fill-derived" />}
      </svg>
    </div>
  );
}

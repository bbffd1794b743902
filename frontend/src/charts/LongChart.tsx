import { grouped } from "@/format/figure";
import { countOf, xScale, yScale, type LongChartData as Chart } from "./longScale";
import { LongLine } from "./LongLine";
import { PlaceMark } from "./PlaceMark";
import { place } from "./scale";
import { useWidth } from "./useWidth";

type Props = { chart: Chart; chosen?: number; label: string };

const HEIGHT = 300;
const LEFT = 56;
const TOP = 16;
const BOTTOM = 44;
const NAMES = 116;
const NARROW = 520;

/** The course of a long test: what was read, where its law leads with its limits, what is allowed. */
export function LongChart({ chart, chosen, label }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(700);
  const right = width < NARROW ? 14 : NAMES;
  const points = chart.series.flatMap((s) => s.points);
  const xs = [...points.map((p) => Number(p[0])), ...chart.series.flatMap((s) => s.curve.map((c) => c[0] ?? 0))];
  const ys = [...points.map((p) => Number(p[1])), ...chart.series.flatMap((s) => s.curve.flatMap((c) => c.slice(1)))];
  const across = xScale(chart.x, [...xs, ...chart.places.map((p) => p.x)], width < NARROW ? 4 : 8);
  const scale = yScale([...ys, ...chart.limits.map((l) => l.y)]);
  const x = (value: number) => LEFT + across.at(value) * (width - LEFT - right);
  const y = place(scale, HEIGHT - BOTTOM, TOP);
  const several = chart.series.filter((s) => s.points.length > 0).length > 1;
  return (
    <div ref={ref} className="min-w-0">
      <svg width={width} height={HEIGHT} role="img" aria-label={label}>
        <text x={LEFT - 8} y={11} textAnchor="end" className="fill-soft" fontSize={11}>
          {chart.unit}
        </text>
        {scale.ticks.map((tick) => (
          <g key={tick}>
            <line x1={LEFT} x2={width - right} y1={y(tick)} y2={y(tick)} className="stroke-line" />
            <text x={LEFT - 8} y={y(tick) + 4} textAnchor="end" className="num fill-soft" fontSize={10.5}>
              {grouped(tick, scale.decimals)}
            </text>
          </g>
        ))}
        {across.ticks
          .filter((tick) => chart.places.every((p) => Math.abs(p.x / tick.x - 1) > 0.05))
          .map((tick) => (
            <g key={tick.x}>
              <line
                x1={x(tick.x)}
                x2={x(tick.x)}
                y1={HEIGHT - BOTTOM}
                y2={HEIGHT - BOTTOM + 5}
                className="stroke-soft"
              />
              <text
                x={x(tick.x)}
                y={HEIGHT - BOTTOM + 17}
                textAnchor="middle"
                className="num fill-soft"
                fontSize={10.5}
              >
                {tick.name}
              </text>
            </g>
          ))}
        <text x={LEFT} y={HEIGHT - 8} className="fill-soft" fontSize={11}>
          {chart.x_name}
        </text>
        {chart.places.map((mark) => (
          <g key={mark.name}>
            <line
              x1={x(mark.x)}
              x2={x(mark.x)}
              y1={TOP}
              y2={HEIGHT - BOTTOM}
              className="stroke-derived"
              strokeDasharray="2 3"
            />
            <text
              x={x(mark.x)}
              y={HEIGHT - 8}
              textAnchor="end"
              className="fill-derived"
              fontSize={11.5}
              fontWeight={700}
            >
              {mark.name}
            </text>
          </g>
        ))}
        <Marks marks={chart.marks} x={x} />
        {chart.limits.map((limit) => (
          <Limit key={`${limit.y}-${limit.x}`} limit={limit} x={x} y={y} left={LEFT} right={width - right} />
        ))}
        {chart.series.map((series, i) => (
          <LongLine
            key={series.id}
            series={series}
            x={x}
            y={y}
            dim={chosen !== undefined && chosen !== series.id && series.points.length > 0}
            name={right > 60 && (several || series.points.length === 0) ? series.name : ""}
            nudge={i * 13}
          />
        ))}
        {chart.series.map((series, i) =>
          series.points.map(([px, py, kind], k) =>
            chart.x.startsWith("log_") && Number(px) <= 0 ? null : (
              <PlaceMark
                key={`${series.id}-${k}`}
                kind={String(kind)}
                shape={i % 4}
                x={x(Number(px)) + beside(chart, i)}
                y={y(Number(py))}
                dim={chosen !== undefined && chosen !== series.id}
                title={`${series.name}: ${grouped(Number(py), scale.decimals + 1)} ${chart.unit}, ${countOf(chart.x, Number(px))}`}
              />
            ),
          ),
        )}
      </svg>
    </div>
  );
}

/** Groups at one place stand side by side. */
const beside = (chart: Chart, i: number) => (chart.x === "place" ? (i - (chart.series.length - 1) / 2) * 11 : 0);

/** What happened, by small ticks at the top; told when they are pointed at. */
const Marks = ({ marks, x }: { marks: Chart["marks"]; x: (value: number) => number }) =>
  marks
    .filter((mark) => mark.x > 0)
    .map((mark, i) => (
      <path key={i} d={`M${x(mark.x)} ${TOP}v9m-4 -9h8`} className="stroke-soft fill-none">
        <title>{mark.name}</title>
      </path>
    ));

type LimitProps = {
  limit: Chart["limits"][number];
  x: (value: number) => number;
  y: (value: number) => number;
  left: number;
  right: number;
};

function Limit({ limit, x, y, left, right }: LimitProps) {
  const from = limit.x === undefined ? left : Math.max(left, x(limit.x) - 22);
  const to = limit.x === undefined ? right : Math.min(right, x(limit.x) + 22);
  return (
    <g>
      <line x1={from} x2={to} y1={y(limit.y)} y2={y(limit.y)} className="stroke-signal" strokeWidth={1.6} />
      <text
        x={limit.x === undefined ? left + 6 : from}
        y={y(limit.y) - 5}
        className="fill-signal"
        fontSize={11.5}
        fontWeight={600}
      >
        {limit.name}
      </text>
    </g>
  );
}

import { grouped } from "@/format/figure";
import {
  bandScale,
  changePlace,
  dayTicks,
  newestPattern,
  type BandChange,
  type BandLines,
  type BandPattern,
  type BandPoint,
} from "./bandPlaces";
import { BandPoints } from "./BandPoints";
import { place } from "./scale";
import { useWidth } from "./useWidth";

type Props = {
  points: BandPoint[];
  band: BandLines | null;
  limit: number | null;
  patterns: BandPattern[];
  changes: BandChange[];
  unit: string;
  label: string;
  /** As they are stated; else as the axis has them. */
  stated?: { centre: string; limit: string };
};

const HEIGHT = 330;
const LEFT = 52;
const TOP = 44;
const BOTTOM = 40;

/** Morning after morning: what the product does by itself as a band, its limit, what changed, and what stands out. */
export function BandChart({ points, band, limit, patterns, changes, unit, label, stated }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(700);
  const right = width < 480 ? 16 : 128;
  const scale = bandScale(points, band, limit);
  const y = place(scale, HEIGHT - BOTTOM, TOP);
  const step = (width - LEFT - right - 12) / Math.max(points.length - 1, 1);
  const x = (i: number) => LEFT + 6 + i * step;
  const say = (value: number) => `${grouped(value, scale.decimals)} ${unit}`;
  const end = width - right;
  const pattern = newestPattern(patterns, points.length);
  return (
    <div ref={ref} className="min-w-0">
      <svg width={width} height={HEIGHT} role="img" aria-label={label}>
        {band && (
          <rect
            x={LEFT}
            y={y(band.high)}
            width={end - LEFT}
            height={y(band.low) - y(band.high)}
            className="fill-wash"
          />
        )}
        {scale.ticks.map((tick) => (
          <text key={tick} x={LEFT - 8} y={y(tick) + 4} textAnchor="end" className="num fill-soft" fontSize={10.5}>
            {grouped(tick, scale.decimals)}
          </text>
        ))}
        <text x={LEFT - 8} y={TOP - 24} textAnchor="end" className="fill-soft" fontSize={11}>
          {unit}
        </text>
        {band && (
          <g>
            <line x1={LEFT} x2={end} y1={y(band.centre)} y2={y(band.centre)} className="stroke-ink" strokeWidth={1.2} />
            {right > 60 && (
              <>
                <text x={end + 8} y={y(band.centre) + 4} className="fill-ink" fontSize={12}>
                  middle {stated?.centre ?? say(band.centre)}
                </text>
                <text x={end + 8} y={y(band.high) + 8} className="fill-soft" fontSize={11.5}>
                  {band.provisional ? "band, provisional" : "its own band"}
                </text>
              </>
            )}
          </g>
        )}
        {limit !== null && (
          <g>
            <line x1={LEFT} x2={end} y1={y(limit)} y2={y(limit)} className="stroke-signal" strokeWidth={1.8} />
            <text
              x={right > 60 ? end + 8 : end}
              y={y(limit) + (right > 60 ? 4 : -5)}
              textAnchor={right > 60 ? "start" : "end"}
              className="fill-signal"
              fontSize={12}
              fontWeight={700}
            >
              limit {stated?.limit ?? say(limit)}
            </text>
          </g>
        )}
        {changes.map((change) => (
          <g key={`${change.at}-${change.words}`}>
            <line
              x1={x(changePlace(points, change.at))}
              x2={x(changePlace(points, change.at))}
              y1={TOP}
              y2={HEIGHT - BOTTOM}
              className="stroke-soft"
              strokeDasharray="3 3"
            />
            <text
              x={x(changePlace(points, change.at)) - 5}
              y={HEIGHT - BOTTOM - 5}
              textAnchor="end"
              className="fill-soft"
              fontSize={11.5}
            >
              {change.words}
            </text>
          </g>
        ))}
        {pattern && (
          <g>
            <path
              d={`M${x(pattern.from)} ${TOP - 10}v8m0 -4H${x(pattern.to)}m0 -4v8`}
              className="stroke-derived fill-none"
              strokeWidth={1.4}
            />
            <text
              x={x(pattern.to)}
              y={TOP - 16}
              textAnchor="end"
              className="fill-derived"
              fontSize={12.5}
              fontWeight={700}
            >
              {pattern.words}
            </text>
          </g>
        )}
        <BandPoints points={points} x={x} y={y} open={pattern?.from ?? points.length} last={right > 60} />
        {dayTicks(points, width < 480 ? 4 : 7).map((tick) => (
          <text
            key={tick.place}
            x={x(tick.place)}
            y={HEIGHT - 14}
            textAnchor="middle"
            className="fill-soft"
            fontSize={11}
          >
            {tick.name}
          </text>
        ))}
      </svg>
    </div>
  );
}

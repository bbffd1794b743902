import type { BandPoint } from "./bandPlaces";

type Props = {
  points: BandPoint[];
  x: (i: number) => number;
  y: (value: number) => number;
  open: number;
  last: boolean;
};

/** The values with the line between them; hollow where a pattern runs, large and named where the limit is missed. */
export function BandPoints({ points, x, y, open, last }: Props) {
  const newest = points.length - 1;
  return (
    <g>
      <polyline
        points={points.map((p, i) => `${x(i)},${y(p.value)}`).join(" ")}
        className="stroke-measured"
        fill="none"
        strokeWidth={1.2}
      />
      {points.map((point, i) => (
        <g key={point.at + String(i)}>
          <circle
            cx={x(i)}
            cy={y(point.value)}
            r={point.below ? 6.5 : points.length > 80 ? 2.6 : 4}
            strokeWidth={1.5}
            className={
              point.below
                ? "fill-signal stroke-signal"
                : i >= open
                  ? "fill-sheet stroke-measured"
                  : "fill-measured stroke-measured"
            }
          >
            <title>{point.title}</title>
          </circle>
          {i === newest && last && point.below && (
            <text x={x(i) + 12} y={y(point.value) + 4} className="fill-signal" fontSize={12.5} fontWeight={700}>
              {point.label}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}

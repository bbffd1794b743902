import type { LongSeries as Series } from "./longScale";

type Props = {
  series: Series;
  x: (value: number) => number;
  y: (value: number) => number;
  dim: boolean;
  name: string;
  nudge: number;
};

/** Where one station's law leads, with the limits around it, and its name at the end. */
export function LongLine({ series, x, y, dim, name, nudge }: Props) {
  const rows = series.curve.map(([px = 0, value = 0, low = 0, high = 0]) => ({ px, value, low, high }));
  const band = rows.some((r) => r.high > r.low);
  const last = rows.at(-1);
  const model = series.points.length === 0;
  const end = model ? rows[Math.floor(rows.length * 0.35)] : (last ?? lastPoint(series));
  const left = model && series.id === -2;
  return (
    <g opacity={dim ? 0.28 : 1}>
      {band && (
        <polygon
          points={[
            ...rows.map((r) => `${x(r.px)},${y(r.high)}`),
            ...[...rows].reverse().map((r) => `${x(r.px)},${y(r.low)}`),
          ].join(" ")}
          className="fill-derived"
          opacity={0.13}
        />
      )}
      {rows.length > 0 && (
        <polyline
          points={rows.map((r) => `${x(r.px)},${y(r.value)}`).join(" ")}
          className="stroke-derived"
          fill="none"
          strokeWidth={1.6}
          strokeDasharray={left ? "6 4" : undefined}
        />
      )}
      {name && end && (
        <text
          x={x(end.px) + (left ? -8 : 8)}
          textAnchor={left ? "end" : "start"}
          y={y(end.value) + 4 + (last ? 0 : nudge)}
          className={model ? "fill-derived" : "fill-ink"}
          fontSize={11.5}
        >
          {name}
        </text>
      )}
    </g>
  );
}

const lastPoint = (series: Series) => {
  const point = series.points.at(-1);
  return point && { px: Number(point[0]), value: Number(point[1]) };
};

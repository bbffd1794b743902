type Props = { values: number[]; band: number[] | null; limit: number | null };

const WIDTH = 190;
const HEIGHT = 26;

/** A product's last values within its band, as small as a word. */
export function BandSpark({ values, band, limit }: Props) {
  if (values.length === 0) return <svg width={WIDTH} height={HEIGHT} aria-hidden="true" />;
  const all = [...values, ...(band ?? [])];
  const low = Math.min(...all);
  const span = Math.max(...all) - low || 1;
  const y = (value: number) => HEIGHT - 3 - ((value - low) / span) * (HEIGHT - 6);
  const x = (i: number) => 4 + (i / Math.max(values.length - 1, 1)) * (WIDTH - 8);
  const below = limit !== null && (values.at(-1) ?? 0) < limit;
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden="true" className="shrink-0">
      {band && (
        <rect
          x={0}
          width={WIDTH}
          y={y(band[1] ?? 0)}
          height={y(band[0] ?? 0) - y(band[1] ?? 0)}
          className="fill-wash"
        />
      )}
      <polyline
        points={values.map((v, i) => `${x(i)},${y(v)}`).join(" ")}
        fill="none"
        className="stroke-measured"
        strokeWidth={1.2}
      />
      {below && <circle cx={x(values.length - 1)} cy={y(values.at(-1) ?? 0)} r={3} className="fill-signal" />}
    </svg>
  );
}

import { useWidth } from "./useWidth";

type Point = { n: number; probability: number; text: string };
type Curve = { variation_share: number; assumed: boolean; label: string; points: Point[] };
type Props = { curves: Curve[]; planned: number | null; needed: number | null };

const HEIGHT = 190;
const LEFT = 34;
const TOP = 12;
const BOTTOM = 26;
const LABEL = 112;
const NARROW = 420;

/** The chance that the bound clears what is asked, against the number of pulls, for three scatters. */
export function ChanceCurves({ curves, planned, needed }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(560);
  const label = width < NARROW ? 62 : LABEL;
  const last = Math.max(2, ...(curves[0]?.points.map((p) => p.n) ?? []));
  const right = width - label;
  // Square roots: the first few pulls decide most, and they get the room.
  const x = (n: number) => LEFT + ((Math.sqrt(n) - Math.SQRT2) / (Math.sqrt(last) - Math.SQRT2 || 1)) * (right - LEFT);
  const y = (p: number) => TOP + (1 - p) * (HEIGHT - TOP - BOTTOM);
  return (
    <div ref={ref} className="mt-2">
      <svg width={width} height={HEIGHT} role="img" aria-label={told(curves, planned)}>
        {[0, 25, 50, 75, 100].map((p) => (
          <g key={p}>
            <line x1={LEFT} x2={right} y1={y(p / 100)} y2={y(p / 100)} className="stroke-line" />
            <text x={LEFT - 6} y={y(p / 100) + 4} textAnchor="end" className="num fill-soft" fontSize={10.5}>
              {p}
            </text>
          </g>
        ))}
        {ticks(last).map((n) => (
          <text key={n} x={x(n)} y={HEIGHT - 8} textAnchor="middle" className="num fill-soft" fontSize={10.5}>
            {n}
          </text>
        ))}
        {planned !== null && planned >= 2 && planned <= last && (
          <g className="text-derived">
            <line x1={x(planned)} x2={x(planned)} y1={TOP - 2} y2={y(0)} stroke="currentColor" strokeWidth={1.5} />
            <path d={`M${x(planned) - 5.5} ${TOP - 8}h11l-5.500 9z`} fill="currentColor" />
            <text x={x(planned) + 7} y={y(0) - 8} fontSize={12.5} fontWeight={600} fill="currentColor">
              {planned} pulls
            </text>
          </g>
        )}
        {needed !== null && needed !== planned && needed <= last && (
          <circle cx={x(needed)} cy={y(0)} r={4} className="fill-sheet stroke-measured" strokeWidth={1.6}>
            <title>{needed} pulls are enough</title>
          </circle>
        )}
        {curves.map((curve, i) => (
          <g key={curve.label} className="text-measured">
            <polyline
              points={curve.points.map((p) => `${x(p.n)},${y(p.probability)}`).join(" ")}
              fill="none"
              stroke="currentColor"
              strokeWidth={curve.assumed ? 2 : 1.2}
              strokeDasharray={curve.assumed ? undefined : "4 3"}
            />
            <text
              x={right + 6}
              y={labelY(curves, i, y)}
              fontSize={12}
              fontWeight={curve.assumed ? 650 : 400}
              fill="currentColor"
            >
              {width < NARROW ? curve.label.replace("scatter ", "") : curve.label}
            </text>
            {curve.points.map((p) => (
              <circle key={p.n} cx={x(p.n)} cy={y(p.probability)} r={6} fill="transparent">
                <title>{`${p.n} pulls, ${curve.label}: ${p.text}`}</title>
              </circle>
            ))}
          </g>
        ))}
      </svg>
    </div>
  );
}

const endOf = (curve: Curve) => curve.points.at(-1)?.probability ?? 0;

/** Labels stand at the ends of their curves, and never on each other. */
function labelY(curves: Curve[], index: number, y: (p: number) => number): number {
  let lowest = TOP - 2;
  for (let i = 0; i <= index; i++) {
    const curve = curves[i];
    if (curve) lowest = Math.max(y(endOf(curve)) + 4, lowest + 15);
  }
  return lowest;
}

const ticks = (last: number) => [2, 3, 5, 8, 12, 20, 30, 60, 100, 200, 500, 1000].filter((n) => n <= last);

function told(curves: Curve[], planned: number | null): string {
  return curves
    .map((curve) => {
      const at = curve.points.find((p) => p.n === planned) ?? curve.points.at(-1);
      return at ? `${curve.label}: ${at.text} with ${at.n} pulls` : curve.label;
    })
    .join("; ");
}

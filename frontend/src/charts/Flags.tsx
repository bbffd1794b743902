export type Flag = { id: string; at: number; newtons: number; text: string; kind: string };
type Props = { flags: Flag[]; x: (v: number) => number; y: (v: number) => number; width: number };

/** The findings of a curve as flags with words; those that meet stand one above the other. */
export function Flags({ flags, x, y, width }: Props) {
  const sorted = [...flags].sort((a, b) => a.at - b.at);
  return sorted.map((flag, i) => {
    const near = sorted
      .slice(0, i)
      .filter((other) => Math.abs(x(other.at) - x(flag.at)) < 90 && Math.abs(y(other.newtons) - y(flag.newtons)) < 40).length;
    const right = x(flag.at) > width - 130;
    const up = 14 + near * 17;
    return (
      <g key={flag.id}>
        <line x1={x(flag.at)} x2={x(flag.at)} y1={y(flag.newtons) - 4} y2={y(flag.newtons) - up} className="stroke-ink" />
        <circle cx={x(flag.at)} cy={y(flag.newtons)} r={3.6} className="fill-sheet stroke-ink" strokeWidth={1.6} />
        <text
          x={x(flag.at) + (right ? -5 : 5)}
          y={y(flag.newtons) - up + 5}
          textAnchor={right ? "end" : "start"}
          fontSize={12.5}
          fontWeight={600}
          className="fill-ink stroke-sheet [paint-order:stroke]"
          strokeWidth={4}
        >
          {flag.text}
        </text>
      </g>
    );
  });
}

type Props = {
  kind: string;
  x: number;
  y: number;
  height: number;
  strong?: boolean;
  dim?: boolean;
  count?: number;
  preloaded?: boolean;
};

/** One observation below the rule: bar, arrow, struck box, hollow box. The shape tells, the colour helps. */
export function MarkShape({ kind, x, y, height, strong, dim, count = 1, preloaded }: Props) {
  const half = height / 2;
  return (
    <g opacity={dim ? 0.4 : 1}>
      {kind === "at_least" || kind === "at_most" ? (
        <path
          d={`M${x} ${y}v${height}M${x} ${y + half}h${kind === "at_least" ? 11 : -11}m${kind === "at_least" ? "-4 -4l4 4l-4 4" : "4 -4l-4 4l4 4"}`}
          className="stroke-measured fill-none"
          strokeWidth={strong ? 2.6 : 1.9}
        />
      ) : kind === "void" ? (
        <g className="stroke-soft fill-none" strokeWidth={strong ? 1.8 : 1.2}>
          <rect x={x - 3} y={y} width={6} height={height} />
          <path d={`M${x - 6} ${y + height}L${x + 6} ${y}`} />
        </g>
      ) : kind === "unjudged" || kind === "superseded" || kind === "not_loaded" || kind === "trial" ? (
        <rect
          x={x - 2}
          y={y}
          width={4}
          height={height}
          rx={2}
          className="stroke-measured fill-none"
          strokeWidth={1.2}
          strokeDasharray={kind !== "unjudged" ? "2 2" : undefined}
        />
      ) : (
        <rect
          x={x - (strong ? 2.5 : 1.8)}
          y={y}
          width={strong ? 5 : 3.6}
          height={height}
          rx={1.8}
          className="fill-measured"
        />
      )}
      {preloaded && <path d={`M${x - 4} ${y + height + 2}h8`} className="stroke-measured" strokeWidth={1.4} />}
      {count > 1 && (
        <text
          x={x + (kind === "at_least" ? 13 : 5)}
          y={y + height - 1}
          className="num fill-measured stroke-sheet [paint-order:stroke]"
          strokeWidth={3}
          fontSize={10}
          fontWeight={600}
        >
          ×{count}
        </text>
      )}
    </g>
  );
}

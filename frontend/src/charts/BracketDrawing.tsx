type Props = { arm: number; depth: number; top: number; spread: boolean; words: string };

const WIDTH = 280;
const HEIGHT = 150;
const WALL = 40;

/** A bracket on its wall, arm and depth to one scale; the pull at the top, the push at the bottom, the load at the arm. */
export function BracketDrawing({ arm, depth, top, spread, words }: Props) {
  const scale = Math.min((WIDTH - WALL - 34) / arm, (HEIGHT - 48) / depth);
  const right = WALL + arm * scale;
  const head = 28;
  const foot = head + depth * scale;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="block w-full max-w-[320px]" role="img" aria-label={words}>
      <rect x={WALL - 16} y={6} width={12} height={HEIGHT - 12} className="fill-wash stroke-edge" />
      <path
        d={`M${WALL} ${head - 6}V${foot + 6}M${WALL} ${head}H${right}M${WALL} ${foot}L${right} ${head}`}
        className="stroke-ink fill-none"
        strokeWidth={2.4}
      />
      <path d={`M${WALL} ${head}h-28m7 -4l-7 4l7 4`} className="stroke-derived fill-none" strokeWidth={1.8} />
      <path d={`M${WALL - 30} ${foot}h26m-7 -4l7 4l-7 4`} className="stroke-soft fill-none" strokeWidth={1.4} />
      {(spread ? [0.25, 0.5, 0.75, 1] : [1]).map((share) => (
        <path
          key={share}
          d={`M${WALL + (right - WALL) * share} ${head - 24}v18m-4 -6l4 6l4 -6`}
          className="stroke-measured fill-none"
          strokeWidth={1.8}
        />
      ))}
      <text x={(WALL + right) / 2} y={head + 14} textAnchor="middle" className="num fill-soft" fontSize={11}>
        {arm} mm
      </text>
      <text x={WALL + 5} y={(head + foot) / 2 + 4} className="num fill-soft" fontSize={11}>
        {depth} mm
      </text>
      <text x={2} y={head - 8} className="fill-derived" fontSize={11}>
        {top} ×
      </text>
    </svg>
  );
}

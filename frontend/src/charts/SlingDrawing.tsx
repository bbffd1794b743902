type Props = { way: string; beta: number };

const WIDTH = 280;
const HEIGHT = 128;
const HOOK = { x: WIDTH / 2, y: 16 };

/** How it is hung, to scale: the hook above, the legs at their angle, the load below. */
export function SlingDrawing({ way, beta }: Props) {
  const drop = 82;
  const reach = Math.min(Math.tan((Math.min(beta, 62) * Math.PI) / 180) * drop, 132);
  const floor = HOOK.y + drop;
  const legs = LEGS[way] ?? [];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="block w-full max-w-[320px]"
      role="img"
      aria-label={`Hung ${way.replaceAll("_", " ")}, ${Math.round(beta)} degrees from the vertical`}
    >
      <path d={`M${HOOK.x} 2v8m-6 6a6 6 0 1 0 12 0`} className="stroke-ink fill-none" strokeWidth={2} />
      {legs.length > 0 ? (
        <>
          {legs.map((share) => (
            <line
              key={share}
              x1={HOOK.x}
              y1={HOOK.y + 6}
              x2={HOOK.x + reach * share}
              y2={floor}
              className="stroke-measured"
              strokeWidth={3}
            />
          ))}
          <line x1={HOOK.x} y1={HOOK.y + 6} x2={HOOK.x} y2={floor} className="stroke-edge" strokeDasharray="3 4" />
          <text x={HOOK.x + 8} y={floor - 8} className="num fill-derived" fontSize={12}>
            {Math.round(beta * 10) / 10}°
          </text>
          <rect x={HOOK.x - reach - 14} y={floor} width={2 * reach + 28} height={22} className="fill-wash stroke-ink" />
        </>
      ) : (
        <Plain way={way} floor={floor} />
      )}
    </svg>
  );
}

const LEGS: Record<string, number[]> = {
  two_legs: [-1, 1],
  three_or_four_legs: [-1, 0.15, 1],
  four_rigid: [-1, -0.35, 0.35, 1],
};

function Plain({ way, floor }: { way: string; floor: number }) {
  if (way === "basket")
    return (
      <>
        <path
          d={`M${HOOK.x - 8} ${HOOK.y + 6}V${floor}a8 10 0 0 0 16 0V${HOOK.y + 6}`}
          className="stroke-measured fill-none"
          strokeWidth={3}
        />
        <circle cx={HOOK.x} cy={floor} r={7} className="fill-wash stroke-ink" />
      </>
    );
  if (way === "choker")
    return (
      <>
        <path
          d={`M${HOOK.x} ${HOOK.y + 6}V${floor - 14}m-15 14a15 13 0 1 1 15 13a15 13 0 0 1 -13 -7`}
          className="stroke-measured fill-none"
          strokeWidth={3}
        />
        <circle cx={HOOK.x} cy={floor} r={9} className="fill-wash stroke-ink" />
      </>
    );
  return (
    <>
      <line x1={HOOK.x} y1={HOOK.y + 6} x2={HOOK.x} y2={floor} className="stroke-measured" strokeWidth={3} />
      <rect x={HOOK.x - 22} y={floor} width={44} height={22} className="fill-wash stroke-ink" />
    </>
  );
}

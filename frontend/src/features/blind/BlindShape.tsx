const WIDTH = 600;
const HEIGHT = 380;

/** How the force went, without its scales: from nothing to its own highest, over its own length. */
export function BlindShape({ values }: { values: number[] }) {
  const step = WIDTH / Math.max(values.length - 1, 1);
  const y = (value: number) => HEIGHT - 10 - Math.max(value, 0) * (HEIGHT - 24);
  const path = values.map((v, i) => `${i === 0 ? "M" : "L"}${(i * step).toFixed(1)} ${y(v).toFixed(1)}`).join("");
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="mt-2 block w-full"
      role="img"
      aria-label="The shape of the pull, without its force"
    >
      <line x1={0} x2={WIDTH} y1={y(0)} y2={y(0)} className="stroke-edge" />
      <path d={path} fill="none" strokeWidth={2} strokeLinejoin="round" className="stroke-measured" />
    </svg>
  );
}

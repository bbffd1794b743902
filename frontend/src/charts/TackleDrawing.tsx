type Stage = {
  parts: number;
  from_moving_block: boolean;
  anchor: string | null;
  hauls: string | null;
  moves: string | null;
};

const WIDTH = 150;
const HEIGHT = 190;
const TOP = 34;
const LOW = 138;
const SPREAD = 84;

/** One stage of a tackle: every part of rope between the blocks drawn and numbered, so that a count can be checked. */
export function TackleStage({ stage, number }: { stage: Stage; number: number }) {
  const gap = SPREAD / Math.max(stage.parts - 1, 1);
  const first = WIDTH / 2 - (stage.parts > 1 ? SPREAD / 2 : 0);
  const x = (i: number) => first + (stage.parts > 1 ? i * gap : 0);
  const hauling = x(stage.parts - 1) + 18;
  const [from, to] = stage.from_moving_block ? [LOW, 18] : [TOP, HEIGHT - 18];
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={told(stage, number)} className="text-ink">
      <line x1={10} x2={WIDTH - 10} y1={10} y2={10} stroke="currentColor" strokeWidth={3} />
      <line x1={WIDTH / 2} x2={WIDTH / 2} y1={10} y2={TOP - 8} stroke="currentColor" strokeWidth={1.5} />
      <Block y={TOP} />
      <Block y={LOW} />
      {Array.from({ length: stage.parts }, (_, i) => (
        <g key={i} className="text-measured">
          <line x1={x(i)} x2={x(i)} y1={TOP + 8} y2={LOW - 8} stroke="currentColor" strokeWidth={2} />
          <circle cx={x(i)} cy={(TOP + LOW) / 2} r={8} className="fill-sheet" stroke="currentColor" />
          <text x={x(i)} y={(TOP + LOW) / 2 + 4} textAnchor="middle" fontSize={11} className="num" fill="currentColor">
            {i + 1}
          </text>
        </g>
      ))}
      <g className="text-derived">
        <path d={`M${hauling} ${from}V${to}`} stroke="currentColor" strokeWidth={2} strokeDasharray="5 3" fill="none" />
        <path
          d={to > from ? `M${hauling - 5} ${to - 7}l5 8l5 -8` : `M${hauling - 5} ${to + 7}l5 -8l5 8`}
          fill="none"
          stroke="currentColor"
          strokeWidth={2}
        />
      </g>
      <path d={`M${WIDTH / 2} ${LOW + 8}v22m-5 -8l5 8l5 -8`} stroke="currentColor" strokeWidth={1.8} fill="none" />
    </svg>
  );
}

const Block = ({ y }: { y: number }) => (
  <rect
    x={20}
    y={y - 8}
    width={WIDTH - 40}
    height={16}
    rx={5}
    className="fill-sheet"
    stroke="currentColor"
    strokeWidth={1.6}
  />
);

const told = (stage: Stage, number: number) =>
  `Stage ${number}: ${stage.parts} parts of rope carry, hauled off the ${stage.from_moving_block ? "moving" : "fixed"} block` +
  (stage.moves ? `; moves ${stage.moves} with ${stage.hauls}; anchor ${stage.anchor}` : "");

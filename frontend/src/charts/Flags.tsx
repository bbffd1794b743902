import { flagLayout } from "./flagLayout";
import type { FlagMoves } from "./useFlagMoves";

export type Flag = {
  id: string;
  at: number;
  value: number;
  text: string;
  kind: string;
  mine?: boolean;
  doubtful?: boolean;
};
type Props = {
  flags: Flag[];
  x: (v: number) => number;
  y: (v: number) => number;
  xUnit: string;
  width: number;
  height: number;
  moves?: FlagMoves;
};

// The words that matter most find room first.
const ORDER = ["peak", "break", "first_failure", "saturated", "slip", "later_peak", "partial_failure", "yield"];
const rank = (flag: Flag) => (ORDER.indexOf(flag.kind) + ORDER.length + 1) % (ORDER.length + 1);
const worded = (flag: Flag) => (flag.doubtful ? `${flag.text} ?` : flag.text);
const FAR = 10; // points with Shift

/** The findings of a curve as flags with words, none over another. A dot can be taken and moved, by pointer or by keys. */
export function Flags({ flags, x, y, xUnit, width, height, moves }: Props) {
  const sorted = [...flags].sort((a, b) => rank(a) - rank(b) || a.at - b.at);
  const places = flagLayout(
    sorted.map((f) => ({ x: x(f.at), y: y(f.value), text: worded(f) })),
    width,
    height,
  );
  // Drawn last lies on top: of flags on one spot, the one that matters most can be taken.
  const drawn = sorted.map((flag, i) => {
    const place = places[i];
    const [cx, cy] = [x(flag.at), y(flag.value)];
    const tone = flag.mine ? "stroke-derived" : "stroke-ink";
    return (
      <g key={flag.id}>
        {place && (
          <>
            <line x1={cx} x2={cx} y1={cy} y2={cy - place.up} className={tone} opacity={0.7} />
            <text
              x={cx + (place.left ? -5 : 5)}
              y={cy - place.up + 5}
              textAnchor={place.left ? "end" : "start"}
              fontSize={12.5}
              fontWeight={600}
              className={`stroke-sheet [paint-order:stroke] ${flag.mine ? "fill-derived" : "fill-ink"}`}
              strokeWidth={4}
            >
              {worded(flag)}
            </text>
          </>
        )}
        <circle
          cx={cx}
          cy={cy}
          r={flag.doubtful ? 5 : 3.6}
          strokeDasharray={flag.doubtful ? "2.5 2" : undefined}
          className={`fill-sheet ${tone}`}
          strokeWidth={1.6}
        />
        {moves && <Handle flag={flag} cx={cx} cy={cy} xUnit={xUnit} moves={moves} />}
      </g>
    );
  });
  return drawn.reverse();
}

function Handle({
  flag,
  cx,
  cy,
  xUnit,
  moves,
}: {
  flag: Flag;
  cx: number;
  cy: number;
  xUnit: string;
  moves: FlagMoves;
}) {
  const keys = (event: React.KeyboardEvent) => {
    const points = event.shiftKey ? FAR : 1;
    const run: Record<string, () => void> = {
      ArrowLeft: () => moves.step(flag, -points),
      ArrowRight: () => moves.step(flag, points),
      Enter: () => moves.drop((from, to) => from !== to),
      Escape: moves.letGo,
    };
    const act = run[event.key];
    if (!act || (event.key === "Escape" && moves.taken !== flag.id)) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  };
  return (
    <circle
      cx={cx}
      cy={cy}
      r={11}
      role="slider"
      tabIndex={0}
      aria-label={`${flag.text}. Arrow keys move it along the curve, Enter puts it there, Escape lets it go.`}
      aria-valuenow={flag.at}
      aria-valuetext={`${flag.at.toFixed(3)} ${xUnit}`}
      className="flag-handle cursor-ew-resize fill-transparent outline-none"
      data-flag={flag.kind}
      onKeyDown={keys}
      onBlur={moves.letGo}
      onPointerDown={(e) => {
        e.stopPropagation();
        moves.take(flag);
      }}
    >
      <title>{`${flag.text}: move it along the curve to overrule it`}</title>
    </circle>
  );
}

import { flagLayout } from "./flagLayout";

export type Flag = { id: string; at: number; newtons: number; text: string; kind: string; mine?: boolean };
type Props = {
  flags: Flag[];
  x: (v: number) => number;
  y: (v: number) => number;
  width: number;
  height: number;
  onGrab?: (flag: Flag) => void;
};

// The words that matter most find room first.
const ORDER = ["peak", "break", "first_failure", "saturated", "slip", "later_peak", "partial_failure", "yield"];
const rank = (flag: Flag) => (ORDER.indexOf(flag.kind) + ORDER.length + 1) % (ORDER.length + 1);

/** The findings of a curve as flags with words, none over another. A dot can be taken and moved along the curve. */
export function Flags({ flags, x, y, width, height, onGrab }: Props) {
  const sorted = [...flags].sort((a, b) => rank(a) - rank(b) || a.at - b.at);
  const places = flagLayout(
    sorted.map((f) => ({ x: x(f.at), y: y(f.newtons), text: f.text })),
    width,
    height,
  );
  // Drawn last lies on top: of flags on one spot, the one that matters most can be taken.
  const drawn = sorted.map((flag, i) => {
    const place = places[i];
    const [cx, cy] = [x(flag.at), y(flag.newtons)];
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
              {flag.text}
            </text>
          </>
        )}
        <circle cx={cx} cy={cy} r={3.6} className={`fill-sheet ${tone}`} strokeWidth={1.6} />
        {onGrab && (
          <circle
            cx={cx}
            cy={cy}
            r={11}
            className="cursor-ew-resize fill-transparent"
            data-flag={flag.kind}
            onPointerDown={(e) => {
              e.stopPropagation();
              onGrab(flag);
            }}
          >
            <title>{`${flag.text}: drag it along the curve to overrule it`}</title>
          </circle>
        )}
      </g>
    );
  });
  return drawn.reverse();
}

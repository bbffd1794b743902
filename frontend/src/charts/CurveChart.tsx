import { scaleLinear } from "d3-scale";
import { useEffect, useMemo, useRef, useState } from "react";
import { grouped, perUnit } from "@/format/force";
import { CurveAxes, MARGIN as M } from "./CurveAxes";
import { curvePath, panned, zoomed, type Stretch } from "./curvePath";
import { Flags, type Flag } from "./Flags";
import { decimals, nearest } from "./readout";
import { useWidth } from "./useWidth";

type Props = {
  stretch: Stretch;
  bounds: [number, number];
  range: [number, number];
  onRange?: (range: [number, number]) => void;
  top: number;
  unit: string;
  xUnit: string;
  flags: Flag[];
  lines?: { newtons: number; text: string }[];
  height: number;
  muted?: boolean;
  onMoveFlag?: (flag: Flag, at: number) => void;
};

const CLOSEST = 1e-5; // of the whole length

/** The force curve at any zoom, with its findings as flags. Wheel or + and − zoom, drag selects, arrows move. */
export function CurveChart({ stretch, bounds, range, onRange, top, unit, xUnit, flags, lines = [], height, muted, onMoveFlag }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(560);
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<[number, number] | null>(null);
  const [hover, setHover] = useState<number | null>(null);
  const [grabbed, setGrabbed] = useState<{ flag: Flag; at: number } | null>(null);
  const x = useMemo(() => scaleLinear(range, [M.left, width - M.right]), [range, width]);
  const y = useMemo(() => scaleLinear([0, top / perUnit(unit)], [height - M.bottom, M.top]), [top, unit, height]);
  const yOf = (newtons: number) => y(newtons / perUnit(unit));
  const path = useMemo(() => curvePath(stretch, x, (newtons) => y(newtons / perUnit(unit))), [stretch, x, y, unit]);
  const least = (bounds[1] - bounds[0]) * CLOSEST;

  useEffect(() => {
    const element = svg.current;
    if (!element || !onRange) return;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const about = x.invert(event.clientX - element.getBoundingClientRect().left);
      onRange(zoomed(range, about, event.deltaY > 0 ? 1.25 : 0.8, bounds, least));
    };
    element.addEventListener("wheel", wheel, { passive: false });
    return () => element.removeEventListener("wheel", wheel);
  }, [bounds, least, onRange, range, x]);

  const at = (clientX: number) =>
    Math.min(Math.max(x.invert(clientX - (svg.current?.getBoundingClientRect().left ?? 0)), range[0]), range[1]);
  const release = () => {
    if (grabbed && Math.abs(x(grabbed.at) - x(grabbed.flag.at)) > 3) onMoveFlag?.(grabbed.flag, grabbed.at);
    setGrabbed(null);
    if (drag && onRange && Math.abs(x(drag[1]) - x(drag[0])) > 6) onRange([Math.min(...drag), Math.max(...drag)]);
    setDrag(null);
  };
  const keys = (event: React.KeyboardEvent) => {
    const moves: Record<string, () => [number, number]> = {
      "+": () => zoomed(range, (range[0] + range[1]) / 2, 0.6, bounds, least),
      "-": () => zoomed(range, (range[0] + range[1]) / 2, 1.7, bounds, least),
      "0": () => bounds,
      ArrowLeft: () => panned(range, -0.2, bounds),
      ArrowRight: () => panned(range, 0.2, bounds),
    };
    const move = moves[event.key];
    if (!move || !onRange) return;
    event.preventDefault();
    onRange(move());
  };
  // A flag that is being moved rides along the curve.
  const ride = grabbed && nearest(stretch, grabbed.at);
  const shown = ride
    ? flags.map((f) => (f.id === grabbed.flag.id ? { ...f, at: grabbed.at, newtons: ride.newtons, mine: true } : f))
    : flags;
  const read = hover == null ? null : nearest(stretch, hover);
  return (
    <div ref={ref} className="min-w-0 overflow-hidden">
      <svg
        ref={svg}
        width={width}
        height={height}
        role="img"
        aria-label="Force curve. Plus and minus zoom, arrow keys move, 0 shows all."
        tabIndex={onRange ? 0 : undefined}
        className="touch-none select-none"
        onKeyDown={keys}
        onDoubleClick={() => onRange?.(bounds)}
        onPointerDown={(e) => onRange && setDrag([at(e.clientX), at(e.clientX)])}
        onPointerMove={(e) => {
          setHover(at(e.clientX));
          if (drag) setDrag([drag[0], at(e.clientX)]);
          if (grabbed) setGrabbed({ flag: grabbed.flag, at: at(e.clientX) });
        }}
        onPointerUp={release}
        onPointerLeave={() => {
          setHover(null);
          setDrag(null);
          setGrabbed(null);
        }}
      >
        <CurveAxes x={x} y={y} width={width} height={height} unit={unit} xUnit={xUnit} />
        {lines.map((line) => (
          <g key={line.text}>
            <line
              x1={M.left}
              x2={width - M.right}
              y1={yOf(line.newtons)}
              y2={yOf(line.newtons)}
              className="stroke-ink"
              strokeDasharray="5 4"
              strokeWidth={1}
            />
            <text x={M.left + 4} y={yOf(line.newtons) - 5} className="fill-ink" fontSize={12} fontWeight={600}>
              {line.text}
            </text>
          </g>
        ))}
        <clipPath id="plot">
          <rect x={M.left} y={0} width={Math.max(width - M.left - M.right, 0)} height={height - M.bottom + 4} />
        </clipPath>
        <g clipPath="url(#plot)">
          <path
            d={path}
            fill="none"
            strokeWidth={1.7}
            strokeLinejoin="round"
            className={muted ? "stroke-soft" : "stroke-measured"}
            data-testid="curve"
          />
          <Flags
            flags={shown}
            x={x}
            y={yOf}
            width={width}
            height={height - M.bottom}
            onGrab={onMoveFlag && ((flag) => setGrabbed({ flag, at: flag.at }))}
          />
          {drag && (
            <rect
              x={x(Math.min(...drag))}
              width={Math.abs(x(drag[1]) - x(drag[0]))}
              y={M.top}
              height={height - M.top - M.bottom}
              className="fill-derived"
              opacity={0.15}
            />
          )}
        </g>
        {read && (
          <g className="pointer-events-none">
            <line x1={x(read.x)} x2={x(read.x)} y1={M.top} y2={height - M.bottom} className="stroke-edge" />
            <circle cx={x(read.x)} cy={yOf(read.newtons)} r={3} className="fill-ink" />
            <text x={width - M.right} y={14} textAnchor="end" className="num fill-ink" fontSize={12}>
              {grouped(read.newtons / perUnit(unit), decimals(y.ticks(5)) + 2)} {unit} at {grouped(read.x, 2)} {xUnit}
            </text>
          </g>
        )}
      </svg>
    </div>
  );
}

import { scaleLinear } from "d3-scale";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Unit } from "@/format/figure";
import { CurveAxes, MARGIN as M } from "./CurveAxes";
import { CurveCursor } from "./CurveCursor";
import { EventMarks, type EventMark } from "./EventMarks";
import { CurveLines, type Line } from "./CurveLines";
import { curvePath, panned, zoomed, type Stretch } from "./curvePath";
import { Flags, type Flag } from "./Flags";
import { nearest } from "./readout";
import { useFlagMoves } from "./useFlagMoves";
import { useWidth } from "./useWidth";

type Props = {
  stretch: Stretch;
  bounds: [number, number];
  range: [number, number];
  onRange?: (range: [number, number]) => void;
  top: number;
  unit: Unit;
  xUnit: string;
  flags: Flag[];
  lines?: Line[];
  marks?: EventMark[];
  height: number;
  muted?: boolean;
  onMoveFlag?: (flag: Flag, at: number) => void;
};

const CLOSEST = 1e-5; // of the whole length

/** The curve at any zoom, with its findings as flags. Wheel or + and − zoom, drag selects, arrows move the reading. */
export function CurveChart(props: Props) {
  const {
    stretch,
    bounds,
    range,
    onRange,
    top,
    unit,
    xUnit,
    flags,
    lines = [],
    marks = [],
    height,
    muted,
    onMoveFlag,
  } = props;
  const [ref, width] = useWidth<HTMLDivElement>(560);
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<[number, number] | null>(null);
  const [hover, setHover] = useState<number | null>(null);
  const x = useMemo(() => scaleLinear(range, [M.left, width - M.right]), [range, width]);
  const y = useMemo(() => scaleLinear([0, top / unit.factor], [height - M.bottom, M.top]), [top, unit, height]);
  const yOf = (value: number) => y(value / unit.factor);
  const path = useMemo(() => curvePath(stretch, x, (value) => y(value / unit.factor)), [stretch, x, y, unit]);
  const least = (bounds[1] - bounds[0]) * CLOSEST;
  const moves = useFlagMoves(flags, stretch, onMoveFlag);

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
    moves.drop((from, to) => Math.abs(x(to) - x(from)) > 3);
    if (drag && onRange && Math.abs(x(drag[1]) - x(drag[0])) > 6) onRange([Math.min(...drag), Math.max(...drag)]);
    setDrag(null);
  };
  const zoomKeys = (event: React.KeyboardEvent) => {
    const middle = (range[0] + range[1]) / 2;
    const found: Record<string, () => [number, number]> = {
      "+": () => zoomed(range, middle, 0.6, bounds, least),
      "-": () => zoomed(range, middle, 1.7, bounds, least),
      "0": () => bounds,
      PageUp: () => panned(range, -0.2, bounds),
      PageDown: () => panned(range, 0.2, bounds),
    };
    const move = found[event.key];
    if (!move || !onRange) return;
    event.preventDefault();
    onRange(move());
  };
  return (
    // The keys of zooming reach it from the cursor and the flags inside.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
    <div ref={ref} className="min-w-0 overflow-hidden" role="group" aria-label="Curve" onKeyDown={zoomKeys}>
      <svg
        ref={svg}
        width={width}
        height={height}
        className="touch-none select-none"
        onDoubleClick={() => onRange?.(bounds)}
        onPointerDown={(e) => onRange && setDrag([at(e.clientX), at(e.clientX)])}
        onPointerMove={(e) => {
          setHover(at(e.clientX));
          if (drag) setDrag([drag[0], at(e.clientX)]);
          moves.ride(at(e.clientX));
        }}
        onPointerUp={release}
        onPointerLeave={() => {
          setHover(null);
          setDrag(null);
          moves.letGo();
        }}
      >
        <CurveAxes x={x} y={y} width={width} height={height} unit={unit.symbol} xUnit={xUnit} />
        <CurveLines lines={lines} y={yOf} width={width} />
        <EventMarks
          marks={marks.filter((mark) => mark.at >= range[0] && mark.at <= range[1])}
          x={x}
          top={M.top}
          bottom={height - M.bottom}
          width={width}
        />
        <clipPath id="plot">
          <rect x={M.left} y={0} width={Math.max(width - M.left - M.right, 0)} height={height - M.bottom + 4} />
        </clipPath>
        <path
          d={path}
          clipPath="url(#plot)"
          fill="none"
          strokeWidth={1.7}
          strokeLinejoin="round"
          className={muted ? "stroke-soft" : "stroke-measured"}
          data-testid="curve"
        />
        <Flags
          flags={moves.shown.filter((f) => f.at >= range[0] && f.at <= range[1])}
          x={x}
          y={yOf}
          xUnit={xUnit}
          width={width}
          height={height - M.bottom}
          moves={onMoveFlag && moves}
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
        <CurveCursor
          read={hover == null ? null : nearest(stretch, hover)}
          stretch={stretch}
          range={range}
          x={x}
          y={y}
          unit={unit}
          xUnit={xUnit}
          width={width}
          height={height}
        />
      </svg>
    </div>
  );
}

import type { ScaleLinear } from "d3-scale";
import { useState } from "react";
import { grouped, type Unit } from "@/format/figure";
import { MARGIN as M } from "./CurveAxes";
import type { Stretch } from "./curvePath";
import { decimals, nearest } from "./readout";

type Reading = { x: number; value: number };
type Scale = ScaleLinear<number, number>;
type Props = {
  read: Reading | null;
  stretch: Stretch;
  range: [number, number];
  x: Scale;
  y: Scale;
  unit: Unit;
  xUnit: string;
  width: number;
  height: number;
};

const STEP = 1 / 100; // of what is shown
const BIG = 10;

/** The reading under the pointer, or of a cursor that the arrow keys move: what a screen reader reads of the curve. */
export function CurveCursor({ read, stretch, range, x, y, unit, xUnit, width, height }: Props) {
  const [at, setAt] = useState<number | null>(null);
  const own = at == null ? null : nearest(stretch, Math.min(Math.max(at, range[0]), range[1]));
  const shown = read ?? own;
  const places = decimals(y.ticks(5)) + 2;
  const words = (r: Reading) =>
    `${grouped(r.value / unit.factor, places)} ${unit.symbol} at ${grouped(r.x, 2)} ${xUnit}`;
  const keys = (event: React.KeyboardEvent) => {
    const step = (range[1] - range[0]) * STEP * (event.shiftKey ? BIG : 1);
    const now = at ?? range[0];
    const to: Record<string, number> = { ArrowLeft: now - step, ArrowRight: now + step, Home: range[0], End: range[1] };
    const next = to[event.key];
    if (next === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    setAt(Math.min(Math.max(next, range[0]), range[1]));
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label="Reading along the curve. Arrow keys move it, plus and minus zoom, Page Up and Page Down move the view, 0 shows all."
      aria-valuemin={range[0]}
      aria-valuemax={range[1]}
      aria-valuenow={shown?.x ?? range[0]}
      aria-valuetext={shown ? words(shown) : "nothing read yet"}
      onKeyDown={keys}
      onFocus={() => setAt((now) => now ?? (range[0] + range[1]) / 2)}
      onBlur={() => setAt(null)}
      className="curve-cursor outline-none"
    >
      <rect
        x={M.left - 2}
        y={M.top - 2}
        width={Math.max(width - M.left - M.right + 4, 0)}
        height={height - M.top - M.bottom + 4}
        className="pointer-events-none fill-none"
      />
      {shown && (
        <g className="pointer-events-none">
          <line x1={x(shown.x)} x2={x(shown.x)} y1={M.top} y2={height - M.bottom} className="stroke-edge" />
          <circle cx={x(shown.x)} cy={y(shown.value / unit.factor)} r={3} className="fill-ink" />
          <text x={width - M.right} y={14} textAnchor="end" className="num fill-ink" fontSize={12}>
            {words(shown)}
          </text>
        </g>
      )}
    </g>
  );
}

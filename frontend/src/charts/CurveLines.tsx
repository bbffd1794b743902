import { MARGIN as M } from "./CurveAxes";

export type Line = { value: number; text: string };

/** What is claimed or wanted, across the curve. */
export function CurveLines({ lines, y, width }: { lines: Line[]; y: (value: number) => number; width: number }) {
  return lines.map((line) => (
    <g key={line.text}>
      <line
        x1={M.left}
        x2={width - M.right}
        y1={y(line.value)}
        y2={y(line.value)}
        className="stroke-ink"
        strokeDasharray="5 4"
        strokeWidth={1}
      />
      <text x={M.left + 4} y={y(line.value) - 5} className="fill-ink" fontSize={12} fontWeight={600}>
        {line.text}
      </text>
    </g>
  ));
}

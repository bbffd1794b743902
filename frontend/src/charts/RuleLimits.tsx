import type { PlacedLimit } from "./ruleLayout";

type Props = { limits: PlacedLimit[]; line: number; right: number; width: number };

const DEPTH = 13;
const LANE = 14;

/** Limits as hatched zones at the right: from each line on, something else than the specimen gives. */
export function RuleLimits({ limits, line, right, width }: Props) {
  if (limits.length === 0) return null;
  return (
    <g className="text-signal">
      <defs>
        <pattern id="beyond" width="7" height="7" patternUnits="userSpaceOnUse">
          <path d="M0 7L7 0" stroke="currentColor" strokeWidth={1} />
        </pattern>
      </defs>
      {limits.map((limit, i) => (
        <g key={limit.id}>
          {limit.inside && (
            <rect
              x={limit.x}
              y={line - DEPTH}
              width={Math.max(0, right - limit.x)}
              height={DEPTH * 2}
              fill="url(#beyond)"
              opacity={0.3 + 0.2 * Math.min(i, 2)}
            />
          )}
          {limit.inside && (
            <line x1={limit.x} x2={limit.x} y1={line - 24} y2={line + 24} stroke="currentColor" strokeWidth={1.4} />
          )}
          <text
            x={limit.x + (isLeft(limit, width) ? -5 : 5)}
            y={line + 22 + limit.lane * LANE}
            textAnchor={isLeft(limit, width) ? "end" : "start"}
            fontSize={11.5}
            fill="currentColor"
            stroke="var(--sheet)"
            strokeWidth={4}
            paintOrder="stroke"
          >
            {limit.label} <tspan className="num">{limit.text}</tspan>
            {limit.inside ? "" : " →"}
          </text>
        </g>
      ))}
    </g>
  );
}

const CHAR = 6.6;
const isLeft = (limit: PlacedLimit, width: number) =>
  !limit.inside || limit.x + (limit.label.length + limit.text.length + 1) * CHAR + 12 > width;

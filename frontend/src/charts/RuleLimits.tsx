import type { RuleLimit } from "./ruleLayout";

type Props = { limits: RuleLimit[]; x: (value: number) => number; line: number; right: number };

const DEPTH = 13;
const REACH = 24;

/** Limits as hatched zones at the right: from each line on, something else than the specimen gives. */
export function RuleLimits({ limits, x, line, right }: Props) {
  const inside = limits.filter((limit) => x(limit.value) <= right);
  if (inside.length === 0) return null;
  return (
    <g className="text-signal">
      <defs>
        <pattern id="beyond" width="7" height="7" patternUnits="userSpaceOnUse">
          <path d="M0 7L7 0" stroke="currentColor" strokeWidth={1} />
        </pattern>
      </defs>
      {inside.map((limit, i) => (
        <g key={limit.id}>
          <rect
            x={x(limit.value)}
            y={line - DEPTH}
            width={Math.max(0, right - x(limit.value))}
            height={DEPTH * 2}
            fill="url(#beyond)"
            opacity={0.3 + 0.2 * Math.min(i, 2)}
          />
          <path
            d={`M${x(limit.value)} ${line - REACH}v${2 * REACH}`}
            stroke="currentColor"
            strokeWidth={1.4}
            fill="none"
          />
        </g>
      ))}
    </g>
  );
}

import { useMemo } from "react";
import type { Unit } from "@/format/figure";
import { MarkShape } from "./MarkShape";
import { placeMarks, ruleTop, type RuleMark } from "./ruleLayout";
import { Ticks } from "./Ticks";
import { useWidth } from "./useWidth";

type Props = {
  unit: Unit;
  marks: RuleMark[];
  minimum?: { value: number; text: string } | null;
  working?: number | null;
  factor?: string;
  claims?: number[];
};

const HEIGHT = 74;
const LINE = 35;
const SIDE = 6;

/** A lot as a small rule of its own, for the rack. */
export function MiniRule({ unit, marks, minimum, working, factor, claims = [] }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(520);
  const inner = width - SIDE * 2;
  const top = ruleTop([...marks.map((m) => m.upper ?? m.value), ...claims, minimum?.value ?? 0]);
  const placed = useMemo(() => placeMarks(marks, (n) => SIDE + (inner * n) / (top || 1), 5, 2), [marks, inner, top]);
  const x = (n: number) => SIDE + (inner * n) / (top || 1);
  return (
    <div ref={ref} aria-hidden="true" className="min-w-0 overflow-hidden">
      <svg width={width} height={HEIGHT}>
        {top > 0 ? (
          <Ticks
            top={top / unit.factor}
            left={SIDE}
            width={inner}
            y={LINE}
            labelY={HEIGHT - 5}
            unit={unit.symbol}
            ticks={Math.max(2, inner / 75)}
            fine={false}
          />
        ) : (
          <>
            <line
              x1={SIDE}
              x2={SIDE + inner}
              y1={LINE}
              y2={LINE}
              className="stroke-edge"
              strokeWidth={1.2}
              strokeDasharray="2 4"
            />
            <text x={SIDE} y={HEIGHT - 12} className="fill-soft" fontSize={12}>
              no pulls yet
            </text>
          </>
        )}
        {placed.map(
          (p) =>
            p.marks[0] && (
              <MarkShape
                key={p.marks[0].id}
                kind={p.marks[0].kind}
                x={p.x}
                y={LINE + 4 + p.lane * 9}
                height={placed.some((q) => q.lane > 0) ? 8 : 14}
                count={p.marks.length}
                preloaded={p.marks[0].preloaded}
              />
            ),
        )}
        {minimum && working != null && (
          <g className="text-derived">
            <path d={`M${x(working)} ${LINE - 19}H${x(minimum.value)}`} stroke="currentColor" strokeWidth={1} />
            <rect
              x={(x(working) + x(minimum.value)) / 2 - 19}
              y={LINE - 26}
              width={38}
              height={14}
              className="fill-sheet"
            />
            <text
              x={(x(working) + x(minimum.value)) / 2}
              y={LINE - 15}
              textAnchor="middle"
              fontSize={11.5}
              fill="currentColor"
            >
              × {factor}
            </text>
            {[working, minimum.value].map((at) => (
              <path key={at} d={`M${x(at) - 5} ${LINE - 12}h10l-5 10.500z`} fill="currentColor" />
            ))}
            <text
              x={x(minimum.value) + (x(minimum.value) > width - 60 ? -8 : 4)}
              y={LINE - 21}
              textAnchor={x(minimum.value) > width - 60 ? "end" : "start"}
              className="num"
              fontSize={12.5}
              fontWeight={600}
              fill="currentColor"
            >
              {minimum.text}
            </text>
          </g>
        )}
        {claims.map((claim, i) => (
          <path
            key={i}
            d={`M${x(claim)} ${LINE - 2}l4.500 -6l-4.500 -6l-4.500 6z`}
            className="fill-sheet stroke-ink"
            strokeWidth={1.4}
          />
        ))}
      </svg>
    </div>
  );
}

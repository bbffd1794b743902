import { useMemo } from "react";
import type { Unit } from "@/format/figure";
import { MarkShape } from "./MarkShape";
import { RuleLimits } from "./RuleLimits";
import { ruleInWords } from "./ruleWords";
import {
  asDemands,
  limitsTop,
  placeDemands,
  placeMarks,
  ruleTop,
  type RuleDemand,
  type RuleLimit,
  type RuleMark,
} from "./ruleLayout";
import { Ticks } from "./Ticks";
import { useWidth } from "./useWidth";

export type Span = { from: number; to: number; text: string };
type Props = {
  unit: Unit;
  marks: RuleMark[];
  demands: RuleDemand[];
  limits?: RuleLimit[];
  span?: Span | null;
  selected?: string | null;
  onPick?: (id: string) => void;
};

const HEIGHT = 126;
const LEFT = 24;
const RIGHT = 24;
const LINE = 76;
const LANE = 17;
const NARROW = 700;
// How tall marks are, and how far apart, when they stand in one, two or three lanes.
const LANES = { 0: { height: 22, step: 0 }, 1: { height: 13, step: 15 }, 2: { height: 9, step: 11 } };
const INKS = { derived: "text-derived", demand: "text-ink", claim: "text-ink", limit: "text-signal" };

/** The ruler that every screen of a lot shares: demands hang above the line, observations stand below it. */
const NONE: RuleLimit[] = [];

export function ForceRule({ unit, marks, demands, limits = NONE, span, selected, onPick }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(1280);
  const play = [...marks.map((m) => m.upper ?? m.value), ...demands.flatMap((d) => [d.value, d.high ?? 0])];
  const highest = Math.max(0, ...play) || Math.min(...limits.map((l) => l.value), Infinity);
  const top = ruleTop([Number.isFinite(highest) ? limitsTop(limits, highest) : 0]) || 1;
  const empty = marks.length + demands.length + limits.length === 0;
  const inner = width - LEFT - RIGHT;
  const layout = useMemo(() => {
    const x = (value: number) => LEFT + (inner * value) / top;
    return {
      x,
      marks: placeMarks(marks, x, 6.5, 3),
      demands: placeDemands(
        [...demands, ...asDemands(width < NARROW ? limits.filter((limit) => limit.value <= top) : limits, top)],
        x,
        width - 8,
        7.4,
      ),
    };
  }, [marks, demands, limits, inner, top, width]);
  const { x } = layout;
  const deepest = Math.min(Math.max(0, ...layout.marks.map((m) => m.lane)), 2) as 0 | 1 | 2;
  // On a narrow screen labels take the row of the factor.
  const crowded = width < NARROW && layout.demands.some((d) => d.lane >= 2);
  return (
    <div
      ref={ref}
      className="border-edge bg-sheet min-w-0 overflow-hidden border-b min-[820px]:sticky min-[820px]:top-0 min-[820px]:z-10"
      data-testid="force-rule"
    >
      <svg width={width} height={HEIGHT} role="img" aria-label={ruleInWords(marks, demands, limits, unit.symbol)}>
        {empty ? (
          <Unscaled width={width} />
        ) : (
          <Ticks
            top={top / unit.factor}
            left={LEFT}
            width={inner}
            y={LINE}
            labelY={HEIGHT - 7}
            unit={unit.symbol}
            ticks={Math.max(3, Math.min(10, inner / 110))}
            fine={inner > 600}
          />
        )}
        <RuleLimits limits={limits} x={x} line={LINE} right={width - RIGHT} />
        {span && !crowded && <SpanLine span={span} x={x} />}
        {layout.demands.filter(hangs).map((demand) => (
          <g key={demand.id} className={INKS[demand.kind]}>
            {demand.low != null && demand.high != null && (
              <Bracket from={x(demand.low)} to={Math.min(x(demand.high), width - RIGHT)} />
            )}
            <line
              x1={demand.x}
              x2={demand.x}
              y1={8 + demand.lane * LANE}
              y2={LINE - 2}
              stroke="currentColor"
              strokeWidth={demand.kind === "derived" ? 1.8 : 1.1}
            />
            {demand.kind === "claim" ? (
              <path
                d={`M${demand.x} ${LINE - 5}l5 -6.500l-5 -6.500l-5 6.500z`}
                fill="var(--sheet)"
                stroke="currentColor"
                strokeWidth={1.5}
              />
            ) : (
              <path d={`M${demand.x - 5.5} ${LINE - 10}h11l-5.500 9.500z`} fill="currentColor" />
            )}
          </g>
        ))}
        {layout.demands.map((demand) => (
          <g key={demand.id} className={INKS[demand.kind]}>
            <text
              x={demand.x + (demand.anchor === "start" ? 6 : -6)}
              y={18 + demand.lane * LANE}
              textAnchor={demand.anchor}
              fontSize={demand.kind === "limit" ? 11.5 : 12.5}
              fill="currentColor"
              stroke="var(--sheet)"
              strokeWidth={5}
              paintOrder="stroke"
            >
              <tspan fontWeight={hangs(demand) ? 600 : 400}>{demand.label}</tspan>{" "}
              <tspan className="num">{demand.text}</tspan>
            </text>
          </g>
        ))}
        {layout.marks.map((place) => {
          const first = place.marks[0];
          if (!first) return null;
          const chosen = place.marks.some((m) => m.id === selected);
          const text = place.marks.map((m) => m.label).join("\n");
          return (
            <g key={first.id} onClick={() => onPick?.(first.id)} className={onPick ? "cursor-pointer" : undefined}>
              <title>{text}</title>
              <rect x={place.x - 5} y={LINE + 3} width={14} height={32} fill="transparent" />
              <MarkShape
                kind={first.kind}
                x={place.x}
                y={LINE + 5 + place.lane * LANES[deepest].step}
                height={LANES[deepest].height}
                count={place.marks.length}
                strong={chosen}
                preloaded={first.preloaded}
                dim={selected != null && !chosen}
              />
            </g>
          );
        })}
      </svg>
    </div>
  );
}

const hangs = (demand: RuleDemand) => demand.kind !== "limit";

/** A rule without anything to measure has no scale yet. */
function Unscaled({ width }: { width: number }) {
  return (
    <>
      <line
        x1={LEFT}
        x2={width - RIGHT}
        y1={LINE}
        y2={LINE}
        className="stroke-edge"
        strokeWidth={1.5}
        strokeDasharray="2 5"
      />
      <text x={LEFT} y={LINE + 24} className="fill-soft" fontSize={12.5}>
        A claim or a first pull gives the rule its scale.
      </text>
    </>
  );
}

function Bracket({ from, to }: { from: number; to: number }) {
  return (
    <g stroke="currentColor" fill="none">
      <line x1={from} x2={to} y1={LINE - 15} y2={LINE - 15} strokeWidth={5} opacity={0.25} />
      <path d={`M${from} ${LINE - 20}v10M${to} ${LINE - 20}v10`} strokeWidth={1.3} />
    </g>
  );
}

function SpanLine({ span, x }: { span: Span; x: (value: number) => number }) {
  const [a, b] = [x(span.from), x(span.to)];
  const y = 50;
  const half = span.text.length * 4 + 5;
  if (b - a < half * 2 + 8) return null;
  return (
    <g className="text-derived">
      <path d={`M${a} ${y}H${b}M${a} ${y - 4}v8M${b} ${y - 4}v8`} stroke="currentColor" strokeWidth={1.1} fill="none" />
      <rect x={(a + b) / 2 - half} y={y - 9} width={half * 2} height={18} className="fill-sheet" />
      <text x={(a + b) / 2} y={y + 4.5} textAnchor="middle" fontSize={12.5} fontWeight={600} fill="currentColor">
        {span.text}
      </text>
    </g>
  );
}

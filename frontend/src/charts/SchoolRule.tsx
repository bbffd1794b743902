import type { RuleMark } from "./ruleLayout";
import { tickStep } from "./ruleLayout";

type Props = { low: number; high: number; marks: RuleMark[]; value: number | null; chosen: boolean; minimum: boolean };
const WIDTH = 200;
const LINE = 17;

/** One school's value above the breaks it came from, on the scale that all schools share. */
export function SchoolRule({ low, high, marks, value, chosen, minimum }: Props) {
  const x = (n: number) => ((n - low) / (high - low)) * (WIDTH - 14) + 2;
  const step = tickStep(high - low, 8);
  const ticks = Array.from({ length: 40 }, (_, i) => Math.ceil(low / step) * step + i * step).filter((t) => t <= high);
  return (
    <svg width={WIDTH} height={34} aria-hidden="true">
      <line x1={0} x2={WIDTH - 10} y1={LINE} y2={LINE} className="stroke-edge" />
      {ticks.map((t) => (
        <line key={t} x1={x(t)} x2={x(t)} y1={LINE} y2={13} className="stroke-edge" />
      ))}
      {marks.map((m) =>
        m.kind === "void" ? null : m.kind === "at_least" ? (
          <path
            key={m.id}
            d={`M${x(m.value)} 20v10M${x(m.value)} 25h8m-3-3l3 3l-3 3`}
            className="stroke-measured fill-none"
            strokeWidth={1.5}
          />
        ) : (
          <rect key={m.id} x={x(m.value) - 1.2} y={20} width={2.4} height={10} rx={1.2} className="fill-measured" />
        ),
      )}
      {value !== null && (
        <path
          d={`M${x(value) - 5} 3h10l-5 13z`}
          className={chosen ? "fill-derived" : minimum ? "fill-ink" : "stroke-ink fill-none"}
          strokeWidth={minimum ? 0 : 1.3}
        />
      )}
    </svg>
  );
}

import type { Schemas } from "@/api/client";
import { LevelCurve } from "@/charts/LevelCurve";
import { grouped } from "@/format/figure";
import { useStudyUnit } from "./useStudyUnit";

type Props = { levels: Schemas["LevelStudy"]; study: Schemas["ComparisonStudy"] };

/** What one level more is worth, as a curve and a sentence; absent where no factor has numbers at three levels. */
export function Levels({ levels, study }: Props) {
  const unit = useStudyUnit(study);
  if (levels.refusal || !levels.factor) return null;
  const last = levels.steps.at(-1);
  const digits = (value: number) => grouped(value, Number.isInteger(value) ? 0 : 1);
  return (
    <section className="sheet min-w-0 py-3" aria-label="What one level more is worth">
      <div className="flex flex-wrap items-baseline gap-x-3 px-4">
        <h2>What one more is worth: {levels.factor.toLowerCase()}</h2>
        <span className="text-soft text-[12.5px]">by {levels.kind}; the band is where the next piece will lie</span>
      </div>
      <LevelCurve
        points={levels.points.map((p) => ({ level: p.level, fit: p.fit_si, low: p.low_si, high: p.high_si }))}
        marks={levels.marks.map((m) => ({ level: m.level, value: m.value_si, kind: m.counts_as }))}
        unit={unit}
        worth={last ? `${last.text} ${study.unit}` : ""}
        where={last ? `each, from ${digits(last.from)} to ${digits(last.to)}` : ""}
      />
      {levels.sentences.map((sentence) => (
        <p key={sentence} className="px-4">
          {sentence}
        </p>
      ))}
    </section>
  );
}

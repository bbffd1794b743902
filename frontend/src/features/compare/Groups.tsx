import type { Schemas } from "@/api/client";
import { GroupStrips, type Strip } from "@/charts/GroupStrips";
import { grouped, stated, type Unit } from "@/format/figure";
import { COUNTS_AS } from "@/format/words";
import { shortNames } from "./shortNames";
import { useStudyUnit } from "./useStudyUnit";

type Study = Schemas["ComparisonStudy"];

/** Every group on one axis; a click sets it against the one that is asked about. */
export function Groups({ study, onPick }: { study: Study; onPick: (key: number) => void }) {
  const unit = useStudyUnit(study);
  const names = shortNames(study.groups.map((group) => group.name));
  return (
    <section className="sheet min-w-0 py-2" aria-label="The groups">
      <GroupStrips
        strips={study.groups.map((group, i) => ({ ...strip(group, study, unit), name: names[i] ?? group.name }))}
        unit={unit}
        onPick={onPick}
      />
      <p className="text-soft px-4 pt-1 pb-1.5 text-[12.5px]">
        Bars: average with {grouped(study.confidence * 100, 0)} % limits. Click a group to set it against the one asked
        about.
      </p>
    </section>
  );
}

function strip(group: Schemas["ComparedGroup"], study: Study, unit: Unit): Strip {
  const limits =
    group.low && group.high ? `, ${stated(group.low, unit.symbol)} to ${stated(group.high, unit.symbol)}` : "";
  const average = group.centre ? `average ${stated(group.centre, unit.symbol)}${limits}` : "nothing counts";
  return {
    key: group.key,
    name: group.name,
    strong: group.subject,
    marked: group.key === study.pair.other,
    centre: group.centre?.value_si ?? null,
    low: group.low_si,
    high: group.high_si,
    label: `${group.name}: ${group.counts_in_words}; ${average}`,
    marks: group.marks.map((mark) => ({
      value: mark.value_si,
      kind: mark.counts_as,
      preloaded: mark.preloaded,
      label: `Pull ${mark.label ?? ""}: ${COUNTS_AS[mark.counts_as] ?? mark.counts_as}`,
    })),
  };
}

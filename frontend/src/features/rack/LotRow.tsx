import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { useUnit } from "@/app/settings";
import { MiniRule } from "@/charts/MiniRule";
import { figure } from "@/format/force";
import { plural } from "@/format/words";

type Lot = Schemas["LotRow"];
const TO = {
  pull: "/lots/$lotId/pull",
  judge: "/lots/$lotId/judge",
  more: "/lots/$lotId/rate",
  sign: "/lots/$lotId/rate",
  done: "/lots/$lotId/papers",
} as const;

/** A lot as a sample on the rack: what it is, its own small rule, what comes next. */
export function LotRow({ lot }: { lot: Lot }) {
  const unit = useUnit(lot.display_unit);
  const s = lot.summary;
  const marks = s.marks.map((m) => ({
    id: String(m.pull_id),
    newtons: m.force_newtons,
    upper: m.upper_newtons,
    kind: m.counts_as,
    label: `Pull ${m.number}`,
  }));
  const [next, line] = words(lot, unit);
  return (
    <Link
      data-row
      to={TO[s.next_step]}
      params={{ lotId: lot.id }}
      className="border-line bg-sheet grid items-center gap-x-4 border-t px-3.5 py-1 hover:shadow-[inset_3px_0_var(--ink)] min-[820px]:h-[84px] min-[820px]:grid-cols-[minmax(180px,250px)_1fr_minmax(150px,230px)]"
    >
      <span>
        <span className="head block text-[15px] leading-tight">{lot.name}</span>
        <span className="text-soft mt-0.5 block text-[12.5px]">
          {s.judged ? s.counts_in_words : s.pulled ? plural(s.pulled, "pull") : "nothing pulled yet"}
        </span>
      </span>
      <MiniRule
        unit={unit}
        marks={marks}
        minimum={s.minimum && { newtons: s.minimum.newtons, text: figure(s.minimum, unit) }}
        working={s.working_load_limit?.newtons}
        factor={String(s.factor)}
        claim={s.claim_strength_newtons}
      />
      <span className="min-[820px]:text-right">
        <b className="block font-semibold">{next}</b>
        <span className={`block text-[12.5px] leading-tight ${s.verdict === "fail" ? "text-signal font-semibold" : "text-soft"}`}>
          {line}
        </span>
      </span>
    </Link>
  );
}

function words({ summary: s }: Lot, unit: string): [string, string] {
  const verdict = {
    pass: "meets its claim",
    fail: "fails its claim",
    cannot_tell: "its claim cannot be told yet",
    not_comparable: "its claim cannot be compared",
  };
  const load = s.working_load_limit ? `${figure(s.working_load_limit, unit)} ${unit} to work with` : "";
  const line = [s.verdict && verdict[s.verdict], load].filter(Boolean).join(", ");
  if (s.next_step === "pull")
    return [s.planned ? `Pull ${s.pulled + 1} of ${s.planned}` : "Pull the first", line || "nothing to compare yet"];
  if (s.next_step === "judge") return [`Judge ${plural(s.pulled - s.judged, "pull")}`, line];
  if (s.next_step === "sign") return ["Sign the rating", line];
  if (s.next_step === "more") return ["More breaks needed", line];
  return [`Signed, number ${s.signed_number}`, line];
}

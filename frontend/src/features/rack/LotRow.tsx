import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { MiniRule } from "@/charts/MiniRule";
import { shown, stated } from "@/format/figure";
import { plural } from "@/format/words";
import { ruleMarks } from "@/lot/rule";
import { useShownUnit } from "@/lot/units";

type Lot = Schemas["LotRow"];
type Summary = Schemas["Summary"];
const TO = {
  pull: "/lots/$lotId/pull",
  judge: "/lots/$lotId/judge",
  more: "/lots/$lotId/rate",
  sign: "/lots/$lotId/rate",
  review: "/lots/$lotId/papers",
  done: "/lots/$lotId/papers",
} as const;

/** A lot as a sample on the rack: what it is, its own small rule, what comes next. */
export function LotRow({ lot }: { lot: Lot }) {
  const unit = useShownUnit(lot.measurand, lot.display_unit);
  const s = lot.summary;
  return (
    <Link
      data-row
      to={TO[s.next_step]}
      params={{ lotId: lot.id }}
      className="border-line bg-sheet grid items-center gap-x-4 border-t px-3.5 py-1 hover:shadow-[inset_3px_0_var(--ink)] min-[820px]:h-[84px] min-[820px]:grid-cols-[minmax(180px,250px)_1fr_minmax(150px,230px)]"
    >
      <span className="min-w-0">
        <span className="head block text-[15px] leading-tight break-words">{lot.name}</span>
        <span className="text-soft mt-0.5 block text-[12.5px]">
          {s.judged ? s.counts_in_words : s.pulled ? plural(s.pulled, "pull") : "nothing pulled yet"}
        </span>
      </span>
      <MiniRule
        unit={unit}
        marks={ruleMarks(s.marks, unit.symbol)}
        minimum={s.minimum && { value: s.minimum.value_si, text: shown(s.minimum, unit.symbol).text }}
        working={s.working_load_limit?.value_si}
        factor={s.factor_text ?? ""}
        claims={s.claims.flatMap((claim) => (claim.strength ? [claim.strength.value_si] : []))}
      />
      <span className="min-[820px]:text-right">
        <b className="block font-semibold">{next(s)}</b>
        <span
          className={`block text-[12.5px] leading-tight ${s.verdict === "fail" ? "text-signal font-semibold" : "text-soft"}`}
        >
          {line(s, unit.symbol)}
        </span>
      </span>
    </Link>
  );
}

function next(s: Summary): string {
  const words = {
    pull: s.planned ? `Pull ${s.pulled + 1} of ${s.planned}` : "Pull the first",
    judge: s.pulled > s.judged ? `Judge ${plural(s.pulled - s.judged, "pull")}` : "Say what failed",
    sign: "Sign the rating",
    more: "More breaks needed",
    review: `Review statement ${s.signed_number}`,
    done: s.signed_number ? `Signed, number ${s.signed_number}` : "Shown",
  };
  return words[s.next_step];
}

const VERDICT = {
  pass: "meets its claim",
  fail: "fails its claim",
  cannot_tell: "its claim cannot be told yet",
  not_comparable: "its claim cannot be compared",
};

function line(s: Summary, unit: string): string {
  if (s.computing) return "being computed …";
  if (s.relative_in_words) return s.relative_in_words;
  const load = s.working_load_limit ? `${stated(s.working_load_limit, unit)} to work with` : "";
  const words = [s.verdict && VERDICT[s.verdict], load].filter(Boolean).join(", ");
  return words || (s.next_step === "pull" ? "nothing to compare yet" : "");
}

import { useQuery } from "@tanstack/react-query";
import { Outlet, useMatchRoute, useNavigate, useParams } from "@tanstack/react-router";
import { useMemo, useState } from "react";
import type { Schemas } from "@/api/client";
import { lotQuery, ratingQuery } from "@/api/queries";
import { ForceRule } from "@/charts/ForceRule";
import { useKeys } from "@/keys/keys";
import { LotContext } from "@/lot/context";
import { HeardBand } from "@/lot/HeardBand";
import { PracticeBand } from "@/lot/PracticeBand";
import { ruleDemands, ruleLimits, ruleMarks, ruleSpan } from "@/lot/rule";
import { useUnsaved } from "@/lot/unsaved";
import { useMeasurand, useShownUnit } from "@/lot/units";
import { ErrorNote, Waiting } from "@/ui/states";
import { Spine } from "./Spine";
import { UnsavedBand } from "./UnsavedBand";

/** Rule, spine and the step's screen of one lot. */
export function LotFrame() {
  const { lotId } = useParams({ from: "/lots/$lotId" });
  const { data: page, error, refetch } = useQuery(lotQuery(lotId));
  if (error && !page)
    return (
      <div className="p-6">
        <ErrorNote message={error.message} onRetry={() => void refetch()} />
      </div>
    );
  if (!page) return <Waiting what="the lot" />;
  return <Inside page={page} key={lotId} />;
}

const STEPS = [
  ["g a", "Ask", "/lots/$lotId/ask"],
  ["g l", "Plan", "/lots/$lotId/plan"],
  ["g c", "Check", "/lots/$lotId/check"],
  ["g i", "Prepare", "/lots/$lotId/prepare"],
  ["g p", "Pull", "/lots/$lotId/pull"],
  ["g j", "Judge", "/lots/$lotId/judge"],
  ["g r", "Rate", "/lots/$lotId/rate"],
  ["g m", "Compare", "/lots/$lotId/compare"],
  ["g s", "Papers", "/lots/$lotId/papers"],
] as const;

function Inside({ page }: { page: Schemas["LotPage"] }) {
  const { lot, summary } = page;
  const unit = useShownUnit(lot.measurand, lot.display_unit);
  const measurand = useMeasurand(lot.measurand);
  const [selected, setSelected] = useState<string | null>(null);
  const [tried, setTried] = useState<Schemas["Statement"] | undefined>();
  const navigate = useNavigate();
  const matches = useMatchRoute();
  // A bench has the whole screen; who judges blind sees no rule and no group.
  const atBench = matches({ to: "/lots/$lotId/bench" }) !== false || matches({ to: "/lots/$lotId/blind" }) !== false;
  const params = { lotId: lot.id };
  // A bench has the whole screen, and keys of its own.
  useKeys(
    atBench
      ? []
      : [
          { keys: "Escape", label: "Back to the lots", run: () => void navigate({ to: "/lots" }) },
          ...STEPS.map(([keys, verb, to]) => ({
            keys,
            label: `Go to ${verb}`,
            run: () => void navigate({ to, params }),
          })),
        ],
  );
  const words = { load: measurand?.load ?? "Working load" };
  const marks = ruleMarks(summary.marks, unit.symbol);
  const typed = useTyped(lot.id);
  const shown = tried ?? typed;
  const demands = ruleDemands(summary, shown, unit.symbol, words);
  const value = useMemo(
    () => ({ page, measurand, unit, selected, setSelected, setTried }),
    [page, measurand, unit, selected],
  );
  if (atBench)
    return (
      <LotContext value={value}>
        <main>
          <Outlet />
        </main>
      </LotContext>
    );
  return (
    <LotContext value={value}>
      <div className="flex min-h-full flex-col">
        <UnsavedBand lotId={lot.id} />
        {page.job.purpose === "practice" && <PracticeBand lotId={lot.id} />}
        {page.heard > 0 && <HeardBand lotId={lot.id} count={page.heard} />}
        <ForceRule
          unit={unit}
          marks={marks}
          demands={demands}
          limits={ruleLimits(page.limits, unit.symbol)}
          span={ruleSpan(demands, (shown ?? summary).factor_made)}
          selected={selected}
          onPick={(id) => void navigate({ to: "/lots/$lotId/judge", params, search: { pull: Number(id) } })}
        />
        <div className="flex flex-1 flex-col min-[820px]:grid min-[820px]:grid-cols-[216px_1fr]">
          <Spine page={page} unit={unit.symbol} />
          <main className="min-w-0 px-4 py-4 min-[820px]:px-5">
            <Outlet />
          </main>
        </div>
      </div>
    </LotContext>
  );
}

/** The rating with a design factor that is typed and not saved, so that the rule shows it as tried. */
function useTyped(lotId: number): Schemas["Statement"] | undefined {
  const factor = useUnsaved(lotId).Ask?.factor;
  const { data } = useQuery({ ...ratingQuery(lotId, { factor }), enabled: factor !== undefined });
  return factor === undefined ? undefined : data?.statement;
}

import { useQuery } from "@tanstack/react-query";
import { Outlet, useNavigate, useParams } from "@tanstack/react-router";
import { useMemo, useState } from "react";
import type { Schemas } from "@/api/client";
import { lotQuery } from "@/api/queries";
import { ForceRule } from "@/charts/ForceRule";
import { force } from "@/format/force";
import { ErrorNote, Waiting } from "@/ui/states";
import { useKeys } from "./keys";
import { LotContext } from "./lotContext";
import { resolutionOf, ruleDemands, ruleMarks, ruleSpan } from "./lotRule";
import { useUnit } from "./settings";
import { Spine } from "./Spine";

/** Force rule, spine and the step's screen of one lot. */
export function LotFrame() {
  const { lotId } = useParams({ from: "/lots/$lotId" });
  const { data: page, error, refetch } = useQuery(lotQuery(lotId));
  if (error)
    return (
      <div className="p-6">
        <ErrorNote message={error.message} onRetry={() => void refetch()} />
      </div>
    );
  if (!page) return <Waiting what="the lot" />;
  return <Inside page={page} key={lotId} />;
}

function Inside({ page }: { page: Schemas["LotPage"] }) {
  const unit = useUnit(page.lot.display_unit);
  const [selected, setSelected] = useState<string | null>(null);
  const [tried, setTried] = useState<Schemas["Rating"] | undefined>();
  const navigate = useNavigate();
  const params = { lotId: page.lot.id };
  useKeys([
    { keys: "Escape", label: "Back to the lots", run: () => void navigate({ to: "/lots" }) },
    { keys: "g a", label: "Go to Ask", run: () => void navigate({ to: "/lots/$lotId/ask", params }) },
    { keys: "g p", label: "Go to Pull", run: () => void navigate({ to: "/lots/$lotId/pull", params }) },
    { keys: "g j", label: "Go to Judge", run: () => void navigate({ to: "/lots/$lotId/judge", params }) },
    { keys: "g r", label: "Go to Rate", run: () => void navigate({ to: "/lots/$lotId/rate", params }) },
    { keys: "g s", label: "Go to Papers", run: () => void navigate({ to: "/lots/$lotId/papers", params }) },
  ]);
  const resolution = resolutionOf(page);
  const marks = useMemo(() => ruleMarks(page.summary.marks), [page.summary.marks]);
  const demands = useMemo(() => ruleDemands(page, tried, unit), [page, tried, unit]);
  const value = useMemo(() => ({ page, unit, resolution, selected, setSelected, setTried }), [page, unit, resolution, selected]);
  return (
    <LotContext value={value}>
      <div className="flex min-h-full flex-col">
        <ForceRule
          unit={unit}
          marks={marks}
          demands={demands}
          span={ruleSpan(demands)}
          selected={selected}
          describe={(n) => `${force(n, { unit, resolution })} ${unit}`}
          onPick={(id) => void navigate({ to: "/lots/$lotId/judge", params, search: { pull: Number(id) } })}
        />
        <div className="flex flex-1 flex-col min-[820px]:grid min-[820px]:grid-cols-[216px_1fr]">
          <Spine page={page} unit={unit} />
          <main className="min-w-0 px-4 py-4 min-[820px]:px-5">
            <Outlet />
          </main>
        </div>
      </div>
    </LotContext>
  );
}

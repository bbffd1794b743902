import { useNavigate, useSearch } from "@tanstack/react-router";
import { useMemo } from "react";
import { useMay } from "@/api/session";
import { Fault } from "@/api/client";
import { useLot } from "@/lot/context";
import { PaperLink } from "@/paper/PaperLink";
import { Button } from "@/ui/Button";
import { Segments } from "@/ui/Segments";
import { ErrorNote, Waiting } from "@/ui/states";
import { AcceptancePart } from "./AcceptancePart";
import { OrderPart } from "./OrderPart";
import { PlanContext } from "./planContext";
import { PlanPart } from "./PlanPart";
import { RigPart } from "./RigPart";
import { SpecimensPart } from "./SpecimensPart";
import { usePlanDraft } from "./usePlanDraft";

const PARTS = [
  { value: "plan", label: "Plan" },
  { value: "rig", label: "Rig and proof" },
  { value: "specimens", label: "Specimens" },
  { value: "order", label: "Order" },
  { value: "acceptance", label: "Acceptance" },
] as const;
const OF_THE_PLAN = ["plan", "rig"];

/** How many, on what, in what order, and what would break first. */
export function PlanPage() {
  const { page, unit } = useLot();
  const { part = "plan" } = useSearch({ from: "/lots/$lotId/plan" });
  const navigate = useNavigate();
  const may = useMay("savePlan");
  const draft = usePlanDraft(page.lot.id, unit.symbol);
  const { content, plan, change } = draft;
  const value = useMemo(() => (content && plan ? { content, plan, change, may } : null), [content, plan, change, may]);
  if (draft.error && !plan) return <ErrorNote message={draft.error.message} onRetry={draft.refetch} />;
  if (!value) return <Waiting what="the plan" />;
  return (
    <PlanContext value={value}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3">
        <h1>Plan: {page.lot.name}</h1>
        <span className="text-soft">{kept(value.plan)}</span>
        <span className="ml-auto flex flex-wrap gap-2.5">
          {!draft.changed && <Sheets lotId={page.lot.id} />}
          {draft.changed && <Button onClick={draft.drop}>Back to what is kept</Button>}
          {may && (
            <Button
              primary
              disabled={draft.save.isPending || (!draft.changed && value.plan.revision > 0)}
              onClick={() => draft.save.mutate({ content: value.content, revision: draft.revision })}
            >
              {draft.changed || value.plan.revision === 0 ? "Use this plan" : "In use"}
            </Button>
          )}
        </span>
      </div>
      <div className="flex overflow-x-auto pb-3">
        <Segments
          label="Part of the plan"
          value={part}
          options={PARTS.map((p) => ({ ...p }))}
          onChange={(next) =>
            void navigate({ to: "/lots/$lotId/plan", params: { lotId: page.lot.id }, search: { part: next } })
          }
        />
      </div>
      {draft.stale && (
        <div className="pb-3">
          <ErrorNote message="Somebody else planned this lot since you began. Go back to what is kept, and repeat your change." />
        </div>
      )}
      {draft.save.error && OF_THE_PLAN.includes(part) && (
        <div className="pb-3">
          <ErrorNote message={faultOf(draft.save.error)} />
        </div>
      )}
      {part === "plan" && <PlanPart />}
      {part === "rig" && <RigPart />}
      {part === "specimens" && <SpecimensPart />}
      {part === "order" && <OrderPart />}
      {part === "acceptance" && <AcceptancePart />}
    </PlanContext>
  );
}

const faultOf = (error: Error) => (error instanceof Fault ? error.message : "The plan could not be kept.");

const kept = (plan: { revision: number; kept: { person: string } | null }) =>
  plan.kept ? `plan ${plan.revision}, by ${plan.kept.person}` : "not planned yet";

const SHEETS = [
  ["plan-sheet.pdf", "Plan sheet"],
  ["what-to-send.pdf", "What to send"],
] as const;

function Sheets({ lotId }: { lotId: number }) {
  return SHEETS.map(([name, label]) => (
    <PaperLink key={name} href={`/api/lots/${lotId}/plan-papers/${name}`}>
      {label}
    </PaperLink>
  ));
}

import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { keys, lotChanged, planQuery } from "@/api/queries";
import { noteUnsaved } from "@/lot/unsaved";
import type { Content } from "./planContext";

type Draft = { content: Content; revision: number };
const PAUSE_MS = 120;

const nameOf = (lotId: number) => `plan-${lotId}`;

function stored(lotId: number): Draft | null {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(nameOf(lotId)) ?? "null");
    return found && typeof found === "object" && "content" in found ? (found as Draft) : null;
  } catch {
    return null;
  }
}

/** What was typed last, after a short pause. */
function usePaused<T>(value: T): T {
  const [paused, setPaused] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setPaused(value), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return paused;
}

/** A plan as it is kept, as it is being typed (a reload loses nothing), and what either answers. */
export function usePlanDraft(lotId: number, unit: string) {
  const kept = useQuery(planQuery(lotId, unit));
  const [draft, setDraft] = useState<Draft | null>(() => stored(lotId));
  const asked = usePaused(draft);
  const preview = useQuery({
    queryKey: [...keys.plan(lotId), "preview", unit, asked?.content],
    queryFn: () =>
      answer(
        api.POST("/api/lots/{id}/plan/preview", {
          params: { path: { id: lotId } },
          body: { content: asked?.content ?? {}, unit },
        }),
      ),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
  });
  const drop = () => {
    localStorage.removeItem(nameOf(lotId));
    noteUnsaved(lotId, "Plan", null);
    setDraft(null);
  };
  const save = useSavePlan(lotId, drop);
  const content = draft?.content ?? kept.data?.content;
  const change = (part: Partial<Content>) => {
    const next = { content: { ...content, ...part }, revision: draft?.revision ?? kept.data?.revision ?? 0 };
    localStorage.setItem(nameOf(lotId), JSON.stringify(next));
    noteUnsaved(lotId, "Plan", { said: ["the plan as it is typed"] });
    setDraft(next);
  };
  return {
    kept: kept.data,
    error: kept.error ?? (draft ? preview.error : null),
    refetch: () => void kept.refetch(),
    content,
    plan: draft ? (preview.data ?? kept.data) : kept.data,
    changed: draft !== null,
    stale: draft !== null && kept.data !== undefined && draft.revision !== kept.data.revision,
    change,
    drop,
    save,
    revision: draft?.revision ?? kept.data?.revision ?? 0,
  };
}

function useSavePlan(lotId: number, drop: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["SavedPlan"]) =>
      answer(api.POST("/api/lots/{id}/plan", { params: { path: { id: lotId } }, body })),
    onSuccess: (plan) => {
      drop();
      queries.setQueryData(planQuery(lotId, plan.unit).queryKey, plan);
      void queries.invalidateQueries({ queryKey: keys.plan(lotId) });
      void lotChanged(queries, lotId);
      toast.success(`Plan ${plan.revision} is in use: its limits stand on the rule`);
    },
  });
}

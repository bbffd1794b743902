import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Live } from "@/api/live";
import { sessionQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { useLot } from "@/lot/context";
import { otherMachine } from "./Questions";
import { useStart, type BenchPageData } from "./useRun";

type Given = { data: BenchPageData; procedure: string; busy: boolean; live: Live | null };

/** What is still to be done before a pull begins, and beginning it. */
export function useBeginning({ data, procedure, busy, live }: Given) {
  const { page } = useLot();
  const may = useMay("startRun");
  const reviews = useQuery(sessionQuery).data?.person?.roles.includes("reviewer") ?? false;
  const [looked, setLooked] = useState<Record<string, boolean>>({});
  const [reason, setReason] = useState("");
  const [machine, setMachine] = useState<string | null>(null);
  const start = useStart(page.lot.id, page.lot.name);
  const chosen = data.procedures.find((one) => one.key === procedure);
  const against = chosen?.refusals ?? [];
  const left = data.checklist.filter((point) => !looked[point.key]);
  const other = otherMachine(data, live);
  // Whoever may not begin learns it before anything is looked at.
  const barred = !may || (against.length > 0 && !reviews);
  const asked = live?.question != null || (other !== null && machine !== other);
  const possible = !busy && !barred && !asked && chosen?.refused === null;
  const answered = against.length === 0 || reason.trim() !== "";
  const ready = possible && left.length === 0 && answered && !start.isPending;
  const begin = () => {
    if (!ready) return;
    const said = { ...(reason.trim() ? { reason: reason.trim() } : {}), ...(machine ? { machine } : {}) };
    start.mutate({ procedure, checklist: looked, ...said }, { onSuccess: () => setLooked({}) });
  };
  const lookNext = () => left[0] && !barred && setLooked({ ...looked, [left[0].key]: true });
  const state = { looked, setLooked, reason, setReason, machine, setMachine };
  return { ...state, may, reviews, chosen, against, left, other, barred, ready, begin, lookNext, start };
}

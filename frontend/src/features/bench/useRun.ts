import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { answer, api, once, onceKey, type Schemas } from "@/api/client";
import { keys, lotChanged } from "@/api/queries";
import { rememberStarted } from "@/lot/started";

export type BenchPageData = Schemas["BenchOfLot"];
export type Procedure = Schemas["Procedure"];
export type Run = Schemas["Run"];
type Command = Schemas["RunCommand"];

/** Begins a run; sent twice, it is begun once. What is answered is the run, at once: nothing waits to be asked again. */
export function useStart(lotId: number, lot: string) {
  const [key, setKey] = useState(onceKey);
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["NewRun"]) =>
      answer(api.POST("/api/lots/{id}/runs", { params: { path: { id: lotId } }, headers: once(key), body })),
    onSuccess: (run) => {
      queries.setQueriesData<BenchPageData>(
        { queryKey: keys.bench(lotId) },
        (page) => page && { ...page, runs: [run, ...page.runs.filter((one) => one.id !== run.id)] },
      );
      rememberStarted({ bench_id: run.bench_id, bench: run.bench, lot_id: lotId, lot, uid: run.uid });
    },
    onSettled: () => {
      setKey(onceKey());
      void queries.invalidateQueries({ queryKey: keys.bench(lotId) });
    },
  });
}

/** What is done while it goes. */
export function useCommand(lotId: number, run: Run | undefined) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Command) =>
      answer(api.POST("/api/runs/{id}/commands", { params: { path: { id: run?.id ?? 0 } }, body })),
    onSettled: () => void lotChanged(queries, lotId),
  });
}

const runParams = (run: Run) => ({ params: { path: { id: run.id } } });

/** Gives the control of a run to somebody. */
export function useGive(lotId: number, run: Run) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (to_id: number) => answer(api.POST("/api/runs/{id}/give", { ...runParams(run), body: { to_id } })),
    onSettled: () => void queries.invalidateQueries({ queryKey: keys.bench(lotId) }),
  });
}

/** Takes what was given or has lapsed. */
export function useTake(lotId: number, run: Run) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => answer(api.POST("/api/runs/{id}/take", runParams(run))),
    onSettled: () => void queries.invalidateQueries({ queryKey: keys.bench(lotId) }),
  });
}

const HERE_MS = 8000;

/** While somebody drives, the server hears of them; and everybody looks again who it is. */
export function useHere(lotId: number, run: Run | undefined) {
  const queries = useQueryClient();
  const id = run?.state === "recording" ? run.id : null;
  useEffect(() => {
    if (id === null) return;
    const say = () => {
      void api.POST("/api/runs/{id}/here", { params: { path: { id } } }).catch(() => undefined);
      void queries.invalidateQueries({ queryKey: keys.bench(lotId) });
    };
    say();
    const timer = window.setInterval(say, HERE_MS);
    return () => window.clearInterval(timer);
  }, [queries, lotId, id]);
}

/** Says what the comma of a cell is. */
export const useComma = (benchId: number) =>
  useMutation({
    mutationFn: (comma: "decimal" | "thousands") =>
      answer(api.POST("/api/benches/{id}/comma", { params: { path: { id: benchId } }, body: { comma } })),
  });

/** Takes off what a stop left. */
export const useLetOff = (benchId: number) =>
  useMutation({
    mutationFn: () => answer(api.POST("/api/benches/{id}/let-off", { params: { path: { id: benchId } } })),
  });

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, once, onceKey, type Schemas } from "@/api/client";
import { keys, lotChanged } from "@/api/queries";

export type BenchPageData = Schemas["BenchOfLot"];
export type Procedure = Schemas["Procedure"];
export type Run = Schemas["Run"];
type Command = Schemas["RunCommand"];

/** Begins a run; sent twice, it is begun once. */
export function useStart(lotId: number) {
  const [key, setKey] = useState(onceKey);
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["NewRun"]) =>
      answer(api.POST("/api/lots/{id}/runs", { params: { path: { id: lotId } }, headers: once(key), body })),
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

/** Takes off what a stop left. */
export const useLetOff = (benchId: number) =>
  useMutation({
    mutationFn: () => answer(api.POST("/api/benches/{id}/let-off", { params: { path: { id: benchId } } })),
  });

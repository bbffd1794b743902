import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { toast } from "sonner";
import { answer, api, once, onceKey, type Schemas } from "@/api/client";
import { pullChanged } from "@/api/queries";
import { COUNTS_AS } from "@/format/words";

type Pull = Schemas["Pull"];

/** Sends a judgement once, however often its key or button is pressed; and takes the last one back. */
export function useJudge(pull: Pull) {
  const queries = useQueryClient();
  const key = useRef(onceKey());
  const params = { path: { id: pull.id } };
  const undo = useMutation({
    mutationFn: () => answer(api.POST("/api/pulls/{id}/undo", { params })),
    onSuccess: (next) => {
      void pullChanged(queries, next);
      toast(`Taken back: pull ${pull.number} counts as ${COUNTS_AS[next.judgement?.counts_as ?? "unjudged"]}`);
    },
  });
  const judge = useMutation({
    mutationFn: (body: Schemas["NewJudgement"]) =>
      answer(api.POST("/api/pulls/{id}/judgements", { params, headers: once(key.current), body })),
    onSuccess: (next, { counts_as }) => {
      void pullChanged(queries, next);
      toast(`Pull ${pull.number} counts as ${COUNTS_AS[counts_as]}`, {
        action: { label: "Undo", onClick: () => undo.mutate() },
      });
    },
    onSettled: () => {
      key.current = onceKey();
    },
  });
  return { judge, undo };
}

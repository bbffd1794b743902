import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";

type Finding = Schemas["Finding"];
type Value = { at_seconds: number | null; force_newtons: number | null; reason?: string };
export type Overruling = ReturnType<typeof useOverrule>;

/** Puts a person's value beside a finding, or takes it back. */
export function useOverrule(pullId: number) {
  const queries = useQueryClient();
  const settle = (next: Schemas["Pull"]) => {
    queries.setQueryData(["pull", pullId], next);
    void queries.invalidateQueries({ predicate: (q) => !["window", "session", "pull"].includes(String(q.queryKey[0])) });
  };
  const params = { path: { id: pullId } };
  const undoing = useMutation({
    mutationFn: ({ kind, place }: Finding) => answer(api.POST("/api/pulls/{id}/findings/undo", { params, body: { kind, place } })),
    onSuccess: settle,
    onError: (error) => toast.error(error.message),
  });
  const setting = useMutation({
    mutationFn: ({ finding, value }: { finding: Finding; value: Value }) =>
      answer(api.POST("/api/pulls/{id}/findings", { params, body: { kind: finding.kind, place: finding.place, ...value } })),
    onSuccess: (next, { finding }) => {
      settle(next);
      toast(`Your ${finding.kind.replaceAll("_", " ")} stands beside the found one`, {
        action: { label: "Undo", onClick: () => undoing.mutate(finding) },
      });
    },
    onError: (error) => toast.error(error.message),
  });
  return {
    set: (finding: Finding, value: Value) => setting.mutate({ finding, value }),
    undo: (finding: Finding) => undoing.mutate(finding),
  };
}

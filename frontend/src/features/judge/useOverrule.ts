import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { pullChanged } from "@/api/queries";
import { spelled } from "@/format/words";

type Finding = Schemas["Finding"];
export type OwnValue = { at_seconds: number | null; typed: Schemas["Typed"] | null; reason: string };
export type Overruling = ReturnType<typeof useOverrule>;

/** Puts a person's value beside a finding, or takes it back. */
export function useOverrule(pullId: number) {
  const queries = useQueryClient();
  const params = { path: { id: pullId } };
  const refused = (error: Error) => toast.error(error.message);
  const undoing = useMutation({
    mutationFn: ({ kind, ordinal }: Finding) =>
      answer(api.POST("/api/pulls/{id}/findings/undo", { params, body: { kind, ordinal } })),
    onSuccess: (pull) => pullChanged(queries, pull),
    onError: refused,
  });
  const setting = useMutation({
    mutationFn: ({ finding, value }: { finding: Finding; value: OwnValue }) =>
      answer(
        api.POST("/api/pulls/{id}/findings", {
          params,
          body: { kind: finding.kind, ordinal: finding.ordinal, ...value },
        }),
      ),
    onSuccess: (pull, { finding }) => {
      void pullChanged(queries, pull);
      toast(`Your ${spelled(finding.kind)} stands beside the found one`, {
        action: { label: "Undo", onClick: () => undoing.mutate(finding) },
      });
    },
    onError: refused,
  });
  return {
    set: (finding: Finding, value: OwnValue) => setting.mutate({ finding, value }),
    undo: (finding: Finding) => undoing.mutate(finding),
  };
}

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api } from "@/api/client";
import { keys, lotChanged, type WhatIf } from "@/api/queries";
import { useLot } from "@/lot/context";

/** Makes what was tried the lot's own, as a new revision of its terms. Signing never does that. */
export function useKeepTerms(onKept: () => void) {
  const { page } = useLot();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ factor, coverage, confidence, school, preloaded }: WhatIf) =>
      answer(
        api.PATCH("/api/lots/{id}", {
          params: { path: { id: page.lot.id } },
          body: {
            version: page.lot.version,
            terms: { design_factor: factor, coverage_share: coverage, confidence_share: confidence, school, preloaded },
          },
        }),
      ),
    onSuccess: (next) => {
      queries.setQueryData(keys.lot(page.lot.id), next);
      void lotChanged(queries, page.lot.id);
      onKept();
      toast.success(`Terms kept, revision ${next.ask.terms.revision}`);
    },
  });
}

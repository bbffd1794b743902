import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { Schemas } from "@/api/client";
import { keys, lotChanged } from "@/api/queries";
import { useLot } from "@/lot/context";

/** Something done to the acceptance of a lot; where it then stands takes the place of what is shown. */
export function useAcceptanceChange<Input>(send: (input: Input) => Promise<Schemas["Acceptance"]>, after?: () => void) {
  const { page } = useLot();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (next) => {
      queries.setQueryData(keys.acceptance(page.lot.id), next);
      void lotChanged(queries, page.lot.id);
      after?.();
    },
  });
}

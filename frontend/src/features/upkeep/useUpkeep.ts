import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { Schemas } from "@/api/client";
import { lastingKeys } from "@/api/lastingQueries";
import { keys } from "@/api/queries";

/** A change of the rules: the list as it is now, and Today. */
export function useUpkeep<V>(send: (given: V) => Promise<Schemas["Upkeep"]>, onDone: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (upkeep) => {
      queries.setQueryData(lastingKeys.upkeep, upkeep);
      void queries.invalidateQueries({ queryKey: keys.today });
      onDone();
    },
  });
}

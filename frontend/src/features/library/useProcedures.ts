import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { keys } from "@/api/queries";

/** Keeps a procedure, or another revision of it. */
export function useSaveProcedure(after: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["NewProcedure"]) => answer(api.POST("/api/procedures", { body })),
    onSuccess: (rows) => {
      queries.setQueryData(keys.procedures, rows);
      toast.success("Kept");
      after();
    },
  });
}

export function useRetireProcedure() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (key: string) => answer(api.DELETE("/api/procedures/{key}", { params: { path: { key } } })),
    onSuccess: (rows) => {
      queries.setQueryData(keys.procedures, rows);
      toast.success("Offered no longer");
    },
    onError: (error: Error) => toast.error(error.message),
  });
}

/** How a procedure would go, before it is kept: drawn, or what speaks against it. */
export function usePreview(body: Schemas["TriedProcedure"] | null) {
  const asked = useDeferredValue(body);
  return useQuery({
    queryKey: [...keys.procedures, "preview", asked],
    queryFn: () => answer(api.POST("/api/procedures/preview", { body: asked as Schemas["TriedProcedure"] })),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
  });
}

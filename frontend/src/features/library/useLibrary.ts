import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { keys } from "@/api/queries";

type Catalogue = Schemas["Catalogue"];
export type Table = "design_factors" | "proof_rules" | "acceptance_templates" | "population_shapes";

/** Something done to the library; the tables as they are afterwards take the place of those that are shown. */
export function useLibraryChange<Input>(send: (input: Input) => Promise<Catalogue>, done: string, after?: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (tables) => {
      queries.setQueryData(keys.catalogue, tables);
      void queries.invalidateQueries({ queryKey: keys.templates });
      toast.success(done);
      after?.();
    },
  });
}

type Row = { table: Table; id: number };

export const useCheckRow = () =>
  useLibraryChange<Row>(
    ({ table, id }) => answer(api.POST("/api/library/{table}/{id}/check", { params: { path: { table, id } } })),
    "Marked as checked by you",
  );

export const useRetireRow = () =>
  useLibraryChange<Row>(
    ({ table, id }) => answer(api.DELETE("/api/library/{table}/{id}", { params: { path: { table, id } } })),
    "Offered no longer",
  );

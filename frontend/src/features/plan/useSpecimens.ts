import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, once, type Schemas } from "@/api/client";
import { keys, lotChanged } from "@/api/queries";

type Rows = Schemas["SpecimenRow"][];

/** Something done to the list of specimens; the list as it is afterwards takes the place of what is shown. */
function useListChange<Input>(lotId: number, send: (input: Input) => Promise<Rows>, done: string, after?: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (rows) => {
      queries.setQueryData(keys.specimens(lotId), rows);
      void queries.invalidateQueries({ queryKey: keys.plan(lotId) });
      void queries.invalidateQueries({ queryKey: keys.order(lotId) });
      void lotChanged(queries, lotId);
      toast.success(done);
      after?.();
    },
  });
}

const at = (id: number) => ({ params: { path: { id } } });

export const useAddSpecimens = (id: number, key: string, after: () => void) =>
  useListChange<Schemas["NewSpecimens"]>(
    id,
    (body) => answer(api.POST("/api/lots/{id}/specimens", { ...at(id), headers: once(key), body })),
    "Listed",
    after,
  );
export const useChangeSpecimens = (id: number, after?: () => void) =>
  useListChange<Schemas["SpecimenChange"]>(
    id,
    (body) => answer(api.PATCH("/api/lots/{id}/specimens", { ...at(id), body })),
    "Changed",
    after,
  );
export const useRemoveSpecimens = (id: number, after: () => void) =>
  useListChange<number[]>(
    id,
    (ids) => answer(api.POST("/api/lots/{id}/specimens/remove", { ...at(id), body: { ids } })),
    "Struck from the list",
    after,
  );
export const useImportSpecimens = (id: number, after: () => void) =>
  useListChange<Schemas["SpecimenValues"][]>(
    id,
    (rows) => answer(api.POST("/api/lots/{id}/specimens/import", { ...at(id), body: { rows } })),
    "Taken in",
    after,
  );

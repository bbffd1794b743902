import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { keys } from "@/api/queries";

export type Register = Schemas["Register"];
export type Table = "benches" | "instruments" | "gear";

/** Something done to the register; the register as it is afterwards takes the place of what is shown. */
export function useRegisterChange<Input>(send: (input: Input) => Promise<Register>, after?: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (register) => {
      queries.setQueryData(keys.register, register);
      void queries.invalidateQueries({ queryKey: ["lot"] });
      toast.success("Kept");
      after?.();
    },
  });
}

export const useRetire = (table: Table) =>
  useRegisterChange<number>((id) =>
    answer(api.DELETE("/api/register/{table}/{id}", { params: { path: { table, id } } })),
  );

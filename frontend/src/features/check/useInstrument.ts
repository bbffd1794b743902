import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import type { Schemas } from "@/api/client";
import { keys } from "@/api/queries";

export type Instrument = Schemas["InstrumentPage"];
export type NewCheck = Schemas["NewCheck"];

/** Something done about an instrument; all that shows it, its lots and Today is asked for anew. */
export function useInstrumentChange<Input>(send: (input: Input) => Promise<Instrument>, after?: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (page) => {
      const all = [keys.instrument(page.id), keys.register, keys.today, ["lot"], keys.lots];
      void Promise.all(all.map((queryKey) => queries.invalidateQueries({ queryKey })));
      toast.success("Kept");
      after?.();
    },
  });
}

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { lotChanged } from "@/api/queries";
import { useMay } from "@/api/session";
import { useLot } from "@/lot/context";
import { ReasonSheet } from "@/ui/ReasonSheet";

/** Takes a signed statement back: its papers say so from then on. */
export function WithdrawStatement({ statement: s }: { statement: Schemas["SignedStatement"] }) {
  const { page } = useLot();
  const may = useMay("withdrawStatement");
  const queries = useQueryClient();
  const [asking, setAsking] = useState(false);
  const withdraw = useMutation({
    mutationFn: (reason: string) =>
      answer(
        api.POST("/api/statements/{id}/withdrawal", {
          params: { path: { id: s.id } },
          body: { sha256: s.sha256, reason },
        }),
      ),
    onSuccess: () => {
      setAsking(false);
      void lotChanged(queries, page.lot.id);
      toast.success(`Statement ${s.number} withdrawn`);
    },
  });
  if (!may) return null;
  return (
    <>
      <button type="button" className="text-[13px] underline" onClick={() => setAsking(true)}>
        Withdraw
      </button>
      {asking && (
        <ReasonSheet
          title={`Withdraw statement ${s.number}`}
          description="What was signed stays as it was. From now on every paper of it is marked as withdrawn, with your reason."
          send={(reason) => withdraw.mutate(reason)}
          pending={withdraw.isPending}
          error={withdraw.error}
          onClose={() => setAsking(false)}
        />
      )}
    </>
  );
}

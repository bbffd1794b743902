import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api } from "@/api/client";
import { plural } from "@/format/words";
import { ReasonSheet } from "@/ui/ReasonSheet";
import type { Said } from "./HeardPage";

/** One line, or all of them, in one's own name, with why. */
export function TakeOver({ rows, onClose }: { rows: Said[]; onClose: () => void }) {
  const queries = useQueryClient();
  const take = useMutation({
    mutationFn: (reason: string) =>
      answer(api.POST("/api/heard/take-over", { body: { ids: rows.map((row) => row.id), reason } })),
    onSuccess: ({ rows: done }) => {
      const left = done.filter((row) => !row.taken);
      if (left.length < done.length) toast.success(`${plural(done.length - left.length, "act")} taken over`);
      if (left.length > 0) toast.error(`${plural(left.length, "act")} not: ${left[0]?.why_not ?? ""}`);
      onClose();
      void queries.invalidateQueries();
    },
  });
  const one = rows[0];
  return (
    <ReasonSheet
      title={rows.length === 1 ? `Take over: ${one?.words ?? ""}` : `Take over ${rows.length} acts`}
      description="It stands in your name from then on, with the name of whoever is said to have done it. It goes by the rules of here, as if you had done it."
      verb="Take over"
      send={(reason) => take.mutate(reason)}
      pending={take.isPending}
      error={take.error}
      onClose={onClose}
    />
  );
}

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { lotChanged } from "@/api/queries";
import { useMay, useMyName } from "@/api/session";
import { useLot } from "@/lot/context";
import { SignedRow } from "@/files/SignedRow";

type Conclusion = Schemas["Conclusion"];

/** What was concluded in this job before, with its hands and its paper. */
export function Conclusions({ conclusions }: { conclusions: Conclusion[] }) {
  if (conclusions.length === 0) return null;
  return (
    <section className="sheet px-4 py-3" aria-label="Concluded before">
      <h2>Concluded in this job</h2>
      {conclusions.map((one) => (
        <One key={one.id} conclusion={one} />
      ))}
    </section>
  );
}

function One({ conclusion }: { conclusion: Conclusion }) {
  const { page } = useLot();
  const queries = useQueryClient();
  const may = useMay("reviewConclusion");
  const me = useMyName();
  const own = conclusion.signatures.some((s) => s.person === me);
  const review = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/conclusions/{id}/signatures", {
          params: { path: { id: conclusion.id } },
          body: { sha256: conclusion.sha256 },
        }),
      ),
    onSuccess: () => {
      void lotChanged(queries, page.lot.id);
      toast.success(`Conclusion ${conclusion.number} countersigned`);
    },
  });
  return (
    <SignedRow
      title={`Conclusion ${conclusion.number}`}
      about={<span className="text-soft">about {conclusion.lot}</span>}
      altered={conclusion.altered}
      sentences={conclusion.sentences}
      words={conclusion.words}
      signatures={conclusion.signatures}
      paper={`/api/conclusions/${conclusion.id}/paper`}
      error={review.error}
      countersign={
        may && !own && !conclusion.reviewed && !conclusion.altered
          ? { run: () => review.mutate(), pending: review.isPending }
          : undefined
      }
    />
  );
}

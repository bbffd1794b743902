import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { lotChanged } from "@/api/queries";
import { useMay, useMyName } from "@/api/session";
import { when } from "@/format/words";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { ErrorNote } from "@/ui/states";

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
    <div className="border-line mt-2 border-t pt-2 text-[13px]" data-testid="conclusion">
      <b>Conclusion {conclusion.number}</b> <span className="text-soft">about {conclusion.lot}</span>
      {conclusion.altered && <ErrorNote message={conclusion.altered} />}
      {conclusion.sentences.map((sentence) => (
        <p key={sentence} className="mt-0.5 leading-snug">
          {sentence}
        </p>
      ))}
      {conclusion.words && <p className="mt-0.5 leading-snug italic">{conclusion.words}</p>}
      <p className="text-soft mt-1">
        {conclusion.signatures.map((s) => `${s.meaning} by ${s.person}, ${when(s.at)}`).join("; ")}
      </p>
      {review.error && <ErrorNote message={review.error.message} />}
      <div className="mt-1.5 flex flex-wrap items-center gap-3">
        <a
          className="font-semibold underline"
          href={`/api/conclusions/${conclusion.id}/paper`}
          target="_blank"
          rel="noreferrer"
        >
          Paper
        </a>
        {may && !own && !conclusion.reviewed && !conclusion.altered && (
          <Button disabled={review.isPending} onClick={() => review.mutate()}>
            Countersign
          </Button>
        )}
      </div>
    </div>
  );
}

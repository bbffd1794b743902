import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { lastingKeys, type LongTest } from "@/api/lastingQueries";
import { keys } from "@/api/queries";
import { useMay, useMyName } from "@/api/session";
import { SignedRow } from "@/files/SignedRow";

/** What was reported of the test, with its hands and its paper. */
export function Reports({ test }: { test: LongTest }) {
  if (test.reports.length === 0) return null;
  return (
    <section className="sheet px-4 py-3" aria-label="Reports">
      <h2>Reports</h2>
      {test.reports.map((report) => (
        <One key={report.id} report={report} />
      ))}
    </section>
  );
}

function One({ report }: { report: Schemas["LongReport"] }) {
  const queries = useQueryClient();
  const may = useMay("reviewLongReport");
  const me = useMyName();
  const review = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/long-reports/{id}/review", {
          params: { path: { id: report.id } },
          body: { sha256: report.sha256 },
        }),
      ),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: lastingKeys.test(report.test_id) });
      void queries.invalidateQueries({ queryKey: keys.today });
      toast.success(`Report ${report.number} countersigned`);
    },
  });
  return (
    <SignedRow
      title={`Report ${report.number}`}
      altered={report.altered}
      sentences={[report.headline]}
      words={report.words}
      signatures={report.signatures}
      paper={`/api/long-reports/${report.id}/paper`}
      error={review.error}
      countersign={
        may && !report.reviewed && !report.altered && report.signatures.every((s) => s.person !== me)
          ? { run: () => review.mutate(), pending: review.isPending }
          : undefined
      }
    />
  );
}

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Schemas } from "@/api/client";
import { runKey } from "@/api/practiceQueries";
import { Button } from "@/ui/Button";
import { ErrorNote } from "@/ui/states";

type Run = Schemas["PracticeRun"];
type Cell = Run["cells"][number];

/** The cells on the practice bench: their plates, and what masses show on those somebody hung them on. */
export function Cells({ run, own }: { run: Run; own: boolean }) {
  const queries = useQueryClient();
  const check = useMutation({
    mutationFn: (cell: string) =>
      answer(api.POST("/api/practice-runs/{id}/checks", { params: { path: { id: run.id } }, body: { cell } })),
    onSuccess: (after) => queries.setQueryData(runKey(run.id), after),
  });
  if (run.cells.length === 0) return null;
  return (
    <section className="sheet grid gap-3 p-4" aria-label="Check">
      <h2>Check</h2>
      {run.cells.map((cell) => (
        <div
          key={cell.key}
          className="border-line grid gap-1.5 border-t pt-2 first-of-type:border-t-0 first-of-type:pt-0"
        >
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <span className="min-w-0 flex-1">
              <b className="block font-semibold">{cell.name}</b>
              <span className="text-soft num text-[12px]">{cell.plate}</span>
            </span>
            {own && cell.checked === null && (
              <Button disabled={check.isPending} onClick={() => check.mutate(cell.key)}>
                Hang masses on it
              </Button>
            )}
          </div>
          {cell.checked !== null && <Readings cell={cell} />}
        </div>
      ))}
      {check.error && <ErrorNote message={check.error.message} />}
    </section>
  );
}

function Readings({ cell }: { cell: Cell }) {
  return (
    <>
      <table className="w-full text-[13px]">
        <thead>
          <tr className="cap text-right">
            <th className="py-1 text-left font-semibold">Hung on it</th>
            <th className="font-semibold">up</th>
            <th className="font-semibold">down</th>
            <th className="font-semibold">off by</th>
          </tr>
        </thead>
        <tbody className="num text-right">
          {cell.points.map((point) => (
            <tr key={point.applied.value_si} className="border-line border-t">
              <td className="py-0.5 text-left">{`${point.applied.text} ${point.applied.unit}`}</td>
              <td>{point.up.text}</td>
              <td>{point.down.text}</td>
              <td>
                {point.off}
                {point.off_share !== null && (
                  <span className="text-soft"> {`${(point.off_share * 100).toFixed(1).replace("-", "−")} %`}</span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-soft text-[12px]">
        {cell.checked === 0 ? "Checked before the first pull." : `Checked after pull ${cell.checked}.`}
      </p>
    </>
  );
}

import { answer, api } from "@/api/client";
import { useLongChange, type LongTest } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { Button } from "@/ui/Button";
import { ErrorNote } from "@/ui/states";

/** Planned, and waiting for its load. */
export function StartNow({ test }: { test: LongTest }) {
  const may = useMay("startLongTest");
  const start = useLongChange(
    () => answer(api.POST("/api/long-tests/{id}/start", { params: { path: { id: test.id } }, body: {} })),
    () => undefined,
  );
  return (
    <section className="sheet grid gap-2 px-4 py-3" aria-label="Not begun">
      <h2>Not begun</h2>
      <p className="text-[13px]">Its clock runs from the moment the load is on.</p>
      {start.error && <ErrorNote message={start.error.message} />}
      {may && (
        <Button primary className="h-12 text-[16px]" disabled={start.isPending} onClick={() => start.mutate(undefined)}>
          The load is on
        </Button>
      )}
    </section>
  );
}

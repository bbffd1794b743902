import { useState } from "react";
import { answer, api } from "@/api/client";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { PaperLink } from "@/paper/PaperLink";
import { ReasonSheet } from "@/ui/ReasonSheet";
import { useInstrumentChange, type Instrument } from "./useInstrument";

/** Every check there was, the newest first; one that does not count says why. */
export function CheckList({ cell }: { cell: Instrument }) {
  const [withdrawing, setWithdrawing] = useState<number | null>(null);
  const may = useMay("withdrawCheck");
  const withdraw = useInstrumentChange(
    ({ id, reason }: { id: number; reason: string }) =>
      answer(api.POST("/api/checks/{id}/withdrawal", { params: { path: { id } }, body: { reason } })),
    () => setWithdrawing(null),
  );
  if (cell.checks.length === 0) return null;
  return (
    <section className="sheet px-4 py-3" aria-label="Checks">
      <h2>Checks</h2>
      <ul className="mt-1 text-[13px]">
        {cell.checks.map((row) => (
          <li key={row.id} className="border-line flex flex-wrap items-baseline gap-x-3 border-t py-1.5">
            <span className="num">{when(row.checked_at)}</span>
            <span className={row.withdrawn ? "line-through" : ""}>
              {row.kind === "cross" ? `in line with ${row.other}` : `masses, ${row.file ?? row.source}`}
            </span>
            <b className={row.passed ? "font-semibold" : "text-signal font-semibold"}>
              {row.passed ? "passed" : row.kind === "cross" ? "differ" : "failed"}
            </b>
            <span className="text-soft">
              {row.person}
              {row.note && `: ${row.note}`}
              {row.withdrawn && ` · does not count: ${row.withdrawn}`}
            </span>
            <span className="ml-auto flex gap-3">
              <PaperLink inline href={`/api/checks/${row.id}/record`}>
                Record
              </PaperLink>
              {may && !row.withdrawn && (
                <button type="button" className="underline" onClick={() => setWithdrawing(row.id)}>
                  Withdraw
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {withdrawing !== null && (
        <ReasonSheet
          title="Withdraw this check"
          description="It stays in the list and no longer counts; pulls that rested on it rest on the one before."
          send={(reason) => withdraw.mutate({ id: withdrawing, reason })}
          pending={withdraw.isPending}
          error={withdraw.error}
          onClose={() => setWithdrawing(null)}
        />
      )}
    </section>
  );
}

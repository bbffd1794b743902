import type { Schemas } from "@/api/client";
import { PaperLink } from "@/paper/PaperLink";
import { Caution } from "@/ui/states";

type Run = Schemas["Run"];
const DONE: Record<string, string> = { done: "●", failed: "▲", skipped: "○", running: "◐", stopped: "■", waiting: "○" };

/** What was done on the bench, step by step, and whether a proof was passed. */
export function RunOfPull({ run }: { run: Run }) {
  return (
    <section className="sheet px-4 py-3" aria-label="The run">
      <div className="flex items-baseline justify-between gap-3">
        <h2>{run.procedure} on the bench</h2>
        <PaperLink inline href={`/api/runs/${run.id}/record`}>
          {run.proof_state === null ? "Report" : "Proof record"}
        </PaperLink>
      </div>
      {run.proof_passed === true && <p className="mt-1 font-semibold">The proof is passed.</p>}
      {run.proof_passed === false && <p className="text-signal mt-1 font-semibold">The proof is not passed.</p>}
      {run.proof_state === "not_completed" && (
        <p className="mt-1 font-semibold">The proof was not completed: it may be done again.</p>
      )}
      {run.state === "interrupted" && <p className="text-signal mt-1 font-semibold">Interrupted: {run.ended}.</p>}
      <ol className="mt-1 text-[13px]">
        {run.outcomes.map((one, i) => (
          <li key={i} className="border-line flex gap-2 border-t py-1">
            <span aria-hidden="true" className={one.state === "failed" ? "text-signal" : "text-soft"}>
              {DONE[one.state] ?? "○"}
            </span>
            <span className="capitalize">{one.does}</span>
            <span className="text-soft ml-auto text-right">{one.words ?? one.state}</span>
          </li>
        ))}
      </ol>
      {run.bench_events.length > 0 && (
        <ul className="mt-2 text-[13px]" aria-label="What the bench told">
          {run.bench_events.map((one) => (
            <li key={`${one.word}-${one.at_seconds}`} className="border-line flex justify-between gap-3 border-t py-1">
              <span className={one.ends ? "font-semibold" : ""}>The bench: {one.words ?? one.word}</span>
              <span className="num text-soft">{one.at_seconds.toFixed(2)} s</span>
            </li>
          ))}
        </ul>
      )}
      {run.warnings.map((words) => (
        <Caution key={words}>{words}</Caution>
      ))}
      {run.overruled.map((words) => (
        <Caution key={words}>
          {words}. Pulled all the same: {run.overruled_reason}
        </Caution>
      ))}
    </section>
  );
}

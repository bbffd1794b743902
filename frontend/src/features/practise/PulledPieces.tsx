import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { COUNTS_AS } from "@/format/words";

/** What lies on the bench after each pull, and how it is judged by now. */
export function PulledPieces({ run }: { run: Schemas["PracticeRun"] }) {
  if (run.pulled.length === 0) return null;
  return (
    <section aria-label="Pulled">
      <h2 className="pb-1.5 text-[15px]">What lies on the bench</h2>
      <ul className="sheet text-[14px]">
        {run.pulled.map((pull) => (
          <li
            key={pull.pull_id}
            className="border-line grid grid-cols-[30px_minmax(0,1fr)_auto] items-baseline gap-x-3 border-t px-3 py-2 first:border-t-0"
          >
            <span className="num text-soft text-right">{pull.number}</span>
            <span>
              {pull.seen}
              {pull.cell && run.cells.length > 1 && <span className="text-soft block text-[12px]">{pull.cell}</span>}
            </span>
            <Link
              to="/lots/$lotId/judge"
              params={{ lotId: run.lot_id }}
              search={{ pull: pull.pull_id }}
              className={`font-semibold underline ${pull.counts_as ? "" : "text-derived"}`}
            >
              {pull.counts_as ? COUNTS_AS[pull.counts_as] : "judge it"}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { when } from "@/format/words";

const ROW =
  "group border-line bg-sheet grid min-h-11 grid-cols-[1fr_auto] items-center gap-x-4 border-t px-3.5 py-1.5 hover:shadow-[inset_3px_0_var(--ink)]";

/** Pulls that were cut off: what there is was kept, and waits for somebody's judgement. */
export function Interrupted({ rows }: { rows: Schemas["Today"]["interrupted"] }) {
  if (rows.length === 0) return null;
  return (
    <div className="mt-5">
      <div className="flex items-baseline gap-2 pb-1.5">
        <h2>Pulls that were interrupted</h2>
        <span className="num text-soft text-[12px]">{rows.length}</span>
      </div>
      <div className="border-line border-b">
        {rows.map((row) => (
          <Link
            key={row.id}
            data-row
            to={row.pull_id ? "/lots/$lotId/judge" : "/lots/$lotId/bench"}
            params={{ lotId: row.lot_id }}
            search={row.pull_id ? { pull: row.pull_id } : {}}
            className={ROW}
          >
            <span>
              <b className="head text-[15px]">{row.lot}</b>{" "}
              <span className="text-soft">
                {row.bench}, {when(row.ended_at)}: {row.why}
              </span>
            </span>
            <span className="font-semibold whitespace-nowrap group-hover:underline">
              {row.pull_id ? "Judge what there is ›" : "To the bench ›"}
            </span>
          </Link>
        ))}
      </div>
    </div>
  );
}

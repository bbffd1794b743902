import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";

/** Cells that cannot be trusted today, and those whose check or certificate runs out soon. */
export function InstrumentsDue({ rows }: { rows: Schemas["Today"]["instruments_due"] }) {
  if (rows.length === 0) return null;
  return (
    <div className="mt-5">
      <div className="flex items-baseline gap-2 pb-1.5">
        <h2>Cells to check</h2>
        <span className="num text-soft text-[12px]">{rows.length}</span>
      </div>
      <div className="border-line border-b">
        {rows.map((row) => (
          <Link
            key={row.id}
            data-row
            to="/benches/cells/$cellId"
            params={{ cellId: row.id }}
            className="group border-line bg-sheet grid min-h-11 grid-cols-[1fr_auto] items-center gap-x-4 border-t px-3.5 py-1.5 hover:shadow-[inset_3px_0_var(--ink)]"
          >
            <span className={row.late ? "text-signal font-semibold" : ""}>{row.sentence}</span>
            <span className="font-semibold whitespace-nowrap group-hover:underline">Look at it ›</span>
          </Link>
        ))}
      </div>
    </div>
  );
}

import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { when } from "@/format/words";

/** Conclusions that wait for a second hand. */
export function Concluded({ rows }: { rows: Schemas["Today"]["conclusions"] }) {
  if (rows.length === 0) return null;
  return (
    <div className="mt-5">
      <div className="flex items-baseline gap-2 pb-1.5">
        <h2>Concluded, to review</h2>
        <span className="num text-soft text-[12px]">{rows.length}</span>
      </div>
      <div className="border-line border-b">
        {rows.map((row) => (
          <Link
            key={row.id}
            data-row
            to="/lots/$lotId/compare"
            params={{ lotId: row.lot_id }}
            className="group border-line bg-sheet grid min-h-14 grid-cols-[1fr_auto] items-center gap-x-4 border-t px-3.5 py-2 hover:shadow-[inset_3px_0_var(--ink)]"
          >
            <span className="min-w-0">
              <span className="head text-[15px]">
                Conclusion {row.number} about {row.lot}
              </span>
              <span className="text-soft ml-2.5">{row.customer}</span>
              <span className="text-soft block text-[13px]">
                signed by {row.person}, {when(row.created_at)}
              </span>
            </span>
            <span className="font-semibold whitespace-nowrap group-hover:underline">Look and countersign ›</span>
          </Link>
        ))}
      </div>
    </div>
  );
}

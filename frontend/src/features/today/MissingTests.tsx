import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";

/** Required tests that nobody made yet: seen here, and not only when the certificate is due. */
export function MissingTests({ rows }: { rows: Schemas["Today"]["missing_tests"] }) {
  if (rows.length === 0) return null;
  return (
    <div className="mt-5">
      <div className="flex items-baseline gap-2 pb-1.5">
        <h2>Required tests missing</h2>
        <span className="num text-soft text-[12px]">{rows.length}</span>
      </div>
      <div className="border-line border-b">
        {rows.map((row) => (
          <Link
            key={row.lot_id}
            data-row
            to="/lots/$lotId/plan"
            params={{ lotId: row.lot_id }}
            search={{ part: "acceptance" }}
            className="group border-line bg-sheet grid min-h-14 grid-cols-[1fr_auto] items-center gap-x-4 border-t px-3.5 py-2 hover:shadow-[inset_3px_0_var(--ink)]"
          >
            <span className="min-w-0">
              <span className="head text-[15px]">{row.lot}</span>
              <span className="text-soft ml-2.5">{row.customer}</span>
              <span className="text-signal block text-[13px]">{row.sentence}</span>
            </span>
            <span className="font-semibold whitespace-nowrap group-hover:underline">Note the result ›</span>
          </Link>
        ))}
      </div>
    </div>
  );
}

import { Link } from "@tanstack/react-router";
import type { Due } from "./readToday";

/** What is read or broken today, by the clock. */
export function ReadNow({ rows }: { rows: Due[] }) {
  if (rows.length === 0) return null;
  return (
    <section className="sheet" aria-label="Read today">
      <h2 className="px-3.5 pt-3 pb-1.5">Read today</h2>
      {rows.map((row) => (
        <Link
          key={row.key}
          data-row
          to={row.to}
          params={row.params}
          className="border-line grid min-h-12 grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-t px-3.5 py-2 hover:shadow-[inset_3px_0_var(--ink)]"
        >
          <span className="min-w-0">
            <span className="head block text-[14px] leading-snug">{row.title}</span>
            <span className="text-soft block text-[13px] leading-snug">{row.detail}</span>
          </span>
          <span className={`num text-[13px] whitespace-nowrap ${row.late ? "text-signal font-bold" : "font-semibold"}`}>
            {row.at}
          </span>
        </Link>
      ))}
    </section>
  );
}

import type { ReactNode } from "react";
import type { Schemas } from "@/api/client";
import { plural } from "@/format/words";
import { useFigures } from "@/lot/context";

/** What limits next, what a few more breaks would do, and what the limit becomes in use. */
export function Further({ statement }: { statement: Schemas["Statement"] }) {
  const text = useFigures();
  return (
    <>
      {statement.failure_modes && (
        <section className="sheet px-4 py-3" aria-label="What limits next">
          <h2>What limits next</h2>
          <p className="mt-1">{statement.failure_modes.in_words}</p>
          {statement.failure_modes.modes.map((m) => (
            <Line key={m.mode} name={`${m.mode}, ${plural(m.breaks, "break")}`}>
              {m.stated ? text(m.stated) : <span className="font-text text-soft">{m.refusal}</span>}
            </Line>
          ))}
        </section>
      )}
      {statement.next_breaks.length > 0 && (
        <section className="sheet px-4 py-3" aria-label="One more break">
          <h2>With more breaks like these</h2>
          {statement.next_breaks.map((row) => (
            <Line key={row.more} name={`${row.more} more`}>
              {row.stated ? text(row.stated) : "still none"}
            </Line>
          ))}
        </section>
      )}
      {statement.in_use.length > 0 && (
        <details className="sheet px-4 py-3">
          <summary className="cursor-pointer font-semibold">In use: angles, choked, doubled</summary>
          {statement.in_use.map((row) => (
            <Line key={row.key} name={row.name}>
              {text(row.limit)}
            </Line>
          ))}
          <p className="text-soft mt-1 text-[12.5px]">Rounded down. Beyond 60° from the vertical no sling is used.</p>
        </details>
      )}
    </>
  );
}

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="border-line flex justify-between gap-3 border-t py-1 text-[13px] first-of-type:mt-1">
      <span>{name}</span>
      <span className="num text-right">{children}</span>
    </div>
  );
}

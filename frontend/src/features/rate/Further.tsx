import type { ReactNode } from "react";
import type { Schemas } from "@/api/client";
import { plural } from "@/format/words";
import { useFigures } from "@/lot/context";

/** What limits next, and what a few more breaks would do for their minutes and cost. */
export function Further({ rating }: { rating: Schemas["Rating"] }) {
  const text = useFigures();
  const { statement } = rating;
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
            <Line key={row.more} name={`${row.more} more${takes(rating, row.more)}`}>
              {row.stated ? text(row.stated) : "still none"}
            </Line>
          ))}
          <p className="text-soft mt-1 text-[12.5px]">{rating.each.in_words}.</p>
        </section>
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

/** What so many more would take. */
function takes({ each }: Schemas["Rating"], more: number): string {
  const cost = each.cost === null ? "" : `, cost ${Math.round(each.cost * more * 100) / 100}`;
  return `: ${Math.ceil(each.minutes * more)} min${cost}`;
}

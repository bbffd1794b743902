import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { DayStrip } from "@/charts/DayStrip";
import { plural } from "@/format/words";

type Items = Schemas["Today"]["board"];

/** Today on every bench, hour by hour, as the plans have it. */
export function Board({ items }: { items: Items }) {
  if (items.length === 0) return null;
  const lots = [...new Map(items.map((item) => [item.lot_id, item.lot])).entries()];
  return (
    <section className="sheet mb-4 px-4 py-2" aria-label="Today on the benches">
      <DayStrip items={items} now={minuteNow()} />
      <p className="text-soft flex flex-wrap gap-x-4 text-[13px]">
        {lots.map(([id, name]) => (
          <Link key={id} to="/lots/$lotId/plan" params={{ lotId: id }} className="underline underline-offset-4">
            {name}
          </Link>
        ))}
      </p>
    </section>
  );
}

/** “8 pulls planned, done at 14:40 if nothing slips” */
export function boardLine(items: Items): string {
  const pulls = items.filter((item) => item.kind === "pull");
  if (pulls.length === 0) return "";
  const last = pulls.reduce((a, b) => (b.to > a.to ? b : a));
  return `${plural(pulls.length, "pull")} planned, done at ${last.until} if nothing slips`;
}

function minuteNow(): number {
  const now = new Date();
  return now.getHours() * 60 + now.getMinutes();
}

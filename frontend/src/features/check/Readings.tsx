import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { stated } from "@/format/figure";
import { plural, when } from "@/format/words";
import { useLot } from "@/lot/context";
import { Scroll } from "@/ui/Scroll";

const WORDS: Record<string, string> = {
  good: "stands",
  confirmed: "confirmed by the next check",
  due: "stands; the check has run out since",
  lapsed: "after the check had run out",
  failed: "beside a failed check",
  overloaded: "after an overload",
  never: "never checked",
};
const FINE = ["good", "confirmed", "due"];

/** How each pull of the lot was read, and what all of its readings share. */
export function Readings({ chain }: { chain: Schemas["Chain"] }) {
  const { page, unit } = useLot();
  if (chain.readings.length === 0 && chain.pulls_without === 0) return null;
  return (
    <section className="sheet px-4 py-3" aria-label="Readings of this lot">
      <h2>Readings of this lot</h2>
      <p className="mt-1">{shared(chain)}</p>
      {chain.remarks.map((remark) => (
        <p key={remark} className="text-signal font-semibold">
          {remark}
        </p>
      ))}
      {chain.pulls_without > 0 && (
        <p className="text-derived">
          {plural(chain.pulls_without, "pull")} without a cell: nobody can say what their readings are worth.
        </p>
      )}
      {chain.readings.length > 0 && (
        <Scroll label="Readings" className="mt-1.5">
          <table className="w-full min-w-[520px] text-[13px]">
            <thead>
              <tr className="cap text-left">
                <th className="py-1">Pull</th>
                <th>Cell</th>
                <th>When</th>
                <th className="text-right">Zero drift</th>
                <th className="pl-4">Reading</th>
              </tr>
            </thead>
            <tbody>
              {chain.readings.map((row) => (
                <tr key={row.pull_id} className="border-line border-t">
                  <td className="num py-1">
                    <Link
                      to="/lots/$lotId/judge"
                      params={{ lotId: page.lot.id }}
                      search={{ pull: row.pull_id }}
                      className="underline"
                    >
                      {row.number}
                    </Link>
                  </td>
                  <td>{[row.instrument, ...row.second].join(" and ")}</td>
                  <td className="text-soft">{when(row.pulled_at)}</td>
                  <td className="num text-right">{row.drift ? stated(row.drift, unit.symbol) : "–"}</td>
                  <td
                    className={`pl-4 ${FINE.includes(row.state) && !row.out_of_range ? "" : "text-signal font-semibold"}`}
                  >
                    {row.out_of_range ? "outside the verified range" : WORDS[row.state]}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Scroll>
      )}
    </section>
  );
}

function shared(chain: Schemas["Chain"]): string {
  if (chain.overruled)
    return `All readings share ± ${chain.overruled.percent} % of reading, as stated: ${chain.overruled.reason || "no reason"}.`;
  if (chain.shared_percent === null) return "What all readings share is not known.";
  return `All readings share ± ${chain.shared_percent} % of reading, ${chain.shared_source}.`;
}

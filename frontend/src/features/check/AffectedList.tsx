import { Link } from "@tanstack/react-router";
import { plural, when } from "@/format/words";
import type { Instrument } from "./useInstrument";

const STATES: Record<string, string> = {
  failed: "beside a failed check",
  lapsed: "after its check had run out",
  overloaded: "after an overload",
  never: "before any check",
  due: "its check has run out since",
};

/** What a check that failed or ran out touches: pulls, lots, statements. */
export function AffectedList({ affected }: { affected: NonNullable<Instrument["affected"]> }) {
  return (
    <section className="sheet border-l-signal border-l-4 px-4 py-3" aria-label="What it touches">
      <h2>
        {affected.sentence}: {plural(affected.count, "pull")} to look at
      </h2>
      {affected.since && <p className="text-soft text-[13px]">Last good check {when(affected.since)}.</p>}
      <ul className="mt-1.5">
        {affected.lots.map((lot) => (
          <li key={lot.id} className="border-line border-t py-1.5">
            <Link to="/lots/$lotId/check" params={{ lotId: lot.id }} className="font-semibold underline">
              {lot.name}
            </Link>{" "}
            <span className="text-soft">
              {lot.customer} · {plural(lot.pulls, "pull")}
              {lot.statements.length > 0 && ` · statement ${lot.statements.join(", ")} rests on them`}
            </span>
          </li>
        ))}
      </ul>
      <details className="mt-1">
        <summary className="cursor-pointer font-semibold">Every pull</summary>
        <table className="mt-1 w-full text-[13px]">
          <tbody>
            {affected.pulls.map((pull) => (
              <tr key={pull.id} className="border-line border-t">
                <td className="py-1">
                  <Link
                    to="/lots/$lotId/judge"
                    params={{ lotId: pull.lot_id }}
                    search={{ pull: pull.id }}
                    className="underline"
                  >
                    Pull {pull.number}
                  </Link>
                </td>
                <td>{pull.specimen}</td>
                <td className="text-soft">{pull.lot}</td>
                <td className="text-soft">{when(pull.pulled_at)}</td>
                <td>{STATES[pull.state]}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}

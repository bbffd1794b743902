import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { when } from "@/format/words";

type Props = { title: string; rows: Schemas["PracticeRow"][]; empty: string; named?: boolean };

/** What was practised, by whom, and what it came to. */
export function Results({ title, rows, empty, named }: Props) {
  return (
    <section className="sheet p-4" aria-label={title}>
      <h2 className="pb-1.5">{title}</h2>
      {rows.length === 0 && <p className="text-soft text-[13px]">{empty}</p>}
      <ul className="text-[13px]">
        {rows.map((run) => (
          <li key={run.id} className="border-line border-t first:border-t-0">
            <Link
              to="/practise/$runId"
              params={{ runId: run.id }}
              className="hover:bg-wash grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 py-1.5"
            >
              <span className="min-w-0">
                <span className="block truncate font-semibold">{run.title}</span>
                <span className="text-soft">
                  {named && `${run.person}, `}
                  {when(run.finished_at ?? run.created_at)}
                </span>
              </span>
              <Score score={run.score} />
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Score({ score }: { score: number | null }) {
  if (score === null) return <span className="text-derived self-center font-semibold">open</span>;
  return <b className={`num self-center text-[15px] ${score < 0 ? "text-signal" : ""}`}>{score.toFixed(0)}</b>;
}

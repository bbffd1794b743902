import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { practiceQuery } from "@/api/practiceQueries";

/** Over every screen of a lot of practice: what it is, and the way back to its lesson. */
export function PracticeBand({ lotId }: { lotId: number }) {
  const { data } = useQuery(practiceQuery);
  const run = [...(data?.mine ?? []), ...(data?.of_class ?? [])].find((one) => one.lot_id === lotId);
  return (
    <div className="bg-signal text-sheet flex flex-wrap items-center gap-x-4 px-4 py-1.5 font-semibold">
      <span>PRACTICE: the pieces are made up</span>
      {run && (
        <Link to="/practise/$runId" params={{ runId: run.id }} className="ml-auto underline">
          Back to the lesson
        </Link>
      )}
    </div>
  );
}
